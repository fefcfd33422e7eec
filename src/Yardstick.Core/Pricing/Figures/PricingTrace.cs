namespace Yardstick.Core.Pricing;

/// <summary>Collects the steps of every amount of one pricing, by the amount's path in the result.</summary>
public sealed class PricingTrace
{
    private readonly Dictionary<string, StepList> lists = [];

    /// <summary>Steps by path, such as <c>jobs[0].lines[1].unitPrice</c> or <c>taxes[0].amount</c>.</summary>
    public IReadOnlyDictionary<string, StepList> Lists => lists;

    /// <summary>The steps of one amount, begun anew.</summary>
    public StepList For(string path) => lists[path] = new StepList();
}
