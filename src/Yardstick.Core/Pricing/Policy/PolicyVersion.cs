namespace Yardstick.Core.Pricing;

/// <summary>A version of the pricing policy. Never changed once made; a trigger holds that.</summary>
public class PolicyVersion
{
    /// <summary>Key; also its number.</summary>
    public long Id { get; init; }

    /// <summary>When it came into force, UTC.</summary>
    public Instant InForceAt { get; init; }

    /// <summary>Who put it in force; null for the first.</summary>
    public long? ById { get; init; }

    /// <summary>Why it was changed, in a few words.</summary>
    public string Note { get; init; } = "";

    /// <summary>The policy as JSON, as <see cref="ShopPolicy"/> writes it.</summary>
    public required string Json { get; init; }
}
