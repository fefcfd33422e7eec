namespace Yardstick.Core.Pricing;

/// <summary>Everything that is needed to price one order, and nothing else. Shapes follow <c>./yardstick price</c>.</summary>
public sealed record PricingCase
{
    /// <summary>The policy in force.</summary>
    public required PricingPolicy Policy { get; init; }

    /// <summary>What the customer's account changes.</summary>
    public PricingCustomer Customer { get; init; } = new();

    /// <summary>All jobs, included or not, in the order of the sheet.</summary>
    public required IReadOnlyList<PricingJob> Jobs { get; init; }

    /// <summary>Sold over the counter: no labor companions, supplies or order fees.</summary>
    public bool CounterSale { get; init; }

    /// <summary>The order's own labor rate.</summary>
    public RateChoice? LaborRate { get; init; }

    /// <summary>Discounts on the whole order, one after the other.</summary>
    public IReadOnlyList<Discount> Discounts { get; init; } = [];

    /// <summary>Payments; refunds are negative.</summary>
    public IReadOnlyList<decimal> Payments { get; init; } = [];

    /// <summary>Write-offs.</summary>
    public IReadOnlyList<decimal> Adjustments { get; init; } = [];

    /// <summary>Which jobs count.</summary>
    public JobSelection Include { get; init; } = JobSelection.All;

    /// <summary>The amount that the customer agreed to, if there was a decision.</summary>
    public decimal? Authorized { get; init; }

    /// <summary>Others than the customer who pay for jobs; in the program only, no part of a case's JSON.</summary>
    public IReadOnlyList<CasePayer> Payers { get; init; } = [];

    /// <summary>The same order as if nobody had been told a price yet: overrides stay, held prices follow the policy.</summary>
    public PricingCase WithoutHeldPrices() =>
        this with
        {
            Jobs = Jobs.Select(job => job with { Lines = job.Lines.Select(Free).ToArray() }).ToArray(),
        };

    private static PricingLine Free(PricingLine line) =>
        line switch
        {
            PartCaseLine { Held: true } part => part with { UnitPrice = null, Held = false },
            LaborCaseLine { Held: true } labor => labor with { Rate = labor.UsualRate, Held = false },
            _ => line,
        };
}
