using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>
/// Where taxes are inside: what of each group's tax lies in which kind of amount (rules, Taxes). Each group's tax is shared over its amounts
/// in the order of the sheet. All zero where taxes are on top.
/// </summary>
internal sealed class InsideTax
{
    private readonly long[] byKind = new long[TaxComputation.Kinds];
    private readonly Dictionary<string, long> byHeldCode = new(StringComparer.Ordinal);

    /// <summary>The tax, in cents, inside amounts of a kind; of fees, those that the shop keeps.</summary>
    internal long On(AmountKind kind) => byKind[(int)kind];

    /// <summary>The tax, in cents, inside fees that are passed on.</summary>
    internal long OnPassedOn => byHeldCode.Values.Sum();

    /// <summary>The tax, in cents, inside the fees that are passed on under a code.</summary>
    internal long OnHeld(string code) => byHeldCode.GetValueOrDefault(code);

    /// <summary>The code under which an item's money is held for others; null where the shop keeps it.</summary>
    internal static string? HeldCode(PricingCase pricing, int job, in PricedItem item) =>
        !item.PassThrough ? null
        : item.Companion is { } rule ? rule.Code
        : (pricing.Jobs[job].Lines[item.Line] as FeeCaseLine)?.Code ?? "";

    internal static InsideTax Of(PricingCase pricing, OrderEvaluation main)
    {
        var result = new InsideTax();
        if (!main.By.Taxes.Inside)
            return result;
        if (main.Parts.Count == 0)
            result.Take(pricing, main);
        // Each payer's invoice has taxes of its own.
        foreach (var part in main.Parts)
            result.Take(pricing, part);
        return result;
    }

    private void Take(PricingCase pricing, OrderEvaluation main)
    {
        var taxes = main.By.Taxes;
        var slots = new List<(AmountKind Kind, string? Held, long Net)>();
        for (var j = 0; j < main.Items.Length; j++)
        {
            foreach (ref readonly var item in main.Items[j].AsSpan())
            {
                if (!item.Taxable)
                    continue;
                slots.Add((item.Kind, HeldCode(pricing, j, item), item.Net));
                if (item.Core != 0)
                    slots.Add((AmountKind.Core, null, item.Core));
            }
        }
        foreach (var fee in main.Fees)
        {
            if (fee.Fee.Taxable)
                slots.Add((AmountKind.Fee, fee.Fee.PassThrough ? fee.Fee.Code : null, fee.Amount));
        }
        if (main.Sums.Taxable[(int)AmountKind.Supplies] is var supplies and not 0)
            slots.Add((AmountKind.Supplies, null, supplies));
        var weights = new long[slots.Count];
        var shares = new long[slots.Count];
        for (var g = 0; g < taxes.GroupCount; g++)
        {
            for (var i = 0; i < weights.Length; i++)
                weights[i] = taxes.GroupOf(slots[i].Kind) == g ? slots[i].Net : 0;
            Rounding.Share(main.GroupTaxes[g], weights, shares);
            for (var i = 0; i < shares.Length; i++)
                Add(slots[i].Kind, slots[i].Held, shares[i]);
        }
    }

    private void Add(AmountKind kind, string? held, long tax)
    {
        if (held is null)
            byKind[(int)kind] += tax;
        else
            byHeldCode[held] = byHeldCode.GetValueOrDefault(held) + tax;
    }
}
