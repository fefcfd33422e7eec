using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Data.Setup.Privacy;
using Yardstick.Server.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup.Privacy;

/// <summary>Erasing customers within a change, and what keeps one from it.</summary>
internal static class Erasures
{
    private static readonly TopicKind[] Told =
    [
        TopicKind.Customer,
        TopicKind.Vehicle,
        TopicKind.Orders,
        TopicKind.Floor,
        TopicKind.Calendar,
        TopicKind.FollowUps,
        TopicKind.Requests,
        TopicKind.Files,
        TopicKind.Labels,
    ];

    /// <summary>The plan; the one that holds while nobody wrote one.</summary>
    internal static async Task<RetentionPlan> PlanAsync(ShopDb db) => await db.RetentionPlans.SingleOrDefaultAsync() ?? new RetentionPlan();

    /// <summary>What keeps a customer from being erased today, each in a sentence.</summary>
    internal static async Task<IReadOnlyList<string>> ObstaclesAsync(ShopDb db, Shop shop, long customerId, Instant now)
    {
        var records = await db.AccountRecordsAsync(customerId);
        var open = await db
            .Orders.Where(o => o.CustomerId != null && records.Contains(o.CustomerId.Value) && o.State == OrderState.Open)
            .OrderBy(o => o.Id)
            .Select(o => o.Number)
            .ToListAsync();
        var local = shop.Local(now);
        var coming = await db.Appointments.CountAsync(a =>
            a.CustomerId != null
            && records.Contains(a.CustomerId.Value)
            && (a.State == AppointmentState.Asked || a.State == AppointmentState.Confirmed)
            && a.Start >= local
        );
        var owed = await db.OpenStanding(db.Invoices.Where(i => i.CustomerId != null && records.Contains(i.CustomerId.Value)))
            .ToListAsync();
        var held = await db.OpenDepositsAsync(db.Deposits.Where(d => records.Contains(d.CustomerId)));
        var balance = Money.Of(owed.Sum(o => o.Balance.Amount) - held.Sum(d => d.Left.Amount));
        return ErasureObstacles.Of(open, coming, balance, shop.Currency);
    }

    /// <summary>Erases a customer as far as it may be, and tells every screen.</summary>
    internal static async Task EraseAsync(CommandContext work, Shop shop, Erasure erasure)
    {
        var db = work.Db;
        var taken = await CustomerErasure.EraseAsync(db, shop, await PlanAsync(db), erasure.CustomerId, work.Actor.At);
        erasure.Went(taken.Counts, taken.Files, taken.KeptUntil, work.Actor.At);
        await db.SaveChangesAsync();
        foreach (var kind in Told)
            work.Changed(kind);
    }

    /// <summary>Removes from the disk what nothing refers to any more; a fault leaves it for the next round.</summary>
    internal static async Task RemoveFilesAsync(SingleWriter writer, ContentStore store, long erasureId)
    {
        await writer.RunAsync(async db =>
        {
            var erasure = await db.Erasures.SingleAsync(e => e.Id == erasureId);
            store.Remove(erasure.FilesLeft);
            erasure.FilesRemoved();
            return await db.SaveChangesAsync();
        });
    }
}
