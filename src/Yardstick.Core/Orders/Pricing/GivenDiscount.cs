using System.Globalization;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>
/// A discount that somebody gave: on a line, on a job, or on the whole order. It describes itself; who gave it and why are kept.
/// </summary>
public class GivenDiscount
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The job; null for one on the whole order.</summary>
    public long? JobId { get; internal set; }

    /// <summary>The line; null for one on a job or the order.</summary>
    public long? LineId { get; internal set; }

    /// <summary>What it is taken off.</summary>
    public DiscountBase On { get; init; }

    /// <summary>Percentage, above 0 and up to 100; null for an amount.</summary>
    public Percent? Percent { get; init; }

    /// <summary>Amount of money; null for a percentage.</summary>
    public Money? Amount { get; init; }

    /// <summary>Why it was given.</summary>
    public string Reason { get; init; } = "";

    /// <summary>Who gave it.</summary>
    public long ById { get; internal set; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; internal set; }

    /// <summary>Taken back, UTC; null while it holds.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>True while it holds.</summary>
    public bool IsOn => RemovedAt is null;

    /// <summary>As pricing takes it.</summary>
    public Discount Priced => new(Percent?.Value, Amount?.Amount, On);

    /// <summary>As the counter reads it: <c>10% off labor</c>, <c>15.00 off this item</c>.</summary>
    public string Text => $"{AsTyped} off {Of}";

    /// <summary>As it stands on a document: <c>$15.00 off this job</c>.</summary>
    /// <param name="currency">Code of the currency.</param>
    public string TextIn(string currency) => TextOff(Of, currency);

    /// <summary>What it takes off something, as it stands on a document: <c>10% off Brake pads</c>.</summary>
    /// <param name="what">What it is taken off.</param>
    /// <param name="currency">Code of the currency.</param>
    public string TextOff(string what, string currency) => $"{(Percent is null ? Amount?.In(currency) : AsTyped)} off {what}";

    /// <summary>Puts it on a line, on a job, or with neither on the whole order.</summary>
    public GivenDiscount For(long? jobId, long? lineId)
    {
        (JobId, LineId) = (jobId, lineId);
        return this;
    }

    private string Of =>
        (LineId, JobId, On) switch
        {
            ({ }, _, _) => "this item",
            (_, _, DiscountBase.Labor) => "labor",
            (_, _, DiscountBase.Parts) => "parts",
            (_, { }, _) => "this job",
            _ => "your whole order",
        };

    /// <summary>Reads a discount as it was typed: <c>10%</c> or <c>15.00</c>.</summary>
    public static Result<GivenDiscount> Parse(string? text, DiscountBase on, string? reason)
    {
        var typed = (text ?? "").Trim();
        var why = (reason ?? "").Trim();
        if (why.Length > 200)
            return TextInput.TooLong(200, "reason", "A reason");
        if (typed.EndsWith('%'))
        {
            var percent = Values.Percent.Parse(typed, "value");
            if (percent.Problem is { } bad)
                return bad;
            if (percent.Value.Value is 0 or > 100)
                return new Problem("figure.range", "A discount is above 0 and at most 100 percent.", "value");
            return new GivenDiscount
            {
                On = on,
                Percent = percent.Value,
                Reason = why,
            };
        }
        var amount = NumberInput.Amount(typed, "value", 2);
        if (amount.Problem is { } problem)
            return problem;
        if (amount.Value == 0)
            return new Problem("figure.range", "A discount is above zero; type 10% or an amount.", "value");
        return new GivenDiscount
        {
            On = on,
            Amount = Money.Of(amount.Value),
            Reason = why,
        };
    }

    /// <summary>How much, as it is typed: <c>10%</c> or <c>15.00</c>.</summary>
    public string AsTyped => Percent is { } percent ? $"{percent}%" : Amount?.AsTyped ?? "";

    /// <summary>
    /// Discounts that a text may mean: <c>10%</c>, <c>10% labor</c>, <c>discount 15</c>. Where it does not say off what, there is one for
    /// each.
    /// </summary>
    /// <param name="text">What was typed.</param>
    /// <returns>Nothing where it means none.</returns>
    public static IEnumerable<GivenDiscount> Typed(string text)
    {
        var words = text.ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var value = Array.Find(words, w => char.IsAsciiDigit(w[0]));
        if (
            value is null
            || !value.EndsWith('%') && !Array.Exists(words, w => w.Length > 2 && "discount".StartsWith(w, StringComparison.Ordinal))
        )
            return [];
        bool Names(string start) => Array.Exists(words, w => w.StartsWith(start, StringComparison.Ordinal));
        DiscountBase[] bases =
            Names("lab") ? [DiscountBase.Labor]
            : Names("part") ? [DiscountBase.Parts]
            : [DiscountBase.All, DiscountBase.Labor, DiscountBase.Parts];
        return bases.Select(on => Parse(value, on, "")).Where(d => d.Ok).Select(d => d.Value);
    }
}
