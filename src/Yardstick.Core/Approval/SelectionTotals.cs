namespace Yardstick.Core.Approval;

/// <summary>The figures of one choice of jobs.</summary>
/// <param name="JobIds">The open jobs that are in, in the order of the sheet.</param>
/// <param name="Total">Total with tax over what is approved and what is chosen.</param>
/// <param name="CustomerPays">What of it the customer pays: the rest is another account's, or the shop's own.</param>
/// <param name="Tax">Taxes in it.</param>
/// <param name="Adds">What each open job adds to this choice, or takes away when it is left out of it (rules, What a job adds).</param>
public sealed record SelectionTotals(
    IReadOnlyList<long> JobIds,
    decimal Total,
    decimal CustomerPays,
    decimal Tax,
    IReadOnlyList<JobAddition> Adds
);
