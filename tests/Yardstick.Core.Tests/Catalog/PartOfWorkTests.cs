using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Catalog;

/// <summary>Which part of the catalog work gets, how much of it, and what a supplier's part becomes in the catalog.</summary>
public class PartOfWorkTests
{
    private static readonly VehicleSpecs Petrel = new(
        new LocalDate(2026, 6, 6),
        [
            new("engineOil", SpecUse.GoesIn, "Engine oil", "5.4", "L", "with filter", "", ""),
            new("oilGrade", SpecUse.GoesIn, "Engine oil grade", "0W-20", "", "", "", ""),
            new("cylinders", SpecUse.Set, "Cylinders", "6", "", "", "", ""),
            new("wheelNuts", SpecUse.Tightened, "Wheel nuts", "128", "Nm", "dry", "Tighten crosswise.", ""),
        ],
        [new WearPart("front-pads", "Front brake pads", "MK-310", ["BP-F-310", "QX-7"])]
    );

    private static Part InStock(
        string number,
        string description,
        decimal onHand,
        string category = "",
        string unit = "",
        bool withdrawn = false
    ) =>
        new()
        {
            Number = number,
            Description = description,
            OnHand = new(onHand),
            Category = category,
            Unit = unit,
            UnitCost = new(8),
            AverageCost = new(7),
            WithdrawnAt = withdrawn ? Instant.FromUtc(2026, 1, 1, 0, 0, 0) : null,
        };

    private static readonly Part[] Catalog =
    [
        InStock("BP-F-310", "Pads, front", 1),
        InStock("QX-7", "Pads, front, ceramic", 4),
        InStock("MK-310", "Pads of the maker", 9, withdrawn: true),
        InStock("BP-F-999", "Pads for another car", 20),
        InStock("OL-020", "Engine oil 0W-20, quart", 40, "oil", "qt"),
        InStock("OL-530", "Engine oil 5W-30, quart", 90, "oil", "qt"),
        InStock("BF-4", "Brake fluid, pint", 3, "fluid", "pt"),
        InStock("TF-6", "Transmission fluid, quart", 30, "fluid", "qt"),
    ];

    private static Part? Fitting(string type, VehicleSpecs? facts) => PartSearch.For(type, facts)?.Best(Catalog);

    [Theory]
    [InlineData("front-pads", "QX-7")]
    [InlineData("engine-oil", "OL-020")]
    [InlineData("brake-fluid", "BF-4")]
    [InlineData("transmission-fluid", "TF-6")]
    [InlineData("coolant", null)]
    [InlineData("water-pump", null)]
    public void The_part_fits_the_car_and_is_the_one_of_which_most_is_free(string type, string? number) =>
        Assert.Equal(number, Fitting(type, Petrel)?.Number);

    [Fact]
    public void Without_facts_a_number_is_not_guessed_but_a_fluid_is_offered()
    {
        Assert.Null(Fitting("front-pads", null));
        Assert.Equal("OL-530", Fitting("engine-oil", null)!.Number);
    }

    [Fact]
    public void A_part_that_is_kept_for_others_is_not_the_one()
    {
        var kept = InStock("QX-7", "Pads, front, ceramic", 4);
        kept.Reserved = new(4);
        Assert.Equal("BP-F-310", PartSearch.For("front-pads", Petrel)!.Best([Catalog[0], kept])!.Number);
    }

    [Fact]
    public void A_line_has_the_part_its_makers_number_and_the_quantity_of_the_facts()
    {
        var oil = PartForOperation.Of("engine-oil", new(5), Petrel, Catalog[4], StockCost.Average, "engineOil");
        Assert.Equal(
            ("OL-020", 5.7m, "engine-oil", 7m, "engineOil"),
            (oil.Number, oil.Quantity.Value, oil.PartType, oil.UnitCost.Value, oil.FactKey)
        );
        var pads = PartForOperation.Of("front-pads", new(1), Petrel, Catalog[1], StockCost.Last);
        Assert.Equal(("QX-7", "MK-310", 1m, 8m), (pads.Number, pads.MakersNumber, pads.Quantity.Value, pads.UnitCost.Value));
        Assert.Equal(6m, PartForOperation.Of("spark-plug", new(4), Petrel, null, StockCost.Last, "cylinders").Quantity.Value);
    }

