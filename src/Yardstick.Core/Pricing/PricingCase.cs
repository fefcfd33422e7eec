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
    public Inclusion Include { get; init; } = Inclusion.All;
    /// <summary>The amount that the customer agreed to, if there was a decision.</summary>
    public decimal? Authorized { get; init; }

    /// <summary>The same order as if nobody had been told a price yet: overrides stay, held prices follow the policy.</summary>
    public PricingCase WithoutHeldPrices() => this with
    {
        Jobs = Jobs.Select(job => job with { Lines = job.Lines.Select(Free).ToArray() }).ToArray(),
    };

    private static PricingLine Free(PricingLine line) => line switch
    {
        PartLine { Held: true } part => part with { UnitPrice = null, Held = false },
        LaborLine { Held: true } labor => labor with { Rate = labor.UsualRate, Held = false },
        _ => line,
    };
}

/// <summary>Which jobs of an order count.</summary>
/// <param name="Approved">True for the approved ones only.</param>
/// <param name="Ids">A chosen set, which then rules.</param>
public sealed record Inclusion(bool Approved, IReadOnlyList<string>? Ids)
{
    /// <summary>Every job.</summary>
    public static readonly Inclusion All = new(false, null);
    /// <summary>Approved jobs.</summary>
    public static readonly Inclusion ApprovedOnly = new(true, null);
    /// <summary>A chosen set of jobs.</summary>
    public static Inclusion Of(IEnumerable<string> ids) => new(false, ids.ToArray());
}

/// <summary>A labor rate: a number, or the name of one.</summary>
/// <param name="Name">Name in the customer's or the policy's rates.</param>
/// <param name="Number">Amount per hour.</param>
public sealed record RateChoice(string? Name, decimal? Number)
{
    /// <summary>A rate by name.</summary>
    public static RateChoice Named(string name) => new(name, null);
    /// <summary>A rate as a number.</summary>
    public static RateChoice Of(decimal number) => new(null, number);
}

/// <summary>What a customer's account changes about prices.</summary>
public sealed record PricingCustomer
{
    /// <summary>The account's usual labor rate.</summary>
    public RateChoice? LaborRate { get; init; }
    /// <summary>The account's own numbers for named rates.</summary>
    public IReadOnlyDictionary<string, decimal> LaborRates { get; init; } = new Dictionary<string, decimal>();
    /// <summary>Percent off part prices, 0 to 100.</summary>
    public decimal PartsDiscountPercent { get; init; }
    /// <summary>Free of every tax.</summary>
    public bool ExemptFromAll { get; init; }
    /// <summary>Codes of the taxes that the customer is free of.</summary>
    public IReadOnlyList<string> ExemptFrom { get; init; } = [];
}

/// <summary>How a job was decided, as pricing sees it.</summary>
public enum JobDecision
{
    /// <summary>No answer yet.</summary>
    Proposed,
    /// <summary>Agreed to on this order.</summary>
    Approved,
    /// <summary>Refused.</summary>
    Declined,
    /// <summary>Put off.</summary>
    Deferred,
}

/// <summary>A piece of work that can be said yes or no to.</summary>
public sealed record PricingJob
{
    /// <summary>Name within the case.</summary>
    public required string Id { get; init; }
    /// <summary>How it was decided.</summary>
    public JobDecision Decision { get; init; }
    /// <summary>Its lines in order.</summary>
    public required IReadOnlyList<PricingLine> Lines { get; init; }
    /// <summary>One price for its labor, parts and sublet.</summary>
    public decimal? FixedPrice { get; init; }
    /// <summary>The job's labor rate.</summary>
    public RateChoice? LaborRate { get; init; }
    /// <summary>Codes of companions that do not come along.</summary>
    public IReadOnlyList<string> Waived { get; init; } = [];
    /// <summary>What a person set on companions; the rest of them goes on following the policy.</summary>
    public IReadOnlyList<CompanionEdit> CompanionEdits { get; init; } = [];
    /// <summary>Its discounts, one after the other.</summary>
    public IReadOnlyList<Discount> Discounts { get; init; } = [];
    /// <summary>Credited when one of the named jobs is included.</summary>
    public JobCredit? Credit { get; init; }
}

/// <summary>What a person set on a companion of a job. Null follows: the quantity the parts, the amount the policy.</summary>
/// <param name="Code">Code of the policy's rule.</param>
/// <param name="Quantity">Units, instead of those of the parts that call it.</param>
/// <param name="AmountPerUnit">Price for each unit, instead of the rule's.</param>
public sealed record CompanionEdit(string Code, decimal? Quantity, decimal? AmountPerUnit);

