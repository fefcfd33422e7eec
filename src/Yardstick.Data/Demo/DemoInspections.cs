using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>Templates of inspections, those of today in several states, and an earlier one of the same vehicle.</summary>
internal static class DemoInspections
{
    private const long Tobias = 5,
        Noor = 8;

    private static readonly (string Title, string Job)[] Work =
    [
        ("Wiper blades", "Wiper blades, pair"),
        ("Brake fluid, water", "Brake fluid, change"),
        ("Battery, resting voltage", "Battery, replace"),
        ("Drive belt", "Serpentine belt, replace"),
        ("Air filter", "Air filter, replace"),
        ("Tread", "Four tires 205/55 R16"),
        ("Pads, thinnest", "Front brake pads"),
        ("Pads or shoes, thinnest", "Rear brake pads"),
        ("Shocks and struts", "Front struts, replace pair"),
        ("Ball joints and tie rods", "Control arm, replace one"),
    ];

    internal static async Task AddAsync(DemoMaker shop)
    {
        await using var db = shop.Open();
        db.ChangeTracker.AutoDetectChangesEnabled = true;
        var canned = await db.CannedJobs.ToListAsync();
        var courtesy = Template(db, canned, "courtesy", "Courtesy inspection");
        Template(db, canned, "brakes", "Brake inspection");
        var service = Template(db, canned, "maintenance", "Oil service checklist");
        await db.SaveChangesAsync();
        canned.Single(c => c.Title == "Oil and filter service").BringAlong(courtesy.Id);
        canned.Single(c => c.Title.StartsWith("Synthetic oil", StringComparison.Ordinal)).BringAlong(service.Id);

        var open = await db.Orders.Where(o => o.State == OrderState.Open && o.VehicleId != null).OrderBy(o => o.Number).ToListAsync();
        Order At(Stage stage) => open.First(o => o.Stage == stage);
        var found = At(Stage.Pricing);
        await LastTimeAsync(db, shop, courtesy, found);
        var worn = Begin(courtesy, found, Tobias, shop, 160);
        Fill(worn, Worn, Tobias, shop, 130);
        Photograph(worn, shop.UtcNow.PlusMinutes(-128));
        worn.Finish(new Actor(Tobias, shop.UtcNow.PlusMinutes(-118)));
        db.Inspections.Add(worn);
        var under = Begin(courtesy, At(Stage.Here), Noor, shop, 50);
        Fill(under, new(), Noor, shop, 40, most: 13);
        db.Inspections.Add(under);
        var good = Begin(courtesy, At(Stage.Check), Tobias, shop, 300);
        Fill(good, new(), Tobias, shop, 280);
        good.Finish(new Actor(Tobias, shop.UtcNow.PlusMinutes(-270)));
        db.Inspections.Add(good);
        await AskAsync(db, shop, At(Stage.InWork));
        await db.SaveChangesAsync();
        foreach (var point in worn.Ordered)
            if (FindingOfPoint.Make(worn, point, new Actor(Tobias, point.At!.Value)) is { } finding)
                db.FindingRecords.Add(finding);
        await db.SaveChangesAsync();
    }

    /// <summary>What today's worn vehicle measures, by group and title.</summary>
    private static readonly Dictionary<string, string> Worn = new()
    {
        ["Lights and glass Wiper blades"] = "Due",
        ["Under the hood Brake fluid, water"] = "2.4",
        ["Under the hood Battery, resting voltage"] = "12.5",
        ["Left front Tread"] = "4",
        ["Right front Tread"] = "4",
        ["Left rear Tread"] = "6",
        ["Right rear Tread"] = "6",
        ["Front brakes Pads, thinnest"] = "3.2",
        ["Rear brakes Pads or shoes, thinnest"] = "5.5",
        ["Under the vehicle Shocks and struts"] = "Watch",
    };

    private static readonly Dictionary<string, string> Before = new()
    {
        ["Under the hood Brake fluid, water"] = "1.2",
        ["Under the hood Battery, resting voltage"] = "12.7",
        ["Left front Tread"] = "7",
        ["Right front Tread"] = "7",
        ["Left rear Tread"] = "8",
        ["Right rear Tread"] = "8",
        ["Front brakes Pads, thinnest"] = "6.4",
        ["Rear brakes Pads or shoes, thinnest"] = "7",
    };

