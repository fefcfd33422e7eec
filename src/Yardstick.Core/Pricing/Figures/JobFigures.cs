namespace Yardstick.Core.Pricing;

/// <summary>A job's figures, net of all discounts.</summary>
public sealed record JobFigures
{
    /// <summary>The job's id in the case.</summary>
    public required string Id { get; init; }

    /// <summary>Net labor with companions.</summary>
    public required decimal Labor { get; init; }

    /// <summary>Net parts with companions.</summary>
    public required decimal Parts { get; init; }

    /// <summary>Net work sent out.</summary>
    public required decimal Sublet { get; init; }

    /// <summary>Fees with companions.</summary>
    public required decimal Fees { get; init; }

    /// <summary>Core deposits.</summary>
    public required decimal Core { get; init; }

    /// <summary>What its lines', its own discounts and its credit took.</summary>
    public required decimal Discount { get; init; }

    /// <summary>Sum of the five kinds.</summary>
    public required decimal Subtotal { get; init; }

    /// <summary>Whether it counts in the order's figures.</summary>
    public required bool Included { get; init; }

    /// <summary>What it adds to the total with supplies, fees and taxes; can be negative.</summary>
    public required decimal AddsToTotal { get; init; }

    /// <summary>Hours after overlap, companions among them.</summary>
    public required decimal Hours { get; init; }

    /// <summary>Margin in percent over labor, parts, sublet and fees that stay; null without revenue.</summary>
    public required decimal? MarginPercent { get; init; }

    /// <summary>Its lines, in order.</summary>
    public required IReadOnlyList<LineFigures> Lines { get; init; }

    /// <summary>What each of its own discounts took, in their order, then its credit.</summary>
    public required IReadOnlyList<decimal> DiscountsTaken { get; init; }

    /// <summary>What came along.</summary>
    public required IReadOnlyList<CompanionFigures> Companions { get; init; }
}
