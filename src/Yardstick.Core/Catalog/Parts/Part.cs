using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Catalog;

/// <summary>A part that the shop knows, with its stock.</summary>
public class Part
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number by which it is ordered.</summary>
    public required string Number { get; set; }
    /// <summary>What it is.</summary>
    public required string Description { get; set; }
    /// <summary>Category, which chooses markup bands and companions.</summary>
    public string Category { get; set; } = "";
    /// <summary>Cost at the last receipt, each, 4 decimals.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>Weighted average cost, each, 4 decimals.</summary>
    public decimal AverageCost { get; set; }
    /// <summary>The maker's list price, each.</summary>
    public decimal? ListPrice { get; set; }
    /// <summary>Core deposit, each.</summary>
    public decimal CoreEach { get; set; }
    /// <summary>On the shelf.</summary>
    public decimal OnHand { get; set; }
    /// <summary>Kept for approved work.</summary>
    public decimal Reserved { get; set; }
    /// <summary>Reorder at or below this.</summary>
    public decimal LowestLevel { get; set; }
    /// <summary>Fill up to this.</summary>
    public decimal FillLevel { get; set; }
    /// <summary>Where it lies.</summary>
    public string Bin { get; set; } = "";
    /// <summary>Who usually supplies it.</summary>
    public long? SupplierId { get; set; }

    /// <summary>Unit in which it is counted: qt, gal, pt, lb; empty for pieces.</summary>
    public string Unit { get; set; } = "";
    /// <summary>Brand.</summary>
    public string Brand { get; set; } = "";
    /// <summary>new, used or rebuilt; empty where nobody said.</summary>
    public string Condition { get; set; } = "";
    /// <summary>Numbers of makers and others for the same part, separated by spaces.</summary>
    public string Equivalents { get; set; } = "";
    /// <summary>On the short list of the everyday ones.</summary>
    public bool Everyday { get; set; }
    /// <summary>When its cost was last heard, UTC; null where nobody knows.</summary>
    public DateTime? CostAt { get; set; }
    /// <summary>Withdrawn from the catalog, UTC; null while it is offered.</summary>
    public DateTime? WithdrawnAt { get; set; }
    /// <summary>What must come along with it, besides what comes with its category.</summary>
    public List<PartCompanion> Companions { get; } = [];

    /// <summary>On hand and not kept for anyone.</summary>
    public decimal Free => OnHand - Reserved;

    /// <summary>How much is free and where it lies: <c>4 qt free, B2</c>.</summary>
    public string FreeWords => Free > 0 ? string.Create(CultureInfo.InvariantCulture, $"{Free:0.##}{(Unit.Length > 0 ? " " : "")}{Unit} free, {Bin}") : "none free";

    /// <summary>A cost that was heard longer ago than this, in days, is said to be old.</summary>
    public const int FreshDays = 60;

    /// <summary>Age of its cost in whole months once that is old; null while it is fresh or unknown.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public int? CostMonths(DateTime utcNow) => CostAt is { } at && (utcNow - at).TotalDays > FreshDays ? (int)((utcNow - at).TotalDays / 30) : null;

    /// <summary>Which of its costs counts.</summary>
    /// <param name="which">The policy's choice.</param>
    public decimal Cost(StockCost which) => which == StockCost.Average ? AverageCost : UnitCost;

    /// <summary>A supplier's part that the shop never had, as it joins the catalog.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="supplierId">Who offers it.</param>
    public static Part Of(SupplierOffer offer, long supplierId) => new()
    {
        Number = offer.Number,
        Description = offer.Description,
        Category = offer.Category,
        SupplierId = supplierId,
        // Catalogs end a description with what it is counted in.
        Unit = offer.Description.Split(' ')[^1] switch { "quart" => "qt", "gallon" => "gal", "pint" => "pt", "pound" => "lb", _ => "" },
    };

    /// <summary>A part that came for an order and that the shop never had, as it joins the catalog.</summary>
    public static Part Of(Line line) => new()
    {
        Number = line.Number,
        Description = line.Description,
        Category = line.Category,
        Unit = line.Unit,
        Brand = line.Brand,
        Condition = line.Condition,
        ListPrice = line.ListPrice,
        CoreEach = line.CoreDeposit,
        Equivalents = line.MakersNumber,
    };

    /// <summary>Takes over what a supplier says of it. What lies on the shelf keeps the cost that it was bought at.</summary>
    /// <param name="offer">The offer.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Hear(SupplierOffer offer, DateTime utcNow)
    {
        if (OnHand <= 0) (UnitCost, AverageCost) = (offer.UnitCost, offer.UnitCost);
        (ListPrice, CoreEach, Brand, Condition, CostAt) = (offer.ListPrice, offer.CoreEach, offer.Brand, offer.Condition, utcNow);
        if (Equivalents.Length == 0) Equivalents = offer.MakersNumber;
    }

    /// <summary>Takes a receipt into stock; the average follows (rules, Stock).</summary>
    public void Receive(decimal quantity, decimal unitCost)
    {
        AverageCost = OnHand <= 0 ? unitCost
            : decimal.Round((OnHand * AverageCost + quantity * unitCost) / (OnHand + quantity), 4, MidpointRounding.AwayFromZero);
        OnHand += quantity;
        UnitCost = unitCost;
    }
}
