using Microsoft.EntityFrameworkCore;
using UglyToad.PdfPig;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Server.Documents;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Documents;

/// <summary>PDFs are read back.</summary>
public class PdfTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static string TextOf(byte[] pdf, out int pages)
    {
        using var document = PdfDocument.Open(pdf);
        pages = document.NumberOfPages;
        return string.Join('\n', document.GetPages().Select(p => string.Join(' ', p.GetWords().Select(w => w.Text))));
    }

    /// <summary>What another test of this class released would stand on the estimate too, and make it longer.</summary>
    private async Task WithholdFindingsAsync(Browser writer)
    {
        await using var db = shop.OpenDb();
        foreach (var id in await db.Findings.Where(f => f.OrderId == 2501).Select(f => f.Id).ToListAsync())
            await writer.PostAsync(
                "orders/2501/release",
                new
                {
                    kind = "Finding",
                    id,
                    show = false,
                }
            );
    }

    [Fact]
    public async Task The_estimate_says_what_the_sheet_says()
    {
        using var writer = await shop.SignInAsync("mina");
        await WithholdFindingsAsync(writer);
        var sheet = await writer.SheetAsync(2501);
        var text = TextOf(await writer.BytesAsync("orders/2501/estimate.pdf"), out var pages);
        Assert.Equal(1, pages);
        foreach (
            var words in new[]
            {
                "Lantern Bay Auto Care",
                "Estimate 3501",
                "Imke Sorensen",
                "LBT 4471",
                "Thermostat and upper hose",
                "Sweet smell after the highway",
                sheet["figures"]!.Number("total").ToString("#,##0.00", System.Globalization.CultureInfo.InvariantCulture),
            }
        )
            Assert.Contains(words, text, StringComparison.Ordinal);
        Assert.Contains("Wiper blades, pair: deferred", text, StringComparison.Ordinal);
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
    public async Task The_technicians_work_order_has_hours_parts_and_checklist_and_no_amount_anywhere()
    {
        using var technician = await shop.SignInAsync("ana");
        var text = TextOf(await technician.BytesAsync("orders/2501/work-order.pdf"), out _);
        foreach (
            var words in new[] { "Technician's copy 3501", "Oil and filter service", "0.5 h", "OF-310", "Key tag 14", "Indicator reset" }
        )
            Assert.Contains(words, text, StringComparison.Ordinal);
        Assert.DoesNotMatch(@"\d+\.\d\d(\D|$)", text);
        Assert.DoesNotContain("555-01", text.Replace("(207) 555-0100", "", StringComparison.Ordinal), StringComparison.Ordinal);
        // What is only proposed is no work yet.
        Assert.DoesNotContain("Thermostat with housing", text, StringComparison.Ordinal);
        Assert.Equal(System.Net.HttpStatusCode.Forbidden, (await technician.SendAsync(HttpMethod.Get, "orders/2501/estimate.pdf")).Status);
    }

    [Fact]
    public async Task The_inspection_has_only_what_was_released_the_short_estimate_no_lines()
    {
        using var writer = await shop.SignInAsync("mina");
        await WithholdFindingsAsync(writer);
        Assert.Equal(
            System.Net.HttpStatusCode.UnprocessableEntity,
            (await writer.SendAsync(HttpMethod.Get, "orders/2501/inspection.pdf")).Status
        );
        await using var db = shop.OpenDb();
        var findings = await db.Findings.Where(f => f.OrderId == 2501).OrderBy(f => f.Id).Select(f => f.Id).ToListAsync();
        await writer.PostAsync(
            "orders/2501/release",
            new
            {
                kind = "Finding",
                id = findings[0],
                show = true,
                words = "The housing leaks",
            }
        );
        await writer.PostAsync(
            "orders/2501/release",
            new
            {
                kind = "Finding",
                id = findings[1],
                show = false,
            }
        );
        var text = TextOf(await writer.BytesAsync("orders/2501/inspection.pdf"), out _);
        Assert.Contains("due, 14 psi", text, StringComparison.Ordinal);
        Assert.Contains("The housing leaks", text, StringComparison.Ordinal);
        Assert.DoesNotContain("Front pads", text, StringComparison.Ordinal);
        var brief = TextOf(await writer.BytesAsync("orders/2501/estimate.pdf?brief=true"), out _);
        Assert.Contains("Thermostat and upper hose", brief, StringComparison.Ordinal);
        Assert.DoesNotContain("TH-310", brief, StringComparison.Ordinal);
        Assert.Contains("732.00", brief, StringComparison.Ordinal);
    }

    [Fact]
    public void Figures_stand_in_columns_and_are_read_back_whole_however_long_a_note_is()
    {
        var lines = new[] { "111.11", "888.88" }
            .Select(a => new DocumentLine(
                DocumentLineKind.Part,
                "Part",
                "",
                "1",
                decimal.Parse(a, System.Globalization.CultureInfo.InvariantCulture),
                decimal.Parse(a, System.Globalization.CultureInfo.InvariantCulture)
            )
            {
                Note = new string('ß', 10_000),
            })
            .ToList();
        var document = new ShopDocument
        {
            Kind = DocumentKind.Invoice,
            Number = 7,
            OrderNumber = 7,
            Date = default,
            ShopName = "S",
            ShopAddress = "",
            ShopContact = "",
            Currency = "EUR",
            CustomerName = "C",
            CustomerAddress = "",
            Vehicle = "",
            Plate = "",
            Vin = "",
            Odometer = "",
            Writer = "",
            Concerns = [],
            Jobs = [new DocumentJob("Job", 999.99m, lines)],
            NotDone = [],
            Totals = [new DocumentAmount("Total", 999.99m)],
            Consent = [],
            Terms = "",
        };
        using var pdf = PdfDocument.Open(PdfPages.Draw(document));
        var words = pdf.GetPages().SelectMany(p => p.GetWords()).ToList();
        var (ones, eights) = (words.Where(w => w.Text == "111.11").ToList(), words.Where(w => w.Text == "888.88").ToList());
        Assert.Equal((2, 2), (ones.Count, eights.Count));
        // As wide as each other, though a one is drawn narrower than an eight: their points stand under each other.
        Assert.Equal(ones[0].Letters[3].Location.X, eights[0].Letters[3].Location.X, 0.05);
        Assert.Equal(20_000, pdf.GetPages().Sum(p => p.Letters.Count(l => l.Value == "ß")));
    }

    [Fact]
    public void Long_documents_break_over_pages_and_any_European_name_is_set()
    {
        var lines = Enumerable
            .Range(0, 200)
            .Select(i => new DocumentLine(
                DocumentLineKind.Part,
                $"Line {i} with a description that is long enough to need a second line on the page, Größe ½",
                $"N-{i}",
                "1",
                1.5m,
                1.5m
            ))
            .ToList();
        var document = new ShopDocument
        {
            Kind = DocumentKind.Estimate,
            Number = 7,
            OrderNumber = 7,
            Date = new LocalDateTime(2026, 11, 23, 0, 0),
            ShopName = "Lantern Bay",
            ShopAddress = "",
            ShopContact = "",
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
