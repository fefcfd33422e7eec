using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Turns what was evaluated into the figures of a sale.</summary>
internal static class SaleFiguresBuilder
{
    internal static SaleFigures Of(PricingCase pricing, OrderEvaluation evaluation)
    {
        ref readonly var sums = ref evaluation.Sums;
        return new SaleFigures
        {
            Labor = Rounding.Amount(sums.Labor),
            Parts = Rounding.Amount(sums.Parts),
            Sublet = Rounding.Amount(sums.Sublet),
            Fees = Rounding.Amount(sums.Fees),
            Core = Rounding.Amount(sums.Core),
            Supplies = Rounding.Amount(evaluation.Supplies),
            Subtotal = Rounding.Amount(evaluation.Subtotal),
            Total = Rounding.Amount(evaluation.Total),
            Taxes =
            [
                .. pricing.Policy.Taxes.Select(
                    (tax, t) => new TaxFigures(tax.Code, Rounding.Amount(evaluation.TaxBases[t]), Rounding.Amount(evaluation.TaxAmounts[t]))
                ),
            ],
            Nets = Nets(pricing, InsideTax.Of(pricing, evaluation), evaluation),
            Cost = Rounding.Amount(checked(sums.Cost + evaluation.SuppliesCost)),
            Costs = Costs(evaluation),
            Hours = sums.Hours,
        };
    }

    private static SaleCosts Costs(OrderEvaluation evaluation)
    {
        Span<long> costs = stackalloc long[Enum.GetValues<AmountKind>().Length];
        foreach (var items in evaluation.Items)
        {
            foreach (ref readonly var item in items.AsSpan())
                costs[(int)item.Kind] += item.Cost;
        }
        return new SaleCosts(
            Rounding.Amount(costs[(int)AmountKind.Labor]),
            Rounding.Amount(costs[(int)AmountKind.Part]),
            Rounding.Amount(costs[(int)AmountKind.Sublet]),
            Rounding.Amount(costs[(int)AmountKind.Fee] + evaluation.Fees.Sum(f => f.Cost)),
            Rounding.Amount(evaluation.SuppliesCost)
        );
    }

    private static SaleNets Nets(PricingCase pricing, InsideTax inside, OrderEvaluation evaluation)
    {
        ref readonly var sums = ref evaluation.Sums;
        var held = new Dictionary<string, decimal>(StringComparer.Ordinal);
        void Hold(string code, long cents) => held[code] = held.GetValueOrDefault(code) + Rounding.Amount(cents);
        for (var j = 0; j < evaluation.Items.Length; j++)
        {
            foreach (ref readonly var item in evaluation.Items[j].AsSpan())
            {
                if (InsideTax.HeldCode(pricing, j, item) is { } code)
                    Hold(code, item.Net);
            }
        }
        foreach (var fee in evaluation.Fees.Where(f => f.Fee.PassThrough))
            Hold(fee.Fee.Code, fee.Amount);
        foreach (var code in held.Keys.ToArray())
            Hold(code, -inside.OnHeld(code));
        return new SaleNets(
            Rounding.Amount(sums.Labor - inside.On(AmountKind.Labor)),
            Rounding.Amount(sums.Parts - inside.On(AmountKind.Part)),
            Rounding.Amount(sums.Sublet - inside.On(AmountKind.Sublet)),
            Rounding.Amount(sums.Fees - sums.PassedOn - inside.On(AmountKind.Fee)),
            Rounding.Amount(evaluation.Supplies - inside.On(AmountKind.Supplies)),
            Rounding.Amount(sums.Core - inside.On(AmountKind.Core)),
            held
        );
    }
}
