namespace Yardstick.Core.Pricing;

/// <summary>Amounts without their tax, as the books keep them apart.</summary>
/// <param name="Labor">Labor.</param>
/// <param name="Parts">Parts.</param>
/// <param name="Sublet">Sublet.</param>
/// <param name="Fees">Fees that the shop keeps.</param>
/// <param name="Supplies">Shop supplies.</param>
/// <param name="Core">Core deposits.</param>
/// <param name="Held">Fees held for others, by code.</param>
public sealed record SaleNets(
    decimal Labor,
    decimal Parts,
    decimal Sublet,
    decimal Fees,
    decimal Supplies,
    decimal Core,
    IReadOnlyDictionary<string, decimal> Held
)
{
    /// <summary>What one is less another.</summary>
    public static SaleNets operator -(SaleNets all, SaleNets part) =>
        new(
            all.Labor - part.Labor,
            all.Parts - part.Parts,
            all.Sublet - part.Sublet,
            all.Fees - part.Fees,
            all.Supplies - part.Supplies,
            all.Core - part.Core,
            all.Held.Keys.Union(part.Held.Keys)
                .ToDictionary(code => code, code => all.Held.GetValueOrDefault(code) - part.Held.GetValueOrDefault(code))
        );
}
