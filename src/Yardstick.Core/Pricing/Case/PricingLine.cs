namespace Yardstick.Core.Pricing;

/// <summary>A line of a job.</summary>
public abstract record PricingLine
{
    /// <summary>Its id within the job, by which its figures are found; empty where nobody asks. No part of a case's JSON.</summary>
    public string Id { get; init; } = "";

    /// <summary>Switched off within its job.</summary>
    public bool Out { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>The line's own discount.</summary>
    public Discount? Discount { get; init; }

    /// <summary>What the line is.</summary>
    public abstract AmountKind Kind { get; }
}
