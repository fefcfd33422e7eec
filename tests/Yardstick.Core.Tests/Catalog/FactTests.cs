using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Catalog;

/// <summary>Facts about cars, units, corrections, canned jobs that follow them.</summary>
public class FactTests
{
    private static readonly VehicleSpecs Petrel = new(
        new LocalDate(2026, 6, 6),
        [
            new("engineOil", SpecUse.GoesIn, "Engine oil", "5.4", "L", "with filter", "", "oil change"),
            new("oilGrade", SpecUse.GoesIn, "Engine oil grade", "0W-20", "", "", "", "viscosity"),
            new("coolantDrain", SpecUse.GoesIn, "Coolant", "5.7", "L", "drain and fill", "", "antifreeze"),
            new("wheelNuts", SpecUse.Tightened, "Wheel nuts", "128", "Nm", "", "", "lug"),
            new("thermostatOpens", SpecUse.Set, "Thermostat opens", "86", "°C", "", "", "coolant"),
        ],
        []
    );

    [Theory]
    [InlineData("5.4", "L", "5.7 qt · 5.4 L")]
    [InlineData("128", "Nm", "94 lb·ft · 128 Nm")]
    [InlineData("2.3", "bar", "33 psi · 2.3 bar")]
    [InlineData("86", "°C", "187 °F · 86 °C")]
    [InlineData("490", "g", "17.3 oz · 490 g")]
    [InlineData("22.4", "mm", "0.882 in · 22.4 mm")]
    [InlineData("0W-20", "", "0W-20")]
    public void Facts_are_shown_in_both_systems(string value, string unit, string shown) =>
        Assert.Equal(shown, new SpecValue("x", SpecUse.Set, "x", value, unit, "", "", "").Shown(metricFirst: false));

    [Fact]
    public void A_metric_shop_reads_its_own_unit_first() => Assert.Equal("5.4 L · 5.7 qt", Petrel.Facts[0].Shown(metricFirst: true));

    [Theory]
    [InlineData("oil", "qt", 6, 5.7)]
    [InlineData("oil", "L", 6, 5.4)]
    [InlineData("coolant", "gal", 2, 1.5)]
    [InlineData("oil", "qt", 5.7, null)]
    [InlineData("oil", "", 6, null)]
    [InlineData("brake", "", 1, null)]
    public void A_generic_quantity_is_corrected_in_the_lines_own_unit(string category, string unit, double quantity, double? known) =>
        Assert.Equal(
            (decimal?)known,
            Petrel
                .Correction(
                    new PartLine
                    {
                        Category = category,
                        Unit = unit,
                        Quantity = new((decimal)quantity),
                    }
                )
                ?.Value
        );

    [Fact]
    public void What_was_corrected_or_came_is_not_corrected_again()
    {
        var line = new PartLine
        {
            Category = "oil",
            Unit = "qt",
            Quantity = new(6),
        };
        line.FollowFact(new(5.7m));
        Assert.Equal((5.7m, 6m), (line.Quantity.Value, line.GenericQuantity?.Value));
        line.Set("quantity", "6");
        Assert.Null(Petrel.Correction(line));
        Assert.Null(
            Petrel.Correction(
                new PartLine
                {
                    Category = "oil",
                    Unit = "qt",
                    Quantity = new(6),
                    ReceivedQuantity = new(6),
                }
            )
        );
    }

    [Fact]
    public void The_line_of_facts_has_what_this_orders_work_speaks_of()
    {
        var order = new Order();
        var job = new Job { Title = "Oil change" };
        job.Lines.Add(
            new PartLine
            {
                Description = "Engine oil",
                Category = "oil",
                Unit = "qt",
            }
        );
        order.Jobs.Add(job);
        Assert.Equal(["engineOil", "oilGrade"], Petrel.For(order, 5).Select(f => f.Key));
        Assert.Single(Petrel.For(order, 1));
        job.Title = "Seat cover";
        job.Lines.Clear();
        Assert.Empty(Petrel.For(order, 5));
    }

    private static readonly Part Oil = new()
    {
        Id = 1,
        Number = "OL-020",
        Description = "Engine oil 0W-20, quart",
        Category = "oil",
        Unit = "qt",
        UnitCost = new(4),
        AverageCost = new(4),
    };
    private static readonly Part Gone = new()
    {
        Id = 2,
        Number = "UH-495",
        Description = "Hose",
        Category = "hose",
        UnitCost = new(20),
        AverageCost = new(20),
        WithdrawnAt = Instant.FromUtc(2026, 11, 1, 0, 0, 0),
    };

    private static CannedJob Service(bool follows)
    {
        var canned = new CannedJob
        {
            Id = 5,
            Title = "Oil service",
            System = "Engine",
            Version = 3,
        };
        canned.Lines.Add(
            new CannedPartLine
            {
                Id = 1,
                Description = "Engine oil",
                PartId = 1,
                Quantity = new(6),
                FactKey = "engineOil",
                FollowsFact = follows,
            }
        );
        canned.Lines.Add(
            new CannedLaborLine
            {
                Id = 2,
                Description = "Rinse",
                Hours = new(0.2m),
                IsAddition = true,
            }
        );
        return canned;
    }

