using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A line of a supplier's bill, matched to what was received.</summary>
public class SupplierBillLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The bill.</summary>
    public long SupplierBillId { get; init; }

    /// <summary>The receipt's line.</summary>
    public long ReceiptLineId { get; init; }

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

    /// <summary>What of an accepted difference of price goes to cost of sales: of units that are sold by now.</summary>
    public Money ToCostOfSales { get; internal set; }

    /// <summary>What is billed.</summary>
    public Money Amount => Money.Of(UnitCost * Quantity);

    /// <summary>What of it the shop does not accept.</summary>
    public Money Disputed => Amount - Money.Of(AcceptedCost * Matched);

    /// <summary>Accepted difference each to what it was received at; zero where there is none.</summary>
    public decimal PriceDifference => AcceptedCost.Value - ReceivedCost.Value;

    /// <summary>Part of an accepted difference is of units that are sold by now.</summary>
    public void Sold(Money amount) => ToCostOfSales = amount;
}
