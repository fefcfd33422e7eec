using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a supplier's bill, matched to what was received.</summary>
public class SupplierBillLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The bill.</summary>
    public long SupplierBillId { get; init; }

    /// <summary>The receipt's line; null for work that was sent out.</summary>
    public long? ReceiptLineId { get; init; }

    /// <summary>The work that was sent out; null for parts.</summary>
    public long? SubletWorkId { get; init; }

    /// <summary>Number.</summary>
    public required string PartNumber { get; init; }

    /// <summary>What it is.</summary>
    public required string Description { get; init; }

    /// <summary>Units that are billed.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Cost each that is billed.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>Units of them that came and were not billed before.</summary>
    public Quantity Matched { get; init; }

    /// <summary>Cost each that the shop accepts.</summary>
    public UnitPrice AcceptedCost { get; init; }

    /// <summary>Cost each at which they were received.</summary>
    public UnitPrice ReceivedCost { get; init; }

    /// <summary>Core charge each, as it was received; zero for none.</summary>
    public UnitPrice CoreEach { get; init; }

    /// <summary>What of an accepted difference of price goes to cost of sales: of units that are sold by now.</summary>
    public Money ToCostOfSales { get; internal set; }

    /// <summary>Core charges of what is billed; they come back with the old parts.</summary>
    public Money Core => Money.Of(CoreEach * Quantity);

    /// <summary>What is billed, core charges among it.</summary>
    public Money Amount => Money.Of(UnitCost * Quantity) + Core;

    /// <summary>What of it the shop does not accept.</summary>
    public Money Disputed => Amount - Money.Of(AcceptedCost * Matched) - Money.Of(CoreEach * Matched);

    /// <summary>Accepted difference each to what it was received at; zero where there is none.</summary>
    public decimal PriceDifference => AcceptedCost.Value - ReceivedCost.Value;

    /// <summary>Part of an accepted difference is of units that are sold by now.</summary>
    public void Sold(Money amount) => ToCostOfSales = amount;
}
