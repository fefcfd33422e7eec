using System.Globalization;

namespace Yardstick.Core.Pricing;

/// <summary>One step on the way to an amount.</summary>
/// <param name="Text">What went in or which rule applied, in plain words.</param>
/// <param name="Value">What came out.</param>
/// <param name="TellsCost">True where it tells what something costs the shop; not for everybody.</param>
public sealed record PriceStep(string Text, string Value, bool TellsCost = false);

/// <summary>Steps in the order in which they were taken. Only made when somebody asks why.</summary>
public sealed class StepList
{
    private readonly List<PriceStep> steps = [];

    /// <summary>The steps so far.</summary>
    public IReadOnlyList<PriceStep> Steps => steps;

    /// <summary>Adds a step with an amount; unit costs show up to four decimals.</summary>
    /// <param name="text">What went in or which rule applied.</param>
    /// <param name="amount">What came out.</param>
    /// <param name="tellsCost">True where it tells what something costs the shop.</param>
    public void Add(string text, decimal amount, bool tellsCost = false) =>
        steps.Add(new PriceStep(text, amount.ToString("#,##0.00##", CultureInfo.InvariantCulture), tellsCost));

    /// <summary>Adds a step that was taken elsewhere.</summary>
    public void Add(PriceStep step) => steps.Add(step);

    /// <summary>Adds a step with an amount in cents.</summary>
    public void AddCents(string text, long cents, bool tellsCost = false) => Add(text, Rounding.Amount(cents), tellsCost);

    /// <summary>Adds a step whose outcome is not an amount.</summary>
    public void Add(string text, string value) => steps.Add(new PriceStep(text, value));
}

/// <summary>Collects the steps of every amount of one pricing, by the amount's path in the result.</summary>
public sealed class PricingTrace
{
    private readonly Dictionary<string, StepList> lists = [];

    /// <summary>Steps by path, such as <c>jobs[0].lines[1].unitPrice</c> or <c>taxes[0].amount</c>.</summary>
    public IReadOnlyDictionary<string, StepList> Lists => lists;

    /// <summary>The steps of one amount, begun anew.</summary>
    public StepList For(string path) => lists[path] = new StepList();
}
