using Yardstick.Core.Approval;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests;

/// <summary>What tests of estimates and answers have in common: a writer, a day, a shop and a policy in round figures.</summary>
internal static class Sample
{
    /// <summary>The writer, at 10:00 in the shop.</summary>
    internal static readonly Actor Mina = new(7, Instant.FromUtc(2026, 11, 23, 15, 0, 0), "tab") { Rights = Rights.Of(Role.Writer) };

    /// <summary>The shop's day.</summary>
    internal static readonly LocalDate Today = new(2026, 11, 23);

    /// <summary>Wall time in the shop.</summary>
    internal static readonly LocalDateTime Now = new(2026, 11, 23, 10, 0, 0);

    /// <summary>The shop.</summary>
    internal static readonly Shop TheShop = new()
    {
        Name = "Shop",
        TimeZone = "America/New_York",
        Terms = "Twelve months.",
        EstimateDays = 10,
    };

    /// <summary>
    /// Labor at 100 an hour, parts at twice their cost, supplies of 10 % of labor up to 15, no tax, an allowance of 10 % or 20.
    /// </summary>
    internal static readonly ShopPolicy Policy = ShopPolicy.Read(
        """
        {"currency":"USD","laborRates":{"general":100.00},"laborCostPerHour":40,"markupBands":{"standard":[{"upTo":null,"multiplier":2.0}]},"categories":{},"priceEnding":"none","companions":[],"orderFees":[],
        "supplies":{"percent":10,"base":"labor","maximum":15.00,"taxable":true,"costPercent":50},"taxes":[],"overrun":{"percent":10,"amount":20},"shop":{"marginAim":50,"stockCost":"last","exemptions":[]}}
        """
    );

    /// <summary>The policy with a tax of 5 % on everything.</summary>
    internal static readonly ShopPolicy Taxed = Policy with
    {
        Pricing = Policy.Pricing with { Taxes = [new TaxRule("STATE", 5, [AmountKind.Labor, AmountKind.Part, AmountKind.Supplies])] },
    };

    /// <summary>What an order comes to.</summary>
    internal static PricingResult Price(this ShopPolicy policy, Order order, JobSelection include) =>
        OrderPricing.Price(order, null, policy, include, Today);

    /// <summary>No photos of inspections.</summary>
    internal static readonly ILookup<long, PointPhoto> NoPhotos = Array.Empty<PointPhoto>().ToLookup(p => p.InspectionPointId);

    /// <summary>What a customer would be shown of an order.</summary>
    internal static EstimateSnapshot Shown(
        this ShopPolicy policy,
        Order order,
        IReadOnlyList<Finding>? findings = null,
        IReadOnlyList<AttachedFile>? files = null
    ) =>
        EstimateSnapshot.Of(
            order,
            new DocumentParties(null, null, "Mina"),
            TheShop,
            OrderPricing.CaseOf(order, null, policy, OrderPricing.Offered(order), Today),
            findings ?? [],
            files ?? [],
            NoPhotos,
            Now
        );
}

/// <summary>Times as texts.</summary>
internal static class Times
{
    /// <summary>A day as 2026-11-23.</summary>
    internal static LocalDate Day(string text) => NodaTime.Text.LocalDatePattern.Iso.Parse(text).Value;

    /// <summary>Wall time as 2026-11-23T10:00 or 2026-11-23 10:00.</summary>
    internal static LocalDateTime Wall(string text) =>
        LocalDateTime.FromDateTime(System.DateTime.Parse(text, System.Globalization.CultureInfo.InvariantCulture));

    /// <summary>The moment at which a clock in Greenwich shows a wall time.</summary>
    internal static Instant Utc(this LocalDateTime wall) => wall.InUtc().ToInstant();
}

/// <summary>Lines as what they are.</summary>
internal static class LineKinds
{
    internal static PartLine AsPart(this Line line) => (PartLine)line;

    internal static LaborLine AsLabor(this Line line) => (LaborLine)line;

    internal static FeeLine AsFee(this Line line) => (FeeLine)line;
}
