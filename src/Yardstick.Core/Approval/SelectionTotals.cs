namespace Yardstick.Core.Approval;

/// <summary>The figures of one choice of jobs.</summary>
/// <param name="Chosen">Which of the open jobs are in: bit 0 for the first.</param>
/// <param name="Total">Total with tax over what is approved and what is chosen.</param>
/// <param name="Tax">Taxes in it.</param>
/// <param name="Adds">What each open job adds to this choice, or takes away when it is left out of it (rules, What a job adds).</param>
public sealed record SelectionTotals(int Chosen, decimal Total, decimal Tax, IReadOnlyList<decimal> Adds);