    private static Part? Find(long id) =>
        id == 1 ? Oil
        : id == 2 ? Gone
        : null;

    [Fact]
    public void A_canned_quantity_follows_the_facts_where_it_says_so_and_additions_stay_behind()
    {
        var line = Assert.Single(Service(follows: true).MakeJob(Find, StockCost.Last, Petrel).Lines);
        Assert.Equal((5.7m, 6m, 1L), (line.AsPart().Quantity.Value, line.AsPart().GenericQuantity?.Value, line.CannedLineId));
        var asked = Assert.Single(Service(follows: false).MakeJob(Find, StockCost.Last, Petrel).Lines);
        Assert.Equal((6m, null), (asked.AsPart().Quantity.Value, asked.AsPart().GenericQuantity?.Value));
        Assert.Equal(5.7m, Petrel.Correction(asked.AsPart())?.Value);
        Assert.Equal(6m, Assert.Single(Service(follows: true).MakeJob(Find, StockCost.Last).Lines).AsPart().Quantity.Value);
    }

    [Fact]
    public void The_order_keeps_the_version_of_the_canned_job() =>
        Assert.Equal(
            (3, 5L),
            (Service(true).MakeJob(Find, StockCost.Last).CannedVersion, Service(true).MakeJob(Find, StockCost.Last).CannedJobId)
        );

    [Fact]
    public void A_part_that_was_discontinued_leaves_a_line_to_be_sourced()
    {
        var canned = new CannedJob { Title = "Hose", System = "Cooling" };
        canned.Lines.Add(new CannedPartLine { Description = "Hose", PartId = 2 });
        var line = Assert.Single(canned.MakeJob(Find, StockCost.Last).Lines);
        Assert.True(line.IsUnsourced);
        Assert.Contains("discontinued", line.NoteInside, StringComparison.Ordinal);
    }

    [Fact]
    public void A_canned_job_is_typed_read_back_and_the_first_slip_is_named()
    {
        var form = new CannedForm
        {
            Title = "Battery",
            System = "Electrical",
            FixedPrice = "149.90",
            CountUnit = "battery",
            Count = "1",
            Discount = "5%",
            Checklist = " Terminals clean \n\nTested ",
            Alternatives = [9, 9],
            Lines =
            [
                new()
                {
                    Kind = LineKind.Labor,
                    Description = "Replace",
                    Count = "0:30",
                },
                new()
                {
                    Kind = LineKind.Part,
                    Description = "Oil",
                    Number = "OL-020",
                    Count = "1/2",
                    FactKey = "engineOil",
                },
                new()
                {
                    Kind = LineKind.Fee,
                    Description = "Fund",
                    Number = "FUND",
                    Amount = "3",
                    PassThrough = true,
                },
            ],
        };
        var canned = new CannedJob { Title = "", System = "" };
        Assert.Null(form.Fill(canned, number => number == "OL-020" ? Oil : null));
        Assert.Equal(
            (149.90m, 0.5m, 0.5m, 1L),
            (
                canned.FixedPrice?.Amount,
                canned.Hours.Value,
                ((CannedPartLine)canned.Lines[1]).Quantity.Value,
                ((CannedPartLine)canned.Lines[1]).PartId
            )
        );
        Assert.Equal(["Terminals clean", "Tested"], canned.Checklist);
        Assert.False(canned.Lines[2].Taxable);
        Assert.Single(canned.Alternatives);
        var back = CannedForm.Of(canned, _ => "OL-020");
        Assert.Null(back.Fill(new CannedJob { Title = "", System = "" }, _ => Oil));
        Assert.Equal("OL-020", back.Lines[1].Number);
        Assert.Equal(
            "lines[1].count",
            (form with { Lines = [form.Lines[0], form.Lines[1] with { Count = "-2" }] }).Fill(canned, _ => Oil)?.Field
        );
        Assert.Equal("job.fixedPrice", (form with { Lines = [form.Lines[2]] }).Fill(canned, _ => Oil)?.Code);
        Assert.Equal("system", (form with { System = " " }).Fill(canned, _ => Oil)?.Field);
    }

    [Fact]
    public void A_row_of_the_shops_own_guide_is_read()
    {
        var cells = new Dictionary<string, string>
        {
            ["title"] = "Rust, free the bolts",
            ["hours"] = "0,5",
            ["make"] = "Tarnow",
            ["contains"] = "B10, B12",
        };
        var row = ShopLaborOperation.Read(c => cells.GetValueOrDefault(c, "")).Value;
        Assert.Equal(("RUSTFREETHEBOLTS", 0.5m), (row.Code, row.Hours.Value));
        Assert.Equal(["B10", "B12"], row.Contains);
        Assert.True(row.Fits("tarnow", "Petrel"));
        Assert.False(row.Fits("Vireo", "Tansy"));
        cells["hours"] = "soon";
        Assert.False(ShopLaborOperation.Read(c => cells.GetValueOrDefault(c, "")).Ok);
        cells["hours"] = "1";
        cells["title"] = "";
        Assert.Equal("title", ShopLaborOperation.Read(c => cells.GetValueOrDefault(c, "")).Problem?.Field);
    }
}
