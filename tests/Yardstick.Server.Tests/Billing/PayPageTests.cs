using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Data.Billing;
using Yardstick.Server.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>An invoice is paid from its link; the card is typed with the payment service, and nobody pays twice.</summary>
public sealed class PayPageTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly HttpClient stranger = new(new HttpClientHandler { AllowAutoRedirect = false }, disposeHandler: true);

    public void Dispose() => stranger.Dispose();

    private Uri Page(string token, string path = "") => new(shop.Address, $"api/customers-pages/documents/{token}{path}");

    private async Task<JsonNode> ShownAsync(string token) => JsonNode.Parse(await stranger.GetStringAsync(Page(token, "/pay")))!;

    private async Task<string> OpenAsync(string token)
    {
        var answer = await stranger.PostAsJsonAsync(Page(token, "/pay"), new { });
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.Text("url");
    }

    private async Task<string?> TypeAsync(string url, string card, string act = "pay") =>
        (
            await stranger.PostAsync(
                new Uri(url),
                new FormUrlEncodedContent(new Dictionary<string, string> { ["card"] = card, ["act"] = act })
            )
        ).Headers.Location?.ToString();

    /// <summary>A posted invoice, and the token of the link to it that went out by text.</summary>
    private async Task<(long Invoice, decimal Total, string Token)> SentAsync(Browser writer, string name, string phone)
    {
        var (order, job) = await writer.WriteUpAsync(name);
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        await writer.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Text",
                address = phone,
                body = "{{ link }}",
                now = true,
                document = "invoice",
            }
        );
        for (var i = 0; i < 100; i++, await Task.Delay(100))
        {
            var post = JsonNode.Parse(await shop.Outside.GetStringAsync("post/all"))!.AsArray();
            if (post.LastOrDefault(p => p!.Text("address") == $"+1{phone}" && p!.Text("way") == "out") is { } text)
                return (invoice, (await writer.GetAsync($"invoices/{invoice}")).Number("total"), text.Text("body").Split("/documents/")[1]);
        }
        throw new InvalidOperationException("No text went out.");
    }

    [Fact]
    public async Task It_is_paid_once_from_two_tabs_and_the_receipt_is_there()
    {
        using var mina = await shop.SignInAsync("mina");
        var (invoice, total, token) = await SentAsync(mina, "Zahler", "5055550171");
        Assert.Equal(total, (await ShownAsync(token)).Number("due"));
        var url = await OpenAsync(token);
        Assert.Equal(url, await OpenAsync(token));
        // While the page is open the counter is told, instead of charging beside it.
        Assert.Contains(
            "payment page",
            (await mina.RefusedAsync($"invoices/{invoice}/card-charges", new { })).Text("detail"),
            StringComparison.Ordinal
        );
        Assert.EndsWith($"/documents/{token}", await TypeAsync(url, "4000 0000 0000 4417"), StringComparison.Ordinal);
        var paid = await ShownAsync(token);
        Assert.Equal((0m, total, false), (paid.Number("due"), paid.Number("paid"), paid.Flag("isPending")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await stranger.PostAsJsonAsync(Page(token, "/pay"), new { })).StatusCode);
        var counter = await mina.GetAsync($"invoices/{invoice}");
        Assert.Equal((0m, "Pay page"), (counter.Number("balance"), Assert.Single(counter["payments"]!.AsArray())!.Text("by")));
        Assert.StartsWith("%PDF", await stranger.GetStringAsync(Page(token, "/receipt.pdf")), StringComparison.Ordinal);
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }

    [Fact]
    public async Task Part_of_it_is_paid_with_a_tip_where_the_shop_takes_one_behind_the_link_of_an_email()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, job) = await mina.WriteUpAsync("Teilzahler");
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        await mina.PostAsync(
            $"orders/{order}/messages",
            new
            {
                channel = "Email",
                address = "teil@example.com",
                subject = "Your invoice",
                body = "Thank you.",
                now = true,
                document = "invoice",
            }
        );
        string? token = null;
        for (var i = 0; i < 100 && token is null; i++, await Task.Delay(100))
            token = JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .LastOrDefault(p => p!.Text("address") == "teil@example.com" && p!.Text("way") == "out")
                ?.Text("body")
                .Split("/documents/")
                .ElementAtOrDefault(1)
                ?.Trim();
        Assert.True(token is not null, await shop.Outside.GetStringAsync("post/all"));
        var total = (await ShownAsync(token)).Number("due");
        async Task<(HttpStatusCode Status, JsonNode Body)> PayAsync(object request)
        {
            var answer = await stranger.PostAsJsonAsync(Page(token, "/pay"), request);
            return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
        }
        Assert.Equal("tip.off", (await PayAsync(new { amount = "10", tip = "2" })).Body.Text("code"));
        Assert.Equal("payment.more", (await PayAsync(new { amount = "99999" })).Body.Text("code"));
        await ingrid.PostAsync("setup/shop", new { field = "takesTips", value = "true" });
        var (status, page) = await PayAsync(new { amount = "10", tip = "2" });
        Assert.Equal(HttpStatusCode.OK, status);
        await TypeAsync(page.Text("url"), "4000 0000 0000 4417");
        var shown = await ShownAsync(token);
        Assert.Equal((total - 10, 10m), (shown.Number("due"), shown.Number("paid")));
        Assert.Equal(2, Assert.Single((await mina.GetAsync($"invoices/{invoice}"))["payments"]!.AsArray())!.Number("tip"));
        await ingrid.PostAsync("setup/shop", new { field = "takesTips", value = "false" });
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }

    [Fact]
    public async Task Declined_called_off_or_left_it_is_still_owed_and_what_comes_too_late_goes_back()
    {
        using var mina = await shop.SignInAsync("mina");
        var (invoice, total, token) = await SentAsync(mina, "Zauderer", "5055550172");
        await TypeAsync(await OpenAsync(token), "4000 0000 0000 0002");
        Assert.Equal(total, (await ShownAsync(token)).Number("due"));
        await TypeAsync(await OpenAsync(token), "", "leave");
        Assert.False((await ShownAsync(token)).Flag("isPending"));

        var open = await OpenAsync(token);
        var charge = (await mina.GetAsync($"invoices/{invoice}")).List("charges").Single(c => c!.Text("state") == "Pending")!;
        Assert.True(charge.Flag("onPage"));
        Assert.Equal("Declined", (await mina.PostAsync($"card-charges/{charge.Id()}/call-off")).Text("state"));
        await TypeAsync(open, "4000 0000 0000 4417");
        Assert.Equal(total, (await ShownAsync(token)).Number("due"));

        // The page is open, the counter takes cash knowingly, and the customer pays all the same: the card gets it back.
        var late = await OpenAsync(token);
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "9000", despiteCharge = true });
        await TypeAsync(late, "4000 0000 0000 4417");
        var settled = await ShownAsync(token);
        Assert.Equal((0m, total), (settled.Number("due"), settled.Number("paid")));
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }

    [Fact]
    public async Task A_silent_service_is_said_and_nothing_is_charged_and_a_lost_answer_opens_the_same_page()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, total, token) = await SentAsync(mina, "Stille", "5055550173");
        await shop.MoodAsync("card-page", "loseAnswer", times: 1);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await stranger.PostAsJsonAsync(Page(token, "/pay"), new { })).StatusCode);
        var url = await OpenAsync(token);
        await TypeAsync(url, "4000 0000 0000 4417");
        Assert.Equal(total, (await ShownAsync(token)).Number("paid"));
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.PostAsJsonAsync(Page("made-up", "/pay"), new { })).StatusCode);
    }

    [Fact]
    public async Task A_page_that_opens_after_its_charge_was_given_up_is_closed_and_another_is_paid_on()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, total, token) = await SentAsync(mina, "Spaeter", "5055550174");
        await shop.MoodAsync("card-page", "ok", times: 1, delayMs: 3000);
        var opening = OpenAsync(token);
        await Task.Delay(800);
        // A minute later by the shop's clock the service knows nothing of it, so it counts as never made.
        shop.Time.Advance(TimeSpan.FromMinutes(2));
        await shop.Services.GetRequiredService<CardRounds>().AskAsync();
        await TypeAsync(await opening, "4000 0000 0000 4417");
        Assert.Equal((0m, total), ((await ShownAsync(token)).Number("due"), (await ShownAsync(token)).Number("paid")));
    }
}
