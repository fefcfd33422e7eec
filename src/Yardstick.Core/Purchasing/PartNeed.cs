using System.Linq.Expressions;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Purchasing;

/// <summary>Which lines wait for a part that nobody has and nobody ordered. In memory and in the database it is the same rule.</summary>
public static class PartNeed
{
    /// <summary>A part line that is on, and neither kept from stock nor received in full.</summary>
    public static readonly Expression<Func<PartLine, bool>> OfLine = line =>
        line.RemovedAt == null && !line.IsExcluded && line.ReservedQuantity + line.ReceivedQuantity < line.Quantity;

    /// <summary>A job that the customer agreed to.</summary>
    public static readonly Expression<Func<Job, bool>> OfJob = job => job.Decision == DecisionKind.Approved && job.RemovedAt == null;
}
