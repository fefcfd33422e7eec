using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>A part, or a core, that goes back.</summary>
public class PartReturnLine
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The return.</summary>
    public long PartReturnId { get; init; }

    /// <summary>The receipt with which it came.</summary>
    public long ReceiptLineId { get; init; }

    /// <summary>The catalog part; null where it is none.</summary>
    public long? PartId { get; init; }

    /// <summary>The repair order that it came for; null for stock.</summary>
    public long? OrderId { get; init; }

    /// <summary>Number.</summary>
    public required string PartNumber { get; init; }

    /// <summary>What it is.</summary>
    public required string Description { get; init; }

    /// <summary>Units.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>What each should bring: its cost, or the core charge.</summary>
    public UnitPrice UnitCredit { get; init; }

    /// <summary>Why.</summary>
    public PartReturnReason Reason { get; init; }

    /// <summary>It lies in stock until it is sent.</summary>
    public bool FromStock { get; init; }

    /// <summary>What it was worth in the books when it left the order or stock; nothing for cores and for what was sold already.</summary>
    public Money BookValue { get; private set; }

    /// <summary>It left the order or stock at this value.</summary>
    public void Left(Money value) => BookValue = value;

    /// <summary>What the whole line should bring.</summary>
    public Money Expected => Money.Of(UnitCredit * Quantity);
}
