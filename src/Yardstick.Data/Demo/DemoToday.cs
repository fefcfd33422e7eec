using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>
/// A day under way: open orders over every stage; one late, one that waits for a part, one that waits for an answer, an estimate that
/// nobody answered for days, and work that came back.
/// </summary>
internal sealed partial class DemoToday(DemoMaker shop, DemoNumbers numbers)
{
    private const long Tobias = 5,
        Ana = 6,
        Pieter = 7,
        Noor = 8,
        Porter = 9;
    private long number = numbers.Order,
        purchaseNumber = 501,
        entry;
    private readonly List<(string Code, PurchaseOrder Order)> atSuppliers = [];
    private readonly ShopDb db = shop.Open();

    /// <summary>Wall time so many minutes from now, on the quarter hour when it is a plan or promise.</summary>
    private LocalDateTime At(int minutes, bool quarter = true)
    {
        var at = shop.LocalNow.PlusMinutes(minutes);
        return quarter ? at.Date.AtMidnight().PlusMinutes((at.Hour * 60 + at.Minute) / PlannedWork.Step * PlannedWork.Step) : at;
    }

    internal async Task MakeAsync()
    {
        // Parts that history left short are bought, so that the day's stock can be kept from what is there.
        db.Parts.AttachRange(shop.Parts);
        foreach (var technician in DemoMaker.Technicians)
            db.Attendances.Add(new Attendance { StaffId = technician, Start = shop.Shop.Utc(shop.LocalNow.Date + new LocalTime(7, 30)) });
        entry = await db.TimeEntries.MaxAsync(t => t.Id) + 1;
        Coolant();
        Bearing();
        Done(2, "Water pump, replace", Ana, "coolant on the driveway");
        Clutch();
        Done(4, "Four tires 205/55 R16", Noor, "Needs tires before winter");
        Expected(5, "Front brake pads", Tobias, 40, "Squeals when braking in the morning", waits: true);
        Expected(6, "Oil and filter service", Pieter, 175, "60,000 mile service", waits: false, "Transmission fluid, change");
        Alternator();
        Turbo();
        Ready(9, "Battery, replace", "Battery was dead twice this week", Noor, null);
        Ready(10, "Timing belt with water pump", "Timing belt is due by distance", null, 300);
        Plain(11, Stage.Here, "Whistles at speed", null, 420);
        Plain(12, Stage.Diagnosis, "Check engine light came on yesterday", "Engine light, diagnose", 380);
        Plain(
            13,
            Stage.Pricing,
            "Thumping noise from the rear over bumps",
            "Noise, find the cause",
            400,
            "Sway bar links, replace pair",
            "Front struts, replace pair"
        );
        Checked(14, Stage.TestDrive, "Rear brake pads and rotors", Tobias, 120);
        Checked(15, Stage.Check, "Thermostat and upper hose", Pieter, 150);
        TakenHome();
        await NotAnsweredAsync();
        await CameBackAsync();
        db.Messages.Add(
            new Message
            {
                Channel = MessageChannel.Text,
                Address = "+15055550177",
                Body =
                    "Hello, this is Lena. My neighbor says you look after electric cars too. Mine hums above 40 and the range went down since it got cold. Could you have a look on Thursday morning?",
                State = MessageState.Received,
                At = shop.UtcNow.PlusMinutes(-35),
                NotBefore = shop.UtcNow.PlusMinutes(-35),
                Key = "demo-unknown-sender",
            }
        );
        Updates(db.Orders.Local.MinBy(o => o.Number)!);
        db.ChangeTracker.DetectChanges();
        await db.SaveChangesAsync();
        shop.OutsideOrders.AddRange(atSuppliers.Select(a => OutsideOrder.Of(a.Code, a.Order)));
        await db.Counters.Where(c => c.Name == Counter.Orders).ExecuteUpdateAsync(c => c.SetProperty(x => x.Next, number));
        await db.Counters.Where(c => c.Name == Counter.PurchaseOrders).ExecuteUpdateAsync(c => c.SetProperty(x => x.Next, purchaseNumber));
        await db.DisposeAsync();
    }

