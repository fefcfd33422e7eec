using System.Text;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Purchasing;

/// <summary>Suppliers' bills against what was received, and the open format that they come in.</summary>
public class SupplierBillTests
{
    private static readonly LocalDateTime Now = new(2026, 11, 23, 10, 20);

    private static SupplierBill Bill(string freight = "", string tax = "") =>
        SupplierBill.Enter(1, false, new("INV-7", "11/20", "", freight, tax), Now, Mina).Value;

    private static ReceiptLine Came(decimal units, decimal cost) =>
        new()
        {
            Id = 4,
            PartNumber = "BP-1",
            Description = "Pads",
            Quantity = new(units),
            UnitCost = new(cost),
        };

    [Theory]
    [InlineData("", "11/20", "", "bill.number")]
    [InlineData("A", "11/20/2026", "11/19/2026", "bill.due")]
    [InlineData("A", "when it came", "", "date.unreadable")]
    [InlineData("A", "", "", null)]
    public void The_head_of_a_bill_is_checked(string number, string billed, string due, string? refused) =>
        Assert.Equal(refused, SupplierBill.Enter(1, false, new(number, billed, due, "", ""), Now, Mina).Problem?.Code);

    [Fact]
    public void A_bill_that_is_entered_already_is_refused_and_one_without_a_date_is_due_in_thirty_days()
    {
        Assert.Equal("bill.twice", SupplierBill.Enter(1, true, new("A", "", "", "", ""), Now, Mina).Problem!.Code);
        Assert.Equal(new LocalDate(2026, 12, 23), SupplierBill.Enter(1, false, new("A", "", "", "", ""), Now, Mina).Value.DueOn);
    }

    [Theory]
    // Received, at; billed, at; accepted: total, disputed, matched.
    [InlineData(4, 12, "4", "12", true, 48, 0, 4)]
    [InlineData(4, 12, "4", "12.50", true, 50, 0, 4)]
    [InlineData(4, 12, "4", "12.50", false, 50, 2, 4)]
    [InlineData(4, 12, "6", "12", true, 72, 24, 4)]
    [InlineData(4, 12, "6", "12.50", false, 75, 27, 4)]
    [InlineData(4, 12, "", "", true, 48, 0, 4)]
    [InlineData(4, 12, "3", "11.90", true, 35.70, 0, 3)]
    public void What_is_billed_beyond_what_came_or_was_agreed_is_disputed(
        double units,
        double cost,
        string billed,
        string at,
        bool accepts,
        double total,
        double disputed,
        double matched
    )
    {
        var (bill, came) = (Bill(), Came((decimal)units, (decimal)cost));
        var line = bill.Add(came, billed, at, accepts).Value;
        Assert.Equal(
            ((decimal)total, (decimal)disputed, (decimal)(total - disputed)),
            (bill.Total.Amount, bill.Disputed.Amount, bill.Payable.Amount)
        );
        Assert.Equal(((decimal)matched, (decimal)(units - matched)), (line.Matched.Value, came.Unbilled.Value));
        Assert.Equal(came.Unbilled > Quantity.Zero, ReceiptLine.IsUnbilled.Compile()(came));
    }

    [Fact]
    public void Freight_and_tax_are_in_the_total_and_it_is_paid_once()
    {
        var bill = Bill("8.50", "3.96");
        bill.Add(Came(4, 12), "", "", true);
        Assert.Equal(60.46m, bill.Payable.Amount);
        Assert.True(bill.Pay("Check 1180", Mina.At).Ok);
        Assert.Equal("bill.paid", bill.Pay("", Mina.At).Problem!.Code);
        Assert.True(bill.TakePaymentBack().Ok);
        Assert.Equal("bill.unpaid", bill.TakePaymentBack().Problem!.Code);
    }

    [Fact]
    public void Cash_is_no_bill()
    {
        var purchase = new PurchaseOrder { PaidInCash = true };
        var line = new PurchaseOrderLine
        {
            PartNumber = "BP-1",
            Description = "Pads",
            Quantity = new(2),
        };
        Assert.Equal(0, Receipt.Of(purchase, "", null, Mina).Value.Add(line, new(2), new(5), null).Unbilled.Value);
    }

    [Fact]
    public void Core_charges_are_billed_with_the_parts_and_disputed_with_what_did_not_come()
    {
        var received = new ReceiptLine
        {
            Id = 4,
            PartNumber = "AL-1",
            Description = "Alternator",
            Quantity = new(2),
            UnitCost = new(140),
            CoreEach = new(35),
        };
        var bill = Bill();
        var line = bill.Add(received, "3", "", accepts: true).Value;
        Assert.Equal((105m, 525m, 175m), (line.Core.Amount, bill.Total.Amount, bill.Disputed.Amount));
    }

