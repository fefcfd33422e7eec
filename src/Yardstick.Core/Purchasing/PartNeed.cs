using System.Linq.Expressions;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Which lines wait for a part that nobody has and nobody ordered. In memory and in the database it is the same rule.</summary>
public static class PartNeed
{
    /// <summary>A part line that is on, and neither kept from stock nor received in full.</summary>
    public static readonly Expression<Func<PartLine, bool>> OfLine = line =>
        line.RemovedAt == null && !line.IsExcluded && line.ReservedQuantity + line.ReceivedQuantity < line.Quantity;

    /// <summary>A job that the customer agreed to.</summary>
    public static readonly Expression<Func<Job, bool>> OfJob = job => job.Decision == DecisionKind.Approved && job.RemovedAt == null;

    /// <summary>Units of a line that nobody has and nobody ordered; zero where there are none.</summary>
    /// <param name="line">The line.</param>
    /// <param name="coming">Units that still come for it on purchase orders.</param>
    public static Quantity Missing(PartLine line, Quantity coming) =>
        Quantity.Max(Quantity.Zero, line.Quantity - line.ReceivedQuantity - line.ReservedQuantity - coming);

    /// <summary>
    /// A line of which the shop has not enough, and for which no supplier was chosen and nothing ordered: it is gone through with
    /// those that have no source at all.
    /// </summary>
    /// <param name="line">The line.</param>
    /// <param name="part">Its catalog part; null where it has none.</param>
    /// <param name="coming">Some of it still comes on a purchase order.</param>
    public static bool WantsSource(PartLine line, Part? part, bool coming) =>
        part is not null
        && line is { IsOn: true, IsExcluded: false, SupplierCode.Length: 0 }
        && !coming
        && line.ReservedQuantity + line.ReceivedQuantity + Quantity.Max(Quantity.Zero, part.Free) < line.Quantity;

    /// <summary>
    /// Who a part is ordered from unless somebody chooses another: the supplier that was chosen on its line, else the part's usual one,
    /// else the first.
    /// </summary>
    /// <param name="line">The line.</param>
    /// <param name="usual">The catalog part's usual supplier; null where it has none.</param>
    /// <param name="suppliers">Suppliers from whom is ordered, in their order.</param>
    /// <returns>Key of the supplier; 0 where the shop has none.</returns>
    public static long SupplierOf(PartLine line, long? usual, IReadOnlyList<Supplier> suppliers) =>
        suppliers.FirstOrDefault(s => line.SupplierCode.Length > 0 && s.Code == line.SupplierCode)?.Id
        ?? suppliers.FirstOrDefault(s => s.Id == usual)?.Id
        ?? (suppliers.Count > 0 ? suppliers[0].Id : 0);
}
