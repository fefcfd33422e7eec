using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>
/// What a technician opens about a car on the own bench: specs, earlier work, notes and photos, parts that were asked for. No amounts, and
/// nothing about the customer.
/// </summary>
public static class BenchDetails
{
    private const int MostEarlier = 20;

    /// <summary>An earlier visit, without amounts.</summary>
    /// <param name="Number">The order's number; that of a former program as it was there.</param>
    /// <param name="On">The day.</param>
    /// <param name="Odometer">The odometer then; null where nobody read it.</param>
    /// <param name="Complaint">What it came for.</param>
    /// <param name="Done">Titles of what was done.</param>
    /// <param name="NotDone">What was recommended and not done, with what became of it.</param>
    public sealed record EarlierVisit(
        string Number,
        LocalDate On,
        int? Odometer,
        string Complaint,
        IReadOnlyList<string> Done,
        IReadOnlyList<string> NotDone
    );

    /// <summary>A note on the order.</summary>
    public sealed record BenchNote(string Text, string By, LocalDateTime At);

    /// <summary>A photo on the order or one of its lines.</summary>
    public sealed record BenchPhoto(string Hash, string Name, string By);

    /// <summary>A part that was asked for.</summary>
    /// <param name="Text">What was asked for.</param>
    /// <param name="By">Who asked.</param>
    /// <param name="At">When.</param>
    /// <param name="State">What became of it.</param>
    /// <param name="Waiting">Nobody answered yet.</param>
    public sealed record BenchPartAsked(string Text, string By, LocalDateTime At, string State, bool Waiting);

    /// <summary>A job by its title.</summary>
    public sealed record BenchJobTitle(long Id, string Title);

    /// <summary>What is known about a car.</summary>
    public sealed record BenchDetailsView(
        long OrderId,
        long Number,
        string Plate,
        string Vehicle,
        int? OdometerIn,
        IReadOnlyList<BenchJobTitle> Jobs,
        VehicleSpecsView.VehicleSpecsAnswer Specs,
        IReadOnlyList<EarlierVisit> Earlier,
        IReadOnlyList<BenchNote> Notes,
        IReadOnlyList<BenchPhoto> Photos,
        IReadOnlyList<BenchPartAsked> Parts
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/bench/orders/{id:long}", HandleAsync).Asks(Permission.Work).Produces<BenchDetailsView>().ProducesProblem(404);

    private static async Task<IResult> HandleAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory memory, HttpContext http)
    {
        if (await db.OnBenchOf(http.User.StaffId()).FirstOrDefaultAsync(o => o.Id == id) is not { } order)
            return Problems.Of(BenchChanges.NotMine);
        var shop = await db.Shops.SingleAsync();
        var vehicle = order.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        var staff = await db.ShortNamesAsync();
        var notes = await db
            .OrderChanges.Where(c => c.OrderId == id && c.Field == "note" && c.Target == "order")
            .OrderByDescending(c => c.Id)
            .ToListAsync();
        var lineIds = db.Jobs.Where(j => j.OrderId == id).Join(db.Lines, j => j.Id, l => l.JobId, (_, l) => l.Id);
        var photos = await db
            .Files.Where(f => f.RemovedAt == null && f.ContentType == FileContent.Jpeg)
            .Where(f => f.Kind == RecordKind.Order ? f.TargetId == id : f.Kind == RecordKind.Line && lineIds.Contains(f.TargetId))
            .OrderByDescending(f => f.Id)
            .ToListAsync();
        var asked = await db.PartRequests.Where(r => r.OrderId == id).OrderByDescending(r => r.Id).ToListAsync();
        return Results.Ok(
            new BenchDetailsView(
                id,
                order.Number,
                vehicle?.Plate.Text ?? "",
                vehicle?.Description ?? order.WithoutVehicle,
                order.OdometerIn?.Value,
                await db
                    .Jobs.Where(j => j.OrderId == id && j.RemovedAt == null)
                    .Where(j => j.Decision == DecisionKind.Approved || j.Decision == DecisionKind.Proposed)
                    .OrderBy(j => j.Position)
                    .Select(j => new BenchJobTitle(j.Id, j.Title))
                    .ToListAsync(),
                (await VehicleSpecsView.OfOrderAsync(id, db, sources, memory))!,
                vehicle is null ? [] : await EarlierAsync(db, vehicle.Id, id, shop.Local),
                notes.ConvertAll(n => new BenchNote(n.New, staff.GetValueOrDefault(n.ById, ""), shop.Local(n.At))),
                photos.ConvertAll(f => new BenchPhoto(f.Hash, f.Name, staff.GetValueOrDefault(f.ById, ""))),
                asked.ConvertAll(r => new BenchPartAsked(
                    r.Text,
                    staff.GetValueOrDefault(r.ById, ""),
                    shop.Local(r.AskedAt),
                    r.StateWords(staff.GetValueOrDefault(r.AnsweredById ?? 0, "")),
                    r.AnsweredAt is null
                ))
            )
        );
    }

    private static async Task<IReadOnlyList<EarlierVisit>> EarlierAsync(
        ShopDb db,
        long vehicleId,
        long except,
        Func<Instant, LocalDateTime> local
    )
    {
        var orders = await db
            .Orders.Where(o => o.VehicleId == vehicleId && o.Id != except && o.State == OrderState.Posted)
            .OrderByDescending(o => o.Number)
            .Take(MostEarlier)
            .Select(o => new
            {
                o.Id,
                o.Number,
                At = o.PostedAt ?? o.OpenedAt,
                o.OdometerIn,
            })
            .ToListAsync();
        var ids = orders.ConvertAll(o => o.Id);
        var jobs = (
            await db.Jobs.Where(j => ids.Contains(j.OrderId) && j.RemovedAt == null).OrderBy(j => j.Position).ToListAsync()
        ).ToLookup(j => j.OrderId);
        var concerns = (await db.Concerns.Where(c => ids.Contains(c.OrderId)).OrderBy(c => c.Position).ToListAsync()).ToLookup(
            c => c.OrderId,
            c => c.Complaint
        );
        var former = await db
            .FormerOrders.Where(o => o.VehicleId == vehicleId)
            .OrderByDescending(o => o.On)
            .Take(MostEarlier)
            .ToListAsync();
        return
        [
            .. orders.Select(o => new EarlierVisit(
                o.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
                local(o.At).Date,
                o.OdometerIn?.Value,
                string.Join("; ", concerns[o.Id]),
                [.. jobs[o.Id].Where(j => j.Decision == DecisionKind.Approved).Select(j => j.Title)],
                [.. jobs[o.Id].Where(j => j.Decision != DecisionKind.Approved).Select(j => $"{j.Title}: {j.Decision.Words()}")]
            )),
            .. former.Select(o => new EarlierVisit(o.Number, o.On, o.Odometer?.Value, o.Title, [], [])),
        ];
    }
}
