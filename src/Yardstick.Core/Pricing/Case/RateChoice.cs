namespace Yardstick.Core.Pricing;

/// <summary>A labor rate: a number, or the name of one.</summary>
/// <param name="Name">Name in the customer's or the policy's rates.</param>
/// <param name="Number">Amount per hour.</param>
public sealed record RateChoice(string? Name, decimal? Number)
{
    /// <summary>A rate by name.</summary>
    public static RateChoice Named(string name) => new(name, null);

    /// <summary>A rate as a number.</summary>
    public static RateChoice Of(decimal number) => new(null, number);
}
