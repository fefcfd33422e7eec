namespace Yardstick.Core.Pricing;

/// <summary>A credit given while one of the named jobs is included (a diagnosis credited to its repair).</summary>
/// <param name="Percent">0 to 100.</param>
/// <param name="Amount">At most the job's net.</param>
/// <param name="When">Ids of the jobs that bring it.</param>
public sealed record JobCredit(decimal? Percent, decimal? Amount, IReadOnlyList<string> When);
