namespace Yardstick.Core.Pricing;

/// <summary>Something that comes along with every unit of a part category (mounting with tires).</summary>
public sealed record CompanionRule
{
    /// <summary>Short name, by which a job waives it.</summary>
    public required string Code { get; init; }

    /// <summary>What the customer reads.</summary>
    public string? Label { get; init; }

    /// <summary>The part category that calls it.</summary>
    public required string Category { get; init; }

    /// <summary>Labor, part or fee.</summary>
    public required AmountKind Kind { get; init; }

    /// <summary>Price for each unit.</summary>
    public required decimal AmountPerUnit { get; init; }

    /// <summary>Hours for each unit, of a labor companion.</summary>
    public decimal HoursPerUnit { get; init; }

    /// <summary>Cost of each unit, of a part or fee companion.</summary>
    public decimal CostPerUnit { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>True for money held for somebody else.</summary>
    public bool PassThrough { get; init; }
}
