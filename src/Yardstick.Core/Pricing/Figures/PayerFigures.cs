namespace Yardstick.Core.Pricing;

/// <summary>What one payer of an order would be invoiced.</summary>
/// <param name="Key">Key of the payer; empty for the customer.</param>
/// <param name="Total">Total of its invoice.</param>
/// <param name="Deductible">What is added to the customer's, or taken off another's (then below zero).</param>
public sealed record PayerFigures(string Key, decimal Total, decimal Deductible)
{
    /// <summary>What it has to pay; nothing for the shop itself, which pays nobody.</summary>
    public decimal Due => Key == CasePayer.Shop.Key ? 0 : Total + Deductible;
}
