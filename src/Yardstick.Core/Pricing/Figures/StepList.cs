using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

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