    [Fact]
    public void What_is_not_in_the_catalog_is_a_line_to_be_sourced()
    {
        var pads = PartForOperation.Of("front-pads", new(1), Petrel, null, StockCost.Last);
        Assert.Equal(("Front brake pads", "", "MK-310", "front-pads"), (pads.Description, pads.Number, pads.MakersNumber, pads.PartType));
        var pump = PartForOperation.Of("water-pump", new(1), null, null, StockCost.Last, "cylinders");
        Assert.Equal(("Water pump", 1m), (pump.Description, pump.Quantity.Value));
    }

    [Theory]
    [InlineData("front-pads", "front-pads")]
    [InlineData("engineOilDry", "engine-oil")]
    [InlineData("coolantDrain", "coolant")]
    [InlineData("wheelNuts", null)]
    public void A_fact_about_a_part_or_a_fluid_becomes_one(string key, string? type) =>
        Assert.Equal(type, PartForOperation.TypeOf(key, Petrel));

    [Fact]
    public void Any_other_fact_becomes_words_with_its_caution()
    {
        var line = PartForOperation.InWords(Petrel.Facts[3], metricFirst: false);
        Assert.Equal((LineKind.Text, "Wheel nuts 94 lb·ft · 128 Nm, dry. Tighten crosswise."), (line.Kind, line.Description));
        Assert.Equal("Engine oil grade 0W-20", PartForOperation.InWords(Petrel.Facts[1], metricFirst: true).Description);
    }

    private static readonly SupplierOffer Offer = new(
        "harbor",
        "CO-1",
        "Coolant, 50/50 premix, gallon",
        "Kelp",
        "good",
        "new",
        "coolant",
        "coolant",
        new(9.5m),
        new(18),
        new(2),
        new(1),
        "MK-CO",
        "Pier",
        4,
        30
    );
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 0, 0);

    [Fact]
    public void A_suppliers_part_joins_the_catalog_with_its_unit_and_cost()
    {
        var part = Part.Of(Offer, 3);
        part.Hear(Offer, Now);
        Assert.Equal(("CO-1", "gal", "coolant", 3L), (part.Number, part.Unit, part.Category, part.SupplierId!.Value));
        Assert.Equal(
            (9.5m, 9.5m, 18m, 2m, "MK-CO", Now),
            (
                part.UnitCost.Value,
                part.AverageCost.Value,
                part.ListPrice!.Value.Value,
                part.CoreEach.Value,
                part.Equivalents.Single(),
                part.CostAt!.Value
            )
        );
    }

    [Fact]
    public void What_lies_on_the_shelf_keeps_its_cost_and_its_own_equivalents()
    {
        var part = InStock("CO-1", "Coolant", 2);
        part.Equivalents = ["OWN-1"];
        part.Hear(Offer, Now);
        Assert.Equal(
            (8m, 7m, 18m, "OWN-1"),
            (part.UnitCost.Value, part.AverageCost.Value, part.ListPrice!.Value.Value, part.Equivalents.Single())
        );
        part.OnHand = Quantity.Zero;
        part.Hear(Offer, Now);
        Assert.Equal((9.5m, 9.5m), (part.UnitCost.Value, part.AverageCost.Value));
    }

    [Fact]
    public void What_is_free_where_it_lies_and_how_old_its_cost_is_are_told()
    {
        var oil = InStock("OL-020", "Engine oil", 40.5m, "oil", "qt");
        (oil.Bin, oil.Reserved) = ("B2", new(4));
        Assert.Equal("36.5 qt available, B2", oil.FreeWords);
        oil.Reserved = new(40.5m);
        Assert.Equal("none available", oil.FreeWords);
        Assert.Equal(
            "1 available, A1",
            new Part
            {
                Number = "X",
                Description = "X",
                OnHand = new(1),
                Bin = "A1",
            }.FreeWords
        );
        Assert.Empty(oil.CostAge(Now));
        oil.CostAt = Now.PlusDays(-60);
        Assert.Empty(oil.CostAge(Now));
        oil.CostAt = Now.PlusDays(-95);
        Assert.Equal("cost 3 months old", oil.CostAge(Now));
        Assert.Equal((7m, 8m), (oil.Cost(StockCost.Average).Value, oil.Cost(StockCost.Last).Value));
    }

    [Theory]
    [InlineData(58_112, DistanceUnit.Miles, "60,000-mile service")]
    [InlineData(62_499, DistanceUnit.Miles, "60,000-mile service")]
    [InlineData(900, DistanceUnit.Kilometers, "5,000-kilometer service")]
    [InlineData(null, DistanceUnit.Miles, "Maintenance service")]
    public void Services_together_are_called_by_the_reading(int? reading, DistanceUnit unit, string title) =>
        Assert.Equal(title, MaintenanceSchedule.TitleAt(reading, unit));
}
