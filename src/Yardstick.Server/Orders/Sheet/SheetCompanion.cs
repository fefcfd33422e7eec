namespace Yardstick.Server.Orders;

/// <summary>Something that comes along with a job's parts, or would.</summary>
public sealed record SheetCompanion
{
    /// <summary>Code of the policy's rule.</summary>
    public required string Code { get; init; }

    /// <summary>What the customer reads.</summary>
    public required string Label { get; init; }

    /// <summary>Labor, Part or Fee.</summary>
    public required string Kind { get; init; }

    /// <summary>Category of the parts that call it.</summary>
    public required string Category { get; init; }

    /// <summary>Units.</summary>
    public required decimal Quantity { get; init; }

    /// <summary>Price of one unit.</summary>
    public required decimal Each { get; init; }

    /// <summary>The policy's price where somebody set another.</summary>
    public required decimal? PolicyPrice { get; init; }

    /// <summary>True where somebody set the quantity, so that it no longer follows the parts.</summary>
    public required bool QuantitySet { get; init; }

    /// <summary>Amount before discounts.</summary>
    public required decimal Amount { get; init; }

    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }

    /// <summary>True where it was waived and does not come along.</summary>
    public required bool Waived { get; init; }
}
