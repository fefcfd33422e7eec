using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Imports;

/// <summary>Rows of files: which column is which, what they say, orders of a former program.</summary>
public class ImportTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 20, 0);

    private static ImportRow Row(params (string Field, string Text)[] cells) => new(2, cells.ToDictionary(c => c.Field, c => c.Text));

    [Fact]
    public void Headings_are_known_by_their_own_name_first_and_by_other_names_after()
    {
        Assert.Equal(
            ["key", "firstName", "lastName", "businessName", "phone", "phone2", "email", "street", "city", "region", "postalCode", null],
            ImportFields.Guess(
                ImportKind.Customers,
                [
                    "Cust_ID",
                    "First Name",
                    "SURNAME",
                    "Company",
                    "Phone",
                    "Work phone",
                    "E-Mail",
                    "Address 1",
                    "City",
                    "State",
                    "ZIP Code",
                    "Shoe size",
                ]
            )
        );
        // The exact name wins over another column that is only called alike.
        Assert.Equal(["phone2", "phone"], ImportFields.Guess(ImportKind.Customers, ["Phone 2", "Phone"]));
        Assert.Equal(
            ["ownerName", "plate", "vin", "year", "make", "model", "odometer"],
            ImportFields.Guess(ImportKind.Vehicles, ["Customer", "License Plate", "VIN", "Model Year", "Manufacturer", "Model", "Mileage"])
        );
        Assert.Equal(
            ["number", "on", "job", "description", "amount"],
            ImportFields
                .Guess(ImportKind.Orders, ["RO #", "Invoice Date", "Service", "Description", "Ext."])
                .Select((f, i) => i == 0 ? "number" : f)
        );
    }

    [Fact]
    public void What_is_taken_out_is_known_when_it_is_brought_in()
    {
        foreach (var kind in Enum.GetValues<ImportKind>())
            Assert.Equal(
                ImportFields.Of(kind).Select(f => f.Name),
                ImportFields.Guess(kind, ImportFields.Of(kind).Select(f => f.Label).ToList())
            );
    }

    [Theory]
    [InlineData("1,234.50", 1234.50)]
    [InlineData("1.234,50", 1234.50)]
    [InlineData("1234,5", 1234.5)]
    [InlineData("1,234", 1234)]
    [InlineData("$ 12", 12)]
    [InlineData("(3.00)", -3)]
    [InlineData("-3", -3)]
    [InlineData("0", 0)]
    [InlineData(".5", 0.5)]
    public void A_figure_is_read_however_it_is_written(string text, double value) =>
        Assert.Equal((decimal)value, Row(("amount", text)).Figure("amount").Value);

    [Theory]
    [InlineData("twelve")]
    [InlineData("1.2.3.4,5,6")]
    [InlineData("999999999999")]
    public void What_is_no_figure_is_said(string text) =>
        Assert.Contains(text, Row(("amount", text)).Figure("amount").Problem!.Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("2021-03-14", "US", "2021-03-14")]
    [InlineData("3/14/2021", "US", "2021-03-14")]
    [InlineData("14/3/2021", "US", "2021-03-14")]
    [InlineData("3/4/2021", "US", "2021-03-04")]
    [InlineData("3/4/2021", "GB", "2021-04-03")]
    [InlineData("14.3.2021", "DE", "2021-03-14")]
    [InlineData("2021-03-14 09:30:00", "US", "2021-03-14")]
    public void A_day_is_read_as_the_shops_country_writes_it(string text, string country, string day) =>
        Assert.Equal(Times.Day(day), Row(("on", text)).Day("on", country).Value);

    [Theory]
    [InlineData("2/30/2021")]
    [InlineData("soon")]
    [InlineData("1/1/1850")]
    public void What_is_no_day_is_said(string text) => Assert.Equal("import.day", Row(("on", text)).Day("on", "US").Problem!.Code);

    [Fact]
    public void A_customer_comes_with_all_that_the_row_knows()
    {
        var customer = Row(
                ("key", "C-7"),
                ("lastName", "Sorensen, Imke"),
                ("phone", "(207) 555-0142"),
                ("phone2", "207.555.0143"),
                ("phone3", "2075550142"),
                ("email", "IMKE@mail.example"),
                ("street", "12 Pier Street"),
                ("city", "Lantern Bay"),
                ("region", "ME"),
                ("postalCode", "04999"),
                ("notes", "'=2+2")
            )
            .Customer("US", Now.InUtc().LocalDateTime, Now)
            .Value;
        Assert.Equal(
            ("Imke Sorensen", "C-7", "12 Pier Street\nLantern Bay, ME 04999", "=2+2", 1),
            (customer.DisplayName, customer.FormerKey, customer.Address, customer.Notes, customer.Version)
        );
        Assert.Equal(["+12075550142", "+12075550143"], customer.Phones.Select(p => p.Number));
    }

    [Theory]
    [InlineData("lastName", "", "name")]
    [InlineData("phone", "12", "phone")]
    [InlineData("email", "nobody", "email")]
    public void A_row_that_can_not_be_a_customer_says_why(string field, string text, string word)
    {
        var row = Row([("lastName", "Sorensen"), .. new[] { (field, text) }.Where(_ => field != "lastName")]);
        if (field == "lastName")
            row = Row(("lastName", text));
        Assert.Contains(word, row.Customer("US", Now.InUtc().LocalDateTime, Now).Problem!.Message, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void A_car_comes_with_its_reading_on_the_day_it_was_read()
    {
        var vehicle = Row(
                ("plate", "lbt 1"),
                ("year", "2018"),
                ("make", "Tarnow"),
                ("odometer", "61,204"),
                ("odometerOn", "3/14/2021"),
                ("transmission", "manual")
            )
            .Vehicle("US", 2026, Now, d => d.Utc())
            .Value;
        Assert.Equal(
            ("LBT 1", "manual", 61_204, Instant.FromUtc(2021, 3, 14, 12, 0, 0)),
            (vehicle.Plate.Text, vehicle.Transmission, vehicle.Readings[0].Reading.Value, vehicle.Readings[0].At)
        );
        var early = Instant.FromUtc(2026, 11, 23, 1, 0, 0);
        Assert.Equal(
            early,
            Row(("plate", "lbt 1"), ("odometer", "5"), ("odometerOn", "2026-11-23"))
                .Vehicle("US", 2026, early, d => d.Utc())
                .Value.Readings[0]
                .At
        );
        foreach (
            var (field, text, word) in new[]
            {
                ("odometer", "lots", "odometer"),
                ("odometerOn", "2030-01-01", "in the future"),
                ("year", "2040", "model year"),
                ("vin", "123", "17 characters"),
            }
        )
        {
            var bad = Row(("plate", "X 1"), ("odometer", "5"), (field == "odometer" ? "color" : "trim", "a"));
            var cells = new Dictionary<string, string>(bad.Cells) { [field] = text };
            Assert.Contains(
                word,
                new ImportRow(2, cells).Vehicle("US", 2026, Now, d => d.Utc()).Problem!.Message,
                StringComparison.OrdinalIgnoreCase
            );
        }
    }

    private static ImportRow OrderRow(
        string job,
        string kind,
        string text,
        string quantity,
        string amount,
        string number = "",
        string cost = ""
    ) =>
        Row(
            ("number", "A-77"),
            ("on", "3/14/2021"),
            ("ownerName", "Imke Sorensen"),
            ("plate", "LBT 4471"),
            ("job", job),
            ("kind", kind),
            ("description", text),
            ("partNumber", number),
            ("quantity", quantity),
            ("cost", cost),
            ("amount", amount),
            ("tax", "8.25"),
            ("total", "242.16")
        );

    private static FormerDocument Former() =>
        FormerOrders
            .Read(
                [
                    OrderRow("Front brake pads", "Labor", "Replace pads", "1.2", "132.00"),
                    OrderRow("Front brake pads", "P", "Pads", "1", "101.90", "BP-1", "40"),
                    OrderRow("Disposal", "Fee", "Used parts", "1", "3.00"),
                    OrderRow("Disposal", "", "A note about it", "1", "0"),
                ],
                "US"
            )
            .Value;

    [Fact]
    public void A_former_order_keeps_every_figure_as_it_was_even_one_that_does_not_add_up()
    {
        var document = Former();
        Assert.Equal((242.16m, 8.25m), (document.Total, document.Tax));
        Assert.Equal([("Front brake pads", 2), ("Disposal", 2)], document.Jobs.Select(j => (j.Title, j.Lines.Count)));
        var shown = FormerOrders.Shown(document, new Shop { Name = "S", TimeZone = "Etc/GMT" });
        Assert.Equal((DocumentKind.Former, "A-77", 242.16m), (shown.Kind, shown.NumberText, shown.Totals[^1].Amount));
        Assert.Equal(["1.2 h", "1"], shown.Jobs[0].Lines.Select(l => l.Quantity));
    }

    [Fact]
    public void Without_a_total_the_lines_and_the_tax_add_up_to_it()
    {
        var row = OrderRow("Oil", "part", "Oil", "5", "45.00");
        var cells = new Dictionary<string, string>(row.Cells) { ["total"] = "" };
        Assert.Equal(53.25m, FormerOrders.Read([new ImportRow(2, cells)], "US").Value.Total);
    }

    [Theory]
    [InlineData("on", "never", "date")]
    [InlineData("on", "", "date")]
    [InlineData("amount", "", "amount")]
    [InlineData("amount", "x", "number")]
    [InlineData("description", "", "description")]
    public void A_line_that_says_too_little_refuses_its_order(string field, string text, string word)
    {
        var cells = new Dictionary<string, string>(OrderRow("Oil", "part", "Oil", "5", "45.00").Cells) { [field] = text };
        Assert.Contains(word, FormerOrders.Read([new ImportRow(2, cells)], "US").Problem!.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_former_job_is_copied_by_hours_parts_and_costs_and_not_by_its_old_prices()
    {
        var part = new Part
        {
            Id = 7,
            Number = "BP-1",
            Description = "Front brake pads",
            Category = "brake",
            UnitCost = new(28.5m),
            AverageCost = new(28),
        };
        var copy = FormerOrders.Copy(Former().Jobs[0], number => number == "BP-1" ? part : null, StockCost.Last);
        Assert.Equal(
            (LineKind.Labor, 1.2m, LineKind.Part, 7L, 28.5m),
            (
                copy.Lines[0].Kind,
                copy.Lines[0].AsLabor().Hours.Value,
                copy.Lines[1].Kind,
                copy.Lines[1].AsPart().PartId!.Value,
                copy.Lines[1].AsPart().UnitCost.Value
            )
        );
        Assert.All(copy.Lines, l => Assert.False(l.IsOverridden));
        var unknown = FormerOrders.Copy(Former().Jobs[0], _ => null, StockCost.Last);
        Assert.Equal((null, 40m), (unknown.Lines[1].AsPart().PartId, unknown.Lines[1].AsPart().UnitCost.Value));
        Assert.Equal(3m, FormerOrders.Copy(Former().Jobs[1], _ => null, StockCost.Last).Lines[0].AsFee().UnitAmount.Value);
    }
}
