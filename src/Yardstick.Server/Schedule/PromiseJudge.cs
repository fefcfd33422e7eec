using Yardstick.Data;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Schedule;

/// <summary>The earliest promise by the plan, for those who record one that somebody made.</summary>
internal sealed class PromiseJudge(ShopDb db, OrderMemory memory, TimeProvider time) : IPromiseJudge
{
    /// <inheritdoc />
    public async Task<LocalDateTime?> EarliestAsync(long orderId) => (await Promises.OfAsync(orderId, db, memory, time))?.PromisedAt;
}
