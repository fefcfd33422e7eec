using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>Something that comes along with one part of the catalog.</summary>
public class PartCompanion
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The part.</summary>
    public long PartId { get; init; }

    /// <summary>Short name, by which a job waives it.</summary>
    public required string Code { get; init; }

    /// <summary>What the customer reads.</summary>
    public string Label { get; init; } = "";

    /// <summary>Labor, part or fee.</summary>
    public Pricing.AmountKind Kind { get; init; }

    /// <summary>Price for each unit.</summary>
    public UnitPrice AmountPerUnit { get; init; }

    /// <summary>Hours for each unit, of labor.</summary>
    public LaborHours HoursPerUnit { get; init; }

    /// <summary>Cost of each unit, of a part or fee.</summary>
    public UnitPrice CostPerUnit { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; init; }

    /// <summary>As pricing takes it.</summary>
    /// <param name="partNumber">The part that it comes with.</param>
    public Pricing.CompanionRule Rule(string partNumber) =>
        new()
        {
            Code = Code,
            Label = Label,
            Category = partNumber,
            Kind = Kind,
            AmountPerUnit = AmountPerUnit.Value,
            HoursPerUnit = HoursPerUnit.Value,
            CostPerUnit = CostPerUnit.Value,
            Taxable = Taxable,
            PassThrough = PassThrough,
        };
}