/// <summary>What a discount is taken from.</summary>
public enum DiscountBase
{
    /// <summary>Labor, parts and sublet.</summary>
    All,
    /// <summary>Labor.</summary>
    Labor,
    /// <summary>Parts.</summary>
    Parts,
}

/// <summary>A discount: exactly one of percent and amount.</summary>
/// <param name="Percent">0 to 100.</param>
/// <param name="Amount">At most the net that it is taken from.</param>
/// <param name="On">What it is taken from.</param>
public sealed record Discount(decimal? Percent, decimal? Amount, DiscountBase On = DiscountBase.All);

/// <summary>A credit given while one of the named jobs is included (a diagnosis credited to its repair).</summary>
/// <param name="Percent">0 to 100.</param>
/// <param name="Amount">At most the job's net.</param>
/// <param name="When">Ids of the jobs that bring it.</param>
public sealed record JobCredit(decimal? Percent, decimal? Amount, IReadOnlyList<string> When);

/// <summary>A line of a job.</summary>
public abstract record PricingLine
{
    /// <summary>Switched off within its job.</summary>
    public bool Out { get; init; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;
    /// <summary>The line's own discount.</summary>
    public Discount? Discount { get; init; }
    /// <summary>What the line is.</summary>
    public abstract AmountKind Kind { get; }
}

/// <summary>Labor.</summary>
public sealed record LaborLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Labor;
    /// <summary>Hours as the guide or the writer gives them, before overlap.</summary>
    public required decimal Hours { get; init; }
    /// <summary>The line's rate.</summary>
    public RateChoice? Rate { get; init; }
    /// <summary>What an hour costs the shop on this line.</summary>
    public decimal? CostPerHour { get; init; }
    /// <summary>True where the rate is one that the customer was told, and not a person's choice for this line.</summary>
    public bool Held { get; init; }
    /// <summary>The rate that would count were none held.</summary>
    public RateChoice? UsualRate { get; init; }
    /// <summary>A price that stands whatever the hours.</summary>
    public decimal? Price { get; init; }
    /// <summary>The guide's operation.</summary>
    public string? Operation { get; init; }
    /// <summary>Operations that this one holds already.</summary>
    public IReadOnlyList<string> Contains { get; init; } = [];
    /// <summary>Hours that are left of this operation beside others.</summary>
    public IReadOnlyDictionary<string, decimal> Beside { get; init; } = new Dictionary<string, decimal>();
    /// <summary>A person gave it its full time back: it is not reduced by others, but still counts for them.</summary>
    public bool KeepsTime { get; init; }
}

/// <summary>A part.</summary>
public sealed record PartLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Part;
    /// <summary>Category, which chooses bands and companions.</summary>
    public string? Category { get; init; }
    /// <summary>Units, up to 3 decimals.</summary>
    public required decimal Quantity { get; init; }
    /// <summary>The cost that prices it, each.</summary>
    public required decimal UnitCost { get; init; }
    /// <summary>The cost in the books, each, if another.</summary>
    public decimal? BookCost { get; init; }
    /// <summary>The writer's price, each, which skips the policy.</summary>
    public decimal? UnitPrice { get; init; }
    /// <summary>True where <see cref="UnitPrice"/> is what the customer was told, and not a person's override.</summary>
    public bool Held { get; init; }
    /// <summary>The maker's list price, each.</summary>
    public decimal? ListPrice { get; init; }
    /// <summary>Core deposit, each.</summary>
    public decimal CoreEach { get; init; }
    /// <summary>Old parts handed back.</summary>
    public decimal CoresReturned { get; init; }
    /// <summary>What comes along with this very part, besides what the policy says of its category; their category is not read.</summary>
    public IReadOnlyList<CompanionRule> Along { get; init; } = [];
}

/// <summary>Work sent out.</summary>
public sealed record SubletLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Sublet;
    /// <summary>What the other shop charges.</summary>
    public required decimal Cost { get; init; }
    /// <summary>Price; wins over the markup.</summary>
    public decimal? Price { get; init; }
    /// <summary>Markup in percent of cost.</summary>
    public decimal? MarkupPercent { get; init; }
}

/// <summary>A fee.</summary>
public sealed record FeeLine : PricingLine
{
    /// <inheritdoc />
    public override AmountKind Kind => AmountKind.Fee;
    /// <summary>Code by which it is remitted.</summary>
    public string? Code { get; init; }
    /// <summary>Units.</summary>
    public decimal Quantity { get; init; } = 1;
    /// <summary>Amount, each.</summary>
    public required decimal Amount { get; init; }
    /// <summary>What it costs the shop, each.</summary>
    public decimal CostEach { get; init; }
    /// <summary>True for money held for somebody else.</summary>
    public bool PassThrough { get; init; }
}
