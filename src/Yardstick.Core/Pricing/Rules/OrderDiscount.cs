using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>Discounts on several amounts at once, shared in proportion to their nets (rules, Jobs; rules, Orders).</summary>
internal static class OrderDiscount
{
    /// <summary>What a discount takes from a net: a rounded percentage, or an amount but at most the net.</summary>
    internal static long Of(Discount discount, long net) =>
        discount.Percent is { } percent ? Rounding.PercentOf(net, percent) : Math.Min(net, Rounding.Cents(discount.Amount!.Value));

    private static bool Applies(DiscountBase on, AmountKind kind) =>
        on switch
        {
            DiscountBase.Labor => kind == AmountKind.Labor,
            DiscountBase.Parts => kind == AmountKind.Part,
            _ => JobEvaluation.Discountable(kind),
        };

    /// <summary>Takes a discount from the nets of the items of its base and returns what it took, in cents.</summary>
    internal static long Take(Span<PricedItem> items, Discount discount)
    {
        var weights = new long[items.Length];
        var sum = 0L;
        for (var i = 0; i < items.Length; i++)
        {
            if (!Applies(discount.On, items[i].Kind))
                continue;
            weights[i] = items[i].Net;
            sum = checked(sum + weights[i]);
        }
        var taken = Of(discount, sum);
        if (taken == 0)
            return 0;
        var shares = new long[items.Length];
        Rounding.Share(taken, weights, shares);
        for (var i = 0; i < items.Length; i++)
            items[i].Net -= shares[i];
        return taken;
    }
}
