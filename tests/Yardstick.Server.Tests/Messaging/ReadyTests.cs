using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Messaging;

/// <summary>One key tells a customer that the vehicle is ready.</summary>
public sealed class ReadyTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task It_goes_out_once_and_only_when_the_work_is_done()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Ready");
        Assert.Equal("ready.notDone", (await mina.RefusedAsync($"orders/{order}/ready")).Text("code"));
        await mina.FinishAsync(order, job);
        await mina.PostAsync($"orders/{order}/invoice");
        Assert.Equal("(207) 555-0199", (await mina.PostAsync($"orders/{order}/ready")).Text("to"));
        Assert.Equal("ready.twice", (await mina.RefusedAsync($"orders/{order}/ready")).Text("code"));
        var sent = JsonNode.Parse((await mina.GetAsync($"orders/{order}/messages")).ToJsonString())!;
        Assert.Contains("is ready", sent.ToJsonString(), StringComparison.Ordinal);

        // Who does not want texts and has no email is called.
        await mina.PostAsync("writing-wishes", new { address = "207 555 0199", refused = true });
        shop.Time.Advance(TimeSpan.FromMinutes(11));
        Assert.Equal("ready.noAddress", (await mina.RefusedAsync($"orders/{order}/ready")).Text("code"));
    }
}
