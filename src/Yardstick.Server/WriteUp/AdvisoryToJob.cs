using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Data;
using Yardstick.Server.Catalog;

namespace Yardstick.Server.WriteUp;

/// <summary>Something known that becomes work on an order.</summary>
/// <param name="Kind">job, reminder, finding, or work that is only a title.</param>
/// <param name="Id">Key of the job, reminder or finding.</param>
/// <param name="Title">What is to be done; the title of the job where nothing else tells one.</param>
/// <param name="CannedJobId">The canned job that does it.</param>
public sealed record AdvisoryToJob(string Kind, long? Id, string Title, long? CannedJobId)
{
    /// <summary>The job for an order of a car.</summary>
    internal async Task<Result<Job>> JobAsync(ShopDb db, long? vehicleId, StockCost cost)
    {
        if (Kind == "job")
            return await EarlierAsync(db, Id ?? 0, vehicleId, cost);
        var (title, cannedId, origin) = (Title, CannedJobId, JobOrigin.Advice);
        if (Kind == "reminder")
        {
            if (
                await db.Reminders.FirstOrDefaultAsync(r => r.Id == Id && r.VehicleId == vehicleId && r.RemovedAt == null)
                is not { } reminder
            )
                return new Problem("reminder.gone", "This reminder is not on the car any more.");
            (title, cannedId) = (reminder.Title, reminder.CannedJobId);
        }
        if (Kind == "finding")
        {
            if (
                await db.Findings.FirstOrDefaultAsync(f => f.Id == Id) is not { } finding
                || !await db.Orders.AnyAsync(o => o.Id == finding.OrderId && o.VehicleId == vehicleId)
            )
                return new Problem("finding.gone", "This finding is not of this car.");
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
    private static async Task<Result<Job>> EarlierAsync(ShopDb db, long jobId, long? vehicleId, StockCost cost)
    {
        var source = await db.Jobs.Include(j => j.Lines).Include(j => j.Companions).FirstOrDefaultAsync(j => j.Id == jobId);
        if (source is null || vehicleId is null || !await db.Orders.AnyAsync(o => o.Id == source.OrderId && o.VehicleId == vehicleId))
            return new Problem("job.gone", "This earlier work is not of this car.");
        if (await db.Jobs.AnyAsync(j => j.TakenFromJobId == jobId && j.RemovedAt == null))
            return EarlierWork.TakenAlready(source);
        var partIds = source.Lines.OfType<PartLine>().Select(l => l.PartId).OfType<long>().ToList();
        var parts = await db.Parts.Include(p => p.Companions).Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        return source.CopyAtTodaysCosts(parts.GetValueOrDefault, cost);
    }
}
