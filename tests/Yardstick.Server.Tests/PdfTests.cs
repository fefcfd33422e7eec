using Microsoft.EntityFrameworkCore;
using UglyToad.PdfPig;
using Yardstick.Core.Billing;
using Yardstick.Server.Documents;

namespace Yardstick.Server.Tests;

/// <summary>PDFs are read back.</summary>
public class PdfTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static string TextOf(byte[] pdf, out int pages)
    {
        using var document = PdfDocument.Open(pdf);
        pages = document.NumberOfPages;
        return string.Join('\n', document.GetPages().Select(p => string.Join(' ', p.GetWords().Select(w => w.Text))));
    }

    [Fact]
    public async Task The_estimate_says_what_the_sheet_says()
    {
        using var writer = await shop.SignInAsync("mina");
        var sheet = await writer.GetAsync("orders/2501");
        var text = TextOf(await writer.BytesAsync("orders/2501/estimate.pdf"), out var pages);
        Assert.Equal(1, pages);
        foreach (var words in new[] { "Lantern Bay Auto Care", "Estimate 3501", "Imke Sorensen", "LBT 4471", "Thermostat and upper hose", "Sweet smell after the highway", sheet["figures"]!.Number("total").ToString("#,##0.00", System.Globalization.CultureInfo.InvariantCulture) })
            Assert.Contains(words, text, StringComparison.Ordinal);
        Assert.Contains("Wiper blades, pair: put off", text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_old_invoice_prints_as_it_was_posted()
    {
        using var writer = await shop.SignInAsync("mina");
        await using var db = shop.OpenDb();
        var invoice = await db.Invoices.OrderBy(i => i.Id).FirstAsync();
        var text = TextOf(await writer.BytesAsync($"invoices/{invoice.Id}/invoice.pdf"), out _);
        Assert.Contains($"Invoice {invoice.Number}", text, StringComparison.Ordinal);
        Assert.Contains(invoice.Total.ToString(), text, StringComparison.Ordinal);
    }

    [Fact]
    public void Long_documents_break_over_pages_and_any_European_name_is_set()
    {
        var lines = Enumerable.Range(0, 200).Select(i => new DocumentLine("Part", $"Line {i} with a description that is long enough to need a second line on the page, Größe ½", $"N-{i}", "1", 1.5m, 1.5m)).ToList();
        var document = new ShopDocument
        {
            Kind = DocumentKind.Estimate,
            Number = 7,
            OrderNumber = 7,
            Date = new DateTime(2026, 11, 23),
            ShopName = "Lantern Bay",
            ShopAddress = "",
            ShopPhone = "",
            Currency = "EUR",
            CustomerName = "Ελένη Жуковская-Łukaszewicz",
            CustomerAddress = "",
            Vehicle = "",
            Plate = "",
            Vin = "",
            Odometer = "",
            Writer = "M",
            Concerns = [new DocumentConcern(new string('x', 900), "", "")],
            Jobs = [new DocumentJob("Everything", 300, lines)],
            NotDone = [],
            Totals = [new DocumentAmount("Total", 300)],
            Consent = [],
            Terms = string.Concat(Enumerable.Repeat("These are the terms. ", 500)),
        };
        var text = TextOf(PdfPages.Draw(document), out var pages);
        Assert.InRange(pages, 6, 12);
        Assert.Contains("Ελένη", text, StringComparison.Ordinal);
        Assert.Contains("Жуковская-Łukaszewicz", text, StringComparison.Ordinal);
        Assert.Contains($"page {pages} of {pages}", text, StringComparison.Ordinal);
        Assert.Contains("N-199", text, StringComparison.Ordinal);
    }
}
