namespace Yardstick.Core.Pricing;

/// <summary>What a sale costs the shop, by kind (rules, The price of an order, profit).</summary>
/// <param name="Labor">Labor.</param>
/// <param name="Parts">Parts, at book cost.</param>
/// <param name="Sublet">Sublet.</param>
/// <param name="Fees">Fees that the shop keeps, those of the order among them.</param>
/// <param name="Supplies">Shop supplies.</param>
public sealed record SaleCosts(decimal Labor, decimal Parts, decimal Sublet, decimal Fees, decimal Supplies)
{
    /// <summary>All of it.</summary>
    public decimal Sum => Labor + Parts + Sublet + Fees + Supplies;

    /// <summary>What one is less another.</summary>
    public static SaleCosts operator -(SaleCosts all, SaleCosts part) =>
        new(all.Labor - part.Labor, all.Parts - part.Parts, all.Sublet - part.Sublet, all.Fees - part.Fees, all.Supplies - part.Supplies);
}
