namespace Yardstick.Core.Pricing;

/// <summary>A line that is credited.</summary>
/// <param name="Job">Id of its job.</param>
/// <param name="Line">Its place among the job's lines, from 0.</param>
/// <param name="Quantity">How much of it, above 0: hours of labor as invoiced, else units; null for all that is left.</param>
/// <param name="IsCore">Only its core charge: the old part came later, without the new one. The quantity counts cores, then.</param>
public sealed record CreditPick(string Job, int Line, decimal? Quantity = null, bool IsCore = false);
