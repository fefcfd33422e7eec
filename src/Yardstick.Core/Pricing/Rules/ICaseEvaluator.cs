namespace Yardstick.Core.Pricing;

/// <summary>Prices sets of jobs of one case.</summary>
internal interface ICaseEvaluator
{
    /// <summary>Lines of a job as they stand on their own, by whoever pays for it.</summary>
    PreparedLine[] Prepared(int job);

    /// <summary>Prices a set of jobs.</summary>
    OrderEvaluation Evaluate(ReadOnlySpan<bool> included, PricingTrace? trace = null);
}
