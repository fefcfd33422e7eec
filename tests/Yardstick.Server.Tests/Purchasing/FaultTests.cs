using System.Net;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Purchasing;

/// <summary>Outside services that are off, slow or broken: nothing hangs, nothing is lost, nothing happens twice.</summary>
public class FaultTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<int> TakenAsync(string path) =>
        int.Parse(await shop.Outside.GetStringAsync(path), System.Globalization.CultureInfo.InvariantCulture);

    [Theory]
    [InlineData("fail", "answered with an error (500)")]
    [InlineData("off", "is not responding")]
    [InlineData("loseAnswer", "is not responding")]
    public async Task A_supplier_that_fails_takes_the_order_once_in_the_end(string mode, string words)
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.ApproveAsync(order, job);
        var before = await TakenAsync("suppliers/harbor/count");
        await shop.MoodAsync("harbor", mode);
        var purchase = await writer.PlaceAsync(order);
        var handed = await writer.HandedOverAsync(purchase);
        Assert.Equal("Sending", handed.Text("state"));
        Assert.Contains(words, handed.Text("trouble"), StringComparison.Ordinal);
        var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!;
        Assert.Equal("Trouble", line.Text("stateCode"));

        await shop.MoodAsync("harbor", "ok");
        var again = await writer.PostAsync($"purchase-orders/{purchase}/send");
        Assert.Equal(("Confirmed", ""), (again.Text("state"), again.Text("trouble")));
        await writer.PostAsync($"purchase-orders/{purchase}/send");
        Assert.Equal(before + 1, await TakenAsync("suppliers/harbor/count"));
    }

    [Fact]
    public async Task A_supplier_that_hears_everything_twice_takes_it_once()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.ApproveAsync(order, job);
        var before = await TakenAsync("suppliers/harbor/count");
        await shop.MoodAsync("harbor", "doubleAnswer", times: 1);
        await writer.HandedOverAsync(await writer.PlaceAsync(order));
        Assert.Equal(before + 1, await TakenAsync("suppliers/harbor/count"));
    }

    [Fact]
    public async Task A_part_that_the_supplier_refuses_is_needed_again()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.ApproveAsync(order, job);
        await shop.MoodAsync("harbor", "refuse", times: 1);
        Assert.Equal("Refused", (await writer.HandedOverAsync(await writer.PlaceAsync(order))).Text("state"));
        Assert.Contains((await writer.GetAsync("parts")).List("needed"), n => n!["orderId"]!.GetValue<long>() == order);
    }

    [Fact]
    public async Task Ordering_a_part_twice_is_refused()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.ApproveAsync(order, job);
        var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!.Id();
        await writer.PostAsync("purchase-orders", new { supplierId = 1, lineIds = new[] { line } });
        Assert.Equal(
            "purchase.ordered",
            (await writer.RefusedAsync("purchase-orders", new { supplierId = 2, lineIds = new[] { line } })).Text("code")
        );
    }

    [Fact]
    public async Task A_card_charge_whose_answer_is_lost_is_looked_up_and_made_once()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        var before = await TakenAsync("card/count");
        await shop.MoodAsync("card", "loseAnswer", times: 1);
        await shop.MoodAsync("card-lookup", "off", times: 1);
        var charge = (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id();
        Assert.Equal("Pending", (await writer.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        Assert.Equal(charge, (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id());
        Assert.Equal("Approved", (await writer.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        Assert.Equal(before + 1, await TakenAsync("card/count"));
        Assert.Equal(0, (await writer.GetAsync($"invoices/{invoice}")).Number("balance"));
    }

    [Fact]
    public async Task A_charge_that_the_terminal_never_got_stays_open_for_a_while_before_a_new_one_is_made()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        await shop.MoodAsync("card", "off", times: 1);
        var charge = (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id();
        var first = await writer.PostAsync($"card-charges/{charge}/settle");
        Assert.Equal("Pending", first.Text("state"));
        Assert.Contains("has no data for this charge yet", first.Text("message"), StringComparison.Ordinal);
        Assert.Equal(charge, (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id());
        shop.Time.Advance(TimeSpan.FromSeconds(61));
        Assert.Equal("NotMade", (await writer.PostAsync($"card-charges/{charge}/settle")).Text("state"));
        Assert.NotEqual(charge, (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id());
    }

    [Fact]
    public async Task A_refused_card_says_so_and_another_try_is_a_new_charge()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        await shop.MoodAsync("card", "refuse", times: 1);
        var refused = (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id();
        Assert.Contains(
            "Insufficient funds",
            (await writer.PostAsync($"card-charges/{refused}/settle")).Text("message"),
            StringComparison.Ordinal
        );
        var next = (await writer.PostAsync($"invoices/{invoice}/card-charges")).Id();
        Assert.NotEqual(refused, next);
        Assert.Equal("Approved", (await writer.PostAsync($"card-charges/{next}/settle")).Text("state"));
    }

    [Fact]
    public async Task A_command_that_comes_twice_is_carried_out_once_and_answered_alike()
    {
        using var writer = await shop.SignInAsync("mina");
        using var other = await shop.SignInAsync("dario");
        var (order, _) = await writer.WriteUpAsync();
        var id = Guid.NewGuid();
        var (_, first) = await writer.SendAsync(HttpMethod.Post, $"orders/{order}/jobs", new { title = "Once" }, id);
        var (_, second) = await writer.SendAsync(HttpMethod.Post, $"orders/{order}/jobs", new { title = "Once" }, id);
        Assert.Equal(first!.ToJsonString(), second!.ToJsonString());
        Assert.Equal(2, (await writer.SheetAsync(order)).List("jobs").Count);
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await other.SendAsync(HttpMethod.Post, $"orders/{order}/jobs", new { title = "Once" }, id)).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await other.RawAsync(new HttpRequestMessage(HttpMethod.Post, $"orders/{order}/finish-jobs"))).StatusCode
        );
    }

    [Fact]
    public async Task Another_site_cannot_send_changes()
    {
        using var writer = await shop.SignInAsync("mina");
        using var request = new HttpRequestMessage(HttpMethod.Post, "bench/clock-off");
        request.Headers.Add("Origin", "http://elsewhere.example");
        Assert.Equal(HttpStatusCode.Forbidden, (await writer.RawAsync(request)).StatusCode);
    }
}