    /// <summary>What happened by itself and somebody at the counter has read.</summary>
    private void Updates(Order order)
    {
        Notice Read(int minutes, string text, long? orderId, string address = "") =>
            new()
            {
                At = shop.UtcNow.PlusMinutes(-minutes),
                Text = text,
                OrderId = orderId,
                Address = address,
                SeenById = order.WriterId,
                SeenAt = shop.UtcNow.PlusMinutes(4 - minutes),
            };
        db.Notices.AddRange(
            Read(95, $"Imke Sorensen asks on order {order.Number}: Is the loaner car free until tonight?", order.Id),
            Read(
                35,
                "Text from (505) 555-0177, not on file: Hello, this is Lena. My neighbor says you look after electric cars too.",
                null,
                "+15055550177"
            )
        );
    }

    /// <summary>Partly approved, partly waiting for an answer.</summary>
    private void Coolant()
    {
        var order = Open(
            0,
            "Sweet smell after the highway, heater turns cold",
            165,
            310,
            "Noise, find the cause",
            "Oil and filter service",
            "Thermostat and upper hose",
            "Wiper blades, pair"
        );
        Arrive(order, 88_412);
        var jobs = order.Jobs;
        jobs[0].Title = "Coolant smell, level low";
        jobs[0].Lines[0].Description = "Pressure test and find the leak";
        ((LaborLine)jobs[0].Lines[0]).Hours = new(1.0m);
        order.Title = jobs[0].Title;
        Stock(order);
        Approve(order, 160, AnswerChannel.InPerson, jobs[0]);
        order.BeginWork(jobs[0].Id, shop.Policy, Actor(Ana, shop.UtcNow.PlusMinutes(-140)));
        Clock(jobs[0], order, Ana, 140, 85);
        order.FinishJob(jobs[0].Id, shop.Policy, Actor(Ana, shop.UtcNow.PlusMinutes(-85)));
        order.Concerns[0].Cause = "Housing seeps at the seam, hose soft at the clamp";
        Approve(order, 60, AnswerChannel.Phone, jobs[1]);
        order.Decide(
            jobs[3].Id,
            new Answer(DecisionKind.Deferred, "Imke Sorensen", AnswerChannel.Phone, "Before winter", shop.LocalNow.Date.PlusMonths(3)),
            Price,
            By(order, 59)
        );
        order.BeginWork(jobs[1].Id, shop.Policy, Actor(Ana, shop.UtcNow.PlusMinutes(-18)));
        Clock(jobs[1], order, Ana, 18, null);
        order.MoveTo(Stage.WaitingForAnswer, "", By(order, 38));
        Plan(jobs[0], order, Ana, At(-140));
        Plan(jobs[1], order, Ana, At(-18));
        Plan(jobs[2], order, Tobias, At(120));
        order.LeadId = Tobias;
        db.FindingRecords.Add(
            new Finding
            {
                OrderId = order.Id,
                Text = "Thermostat housing seeps at the seam under pressure",
                Measured = 14,
                Unit = "psi",
                Rating = Rating.Due,
                PhotoHash = DemoPictures.Housing,
                ById = Ana,
                At = shop.UtcNow.PlusMinutes(-88),
            }
        );
        db.FindingRecords.Add(
            new Finding
            {
                OrderId = order.Id,
                Text = "Front pads",
                Measured = 6.5m,
                Unit = "mm",
                Rating = Rating.Good,
                PhotoHash = DemoPictures.Pad,
                ById = Ana,
                At = shop.UtcNow.PlusMinutes(-86),
            }
        );
        foreach (var (hash, name) in new[] { (DemoPictures.Housing, "housing.jpg"), (DemoPictures.Pad, "pad.jpg") })
            db.Photos.Add(
                new Photo
                {
                    Hash = hash,
                    Size = DemoPictures.SizeOf(name),
                    At = shop.UtcNow.PlusMinutes(-88),
                    ById = Ana,
                }
            );
        Wrote(
            order,
            150,
            MessageState.Delivered,
            "Hello Imke, your Tarnow is in the bay. We will call you before doing anything beyond the service. Lantern Bay Auto Care"
        );
        Wrote(order, 131, MessageState.Received, "Thanks. I am in a meeting until one, please text me.");
        Keep(order);
    }

