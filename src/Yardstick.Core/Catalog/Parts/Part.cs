using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A part that the shop knows, with its stock.</summary>
public partial class Part
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number by which it is ordered.</summary>
    public string Number { get; internal set; } = "";

    /// <summary>What it is.</summary>
    public string Description { get; internal set; } = "";

    /// <summary>Category, which chooses markup bands and companions.</summary>
    public string Category { get; internal set; } = "";

    /// <summary>Cost at the last receipt, each, 4 decimals.</summary>
    public UnitPrice UnitCost { get; internal set; }

    /// <summary>Weighted average cost, each, 4 decimals.</summary>
    public UnitPrice AverageCost { get; internal set; }

    /// <summary>The maker's list price, each.</summary>
    public UnitPrice? ListPrice { get; internal set; }

    /// <summary>Core deposit, each.</summary>
    public UnitPrice CoreEach { get; internal set; }

    /// <summary>On the shelf.</summary>
    public Quantity OnHand { get; internal set; }

    /// <summary>Kept for approved work.</summary>
    public Quantity Reserved { get; internal set; }

    /// <summary>Reorder at or below this.</summary>
    public Quantity LowestLevel { get; internal set; }

    /// <summary>Fill up to this.</summary>
    public Quantity FillLevel { get; internal set; }

    /// <summary>How many come in a pack; one where it is sold singly.</summary>
    public Quantity PackSize { get; internal set; } = Quantity.One;

    /// <summary>Counts up with every change of what it is.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Where it lies.</summary>
    public string Bin { get; internal set; } = "";

    /// <summary>Who usually supplies it.</summary>
    public long? SupplierId { get; internal set; }

    /// <summary>Unit in which it is counted: qt, gal, pt, lb; empty for pieces.</summary>
    public string Unit { get; internal set; } = "";

    /// <summary>Brand.</summary>
    public string Brand { get; internal set; } = "";

    /// <summary>new, used or rebuilt; empty where nobody said.</summary>
    public string Condition { get; internal set; } = "";

    /// <summary>Load index and speed symbol of a tire; null for other parts, and where nobody knows.</summary>
    public TireRating? Rating { get; internal set; }

    /// <summary>Date code of the oldest tire on the shelf, week and year as <c>3526</c>; empty where nobody looked.</summary>
    public string DateCode { get; internal set; } = "";

    /// <summary>Numbers of makers and others for the same part.</summary>
    public IReadOnlyList<string> Equivalents { get; internal set; } = [];

    /// <summary>On the short list of the everyday ones.</summary>
    public bool Everyday { get; internal set; }

    /// <summary>When its cost was last heard, UTC; null where nobody knows.</summary>
    public Instant? CostAt { get; internal set; }

    /// <summary>Withdrawn from the catalog, UTC; null while it is offered.</summary>
    public Instant? WithdrawnAt { get; internal set; }

    /// <summary>What must come along with it, besides what comes with its category.</summary>
    public List<PartCompanion> Companions { get; } = [];

    /// <summary>On hand and not kept for anyone.</summary>
    public Quantity Free => OnHand - Reserved;

    /// <summary>How much is available and where it lies: <c>4 qt available, B2</c>.</summary>
    public string FreeWords =>
        Free > Quantity.Zero
            ? $"{Free}{(Unit.Length > 0 ? " " : "")}{Unit} available{(Bin.Length > 0 ? $", {Bin}" : "")}"
            : "none available";

    /// <summary>What a tire is rated for and how old the oldest on the shelf is; empty for other parts.</summary>
    /// <param name="today">Today.</param>
    public string TireWords(LocalDate today)
    {
        var rated = Rating is null ? "" : $"rated {Rating}";
        var made = TireDate.Read(DateCode, today) is { } date ? $"oldest made {date.Words(today)}" : "";
        return string.Join(", ", new[] { rated, made }.Where(w => w.Length > 0));
    }

    /// <summary>A cost that was heard longer ago than this, in days, is said to be old.</summary>
    public const int FreshDays = 60;

    /// <summary>That its cost is old, in whole months: <c>cost is 3 months old</c>; empty while it is fresh or unknown.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public string CostAge(Instant utcNow) =>
        CostAt is { } at && (utcNow - at).TotalDays > FreshDays
            ? string.Create(CultureInfo.InvariantCulture, $"cost {(int)((utcNow - at).TotalDays / 30)} months old")
            : "";

    /// <summary>Which of its costs counts.</summary>
    /// <param name="which">The policy's choice.</param>
    public UnitPrice Cost(StockCost which) => which == StockCost.Average ? AverageCost : UnitCost;

    /// <summary>A supplier's part that the shop never had, as it joins the catalog.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="supplierId">Who offers it.</param>
    public static Part Of(SupplierOffer offer, long supplierId) =>
        new()
        {
            Number = offer.Number,
            Description = offer.Description,
            Category = offer.Category,
            SupplierId = supplierId,
            // Catalogs end a description with what it is counted in.
            Unit = offer.Description.Split(' ')[^1] switch
            {
                "quart" => "qt",
                "gallon" => "gal",
                "pint" => "pt",
                "pound" => "lb",
                _ => "",
            },
        };

    /// <summary>A part that came for an order and that the shop never had, as it joins the catalog.</summary>
    public static Part Of(PartLine line) =>
        new()
        {
            Number = line.Number,
            Description = line.Description,
            Category = line.Category,
            Unit = line.Unit,
            Brand = line.Brand,
            Condition = line.Condition,
            ListPrice = line.ListPrice,
            CoreEach = line.CoreDeposit,
            Equivalents = Numbers(line.MakersNumber),
        };

    /// <summary>Takes over what a supplier says of it. What lies on the shelf keeps the cost that it was bought at.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Hear(SupplierOffer offer, Instant utcNow)
    {
        if (OnHand <= Quantity.Zero)
            (UnitCost, AverageCost) = (offer.UnitCost, offer.UnitCost);
        (ListPrice, CoreEach, Brand, Condition, CostAt) = (offer.ListPrice, offer.CoreEach, offer.Brand, offer.Condition, utcNow);
        if (Equivalents.Count == 0)
            Equivalents = Numbers(offer.MakersNumber);
    }

    private static string[] Numbers(string makers) => makers.Split(' ', StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Puts it onto the short list of everyday parts, or takes it off.</summary>
    public void OnShortList(bool on) => Everyday = on;

    /// <summary>Whether it is offered still. Refuses with <c>part.withdrawn</c>.</summary>
    public Result MayBeTaken() =>
        WithdrawnAt is null ? Result.Done : new Problem("part.withdrawn", $"{Number} is discontinued. Choose another.");

    /// <summary>It as a line of an order: a car takes four tires, and one of anything else.</summary>
    /// <param name="cost">Which cost prices a stock part.</param>
    public PartLine AsLine(StockCost cost)
    {
        var line = PartLine.Of(new(Category == "tire" ? 4 : 1));
        line.TakePart(this, cost);
        return line;
    }

    /// <summary>A part that came for nobody and that the shop never had, as it joins the catalog.</summary>
    /// <param name="number">Number; one without is refused with <c>part.number</c>.</param>
    /// <param name="description">What it is.</param>
    public static Result<Part> Of(string? number, string description) =>
        HasNumber(number).Problem is { } none ? none : new Part { Number = number!, Description = description };

    /// <summary>A part that goes into stock needs a number. Refuses with <c>part.number</c>.</summary>
    public static Result HasNumber(string? number) =>
        string.IsNullOrWhiteSpace(number)
            ? new Problem("part.number", "A part that goes into stock needs a number; type one on the line first.", "number")
            : Result.Done;

    /// <summary>
    /// How well it fits what was typed, the higher the better: one that fits the car comes first, then what lies on the shelf.
    /// </summary>
    /// <param name="match">What was typed.</param>
    /// <param name="fits">It is known to fit the car.</param>
    public int Score(TextSearchScore match, bool fits) =>
        (match.Score(Description, $"{Number} {Category} {Brand} {string.Join(' ', Equivalents)}") ?? 20)
        + (Free > Quantity.Zero ? 15 : 0)
        + (fits ? 90 : 0);
}
