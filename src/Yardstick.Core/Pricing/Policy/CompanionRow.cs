namespace Yardstick.Core.Pricing;

/// <summary>Something that comes along.</summary>
public sealed record CompanionRow(
    string Code,
    string Label,
    string Category,
    AmountKind Kind,
    string AmountPerUnit,
    string HoursPerUnit,
    string CostPerUnit,
    bool Taxable,
    bool PassThrough
);