    /// <summary>On the clock and late.</summary>
    private void Bearing()
    {
        var order = Open(1, "Humming that grows with speed", 190, -40, "Wheel bearing, replace one");
        Arrive(order, Reading(order));
        Stock(order);
        Approve(order, 175, AnswerChannel.Phone, order.Jobs[0]);
        order.BeginWork(order.Jobs[0].Id, shop.Policy, Actor(Tobias, shop.UtcNow.PlusMinutes(-100)));
        Clock(order.Jobs[0], order, Tobias, 100, null);
        Plan(order.Jobs[0], order, Tobias, At(-100));
        order.LeadId = Tobias;
        Keep(order);
    }

    private void Done(int car, string title, long technician, string says)
    {
        var order = Open(car, says, 185, 120, title);
        Arrive(order, Reading(order));
        Stock(order);
        var job = order.Jobs[0];
        Approve(order, 170, AnswerChannel.InPerson, job);
        OrderPricing.Refresh(order, CustomerOf(order), shop.Policy, shop.Today);
        // Technicians are on one thing at a time: what is done ended before what runs now.
        var (from, to) = technician == Ana ? (84, 20) : (130, 35);
        order.BeginWork(job.Id, shop.Policy, Actor(technician, shop.UtcNow.PlusMinutes(-from)));
        Clock(job, order, technician, from, to);
        order.FinishJob(job.Id, shop.Policy, Actor(technician, shop.UtcNow.PlusMinutes(-to)));
        Plan(job, order, technician, At(-from));
        order.LeadId = technician;
        order.WashingWanted = true;
        var wash = AfterWork.Ask(order.Id, AfterWork.Wash, []).Value;
        if (technician == Noor)
            wash.Go(AfterWorkStep.Begun, Actor(Porter, shop.UtcNow.PlusMinutes(-12)));
        db.AfterWork.Add(wash);
        Keep(order);
    }

    /// <summary>On the clock and over its time.</summary>
    private void Clutch()
    {
        var order = Open(3, "Clutch slips going uphill", 60 * 24, 260, "Clutch, replace");
        Arrive(order, Reading(order));
        var job = order.Jobs[0];
        ((LaborLine)job.Lines[0]).Hours = new(2.1m);
        job.Title = "Clutch slave cylinder, replace";
        var hose = new SubletLine
        {
            Description = "Hydraulic line, made up to the old one",
            UnitCost = new(38),
            Price = new(64),
        };
        job.Lines.Add(shop.Keyed(hose));
        db.SubletWork.Add(
            new SubletWork
            {
                OrderId = order.Id,
                LineId = hose.Id,
                SupplierId = 4,
                Description = hose.Description,
                UnitCost = hose.UnitCost,
                Note = "Same length as the sample",
                SentAt = shop.UtcNow.PlusMinutes(-95),
                SentById = DemoMaker.PartsPerson,
                ExpectedAt = shop.Shop.Utc(At(70)),
            }
        );
        order.Title = job.Title;
        Stock(order);
        Approve(order, 60 * 23, AnswerChannel.Phone, job);
        order.BeginWork(job.Id, shop.Policy, Actor(Pieter, shop.UtcNow.PlusMinutes(-136)));
        Clock(job, order, Pieter, 136, null);
        Plan(job, order, Pieter, At(-136));
        order.LeadId = Pieter;
        Keep(order);
    }

    private void Expected(int car, string title, long technician, int inMinutes, string says, bool waits, params string[] more)
    {
        var order = Open(car, says, 60 * 26, inMinutes + 200, [title, .. more]);
        (order.Stage, order.OnPremises) = (Stage.Expected, false);
        order.CustomerWaits = waits;
        Stock(order);
        Approve(order, 60 * 25, AnswerChannel.Phone, [.. order.Jobs]);
        (order.Stage, order.OnPremises) = (Stage.Expected, false);
        var start = At(inMinutes);
        OrderPricing.Refresh(order, CustomerOf(order), shop.Policy, shop.Today);
        foreach (var job in order.Jobs)
        {
            Plan(job, order, technician, start);
            start = start.PlusHours(job.SoldHours.Value);
        }
        order.LeadId = technician;
        Keep(order);
    }

