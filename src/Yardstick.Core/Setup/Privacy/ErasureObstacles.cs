using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>What keeps a customer from being erased today.</summary>
public static class ErasureObstacles
{
    /// <summary>Each in a sentence; none where it can be done.</summary>
    /// <param name="openOrders">Numbers of orders that are neither invoiced nor ended.</param>
    /// <param name="appointments">Appointments to come.</param>
    /// <param name="balance">What they owe the shop, or with minus the shop them.</param>
    /// <param name="currency">The shop's currency.</param>
    public static IReadOnlyList<string> Of(IReadOnlyList<long> openOrders, int appointments, Money balance, string currency)
    {
        var obstacles = new List<string>();
        if (openOrders.Count > 0)
            obstacles.Add(
                openOrders.Count == 1
                    ? Invariant($"Order {openOrders[0]} is open. Invoice or end it first.")
                    : $"Orders {string.Join(", ", openOrders)} are open. Invoice or end them first."
            );
        if (appointments > 0)
            obstacles.Add(
                appointments == 1
                    ? "An appointment is coming up. Cancel it first."
                    : Invariant($"{appointments} appointments are coming up. Cancel them first.")
            );
        if (balance.Cents > 0)
            obstacles.Add(Invariant($"They owe {balance.Cents / 100m:0.00} {currency}. Settle or write it off first."));
        if (balance.Cents < 0)
            obstacles.Add(Invariant($"The shop owes them {-balance.Cents / 100m:0.00} {currency}. Refund it first."));
        return obstacles;
    }
}
