using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;

namespace Yardstick.Server.Orders;

/// <summary>What is scheduled of an order goes with whoever is to do it.</summary>
internal static class OrderSchedule
{
    /// <summary>Jobs that somebody else may still do: neither finished nor on the clock.</summary>
    internal static async Task<IReadOnlySet<long>> JobsToGiveAsync(this OrderCommandContext under)
    {
        var running = await under
            .Command.Db.TimeEntries.Where(t => t.OrderId == under.Order.Id && t.End == null)
            .Select(t => t.JobId)
            .ToListAsync();
        return under.Order.OnJobs.Where(j => j.Progress != JobProgress.Finished && !running.Contains(j.Id)).Select(j => j.Id).ToHashSet();
    }

    /// <summary>Jobs that are scheduled are scheduled with somebody else, when and where they stand.</summary>
    /// <param name="under">The order under change.</param>
    /// <param name="jobs">Which jobs.</param>
    /// <param name="toId">Who does them.</param>
    /// <param name="whose">Whose work goes over; null in it is work of nobody.</param>
    internal static async Task GiveScheduledAsync(
        this OrderCommandContext under,
        IReadOnlySet<long> jobs,
        long toId,
        Func<long?, bool> whose
    )
    {
        foreach (var plan in await under.Command.Db.PlannedWork.Where(p => p.OrderId == under.Order.Id).ToListAsync())
            if (jobs.Contains(plan.JobId) && plan.TechnicianId != toId && whose(plan.TechnicianId))
                plan.AssignTo(toId);
    }
}