    private static InspectionTemplate Template(ShopDb db, List<CannedJob> canned, string start, string name)
    {
        var template = StartingInspections.Create(start, name, false).Value;
        foreach (var point in template.Points)
            if (Work.FirstOrDefault(w => w.Title == point.Spec.Title).Job is { } job)
                point.Spec.CannedJobId = canned.Single(c => c.Title == job).Id;
        db.InspectionTemplates.Add(template);
        return template;
    }

    private static Inspection Begin(InspectionTemplate template, Order order, long technician, DemoMaker shop, int minutesAgo) =>
        Inspection.Begin(template, order, null, null, technician, new Actor(technician, shop.UtcNow.PlusMinutes(-minutesAgo)));

    private static void Fill(
        Inspection inspection,
        Dictionary<string, string> said,
        long technician,
        DemoMaker shop,
        int minutesAgo,
        int most = int.MaxValue
    )
    {
        var actor = new Actor(technician, shop.UtcNow.PlusMinutes(-minutesAgo));
        foreach (var point in inspection.Ordered.Take(most))
        {
            var spec = point.Spec;
            var value = said.GetValueOrDefault($"{spec.Group} {spec.Title}");
            var usual = spec.Unit switch
            {
                "V" => "12.7",
                "%" => "1",
                "/32 in" => "8",
                _ => "8",
            };
            // The points have no keys yet, by which people name them.
            if (spec.IsMeasured)
                point.Measured = decimal.Parse(value ?? usual, CultureInfo.InvariantCulture);
            point.Rating =
                point.Measured is { } measured ? spec.Limits.RatingOf(measured)
                : value is null ? Rating.Good
                : Enum.Parse<Rating>(value);
            (point.ById, point.At) = (actor.StaffId, actor.At);
        }
    }

    /// <summary>The worn pads have a photo with a ring around them.</summary>
    private static void Photograph(Inspection inspection, Instant at)
    {
        var pads = inspection.Points.First(p => p.Spec.Title == "Pads, thinnest");
        pads.Note = "Inner pad, left side";
        var photo = new PointPhoto
        {
            Hash = DemoPictures.Pad,
            At = at,
            ById = Tobias,
        };
        photo.Draw([
            new PhotoMark
            {
                Ring = true,
                FromX = 0.72m,
                FromY = 0.62m,
                ToX = 0.6m,
                ToY = 0.48m,
            },
        ]);
        pads.Photos.Add(photo);
    }

    /// <summary>The same vehicle was looked at on its last visit.</summary>
    private static async Task LastTimeAsync(ShopDb db, DemoMaker shop, InspectionTemplate template, Order today)
    {
        var last = await db
            .Orders.Where(o => o.VehicleId == today.VehicleId && o.State == OrderState.Posted)
            .OrderByDescending(o => o.Id)
            .FirstOrDefaultAsync();
        if (last is null)
            return;
        var days = (int)Math.Max(40, (shop.UtcNow - last.OpenedAt).TotalDays);
        var before = Begin(template, last, Noor, shop, days * 24 * 60);
        Fill(before, Before, Noor, shop, days * 24 * 60 - 30);
        before.Finish(new Actor(Noor, shop.UtcNow.PlusDays(-days)));
        before.Read(new Actor(DemoMaker.Writer, shop.UtcNow.PlusDays(-days)));
        db.Inspections.Add(before);
    }

    /// <summary>At the vehicle a technician notes something for the counter, and asks for a part.</summary>
    private static async Task AskAsync(ShopDb db, DemoMaker shop, Order order)
    {
        var at = new Actor(Tobias, shop.UtcNow.PlusMinutes(-18));
        await db.Entry(order).Collection(o => o.Jobs).LoadAsync();
        var job = order.OnJobs.First();
        if (PartRequest.Ask(order.Id, job.Id, "Hub dust cap, the old one is dented", null, at) is { Ok: true, Value: var asked })
            db.PartRequests.Add(asked);
        order.AddNote("Rear hub has play on the right too, worth a look next time", at);
        foreach (var change in order.Changes)
        {
            change.Keyed(order.Id);
            db.OrderChanges.Add(change);
        }
        order.Changes.Clear();
    }
}
