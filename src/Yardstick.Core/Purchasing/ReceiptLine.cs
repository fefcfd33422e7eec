using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Units of a part that came. Only how many of them are billed changes.</summary>
public class ReceiptLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The receipt.</summary>
    public long ReceiptId { get; init; }

    /// <summary>The line of the purchase order.</summary>
    public long PurchaseOrderLineId { get; init; }

    /// <summary>The catalog part; null where it is none.</summary>
    public long? PartId { get; init; }

    /// <summary>The order line that they were put to; null where they went into stock.</summary>
    public long? LineId { get; init; }

    /// <summary>Its repair order; null where they went into stock.</summary>
    public long? OrderId { get; init; }

    /// <summary>Number.</summary>
    public required string PartNumber { get; init; }

    /// <summary>What it is.</summary>
    public required string Description { get; init; }

    /// <summary>Units.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Cost each, as charged.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>Cost each, as it was ordered.</summary>
    public UnitPrice OrderedCost { get; init; }

    /// <summary>Core charge each; zero for none.</summary>
    public UnitPrice CoreEach { get; init; }

    /// <summary>Units of them that a supplier's bill is there for, or that were paid in cash.</summary>
    public Quantity Billed { get; internal set; }

    /// <summary>Some are not billed yet.</summary>
    public static readonly Expression<Func<ReceiptLine, bool>> IsUnbilled = line => line.Billed < line.Quantity;

    /// <summary>Units that are not billed yet.</summary>
    public Quantity Unbilled => Quantity - Billed;

    /// <summary>Units are billed.</summary>
    internal void Bill(Quantity units) => Billed += units;

    /// <summary>Their cores that go back to the supplier; null where none were charged.</summary>
    public OwedCore? Core { get; internal set; }

    /// <summary>They went into stock.</summary>
    public bool IsStock => OrderId is null;
}
