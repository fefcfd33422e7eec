using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.WriteUp;
using Yardstick.Data;
using Yardstick.Server.Catalog;

namespace Yardstick.Server.WriteUp;

/// <summary>Makes work of what is known.</summary>
internal static class TakeOver
{
    /// <summary>The job for an order of a car.</summary>
    internal static async Task<Result<Job>> JobAsync(this AdvisoryToJob take, ShopDb db, long? vehicleId, StockCost cost)
    {
        if (take.Kind is AdvisoryTakeKind.Job or AdvisoryTakeKind.Comeback)
            return await EarlierAsync(db, take.Id ?? 0, vehicleId, cost, take.Kind == AdvisoryTakeKind.Comeback);
        var (title, cannedId, origin) = (take.Title, take.CannedJobId, JobOrigin.Advice);
        if (take.Kind == AdvisoryTakeKind.Reminder)
        {
            if (
                await db.Reminders.FirstOrDefaultAsync(r => r.Id == take.Id && r.VehicleId == vehicleId && r.RemovedAt == null)
                is not { } reminder
            )
                return new Problem("reminder.gone", "This reminder was removed. Reload the page.");
            (title, cannedId) = (reminder.Title, reminder.CannedJobId);
        }
        if (take.Kind == AdvisoryTakeKind.Finding)
        {
            if (
                await db.Findings.FirstOrDefaultAsync(f => f.Id == take.Id) is not { } finding
                || !await db.Orders.AnyAsync(o => o.Id == finding.OrderId && o.VehicleId == vehicleId)
            )
                return new Problem("finding.gone", "This finding belongs to another vehicle.");
            (title, origin) = (finding.Text, JobOrigin.Finding);
        }
        cannedId ??= WorkTitleMatch.Canned(title, await db.OfferedCannedJobs.ToListAsync())?.Id;
        if (cannedId is { } id)
        {
            var made = await CannedJobs.MakeAsync(db, id, cost);
            if (made.Problem is { } gone)
                return gone;
            return made.Value.Job.From(origin);
        }
        return Job.Create(title, origin);
    }

    /// <summary>An earlier job for an order of the same car, at today's prices.</summary>
    private static async Task<Result<Job>> EarlierAsync(ShopDb db, long jobId, long? vehicleId, StockCost cost, bool comeback)
    {
        var source = await db.Jobs.Include(j => j.Lines).Include(j => j.Companions).FirstOrDefaultAsync(j => j.Id == jobId);
        if (source is null || vehicleId is null || !await db.Orders.AnyAsync(o => o.Id == source.OrderId && o.VehicleId == vehicleId))
            return new Problem("job.gone", "This work belongs to another vehicle.");
        if (!comeback && await db.Jobs.AnyAsync(j => j.TakenFromJobId == jobId && j.RemovedAt == null))
            return EarlierWork.TakenAlready(source);
        var partIds = source.Lines.OfType<PartLine>().Select(l => l.PartId).OfType<long>().ToList();
        var parts = await db.Parts.Include(p => p.Companions).Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        var copy = source.CopyAtTodaysCosts(parts.GetValueOrDefault, cost);
        if (!comeback)
            return copy;
        return copy.AsComebackOf(source, await db.Orders.Where(o => o.Id == source.OrderId).Select(o => o.Number).FirstAsync());
    }
}
