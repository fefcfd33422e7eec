using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Parts go along with work that goes to another visit.</summary>
public static class PartHandover
{
    /// <summary>What was ordered for a job comes for the other visit now, and what is here of it waits for that.</summary>
    /// <param name="order">The order that the job was on.</param>
    /// <param name="jobId">The job there.</param>
    /// <param name="moved">The job on the other order, whose lines stand in the same order.</param>
    /// <param name="next">The order of the other visit.</param>
    /// <param name="purchased">Lines of purchase orders for the order.</param>
    /// <param name="actor">Who.</param>
    public static void HandPartsTo(
        this Order order,
        long jobId,
        Job moved,
        Order next,
        IEnumerable<PurchaseOrderLine> purchased,
        Actor actor
    )
    {
        var job = order.FindJob(jobId).Value;
        var pairs = job.OnLines.Zip(moved.OnLines).ToList();
        var lines = pairs.ToDictionary(p => p.First.Id, p => p.Second.Id);
        foreach (var part in purchased)
            if (part.LineId is { } was && lines.TryGetValue(was, out var lineNow))
                part.GoesTo(lineNow, next.Id);
        foreach (var (was, now) in pairs.Where(p => p.First is PartLine).Select(p => ((PartLine)p.First, (PartLine)p.Second)))
        {
            if (was.ReceivedQuantity > Quantity.Zero)
                order.NotePart(
                    was.Id,
                    "received",
                    string.Create(CultureInfo.InvariantCulture, $"{was.ReceivedQuantity:0.###} went to order {next.Number}"),
                    actor
                );
            now.TakeOver(was);
        }
        job.AnotherVisitOrderId = next.Id;
    }
}
