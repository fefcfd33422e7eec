using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Turns evaluations into the figures that are shown (rules, Totals, steps 6 to 10).</summary>
internal static class FiguresBuilder
{
    internal static JobFigures Job(
        PricingCase pricing,
        ICaseEvaluator evaluator,
        OrderEvaluation evaluation,
        int index,
        bool included,
        long adds,
        PricingTrace? trace
    )
    {
        var job = pricing.Jobs[index];
        var prepared = evaluator.Prepared(index);
        var sums = new RunningTotals();
        var lines = new LineFigures[job.Lines.Count];
        var companions = new List<CompanionFigures>();
        foreach (var item in evaluation.Items[index]!)
        {
            sums.Add(item);
            if (item.Line >= 0)
                lines[item.Line] = Line(pricing, job.Lines[item.Line], prepared[item.Line], item);
            else
                companions.Add(
                    new CompanionFigures(
                        item.Companion!,
                        item.Quantity,
                        item.Each,
                        item.Edit,
                        Rounding.Amount(item.Net),
                        Rounding.Amount(item.Cost),
                        item.PassThrough ? null : Margin.Of(item.Net - item.Cost, item.Net)
                    )
                );
        }
        for (var l = 0; l < lines.Length; l++)
        {
            // A line that is out counts nowhere; its price is still worth showing.
            lines[l] ??= Line(pricing, job.Lines[l], prepared[l], Idle(prepared[l]));
        }
        var revenue = sums.Labor + sums.Parts + sums.Sublet + sums.Fees - sums.PassedOn;
        if (trace is not null)
            ExplainMargin(trace.For($"jobs[{index}].margin"), "Labor, parts, sublet and shop fees", revenue, sums.Cost);
        return new JobFigures
        {
            Id = job.Id,
            Labor = Rounding.Amount(sums.Labor),
            Parts = Rounding.Amount(sums.Parts),
            Sublet = Rounding.Amount(sums.Sublet),
            Fees = Rounding.Amount(sums.Fees),
            Core = Rounding.Amount(sums.Core),
            Discount = Rounding.Amount(evaluation.JobDiscounts[index]),
            Subtotal = Rounding.Amount(sums.Subtotal),
            Included = included,
            AddsToTotal = Rounding.Amount(adds),
            Hours = sums.Hours,
            MarginPercent = Margin.Of(revenue - sums.Cost, revenue),
            Lines = lines,
            DiscountsTaken = evaluation.JobDiscountsTaken[index].Select(Rounding.Amount).ToArray(),
            Companions = companions,
        };
    }

    private static PricedItem Idle(in PreparedLine line) =>
        new()
        {
            Kind = line.Kind,
            Amount = line.Amount,
            Net = line.Amount,
            Core = line.Core,
            Cost = line.Cost,
            Hours = line.Hours,
        };

    private static LineFigures Line(PricingCase pricing, PricingLine line, in PreparedLine prepared, in PricedItem item)
    {
        decimal? policyPrice =
            line is PartCaseLine { UnitPrice: not null } part && PartPrice.BandsOf(pricing.Policy, part.Category) is not null
                ? PartPrice.ByPolicy(pricing.Policy, pricing.Customer, part)
                : null;
        var margin = item.PassThrough ? null : Margin.Of(item.Net - item.Cost, item.Net);
        return new LineFigures(
            prepared.UnitPrice,
            policyPrice,
            item.Hours,
            Rounding.Amount(item.Amount),
            Rounding.Amount(item.Net),
            Rounding.Amount(item.Core),
            Rounding.Amount(item.Cost),
            margin
        )
        {
            Id = line.Id,
            ReducedBy = item.ReducedBy,
            Discount = Rounding.Amount(item.LineDiscount),
        };
    }

    private static void ExplainMargin(StepList why, string of, long revenue, long cost)
    {
        why.AddCents(of, revenue);
        why.AddCents("Cost", cost);
        why.AddCents("Profit", revenue - cost);
        if (Margin.Of(revenue - cost, revenue) is { } margin)
            why.Add("Profit as percent of revenue", Invariant($"{margin:0.0}%"));
    }

    internal static PricingResult Order(
        PricingCase pricing,
        OrderEvaluation main,
        JobFigures[] jobs,
        ConsentFigures? consent,
        PricingTrace? trace
    )
    {
        ref readonly var sums = ref main.Sums;
        var inside = InsideTax.Of(pricing, main);
        var revenue = checked(main.Total - main.TaxTotal - (sums.Core - inside.On(AmountKind.Core)) - (sums.PassedOn - inside.OnPassedOn));
        var cost = checked(sums.Cost + main.SuppliesCost);
        var labor = sums.Labor - inside.On(AmountKind.Labor);
        decimal paid = 0,
            adjusted = 0;
        foreach (var payment in pricing.Payments)
            paid += payment;
        foreach (var adjustment in pricing.Adjustments)
            adjusted += adjustment;
        var taxes = new TaxFigures[main.TaxBases.Length];
        for (var t = 0; t < taxes.Length; t++)
            taxes[t] = new TaxFigures(pricing.Policy.Taxes[t].Code, Rounding.Amount(main.TaxBases[t]), Rounding.Amount(main.TaxAmounts[t]));
        if (trace is not null)
        {
            ExplainMargin(trace.For("margin"), "Revenue excluding taxes, cores and pass-through fees", revenue, cost);
            var rate = trace.For("effectiveLaborRate");
            rate.AddCents("Labor after discounts", labor);
            rate.Add("Hours sold", Invariant($"{sums.Hours:0.###} h"));
            if (sums.Hours != 0)
                rate.Add("Effective labor rate", Rounding.Round(Rounding.Amount(labor) / sums.Hours));
        }
        return new PricingResult
        {
            TaxesInside = pricing.Policy.PricesIncludeTax,
            Jobs = jobs,
            Labor = Rounding.Amount(sums.Labor),
            Parts = Rounding.Amount(sums.Parts),
            Sublet = Rounding.Amount(sums.Sublet),
            Fees = Rounding.Amount(sums.Fees),
            Core = Rounding.Amount(sums.Core),
            Discounts = Rounding.Amount(main.Discounts),
            DiscountsTaken = main.OrderDiscounts.Select(Rounding.Amount).ToArray(),
            Supplies = Rounding.Amount(main.Supplies),
            Subtotal = Rounding.Amount(main.Subtotal),
            OrderFees =
                main.Fees.Count == 0 ? [] : main.Fees.Select(f => new OrderFeeFigures(f.Fee.Code, Rounding.Amount(f.Amount))).ToArray(),
            Taxes = taxes,
            Total = Rounding.Amount(main.Total),
            Revenue = Rounding.Amount(revenue),
            Cost = Rounding.Amount(cost),
            Profit = Rounding.Amount(revenue - cost),
            MarginPercent = Margin.Of(revenue - cost, revenue),
            LaborHours = sums.Hours,
            EffectiveLaborRate = sums.Hours == 0 ? null : Rounding.Round(Rounding.Amount(labor) / sums.Hours),
            Paid = paid,
            Adjusted = adjusted,
            Balance = Rounding.Amount(main.Total) - paid - adjusted,
            Consent = consent,
            Payers = PayersEvaluator.Figures(pricing, main),
        };
    }
}
