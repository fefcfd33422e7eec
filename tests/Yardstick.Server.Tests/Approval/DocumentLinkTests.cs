using System.Net;
using System.Text.Json.Nodes;
using UglyToad.PdfPig;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Approval;

/// <summary>Documents that go out by text as a link, the logo on them, and the copies that contacts get.</summary>
public class DocumentLinkTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private HttpClient Customer() => new() { BaseAddress = new Uri(shop.Address, "api/customers-pages/documents/") };

    private static async Task<JsonNode> ShownAsync(HttpClient customer, string token) =>
        JsonNode.Parse(await (await customer.GetAsync(token)).Content.ReadAsStringAsync())!;

    private static string TextOf(byte[] pdf)
    {
        using var document = PdfDocument.Open(pdf);
        return string.Join('\n', document.GetPages().Select(p => string.Join(' ', p.GetWords().Select(w => w.Text))));
    }

    private async Task<List<JsonNode>> OutAsync(string address, int count = 1)
    {
        for (var i = 0; i < 100; i++)
        {
            var got = JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .Where(p => p!.Text("address") == address && p!.Text("way") == "out")
                .Select(p => p!)
                .ToList();
            if (got.Count >= count)
                return got;
            await Task.Delay(100);
        }
        throw new InvalidOperationException($"Nothing reached {address}.");
    }

    private async Task<string> SendAsync(Browser writer, long order, string address, string document)
    {
        await writer.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Text",
                address,
                body = "Here it is: {{ link }}",
                now = true,
                document,
            }
        );
        return (await OutAsync(address.Replace(" ", "", StringComparison.Ordinal).Insert(0, "+1")))[^1].Text("body").Split("/documents/")[
            1
        ];
    }

    private static async Task<JsonNode> LinkAsync(Browser writer, long order) =>
        (await writer.GetAsync($"orders/{order}/messages")).List("messages")[^1]!["link"]!;

    [Fact]
    public async Task A_document_goes_out_as_a_link_and_stays_as_it_was_when_it_was_sent()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Papierlink");
        var number = (await writer.SheetAsync(order))["number"]!.GetValue<long>();
        var token = await SendAsync(writer, order, "505 555 0151", "estimate");
        await writer.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Something that came later",
                hours = "1",
            }
        );

        using var customer = Customer();
        var page = await ShownAsync(customer, token);
        Assert.Equal(
            (true, $"Estimate {number}", "Lantern Bay Auto Care"),
            (page.Flag("good"), page.Text("title"), page["head"]!.Text("shop"))
        );
        // The page alone is not the document: a program that looks at links has not opened it.
        Assert.Equal(0, (await LinkAsync(writer, order))["opened"]!.GetValue<int>());
        var pdf = await customer.GetByteArrayAsync($"{token}/document.pdf");
        Assert.Equal(page["size"]!.GetValue<long>(), pdf.Length);
        Assert.Contains("Press bushing in", TextOf(pdf), StringComparison.Ordinal);
        Assert.DoesNotContain("came later", TextOf(pdf), StringComparison.Ordinal);
        var link = await LinkAsync(writer, order);
        Assert.Equal((1, true), (link["opened"]!.GetValue<int>(), link["openedAt"] is not null));
        // The counter sees the very same document in the thread, and no key to the customer's page once the text arrived.
        var message = (await writer.GetAsync($"orders/{order}/messages")).List("messages")[^1]!;
        Assert.Equal(pdf, await writer.BytesAsync($"messages/{message.Id()}/document.pdf"));
        for (var i = 0; i < 100 && message.Text("state") != nameof(MessageState.Delivered); i++)
        {
            await Task.Delay(100);
            message = (await writer.GetAsync($"orders/{order}/messages")).List("messages")[^1]!;
        }
        Assert.DoesNotContain(token, message.Text("body"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_link_that_was_closed_ended_or_guessed_gives_nothing_away()
    {
        using var writer = await shop.SignInAsync("mina");
        using var technician = await shop.SignInAsync("ana");
        var (order, _) = await writer.WriteUpAsync("Linkende");
        var token = await SendAsync(writer, order, "505 555 0152", "estimate");
        using var customer = Customer();
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync(token[..^1])).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync($"{new string('a', 22)}/document.pdf")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync(new string('a', 500))).StatusCode);

        var id = (await LinkAsync(writer, order)).Id();
        Assert.Equal(HttpStatusCode.Forbidden, (await technician.SendAsync(HttpMethod.Post, $"document-links/{id}/withdraw")).Status);
        await writer.PostAsync($"document-links/{id}/withdraw");
        var closed = await ShownAsync(customer, token);
        Assert.Equal(
            (false, "This document is no longer available. Call us if you need it.", 0L),
            (closed.Flag("good"), closed.Text("sentence"), closed["size"]!.GetValue<long>())
        );
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync($"{token}/document.pdf")).StatusCode);

        var second = await SendAsync(writer, order, "505 555 0153", "estimate");
        await using (var db = shop.OpenDb())
        {
            var link = db.DocumentLinks.OrderBy(l => l.Id).Last();
            Assert.Equal(90, (link.ExpiresAt - link.SentAt).TotalDays);
            link.ExpiresAt = shop.Time.Now();
            await db.SaveChangesAsync();
        }
        Assert.StartsWith("This link was good until", (await ShownAsync(customer, second)).Text("sentence"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await customer.GetAsync($"{second}/document.pdf")).StatusCode);
    }

    [Fact]
    public async Task An_order_offers_the_documents_that_there_are_and_the_car_goes_with_a_slip()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Schluessel");
        async Task<IEnumerable<string>> OfferedAsync() =>
            (await writer.GetAsync($"orders/{order}/documents")).AsArray().Select(d => d!.Text("kind"));
        Assert.Equal(["estimate"], await OfferedAsync());
        foreach (
            var (kind, reason) in new[]
            {
                ("release-slip", "Post the invoice first"),
                ("invoice", "no invoice yet"),
                ("check-in", "No signed check-in"),
                ("work-order", "No jobs are approved"),
                ("inspection", "No findings are marked"),
            }
        )
        {
            var (status, body) = await writer.SendAsync(HttpMethod.Get, $"orders/{order}/{kind}.pdf");
            Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
            Assert.Contains(reason, body!.Text("detail"), StringComparison.Ordinal);
        }
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        Assert.Equal(["estimate", "work-order", "invoice", "release-slip"], await OfferedAsync());
        var total = (await writer.GetAsync($"invoices/{invoice}"))
            .Number("balance")
            .ToString("0.00", System.Globalization.CultureInfo.InvariantCulture);
        var slip = TextOf(await writer.BytesAsync($"orders/{order}/release-slip.pdf"));
        foreach (
            var words in new[]
            {
                "Vehicle release",
                "Control arm bushing",
                "Key tag 77",
                $"${total} is the balance due",
                "I received my vehicle and keys",
                "Signature",
            }
        )
            Assert.Contains(words, slip, StringComparison.Ordinal);
        Assert.DoesNotContain("18.40", slip, StringComparison.Ordinal);
        await writer.PostAsync($"invoices/{invoice}/cash", new { tendered = "10000" });
        Assert.Contains("is paid", TextOf(await writer.BytesAsync($"orders/{order}/release-slip.pdf")), StringComparison.Ordinal);
        // An invoice that was taken back is no document of the order any more.
        using var owner = await shop.SignInAsync("ingrid");
        await owner.PostAsync($"invoices/{invoice}/credit", new { reason = "Posted too early", openAgain = true });
        Assert.Equal(["estimate", "work-order"], await OfferedAsync());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await writer.SendAsync(HttpMethod.Get, $"orders/{order}/invoice.pdf")).Status);
    }

    [Fact]
    public async Task The_logo_is_on_documents_from_then_on_and_what_is_no_picture_is_refused()
    {
        using var owner = await shop.SignInAsync("ingrid");
        using var writer = await shop.SignInAsync("mina");
        using var anybody = new HttpClient { BaseAddress = shop.Address };
        Assert.Equal("image/png", (await anybody.GetAsync("api/logo.png")).Content.Headers.ContentType!.MediaType);
        await owner.PostAsync("setup/logo/remove");
        int Pictures(byte[] pdf)
        {
            using var document = PdfDocument.Open(pdf);
            return document.GetPages().Sum(p => p.GetImages().Count());
        }
        var before = Pictures(await writer.BytesAsync("orders/2501/estimate.pdf?brief=true"));

        Assert.Equal(HttpStatusCode.Forbidden, (await writer.UploadAsync("setup/logo", Png(400, 100))).Status);
        Assert.Equal("logo.unreadable", (await owner.UploadAsync("setup/logo", "no picture"u8.ToArray())).Body!.Text("code"));
        Assert.Equal("file.large", (await owner.UploadAsync("setup/logo", new byte[6 * 1024 * 1024])).Body!.Text("code"));
        await owner.KeepAsync("setup/logo", Png(3000, 500));
        using (var kept = SkiaSharp.SKBitmap.Decode(await anybody.GetByteArrayAsync("api/logo.png")))
        {
            Assert.Equal((900, 150), (kept.Width, kept.Height));
            Assert.Equal(0, kept.GetPixel(2, 2).Alpha);
        }
        using (var small = SkiaSharp.SKBitmap.Decode(await anybody.GetByteArrayAsync("api/logo.png?small=true")))
            Assert.Equal((240, 40), (small.Width, small.Height));
        Assert.Equal(before + 1, Pictures(await writer.BytesAsync("orders/2501/estimate.pdf?brief=true")));
        await owner.PostAsync("setup/logo/remove");
        Assert.Equal(HttpStatusCode.NotFound, (await anybody.GetAsync("api/logo.png")).StatusCode);
        Assert.Equal(before, Pictures(await writer.BytesAsync("orders/2501/estimate.pdf?brief=true")));
    }

    [Fact]
    public async Task A_contact_who_wants_copies_gets_one_with_the_document_and_no_second_one_of_their_own()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Flottenfrau");
        var customer = (await writer.SheetAsync(order))["customer"]!.Id();
        async Task ContactAsync(long? id, string field, string value) =>
            await writer.PostAsync(
                $"customers/{customer}/items",
                new
                {
                    list = "contacts",
                    id,
                    field,
                    value,
                    version = (await writer.GetAsync($"customers/{customer}/page"))["version"]!.GetValue<int>(),
                }
            );
        await ContactAsync(null, "name", "Ewa Zielinska");
        long contact;
        await using (var db = shop.OpenDb())
            contact = db.CustomerContacts.Single(c => c.CustomerId == customer).Id;
        await ContactAsync(contact, "email", "ewa@example.com");
        await ContactAsync(contact, "copied", "yes");
        await writer.HeaderAsync(order, "contactId", $"{contact}");

        await writer.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "boss@example.com",
                subject = "The van",
                body = "Attached.",
                now = true,
                document = "estimate",
            }
        );
        Assert.Equal(
            ("The van", "Attached."),
            ((await OutAsync("ewa@example.com"))[0].Text("subject"), (await OutAsync("ewa@example.com"))[0].Text("body").Trim())
        );
        Assert.StartsWith("estimate-", (await OutAsync("ewa@example.com"))[0].Text("attachment"), StringComparison.Ordinal);
        await writer.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "ewa@example.com",
                subject = "To you",
                body = "Only you.",
                now = true,
            }
        );
        Assert.Equal(["The van", "To you"], (await OutAsync("ewa@example.com", 2)).Select(m => m.Text("subject")));
        // Of what is asked they read the document: the link that answers is not theirs.
        await writer.PostAsync(
            $"orders/{order}/links",
            new
            {
                channel = "Text",
                address = "2075550142",
                body = "Look and answer here: {{ link }}",
                now = true,
            }
        );
        var copy = (await OutAsync("ewa@example.com", 3))[2];
        Assert.Contains("for approval", copy.Text("body"), StringComparison.Ordinal);
        Assert.DoesNotContain("/approve/", copy.Text("body"), StringComparison.Ordinal);
        Assert.DoesNotContain("answer here", copy.Text("body"), StringComparison.Ordinal);
        Assert.StartsWith("estimate-", copy.Text("attachment"), StringComparison.Ordinal);
        using var reader = Customer();
        var token = copy.Text("body").Split("/documents/")[1].Trim();
        var page = await ShownAsync(reader, token);
        Assert.True(page.Flag("good"));
        Assert.StartsWith("Estimate ", page.Text("title"), StringComparison.Ordinal);
        await writer.PostAsync($"links/{(await writer.GetAsync($"orders/{order}/sending")).List("links")[0]!.Id()}/withdraw");
        Assert.Contains("no longer available", (await ShownAsync(reader, token)).Text("sentence"), StringComparison.Ordinal);
        // Who does not want to be written to gets no copy either; the message itself goes.
        await writer.PostAsync("writing-wishes", new { address = "ewa@example.com", refused = true });
        await writer.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "boss@example.com",
                subject = "Again",
                body = "Hello",
                now = true,
            }
        );
        await OutAsync("boss@example.com", 2);
        Assert.Equal(3, (await OutAsync("ewa@example.com")).Count);
    }

    private static byte[] Png(int width, int height)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        using var canvas = new SkiaSharp.SKCanvas(bitmap);
        canvas.Clear(SkiaSharp.SKColors.Transparent);
        using var pen = new SkiaSharp.SKPaint { Color = SkiaSharp.SKColors.DarkGreen };
        canvas.DrawCircle(width / 2f, height / 2f, height / 3f, pen);
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }
}
