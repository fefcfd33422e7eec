namespace Yardstick.Core.Pricing;

/// <summary>One order under two policies.</summary>
/// <param name="Id">Key of the invoice.</param>
/// <param name="TotalBefore">As it was posted.</param>
/// <param name="TotalAfter">Under the other policy.</param>
/// <param name="ProfitBefore">As it was posted.</param>
/// <param name="ProfitAfter">Under the other policy.</param>
public sealed record OrderChangeUnderPolicy(long Id, decimal TotalBefore, decimal TotalAfter, decimal ProfitBefore, decimal ProfitAfter)
{
    /// <summary>How far it moves, whatever the direction.</summary>
    public decimal Moves => Math.Max(Math.Abs(TotalAfter - TotalBefore), Math.Abs(ProfitAfter - ProfitBefore));
}
