using Yardstick.Core.Approval;
using Yardstick.Core.Parts;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Orders;

/// <summary>What keeps an order from being closed (job, B1 and P8).</summary>
/// <param name="Code">Stable name.</param>
/// <param name="Message">What is in the way and what to do.</param>
/// <param name="JobId">The job that it is about.</param>
/// <param name="LineId">The line that it is about.</param>
/// <param name="Field">The header field that it is about.</param>
public sealed record Obstacle(string Code, string Message, long? JobId = null, long? LineId = null, string? Field = null);

/// <summary>Names everything that keeps an order from being invoiced.</summary>
public static class Obstacles
{
    /// <summary>All obstacles, in the order in which one would clear them.</summary>
    /// <param name="order">The order.</param>
    /// <param name="policy">The policy that prices it.</param>
    /// <param name="partOrders">Purchase orders that hold its lines.</param>
    /// <param name="onTheClock">Names of people still on its clock.</param>
    public static IReadOnlyList<Obstacle> Of(Order order, ShopPolicy policy, IReadOnlyList<PurchaseOrder> partOrders, IReadOnlyList<string> onTheClock)
    {
        var found = new List<Obstacle>();
        if (!order.ApprovedJobs.Any()) found.Add(new("order.nothing", "Nothing is approved, so there is nothing to invoice; record the customer's answer first."));
        foreach (var job in order.OnJobs.Where(j => j.Decision == DecisionKind.Proposed))
            found.Add(new("job.undecided", $"\"{job.Title}\" has no answer yet; approve, decline or defer it.", job.Id));
        foreach (var job in order.ApprovedJobs.Where(j => j.Progress != JobProgress.Finished && !order.CounterSale))
            found.Add(new("job.open", $"\"{job.Title}\" is approved but not finished; finish it or record a new answer.", job.Id));
        foreach (var line in order.ApprovedJobs.SelectMany(j => j.OnLines).Where(l => l.IsPartOpen)) found.Add(PartObstacle(line, partOrders));
        foreach (var name in onTheClock) found.Add(new("clock.running", $"{name} is still on this car's clock; clock off first."));
        if (order.VehicleId is not null && order.OdometerIn is null)
            found.Add(new("odometer.in", "The odometer reading at arrival is missing.", Field: "odometerIn"));
        if (order.VehicleId is not null && order.OdometerOut is null)
            found.Add(new("odometer.out", "The odometer reading at the end is missing; type it on the sheet.", Field: "odometerOut"));
        if (order.PastCeiling(policy))
            found.Add(new("order.ceiling", $"The approved work comes to {order.ApprovedTotal}, but {order.AmountAgreed} was agreed to; ask the customer again."));
        return found;
    }

    private static Obstacle PartObstacle(Line line, IReadOnlyList<PurchaseOrder> partOrders)
    {
        var on = partOrders.FirstOrDefault(o => o.IsOpen && o.Lines.Any(l => l.LineId == line.Id && l.Awaited));
        return on is null
            ? new("part.needed", $"\"{line.Description}\" is neither in stock nor ordered; order it under Parts or switch the line out.", line.JobId, line.Id)
            : new("part.coming", $"\"{line.Description}\" is on purchase order {on.Number} and not received; receive it under Parts.", line.JobId, line.Id);
    }
}
