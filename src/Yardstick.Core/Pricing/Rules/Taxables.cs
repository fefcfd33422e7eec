namespace Yardstick.Core.Pricing;

/// <summary>Taxable net by kind, in cents.</summary>
[System.Runtime.CompilerServices.InlineArray(TaxComputation.Kinds)]
internal struct Taxables
{
    private long first;
}