    private const string Invoice = """
        <Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"
          xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
          xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
          <cbc:ID>INV-901</cbc:ID><cbc:IssueDate>2026-11-20</cbc:IssueDate><cbc:DueDate>2026-12-20</cbc:DueDate>
          <cac:AccountingSupplierParty><cac:Party><cac:PartyName>
            <cbc:Name>Harbor Parts</cbc:Name>
          </cac:PartyName></cac:Party></cac:AccountingSupplierParty>
          <cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator>
            <cbc:Amount currencyID="USD">8.50</cbc:Amount></cac:AllowanceCharge>
          <cac:TaxTotal><cbc:TaxAmount currencyID="USD">3.96</cbc:TaxAmount></cac:TaxTotal>
          <cac:InvoiceLine><cbc:ID>1</cbc:ID><cbc:InvoicedQuantity unitCode="C62">10</cbc:InvoicedQuantity>
            <cbc:LineExtensionAmount currencyID="USD">125</cbc:LineExtensionAmount>
            <cac:OrderLineReference><cbc:LineID>1</cbc:LineID>
            <cac:OrderReference><cbc:ID>501</cbc:ID></cac:OrderReference></cac:OrderLineReference>
            <cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator>
            <cbc:Amount currencyID="USD">30</cbc:Amount></cac:AllowanceCharge>
            <cac:Item><cbc:Name>Front pads</cbc:Name>
            <cac:SellersItemIdentification><cbc:ID>BP-1</cbc:ID></cac:SellersItemIdentification></cac:Item>
            <cac:Price><cbc:PriceAmount currencyID="USD">25</cbc:PriceAmount>
            <cbc:BaseQuantity unitCode="C62">2</cbc:BaseQuantity></cac:Price>
          </cac:InvoiceLine>
        </Invoice>
        """;

    private static Result<UblInvoice> Read(string xml) => UblInvoice.Read(new MemoryStream(Encoding.UTF8.GetBytes(xml)));

    [Fact]
    public void A_ubl_invoice_is_read_with_charges_tax_and_prices_for_a_base_quantity()
    {
        var read = Read(Invoice).Value;
        Assert.Equal(("INV-901", "Harbor Parts", 8.50m, 3.96m), (read.Number, read.SupplierName, read.Freight.Amount, read.Tax.Amount));
        Assert.Equal((new LocalDate(2026, 11, 20), new LocalDate(2026, 12, 20)), (read.BilledOn, read.DueOn));
        Assert.Equal(
            new UblInvoiceLine("BP-1", "Front pads", new(10), new(12.5m), Core.Values.Money.Of(30), "501"),
            Assert.Single(read.Lines)
        );
    }

    [Theory]
    [InlineData("pads, 4", "ubl.xml")]
    [InlineData("<Order/>", "ubl.kind")]
    [InlineData("<!DOCTYPE x [<!ENTITY a \"b\">]><Invoice>&a;</Invoice>", "ubl.xml")]
    public void What_is_no_ubl_invoice_is_refused_in_a_sentence(string xml, string code) => Assert.Equal(code, Read(xml).Problem!.Code);

    [Theory]
    [InlineData("<cbc:ID>INV-901</cbc:ID>", "")]
    [InlineData(">10</cbc:InvoicedQuantity>", ">ten</cbc:InvoicedQuantity>")]
    [InlineData("2026-11-20", "20.11.2026")]
    public void What_is_missing_or_unreadable_in_it_is_named(string was, string now) =>
        Assert.Equal("ubl.value", Read(Invoice.Replace(was, now, StringComparison.Ordinal)).Problem!.Code);

    [Fact]
    public void A_purchase_order_is_written_as_ubl_with_the_elements_in_the_order_of_its_schema()
    {
        var supplier = Supplier.Create("Harbor Parts", false).Value;
        var part = new PartLine
        {
            Id = 1,
            Description = "Front pads",
            Number = "BP-1",
            Quantity = new(2),
            UnitCost = new(12.5m),
        };
        var order = PurchaseOrder.Place(501, supplier, [PartWanted.For(part, 9, new(2))], Mina).Value;
        var root = UblOrder
            .Of(
                PurchaseOrderDocument.Of(
                    order,
                    supplier,
                    new Core.Setup.Shop { Name = "Quay Garage", TimeZone = "America/New_York" },
                    "Mina"
                ),
                "USD"
            )
            .Root!;
        Assert.Equal(
            [
                "UBLVersionID",
                "ID",
                "IssueDate",
                "DocumentCurrencyCode",
                "BuyerCustomerParty",
                "SellerSupplierParty",
                "AnticipatedMonetaryTotal",
                "OrderLine",
            ],
            root.Elements().Select(e => e.Name.LocalName)
        );
        var item = root.Descendants().Single(e => e.Name.LocalName == "LineItem");
        Assert.Equal(["ID", "Quantity", "LineExtensionAmount", "Price", "Item"], item.Elements().Select(e => e.Name.LocalName));
        Assert.All(root.DescendantsAndSelf().SelectMany(e => e.Attributes("currencyID")), a => Assert.Equal("USD", a.Value));
        Assert.Equal("25.00", root.Descendants().Single(e => e.Name.LocalName == "PayableAmount").Value);
    }
}
