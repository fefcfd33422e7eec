namespace Yardstick.Core.Pricing;

/// <summary>A piece of work that can be said yes or no to.</summary>
public sealed record PricingJob
{
    /// <summary>Name within the case.</summary>
    public required string Id { get; init; }

    /// <summary>How it was decided.</summary>
    public JobDecision Decision { get; init; }

    /// <summary>Key of who pays for it among <see cref="PricingCase.Payers"/>; empty for the customer.</summary>
    public string Payer { get; init; } = "";

    /// <summary>Its lines in order.</summary>
    public required IReadOnlyList<PricingLine> Lines { get; init; }

    /// <summary>One price for its labor, parts and sublet.</summary>
    public decimal? FixedPrice { get; init; }

    /// <summary>The job's labor rate.</summary>
    public RateChoice? LaborRate { get; init; }

    /// <summary>Codes of companions that do not come along.</summary>
    public IReadOnlyList<string> Waived { get; init; } = [];

    /// <summary>What a person set on companions; the rest of them goes on following the policy.</summary>
    public IReadOnlyList<CompanionEdit> CompanionEdits { get; init; } = [];

    /// <summary>Its discounts, one after the other.</summary>
    public IReadOnlyList<Discount> Discounts { get; init; } = [];

    /// <summary>Credited when one of the named jobs is included.</summary>
    public JobCredit? Credit { get; init; }
}
