namespace Yardstick.Core.Pricing;

/// <summary>Labor.</summary>
public sealed record LaborCaseLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Labor;

    /// <summary>Hours as the guide or the writer gives them, before overlap.</summary>
    public required decimal Hours { get; init; }

    /// <summary>The line's rate.</summary>
    public RateChoice? Rate { get; init; }

    /// <summary>What an hour costs the shop on this line.</summary>
    public decimal? CostPerHour { get; init; }

    /// <summary>True where the rate is one that the customer was told, and not a person's choice for this line.</summary>
    public bool Held { get; init; }

    /// <summary>The rate that would count were none held.</summary>
    public RateChoice? UsualRate { get; init; }

    /// <summary>A price that stands whatever the hours.</summary>
    public decimal? Price { get; init; }

    /// <summary>The guide's operation.</summary>
    public string? Operation { get; init; }

    /// <summary>Operations that this one holds already.</summary>
    public IReadOnlyList<string> Contains { get; init; } = [];

    /// <summary>Hours that are left of this operation beside others.</summary>
    public IReadOnlyDictionary<string, decimal> Beside { get; init; } = new Dictionary<string, decimal>();

    /// <summary>A person gave it its full time back: it is not reduced by others, but still counts for them.</summary>
    public bool KeepsTime { get; init; }
}
