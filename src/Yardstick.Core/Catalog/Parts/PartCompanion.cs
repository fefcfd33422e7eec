namespace Yardstick.Core.Catalog;

/// <summary>Something that comes along with one part of the catalog.</summary>
public class PartCompanion
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The part.</summary>
    public long PartId { get; set; }
    /// <summary>Short name, by which a job waives it.</summary>
    public required string Code { get; set; }
    /// <summary>What the customer reads.</summary>
    public string Label { get; set; } = "";
    /// <summary>Labor, part or fee.</summary>
    public Pricing.AmountKind Kind { get; set; }
    /// <summary>Price for each unit.</summary>
    public decimal AmountPerUnit { get; set; }
    /// <summary>Hours for each unit, of labor.</summary>
    public decimal HoursPerUnit { get; set; }
    /// <summary>Cost of each unit, of a part or fee.</summary>
    public decimal CostPerUnit { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; set; }

    /// <summary>As pricing takes it.</summary>
    /// <param name="partNumber">The part that it comes with.</param>
    public Pricing.CompanionRule Rule(string partNumber) => new()
    {
        Code = Code,
        Label = Label,
        Category = partNumber,
        Kind = Kind,
        AmountPerUnit = AmountPerUnit,
        HoursPerUnit = HoursPerUnit,
        CostPerUnit = CostPerUnit,
        Taxable = Taxable,
        PassThrough = PassThrough,
    };
}
