namespace Yardstick.Core.Catalog;

/// <summary>A fee that the shop charges by name; one held for somebody else is kept apart for remittance by its code.</summary>
public class FeeItem
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Code by which it is remitted.</summary>
    public required string Code { get; set; }
    /// <summary>What the customer reads.</summary>
    public required string Label { get; set; }
    /// <summary>Amount each.</summary>
    public decimal Amount { get; set; }
    /// <summary>What it costs the shop, each.</summary>
    public decimal CostEach { get; set; }
    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public DateTime? RemovedAt { get; set; }
}
