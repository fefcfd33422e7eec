using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Names everything that keeps an order from being invoiced.</summary>
public static class ClosingBlockers
{
    /// <summary>All obstacles, in the order in which one would clear them.</summary>
    /// <param name="order">The order.</param>
    /// <param name="customer">Its customer; null for somebody unknown over the counter.</param>
    /// <param name="policy">The policy that prices it.</param>
    /// <param name="partOrders">Purchase orders that hold its lines.</param>
    /// <param name="sublets">Its work that was sent out.</param>
    /// <param name="onTheClock">Names of people still on its clock.</param>
    public static IReadOnlyList<ClosingBlocker> Of(
        Order order,
        Customer? customer,
        ShopPolicy policy,
        IReadOnlyList<PurchaseOrder> partOrders,
        IReadOnlyList<SubletWork> sublets,
        IReadOnlyList<string> onTheClock
    )
    {
        var found = new List<ClosingBlocker>();
        if (!order.ApprovedJobs.Any())
            found.Add(new("order.nothing", "Nothing is approved, so there is nothing to invoice; record the customer's answer first."));
        foreach (var job in order.OnJobs.Where(j => j.Decision == DecisionKind.Proposed))
            found.Add(new("job.undecided", $"\"{job.Title}\" has no answer yet; approve, decline or defer it.", job.Id));
        foreach (var job in order.ApprovedJobs.Where(j => j.Progress != JobProgress.Finished && !order.CounterSale))
            found.Add(new("job.open", $"\"{job.Title}\" is approved but not finished; finish it or record a new answer.", job.Id));
        foreach (var line in order.ApprovedJobs.SelectMany(j => j.OnLines).OfType<PartLine>().Where(l => l.IsOpen))
            found.Add(PartObstacle(line, partOrders));
        found.AddRange(Outside(sublets));
        foreach (var name in onTheClock)
            found.Add(new("clock.running", $"{name} is still on the clock for this vehicle. Stop their job first."));
        if (order.VehicleId is null && !order.CounterSale)
            found.Add(new("order.noVehicle", "No vehicle is on this order. Add it, or make this a counter sale."));
        if (order.VehicleId is not null && order.OdometerIn is null)
            found.Add(new("odometer.in", "Odometer in is missing. Enter it here.", Field: "odometerIn"));
        if (order.VehicleId is not null && order.OdometerOut is null)
            found.Add(new("odometer.out", "Odometer out is missing. Enter it here.", Field: "odometerOut"));
        if (customer is { Source: "" })
            found.Add(
                new("customer.source", $"Nobody asked how {customer.DisplayName} heard of the shop. Choose it here.", Field: "source")
            );
        if (order.PastCeiling(policy))
            found.Add(
                new(
                    "order.ceiling",
                    $"The approved work comes to {order.ApprovedByCustomer}, but the customer approved {order.AmountAgreed}. Get approval for the difference, or have a manager override the limit."
                )
            );
        foreach (var payer in order.PayingAccounts.Where(p => p.Authorized is { } most && p.Approved.Cents > most.Cents))
            found.Add(
                new(
                    "payer.ceiling",
                    $"{payer.Name} would pay {payer.Approved}, but authorized {payer.Authorized}. Enter the new authorization, or let the customer pay.",
                    order.OnJobs.First(j => j.Payer == Payer.Account && j.PayerId == payer.CustomerId).Id
                )
            );
        return found;
    }

    /// <summary>What hangs on the order, so that it can't be ended or made void yet: each with what to do about it.</summary>
    /// <param name="order">The order.</param>
    /// <param name="partOrders">Purchase orders that hold its lines.</param>
    /// <param name="sublets">Its work that was sent out.</param>
    /// <param name="onTheClock">Names of people still on its clock.</param>
    /// <param name="ending">It is to be ended; one that is made void may have approved work.</param>
    public static IReadOnlyList<ClosingBlocker> Hanging(
        this Order order,
        IReadOnlyList<PurchaseOrder> partOrders,
        IReadOnlyList<SubletWork> sublets,
        IReadOnlyList<string> onTheClock,
        bool ending = false
    )
    {
        var found = new List<ClosingBlocker>();
        if (ending)
            found.AddRange(order.ApprovedJobs.Select(Order.Approved));
        foreach (var name in onTheClock)
            found.Add(
                new("clock.running", $"{name} is still on the clock for this vehicle. Stop their job first. The time stays on record.")
            );
        foreach (
            var (on, part) in partOrders
                .Where(p => p.IsOpen)
                .SelectMany(p => p.Lines.Where(l => l.OrderId == order.Id && l.Awaited).Select(l => (p, l)))
        )
            found.Add(
                new(
                    "part.coming",
                    $"\"{part.Description}\" is on the way, on purchase order {on.Number}; call it off or receive it into stock under Parts.",
                    LineId: part.LineId
                )
            );
        found.AddRange(Outside(sublets));
        foreach (var line in order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().Where(l => l.ReceivedQuantity > Quantity.Zero))
            found.Add(new("part.here", $"\"{line.Description}\" is here for this order; put it into stock.", line.JobId, line.Id));
        return found;
    }

    private static IEnumerable<ClosingBlocker> Outside(IReadOnlyList<SubletWork> sublets) =>
        sublets
            .Where(s => s.IsOut)
            .Select(s => new ClosingBlocker(
                "sublet.outside",
                $"\"{s.Description}\" is still out with its vendor. Mark it back under Parts, or call it off there.",
                LineId: s.LineId
            ));

    private static ClosingBlocker PartObstacle(Line line, IReadOnlyList<PurchaseOrder> partOrders)
    {
        var on = partOrders.FirstOrDefault(o => o.IsOpen && o.Lines.Any(l => l.LineId == line.Id && l.Awaited));
        return on is null
            ? new(
                "part.needed",
                $"\"{line.Description}\" is neither in stock nor ordered; order it under Parts or leave the line out.",
                line.JobId,
                line.Id
            )
            : new(
                "part.coming",
                $"\"{line.Description}\" is on purchase order {on.Number} and not received; receive it under Parts.",
                line.JobId,
                line.Id
            );
    }
}
