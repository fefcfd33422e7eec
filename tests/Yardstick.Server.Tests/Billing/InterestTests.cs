using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Data.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>Interest on overdue invoices: off unless wanted, by whole months, once, taken back, gone with the invoice.</summary>
public sealed class InterestTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task An_overdue_invoice_is_charged_once_a_month_and_the_books_agree()
    {
        var (invoice, total) = await PostedAsync();
        // Off: nothing is proposed, and nothing can be charged.
        using (var owner = await shop.SignInAsync("ingrid"))
        {
            await SetAsync(owner, "interestPercent", "");
            var off = await owner.GetAsync("accounts/interest");
            Assert.Equal((0m, 0), (off.Number("percent"), off.List("rows").Count));
            foreach (var wrong in new[] { "10.01", "-1", "much" })
                Assert.Equal("shop.interest", (await SetAsync(owner, "interestPercent", wrong, refused: true)).Text("code"));
            await SetAsync(owner, "interestPercent", "1.5 %");
            await SetAsync(owner, "interestAfterDays", "10");
            Assert.Equal("interest.none", (await ChargeAsync(owner, invoice, refused: true)).Text("code"));
        }
        shop.DaysPass(32);
        using var late = await shop.SignInAsync("ingrid");
        var row = Assert.Single((await late.GetAsync("accounts/interest")).List("rows"), r =>
            r!["invoiceId"]!.GetValue<long>() == invoice
        )!;
        var month = Math.Round(total * 0.015m, 2, MidpointRounding.AwayFromZero);
        Assert.Equal((total, 1m, month), (row.Number("on"), row.Number("months"), row.Number("amount")));
        using (var mina = await shop.SignInAsync("mina"))
            Assert.Equal(
                HttpStatusCode.Forbidden,
                (await mina.SendAsync(HttpMethod.Post, "accounts/interest", new { invoiceIds = new[] { invoice } })).Status
            );
        Assert.Equal(month, (await ChargeAsync(late, invoice)).Number("amount"));
        Assert.Equal("interest.none", (await ChargeAsync(late, invoice, refused: true)).Text("code"));
        var view = await late.GetAsync($"invoices/{invoice}");
        Assert.Equal((total + month, month), (view.Number("balance"), view.Number("interest")));
        await BooksAreRightAsync();

        // Never interest on interest; what is paid pays the invoice first.
        await late.PostAsync($"invoices/{invoice}/checks", new { amount = "10", checkNumber = "77" });
        shop.DaysPass(31);
        using var later = await shop.SignInAsync("ingrid");
        var next = Math.Round((total - 10) * 0.015m, 2, MidpointRounding.AwayFromZero);
        Assert.Equal(next, (await ChargeAsync(later, invoice)).Number("amount"));

        // Taken back, and not charged for the same month again.
        Assert.Equal(month + next, (await later.PostAsync($"invoices/{invoice}/interest/take-back")).Number("kept"));
        Assert.Equal(total - 10, (await later.GetAsync($"invoices/{invoice}")).Number("balance"));
        Assert.Equal("interest.none", (await later.RefusedAsync($"invoices/{invoice}/interest/take-back")).Text("code"));
        Assert.DoesNotContain((await later.GetAsync("accounts/interest")).List("rows"), r => r!["invoiceId"]!.GetValue<long>() == invoice);
        await BooksAreRightAsync();
    }

    [Fact]
    public async Task With_an_invoice_that_is_credited_whole_its_interest_goes()
    {
        var (invoice, total) = await PostedAsync();
        using (var owner = await shop.SignInAsync("ingrid"))
        {
            await SetAsync(owner, "interestPercent", "2");
            await SetAsync(owner, "interestAfterDays", "0");
        }
        shop.DaysPass(62);
        using var late = await shop.SignInAsync("ingrid");
        await ChargeAsync(late, invoice);
        var preview = await late.PostAsync($"invoices/{invoice}/credit-preview", new { reason = "" });
        Assert.Equal((total, 0m, 0m), (preview.Number("total"), preview.Number("back"), preview.Number("leftAfter")));
        await late.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong customer" });
        var view = await late.GetAsync($"invoices/{invoice}");
        Assert.Equal((0m, 0m), (view.Number("balance"), view.Number("interest")));
        await BooksAreRightAsync();
    }

    private async Task<(long Invoice, decimal Total)> PostedAsync()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Zins");
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        return (invoice, (await mina.GetAsync($"invoices/{invoice}")).Number("total"));
    }

    private static Task<JsonNode> ChargeAsync(Browser owner, long invoice, bool refused = false) =>
        Sent(owner, "accounts/interest", new { invoiceIds = new[] { invoice } }, refused);

    private static async Task<JsonNode> SetAsync(Browser owner, string field, string value, bool refused = false)
    {
        var version = (await owner.GetAsync("setup/shop"))["version"]!.GetValue<int>();
        return await Sent(
            owner,
            "setup/shop",
            new
            {
                field,
                value,
                version,
            },
            refused
        );
    }

    private static Task<JsonNode> Sent(Browser owner, string path, object body, bool refused) =>
        refused ? owner.RefusedAsync(path, body) : owner.PostAsync(path, body);

    private async Task BooksAreRightAsync()
    {
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }
}
