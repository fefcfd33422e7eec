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
    internal SaleNets With(SaleNets other, int sign) =>
        new(
            Labor + sign * other.Labor,
            Parts + sign * other.Parts,
            Sublet + sign * other.Sublet,
            Fees + sign * other.Fees,
            Supplies + sign * other.Supplies,
            Core + sign * other.Core,
            Held.Keys.Union(other.Held.Keys)
                .ToDictionary(code => code, code => Held.GetValueOrDefault(code) + sign * other.Held.GetValueOrDefault(code))
        );
}
