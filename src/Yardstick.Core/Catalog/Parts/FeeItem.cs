using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A fee that the shop charges by name; one held for somebody else is kept apart for remittance by its code.</summary>
public class FeeItem
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Code by which it is remitted.</summary>
    public string Code { get; internal set; } = "";

    /// <summary>What the customer reads.</summary>
    public string Label { get; internal set; } = "";

    /// <summary>Amount each.</summary>
    public UnitPrice Amount { get; internal set; }

    /// <summary>What it costs the shop, each.</summary>
    public UnitPrice CostEach { get; internal set; }

    /// <summary>Money held for somebody else.</summary>
    public bool PassThrough { get; internal set; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; internal set; } = true;

    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Takes it off what is offered, or brings it back.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow) => RemovedAt = off ? utcNow : null;

    /// <summary>A code as it is kept: trimmed, in capitals.</summary>
    public static string CodeOf(string? typed) => (typed ?? "").Trim().ToUpperInvariant();

    /// <summary>Says what it is, from what was typed. One that is held for somebody else costs the shop nothing.</summary>
    /// <param name="code">1 to 20 characters.</param>
    /// <param name="label">1 to 120 characters.</param>
    /// <param name="amount">Amount each, two decimals.</param>
    /// <param name="costEach">What it costs the shop each, two decimals; empty for nothing.</param>
    /// <param name="passThrough">Held for somebody else.</param>
    /// <param name="taxable">Taxed.</param>
    /// <param name="taken">Another fee has the code already.</param>
    /// <returns>Refused with <c>fee.code</c>, <c>fee.label</c>, <c>fee.twice</c>, <c>amount.*</c>.</returns>
    public Result Set(string? code, string? label, string? amount, string? costEach, bool passThrough, bool taxable, bool taken)
    {
        var (name, words) = (CodeOf(code), (label ?? "").Trim());
        if (name.Length is 0 or > 20)
            return new Problem("fee.code", "Enter a code of up to 20 characters.", "code");
        if (words.Length is 0 or > 120)
            return new Problem("fee.label", "Enter a name of up to 120 characters.", "label");
        var each = NumberInput.Amount(amount, "amount", 2);
        if (each.Problem is { } badAmount)
            return badAmount;
        var cost = string.IsNullOrWhiteSpace(costEach) ? 0 : NumberInput.Amount(costEach, "costEach", 2);
        if (cost.Problem is { } badCost)
            return badCost;
        if (taken)
            return new Problem("fee.twice", $"The code {name} is already used. Enter another.", "code");
        (Code, Label, Amount, CostEach, PassThrough, Taxable) = (
            name,
            words,
            new(each.Value),
            passThrough ? UnitPrice.Zero : new(cost.Value),
            passThrough,
            taxable
        );
        return Result.Done;
    }

    /// <summary>It as a line of an order.</summary>
    public FeeLine AsLine() =>
        new()
        {
            Description = Label,
            Code = Code,
            UnitAmount = Amount,
            UnitCost = CostEach,
            PassThrough = PassThrough,
            Taxable = Taxable,
            Origin = LineOrigin.Fee,
        };
}
