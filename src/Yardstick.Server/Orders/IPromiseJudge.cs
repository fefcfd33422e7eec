namespace Yardstick.Server.Orders;

/// <summary>Knows the earliest promise that the plan can keep.</summary>
public interface IPromiseJudge
{
    /// <summary>The earliest promise of an order, wall time; null where there is none, or nothing is left to plan.</summary>
    /// <param name="orderId">The order.</param>
    Task<LocalDateTime?> EarliestAsync(long orderId);
}
