using System.Globalization;
using System.Xml.Linq;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>The totals rules of EN 16931 over the demo's invoices and credit memos.</summary>
public class ElectronicInvoiceTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static decimal Sum(XElement root, string parent, string name) =>
        root.Elements().Where(e => e.Name.LocalName.EndsWith(parent, StringComparison.Ordinal)).Sum(e => Number(e, name) ?? 0);

    private static decimal? Number(XElement parent, string name) =>
        parent.Elements().FirstOrDefault(e => e.Name.LocalName == name) is { } found
            ? decimal.Parse(found.Value, CultureInfo.InvariantCulture)
            : null;

    [Fact]
    public async Task Lines_taxes_and_totals_add_up_and_are_the_invoice_s()
    {
        using var mina = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var some = await db.Invoices.OrderByDescending(i => i.Kind).ThenByDescending(i => i.Id).Take(60).ToListAsync();
        Assert.Contains(some, i => i.Kind == InvoiceKind.CreditNote);
        foreach (var invoice in some)
        {
            var root = XDocument
                .Parse(System.Text.Encoding.UTF8.GetString(await mina.BytesAsync($"invoices/{invoice.Id}/invoice.xml")))
                .Root!;
            var credit = invoice.Kind == InvoiceKind.CreditNote;
            var sign = credit ? -1 : 1;
            Assert.Equal(credit ? "CreditNote" : "Invoice", root.Name.LocalName);
            var total = root.Elements().Single(e => e.Name.LocalName == "LegalMonetaryTotal");
            var tax = root.Elements().Single(e => e.Name.LocalName == "TaxTotal");
            var lines = Sum(root, "Line", "LineExtensionAmount");
            // BR-CO-10, 13, 14, 15 and 16.
            Assert.Equal(lines, Number(total, "LineExtensionAmount"));
            Assert.Equal(
                lines - (Number(total, "AllowanceTotalAmount") ?? 0) + (Number(total, "ChargeTotalAmount") ?? 0),
                Number(total, "TaxExclusiveAmount")
            );
            Assert.Equal(Sum(tax, "TaxSubtotal", "TaxAmount"), Number(tax, "TaxAmount"));
            Assert.Equal(Number(total, "TaxExclusiveAmount") + Number(tax, "TaxAmount"), Number(total, "TaxInclusiveAmount"));
            Assert.Equal(Number(total, "TaxInclusiveAmount"), Number(total, "PayableAmount"));
            Assert.Equal(sign * invoice.AmountDue.Amount, Number(total, "PayableAmount"));
            Assert.Equal(sign * invoice.Tax.Amount, Number(tax, "TaxAmount"));
            foreach (var part in tax.Elements().Where(e => e.Name.LocalName == "TaxSubtotal"))
            {
                var rate = decimal.Parse(part.Descendants().Single(e => e.Name.LocalName == "Percent").Value, CultureInfo.InvariantCulture);
                Assert.InRange(Number(part, "TaxAmount")!.Value - Number(part, "TaxableAmount")!.Value * rate / 100, -0.02m, 0.02m);
            }
        }
    }

    [Fact]
    public void What_the_shop_pays_itself_is_billed_to_nobody()
    {
        var invoice = new Invoice
        {
            Payer = Core.Orders.Payer.Shop,
            CaseJson = "",
            DocumentJson = "",
        };
        Assert.Equal("ubl.internal", UblInvoice.Of(invoice, null!, null!, default, null).Problem?.Code);
    }
}
