using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Imports;
using Yardstick.Server.Hosting;
using Yardstick.Server.Imports;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Imports;

/// <summary>Other programs are told once, signed, again until it arrives, and of nothing that was not kept.</summary>
public class WebhookTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<(long Id, string Secret)> AddAsync(Browser ingrid, string address, params string[] events)
    {
        var kept = await ingrid.PostAsync(
            "webhooks",
            new
            {
                version = 0,
                address,
                events,
            }
        );
        return (kept.Id(), kept.Text("secret"));
    }

    /// <summary>Writes up somebody new; returns the order.</summary>
    private static async Task<long> NewOrderAsync(Browser browser, string lastName) => (await browser.WriteUpAsync(lastName)).Order;

    private static async Task<List<JsonNode>> MessagesAsync(Browser ingrid, long id) =>
        [.. (await ingrid.GetAsync($"webhooks/{id}/messages")).AsArray().Select(m => m!)];

    private static async Task UntilAsync(Func<Task<bool>> reached)
    {
        for (var i = 0; i < 150 && !await reached(); i++)
            await Task.Delay(50);
        Assert.True(await reached());
    }

    private async Task RoundAsync() => await shop.Services.GetRequiredService<WebhookSender>().SendDueAsync(CancellationToken.None);

    [Fact]
    public async Task A_kept_change_is_told_signed_and_one_that_was_refused_is_not()
    {
        await using var receiver = await Receiver.StartAsync();
        var ingrid = await shop.SignInAsync("ingrid");
        var (id, secret) = await AddAsync(ingrid, receiver.Address, "OrderOpened", "OrderMoved");
        await ingrid.RefusedAsync("orders", new { counterSale = false });
        var order = await NewOrderAsync(ingrid, "Lindqvist");
        var told = Assert.Single(await receiver.WaitAsync(1));
        Assert.Equal(WebhookSignature.Of(secret, Guid.Parse(told.Id), told.Seconds, told.Body), told.Signature);
        var body = JsonNode.Parse(told.Body)!;
        Assert.Equal("order.opened", body.Text("event"));
        Assert.Equal(told.Id, body.Text("id"));
        Assert.Equal($"/api/orders/{order}", body.Text("about"));
        await ingrid.GetAsync(body.Text("about")["/api/".Length..]);
        await RoundAsync();
        Assert.Equal("Arrived", Assert.Single(await MessagesAsync(ingrid, id)).Text("state"));
        await RoundAsync();
        Assert.Single(receiver.Messages);
    }

    [Fact]
    public async Task What_does_not_arrive_is_sent_again_under_the_same_id()
    {
        await using var receiver = await Receiver.StartAsync();
        receiver.Status = 503;
        var ingrid = await shop.SignInAsync("ingrid");
        var (id, _) = await AddAsync(ingrid, receiver.Address, "CustomerAdded");
        await NewOrderAsync(ingrid, "Brandt");
        await receiver.WaitAsync(1);
        await UntilAsync(async () => (await MessagesAsync(ingrid, id))[0].Text("outcome") == "Status 503");
        await RoundAsync();
        Assert.Single(receiver.Messages);
        receiver.Status = 200;
        shop.Time.Advance(TimeSpan.FromSeconds(11));
        await RoundAsync();
        var told = await receiver.WaitAsync(2);
        Assert.Equal(told[0].Id, told[1].Id);
        Assert.Equal(told[0].Body, told[1].Body);
        await UntilAsync(async () => (await MessagesAsync(ingrid, id))[0].Text("state") == "Arrived");
        await ingrid.PostAsync($"webhook-messages/{told[0].Id}/again");
        Assert.Equal(told[0].Id, (await receiver.WaitAsync(3))[2].Id);
    }

    [Fact]
    public async Task The_demo_has_one_which_follows_to_another_port_and_stays_off_once_taken_off()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        async Task<List<string>> StartAsync(int port)
        {
            await DemoProgram.SetUpAsync(shop.Services, new Uri($"http://127.0.0.1:{port}/"));
            var all = (await ingrid.GetAsync("webhooks"))["webhooks"]!.AsArray();
            return [.. all.Select(w => w!.Text("address")).Where(a => a.EndsWith("/program", StringComparison.Ordinal))];
        }
        Assert.Equal(["http://127.0.0.1:1/program"], await StartAsync(1));
        Assert.Equal(["http://127.0.0.1:1/program"], await StartAsync(1));
        Assert.Equal(["http://127.0.0.1:2/program"], await StartAsync(2));
        var made = (await ingrid.GetAsync("webhooks"))["webhooks"]!.AsArray().Single(w => w!.Text("address").EndsWith('m'))!;
        Assert.Equal("ping", Assert.Single(await MessagesAsync(ingrid, made.Id())).Text("event"));
        await ingrid.SendAsync(HttpMethod.Delete, $"webhooks/{made.Id()}", null);
        Assert.Empty(await StartAsync(3));
    }

    [Fact]
    public async Task Off_it_is_told_nothing_and_a_test_shows_whether_messages_arrive()
    {
        await using var receiver = await Receiver.StartAsync();
        var ingrid = await shop.SignInAsync("ingrid");
        var (id, _) = await AddAsync(ingrid, receiver.Address, "InvoicePosted");
        await NewOrderAsync(ingrid, "Ekholm");
        await ingrid.PostAsync($"webhooks/{id}/try");
        Assert.Contains("\"ping\"", Assert.Single(await receiver.WaitAsync(1)).Body, StringComparison.Ordinal);
        await ingrid.PostAsync($"webhooks/{id}/turn", new { on = false });
        await ingrid.PostAsync($"webhooks/{id}/try");
        await RoundAsync();
        Assert.Single(receiver.Messages);
        await ingrid.PostAsync($"webhooks/{id}/turn", new { on = true });
        await RoundAsync();
        Assert.Equal(2, (await receiver.WaitAsync(2)).Count);
    }

    [Fact]
    public async Task The_secret_is_told_once_and_two_who_change_it_are_told_of_each_other()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (id, secret) = await AddAsync(ingrid, "http://127.0.0.1:9/in", "OrderOpened");
        Assert.StartsWith("hook_", secret);
        var list = await ingrid.GetAsync("webhooks");
        Assert.DoesNotContain(secret, list.ToJsonString(), StringComparison.Ordinal);
        var version = list.List("webhooks").Single(w => w!.Id() == id)!.Number("version");
        var edit = new
        {
            id,
            version,
            address = "http://127.0.0.1:9/other",
            events = new[] { "OrderOpened" },
        };
        Assert.Empty((await ingrid.PostAsync("webhooks", edit)).Text("secret"));
        await ingrid.RefusedAsync("webhooks", edit, System.Net.HttpStatusCode.Conflict);
        await ingrid.SendAsync(HttpMethod.Delete, $"webhooks/{id}");
        await ingrid.RefusedAsync($"webhooks/{id}/try", status: System.Net.HttpStatusCode.NotFound);
    }

    [Theory]
    [InlineData("127.0.0.1")]
    [InlineData("localhost")]
    public async Task A_name_that_leads_to_this_machine_is_not_connected_to(string host)
    {
        await using var receiver = await Receiver.StartAsync();
        var services = new ServiceCollection().AddSingleton(new ServerOptions()).BuildServiceProvider();
        using var client = new HttpClient(WebhookSender.Handler(services));
        var address = new UriBuilder(receiver.Address) { Host = host }.Uri;
        await Assert.ThrowsAsync<HttpRequestException>(() => client.PostAsync(address, content: null));
        Assert.Empty(receiver.Messages);
    }
}
