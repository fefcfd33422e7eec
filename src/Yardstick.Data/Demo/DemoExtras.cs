using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Reports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Data.Demo;

/// <summary>
/// What the demo shop set up for itself: reminders, phrases, labels, fields of its own, findings that nobody made work of.
/// </summary>
internal static class DemoExtras
{
    private const int CarsWithReminders = 160;

    internal static async Task AddAsync(DemoMaker shop)
    {
        await using var db = shop.Open();
        await RemindersAsync(db, shop);
        await AttendancesAsync(db, shop);
        AddAims(db);
        for (var i = 0; i < DemoNames.Concerns.Length; i++)
            db.Phrases.Add(
                new Phrase
                {
                    Use = PhraseUse.Complaint,
                    Text = DemoNames.Concerns[i],
                    Uses = 60 - i * 3 + i % 4,
                    LastUsedAt = shop.UtcNow.PlusDays(-i),
                }
            );
        string[] found =
            ["Pads worn to the wear mark", "Leaks at the thermostat housing", "Battery fails the load test", "Lower ball joint has play"],
            corrected =
            ["Replaced and road tested", "Cleaned, adjusted and tested", "Bled the system, no more leaks after 20 minutes under pressure"];
        foreach (var (use, texts) in new[] { (PhraseUse.Cause, found), (PhraseUse.Correction, corrected) })
        {
            for (var i = 0; i < texts.Length; i++)
                db.Phrases.Add(
                    new Phrase
                    {
                        Use = use,
                        Text = texts[i],
                        Uses = 14 - i * 3,
                        LastUsedAt = shop.UtcNow.PlusDays(-i),
                    }
                );
        }
        db.Photos.Add(
            new Photo
            {
                Hash = DemoPictures.Shop,
                Size = DemoPictures.SizeOf("shop.jpg"),
                At = shop.UtcNow.PlusDays(-200),
                ById = 1,
            }
        );
        db.MeasureMails.Add(
            MeasureMail
                .Create(
                    MeasurePage.Today,
                    MeasureMailTime.Morning,
                    "ingrid@lanternbay.example",
                    [],
                    shop.LocalNow,
                    new Actor(1, shop.UtcNow.PlusDays(-40))
                )
                .Value
        );
        Label[] labels =
        [
            Named(1, RecordKind.Order, "Fleet"),
            Named(2, RecordKind.Order, "Comeback"),
            Named(3, RecordKind.Order, "Second opinion"),
            Named(4, RecordKind.Customer, "Neighbor"),
            Named(5, RecordKind.Customer, "Pays on account"),
            Named(6, RecordKind.Vehicle, "Classic"),
            Named(7, RecordKind.Vehicle, "Towing"),
        ];
        db.Labels.AddRange(labels);
        db.ExtraFields.AddRange(
            new ExtraField
            {
                Id = 1,
                Kind = RecordKind.Vehicle,
                Name = "Wheel lock key",
                Type = ExtraFieldType.Choice,
                Choices = ["glove box", "trunk", "none"],
            },
            new ExtraField
            {
                Id = 2,
                Kind = RecordKind.Customer,
                Name = "Best time to call",
                Type = ExtraFieldType.Text,
            },
            new ExtraField
            {
                Id = 3,
                Kind = RecordKind.Order,
                Name = "Fleet order number",
                Type = ExtraFieldType.Text,
            }
        );
        for (var i = 0; i < 560; i += 9)
            db.ExtraValues.Add(
                new ExtraValue
                {
                    FieldId = 1,
                    TargetId = shop.Vehicles[i].Id,
                    Value = i % 2 == 0 ? "glove box" : "trunk",
                }
            );
        foreach (var business in shop.Customers.Where(c => c.CreditDays is not null))
            db.LabelsOn.Add(new LabelOn { LabelId = 5, TargetId = business.Id });
        db.LabelsOn.Add(new LabelOn { LabelId = 4, TargetId = shop.Customers[0].Id });
        db.ExtraValues.Add(
            new ExtraValue
            {
                FieldId = 2,
                TargetId = shop.Customers[0].Id,
                Value = "after 4 pm",
            }
        );
        DemoPeople.AddTokens(db, shop.UtcNow);
        await Findings(db, shop);
        db.ChangeTracker.DetectChanges();
        await db.SaveChangesAsync();
        await DemoFollowUp.AddAsync(db, shop);
        await DemoBilling.FillAsync(db, shop);
    }

    private static void AddAims(ShopDb db)
    {
        foreach (
            var (measure, aim) in new[]
            {
                (Measure.Sales, "36,000"),
                (Measure.GrossProfit, "20,000"),
                (Measure.SoldHours, "140"),
                (Measure.PartsMargin, "42"),
                (Measure.ApprovedAmount, "85"),
                (Measure.PromisesKept, "95"),
                (Measure.AverageOrder, "460"),
                (Measure.SoldOfOnJobs, "105"),
            }
        )
        {
            var kept = new MeasureAim { Measure = measure };
            kept.Set(aim);
            db.MeasureAims.Add(kept);
        }
    }