    /// <summary>Waits for a part that comes today.</summary>
    private void Alternator()
    {
        var order = Open(7, "Charging light is on", 150, 230, "Alternator, replace");
        Arrive(order, Reading(order));
        var job = order.Jobs[0];
        Approve(order, 120, AnswerChannel.Phone, job);
        order.MoveTo(Stage.WaitingForParts, "The customer answered", By(order, 120));
        Purchase(order, 1, "harbor", "HP-39871", 75);
        Plan(job, order, Ana, At(100));
        order.LeadId = Ana;
    }

    /// <summary>Promised today, but its part comes tomorrow.</summary>
    private void Turbo()
    {
        var order = Open(8, "No power, whistles under load", 60 * 5, 330, "Engine light, diagnose");
        Arrive(order, Reading(order));
        order.Jobs[0].Title = "Turbocharger, replace";
        order.Title = order.Jobs[0].Title;
        order.Jobs[0].Lines[0].Description = "Turbocharger, replace";
        ((LaborLine)order.Jobs[0].Lines[0]).Hours = new(4.2m);
        ((LaborLine)order.Jobs[0].Lines[0]).LaborRate = null;
        var line = new PartLine { Position = 1 };
        line.TakePart(shop.Parts.First(p => p.Number == "TU"), shop.Policy.StockCost);
        order.Jobs[0].Lines.Add(shop.Keyed(line));
        // Found out later: nobody has ordered the gasket yet, and there is none on the shelf.
        var gasket = shop.Parts.Last(p => p.Category == "gasket");
        gasket.OnHand = Quantity.Zero;
        var second = new PartLine { Position = 2 };
        second.TakePart(gasket, shop.Policy.StockCost);
        order.Jobs[0].Lines.Add(shop.Keyed(second));
        Approve(order, 250, AnswerChannel.Phone, order.Jobs[0]);
        order.MoveTo(Stage.WaitingForParts, "The customer answered", By(order, 250));
        order.Jobs[0].ProgressNote = "More parts needed";
        Purchase(order, 2, "northline", "NL-39902", 60 * 24);
        order.LeadId = Pieter;
    }

    private void Ready(int car, string title, string says, long? technician, int? promisedIn)
    {
        var order = Open(car, says, 130, promisedIn ?? 240, title);
        Arrive(order, Reading(order));
        Stock(order);
        Approve(order, 100, AnswerChannel.InPerson, order.Jobs[0]);
        order.MoveTo(Stage.ReadyForTechnician, "The customer answered", By(order, 100));
        Plan(order.Jobs[0], order, null, At(technician is null ? 220 : 25));
        if (technician is { } next)
        {
            var by = Actor(Pieter, shop.UtcNow.PlusMinutes(-6));
            db.Handovers.Add(
                Handover.Offer(order.Id, next, "Terminals are corroded, clean them first. Keys are in the tray.", null, by).Value
            );
        }
        Keep(order);
    }

    private void Plain(int car, Stage stage, string says, string? title, int? promisedIn, params string[] more)
    {
        var order = Open(car, says, 35 + car * 2, promisedIn, title is null ? [] : [title, .. more]);
        Arrive(order, Reading(order));
        if (title is not null)
            Approve(order, 30, AnswerChannel.InPerson, order.Jobs[0]);
        order.MoveTo(stage, "", By(order, 25));
        if (stage == Stage.Diagnosis)
            Plan(order.Jobs[0], order, Noor, At(60));
        Keep(order);
    }

    private void Checked(int car, Stage stage, string title, long technician, int promisedIn)
    {
        var order = Open(car, "Came back from the first look", 60 * 27, promisedIn, title);
        Arrive(order, Reading(order));
        Stock(order);
        Approve(order, 60 * 26, AnswerChannel.Phone, order.Jobs[0]);
        order.BeginWork(order.Jobs[0].Id, shop.Policy, Actor(technician, shop.UtcNow.PlusMinutes(-60 * 21)));
        Clock(order.Jobs[0], order, technician, 60 * 21, 60 * 20);
        if (stage == Stage.Check)
            order.FinishJob(order.Jobs[0].Id, shop.Policy, Actor(technician, shop.UtcNow.PlusMinutes(-15)), shopChecks: true);
        else
            order.MoveTo(stage, "", Actor(technician, shop.UtcNow.PlusMinutes(-15)));
        order.LeadId = technician;
        Keep(order);
    }
}
