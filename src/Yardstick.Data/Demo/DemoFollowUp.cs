using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>What the demo shop has done to follow up: who was written to and called, who answered, and what came of it.</summary>
internal static class DemoFollowUp
{
    private const int Sold = 5,
        Tried = 9;

    internal static async Task AddAsync(ShopDb db, DemoMaker shop)
    {
        AddSets(db);
        await CameBackAsync(db, shop);
        await TriedAsync(db, shop);
        db.ChangeTracker.DetectChanges();
        await db.SaveChangesAsync();
    }

    private static void AddSets(ShopDb db)
    {
        foreach (
            var (name, services) in new[]
            {
                (
                    "Gasoline car or SUV",
                    "Oil and filter service, 6 months, 5,000 miles\nTire rotation, 6,000 miles\nCoolant, flush and fill, 5 years\nCabin air filter, replace, 24 months, 20,000 miles\nBrake fluid, change, 3 years"
                ),
                (
                    "Hybrid",
                    "Oil and filter service, 12 months, 8,000 miles\nTire rotation, 6,000 miles\nHybrid battery air filter, 2 years"
                ),
                (
                    "Diesel pickup",
                    "Oil and filter service, 6 months, 7,500 miles\nFuel filter, replace, 15,000 miles\nCoolant, flush and fill, 5 years"
                ),
            }
        )
        {
            var set = new ReminderSet();
            set.Fill(name, services);
            db.ReminderSets.Add(set);
        }
    }

    /// <summary>Vehicles that had not been here for long came after a message.</summary>
    private static async Task CameBackAsync(ShopDb db, DemoMaker shop)
    {
        var since = shop.UtcNow.PlusDays(-45);
        var visits = await db
            .Orders.Where(o => o.State == OrderState.Posted && o.OpenedAt >= since && o.VehicleId != null && o.CustomerId != null)
            .Where(o => !o.CounterSale)
            .OrderBy(o => o.Id)
            .Take(Sold)
            .Select(o => new
            {
                CustomerId = o.CustomerId!.Value,
                VehicleId = o.VehicleId!.Value,
                o.OpenedAt,
            })
            .ToListAsync();
        foreach (var visit in visits)
        {
            var reason = new FollowUpReason
            {
                Kind = FollowUpKind.Away,
                SourceId = visit.VehicleId,
                CustomerId = visit.CustomerId,
                VehicleId = visit.VehicleId,
                Title = "Not seen for a while",
                On = shop.Today,
                Why = "",
            };
            await WriteAsync(
                db,
                shop,
                reason,
                visit.OpenedAt.PlusDays(-6),
                "it has been a while since your vehicle was here. Reply or call us for a time."
            );
        }
    }

    /// <summary>Deferred work that was asked about: left alone, answered, called, put off.</summary>
    private static async Task TriedAsync(ShopDb db, DemoMaker shop)
    {
        var since = shop.Today.PlusDays(-60);
        var jobs = await (
            from j in db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Deferred && j.DeferUntil >= since)
            join o in db.Orders on j.OrderId equals o.Id
            join v in db.Vehicles on o.VehicleId equals (long?)v.Id
            where o.State == OrderState.Posted && o.CustomerId == v.CustomerId && j.DeferUntil <= shop.Today
            orderby j.Id
            select new
            {
                j.Id,
                j.Title,
                v.CustomerId,
                VehicleId = v.Id,
            }
        )
            .Take(Tried)
            .ToListAsync();
        for (var i = 0; i < jobs.Count; i++)
        {
            var job = jobs[i];
            var reason = new FollowUpReason
            {
                Kind = FollowUpKind.Deferred,
                SourceId = job.Id,
                CustomerId = job.CustomerId,
                VehicleId = job.VehicleId,
                Title = job.Title,
                On = shop.Today,
                Why = "",
            };
            var at = shop.UtcNow.PlusDays(-4 - 2 * i);
            switch (i % 5)
            {
                case 0 or 3:
                    await WriteAsync(
                        db,
                        shop,
                        reason,
                        at,
                        $"when your vehicle was here we noted: {job.Title}. Reply or call us for a time."
                    );
                    if (i == 0)
                        await AnswerAsync(db, reason, at.PlusHours(3), "Yes please, any morning next week works for us.");
                    break;
                case 1:
                    Note(db, shop, reason, FollowUpActKind.NoAnswer, "", null, at);
                    break;
                case 2:
                    Note(db, shop, reason, FollowUpActKind.LeftWord, "Left word with the office", null, at);
                    break;
                default:
                    Note(db, shop, reason, FollowUpActKind.PutOff, "Away until after the holidays", shop.Today.PlusDays(45), at);
                    break;
            }
        }
    }

    private static void Note(
        ShopDb db,
        DemoMaker shop,
        FollowUpReason reason,
        FollowUpActKind what,
        string note,
        LocalDate? until,
        Instant at
    ) => db.FollowUpActs.Add(FollowUpAct.Noted(reason, what, note, until, shop.Shop.Local(at).Date, By(at)).Value);

    private static Actor By(Instant at) => new(1, at);

    private static async Task WriteAsync(ShopDb db, DemoMaker shop, FollowUpReason reason, Instant at, string words)
    {
        var customer = await db.Customers.Include(c => c.Phones).FirstAsync(c => c.Id == reason.CustomerId);
        if (customer.Phones.FirstOrDefault()?.Number is not { } number)
            return;
        var message = Message
            .Write(
                MessageChannel.Text,
                number,
                null,
                $"Hello {(customer.FirstName.Length > 0 ? customer.FirstName : customer.DisplayName)}, {words} {shop.Shop.Name}",
                By(at),
                at
            )
            .Value;
        message.IsAbout(customer.Id, null);
        message.HandedOver(at);
        message.Became(delivered: true, "");
        db.Messages.Add(message);
        await db.SaveChangesAsync();
        db.FollowUpActs.Add(FollowUpAct.Written(reason, message.Id, message.Body, By(at)));
    }

    private static async Task AnswerAsync(ShopDb db, FollowUpReason reason, Instant at, string words)
    {
        var customer = await db.Customers.Include(c => c.Phones).FirstAsync(c => c.Id == reason.CustomerId);
        if (customer.Phones.FirstOrDefault()?.Number is { } number)
            db.Messages.Add(
                Message.Received(MessageChannel.Text, number, "", words, $"demo follow-up {reason.SourceId}", customer.Id, null, at)
            );
    }
}