    /// <summary>When technicians came and went in the last thirteen months, one of the times corrected.</summary>
    private static async Task AttendancesAsync(ShopDb db, DemoMaker shop)
    {
        var technicians = await db.Staff.Where(s => s.Role == Role.Technician).OrderBy(s => s.Id).ToListAsync();
        var first = shop.Today.PlusMonths(-13);
        var from = shop.Shop.Utc(first.AtMidnight());
        var worked = (await db.TimeEntries.Where(t => t.Start >= from && t.End != null).ToListAsync()).ToLookup(t =>
            (t.StaffId, shop.Shop.Local(t.Start).Date)
        );
        for (var day = first; day < shop.Today; day = day.PlusDays(1))
            foreach (var person in technicians)
                if (person.WorksOn(day, shop.Shop, []) is { } hours)
                {
                    var jobs = worked[(person.Id, day)].ToList();
                    // Longer ago people came for the work that there was.
                    if (day < shop.Today.PlusDays(-20))
                    {
                        if (jobs.Count > 0)
                            db.Attendances.Add(
                                new Attendance
                                {
                                    StaffId = person.Id,
                                    Start = jobs.Min(j => j.Start).PlusMinutes(-20 - day.DayOfYear % 25),
                                    End = jobs.Max(j => j.End)!.Value.PlusMinutes(15 + day.DayOfYear % 40),
                                }
                            );
                        continue;
                    }
                    var ends = jobs.Max(t => t.End);
                    db.Attendances.AddRange(Clocked(person.Id, day, hours, ends, (int)(person.Id * 3 + day.DayOfYear) % 7, shop.Shop));
                }
        await db.SaveChangesAsync();
        var forgotten = await db.Attendances.Where(a => a.StaffId == 7 && a.End != null).OrderByDescending(a => a.Start).FirstAsync();
        var right = new CorrectedTime(forgotten.Start, forgotten.End!.Value.Minus(Duration.FromMinutes(20)), "Forgot to clock out");
        db.TimeCorrections.Add(forgotten.Correct(right, [], new Actor(1, shop.UtcNow.PlusMinutes(-90))).Value);
    }

    /// <summary>Nobody goes before the last job of the day is done.</summary>
    private static IEnumerable<Attendance> Clocked(long staffId, LocalDate day, DayHours hours, Instant? lastJob, int early, Shop shop)
    {
        var came = shop.Utc(day + hours.From).Minus(Duration.FromMinutes(early));
        var went = shop.Utc(day + hours.Until).Plus(Duration.FromMinutes(2 * early));
        if (lastJob is { } last && last > went)
            went = last.Plus(Duration.FromMinutes(early));
        if (hours is { BreakFrom: { } from, BreakUntil: { } until })
        {
            yield return new Attendance
            {
                StaffId = staffId,
                Start = came,
                End = shop.Utc(day + from),
                EndsInBreak = true,
            };
            came = shop.Utc(day + until);
        }
        yield return new Attendance
        {
            StaffId = staffId,
            Start = came,
            End = went,
        };
    }

    private static Label Named(long id, RecordKind kind, string name) =>
        new()
        {
            Id = id,
            Kind = kind,
            Name = name,
        };

    private static async Task RemindersAsync(ShopDb db, DemoMaker shop)
    {
        var oil = shop.Canned.First(c => c.Title == "Oil and filter service");
        var changes = (
            await db
                .Orders.Where(o =>
                    o.State == OrderState.Posted && o.Jobs.Any(j => j.CannedJobId == oil.Id && j.Decision == DecisionKind.Approved)
                )
                .Select(o => new
                {
                    o.VehicleId,
                    o.Id,
                    o.PostedAt,
                    o.OdometerIn,
                })
                .ToListAsync()
        ).GroupBy(o => o.VehicleId ?? 0).ToDictionary(g => g.Key, g => g.MaxBy(o => o.Id)!);
        for (var i = 0; i < CarsWithReminders; i++)
        {
            var car = shop.Vehicles[i];
            if (changes.TryGetValue(car.Id, out var change))
            {
                var (on, reading) = (shop.Shop.Local(change.PostedAt!.Value).Date, change.OdometerIn);
                db.Reminders.Add(Counted(car.Id, oil.Title, 6, 7_500, oil.Id, on, reading, change.Id));
                if (i % 3 == 0)
                    db.Reminders.Add(Counted(car.Id, "Tire rotation", null, 7_500, null, on, reading, null));
            }
            if (i % 4 == 1)
                db.Reminders.Add(Counted(car.Id, "State inspection", 12, null, null, shop.Today.PlusDays(-200 - i), null, null));
        }
    }

    private static Reminder Counted(
        long car,
        string title,
        int? months,
        int? distance,
        long? canned,
        LocalDate since,
        Odometer? reading,
        long? order
    )
    {
        var reminder = new Reminder
        {
            VehicleId = car,
            Title = title,
            EveryMonths = months,
            EveryDistance = distance,
            CannedJobId = canned,
            StartsOn = since,
            StartsAtReading = reading,
        };
        reminder.Done(since, reading, order);
        reminder.Version = 1;
        return reminder;
    }

    /// <summary>Every tenth car was last seen with something worth watching.</summary>
    private static async Task Findings(ShopDb db, DemoMaker shop)
    {
        (string Text, decimal Measured, string Unit, Rating Rating)[] seen =
        [
            ("Rear tires", 4m, "/32 in", Rating.Due),
            ("Wiper blades streak", 0, "", Rating.Watch),
            ("Battery", 68, "% of its rating", Rating.Watch),
            ("Rear brake pads", 3.5m, "mm", Rating.Due),
        ];
        var last = await db
            .Orders.Where(o => o.State == OrderState.Posted && o.VehicleId != null && o.VehicleId % 10 == 1)
            .GroupBy(o => o.VehicleId)
            .Select(g => g.Max(o => o.Id))
            .OrderBy(id => id)
            .ToListAsync();
        var n = 0;
        foreach (var order in last)
        {
            var (text, measured, unit, rating) = seen[n++ % seen.Length];
            db.FindingRecords.Add(
                new Finding
                {
                    OrderId = order,
                    Text = text,
                    Measured = measured == 0 ? null : measured,
                    Unit = unit,
                    Rating = rating,
                    ById = DemoMaker.Technicians[n % 4],
                    At = shop.UtcNow.PlusDays(-40 - n),
                }
            );
        }
    }
}
