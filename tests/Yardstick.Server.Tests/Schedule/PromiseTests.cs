using System.Globalization;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>The earliest honest promise: at write-up by what is typed, on the order by what is left to do, with the shop's reserve.</summary>
public class PromiseTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static DateTime At(string text) => DateTime.Parse(text, CultureInfo.InvariantCulture);

    [Fact]
    public async Task At_write_up_it_moves_with_the_work_and_says_why()
    {
        using var mina = await shop.SignInAsync("mina");
        var usual = await mina.GetAsync("write-up/promise");
        Assert.Equal("", usual.Text("why"));
        var one = await mina.GetAsync("write-up/promise?job=Look+at+a+noise");
        Assert.Contains("can start", one.Text("why"), StringComparison.Ordinal);
        var many = await mina.GetAsync("write-up/promise?" + string.Join('&', Enumerable.Range(0, 12).Select(i => $"job=Job+{i}")));
        Assert.True(At(many.Text("promisedAt")) > At(one.Text("promisedAt")));
        var later = await mina.GetAsync($"write-up/promise?job=Look&arrives={Uri.EscapeDataString(ShopFixture.At("08:00", 3))}");
        Assert.True(At(later.Text("promisedAt")) > At(ShopFixture.At("08:00", 3)));
    }

    [Fact]
    public async Task On_the_order_it_says_whether_what_is_promised_can_be_kept()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Promise");
        await mina.ApproveAsync(order, job);
        var before = await mina.GetAsync($"orders/{order}/promise");
        var earliest = At(before.Text("promisedAt"));
        // The reserve is the shop's: without one the promise is no later.
        using var ingrid = await shop.SignInAsync("ingrid");
        Assert.Equal(
            "shop.promiseSlack",
            (await ingrid.RefusedAsync("setup/shop", new { field = "promiseSlack", value = "120" })).Text("code")
        );
        await ingrid.PostAsync("setup/shop", new { field = "promiseSlack", value = "0" });
        var bare = await mina.GetAsync($"orders/{order}/promise");
        Assert.True(At(bare.Text("promisedAt")) <= earliest);
        Assert.DoesNotContain("reserve", bare.Text("why"), StringComparison.Ordinal);
        await ingrid.PostAsync("setup/shop", new { field = "promiseSlack", value = "20%" });
        // A promise before it can't be kept; the one that is offered can.
        var version = (await mina.SheetAsync(order))["version"]!.GetValue<int>();
        await mina.PostAsync(
            $"orders/{order}/header",
            new
            {
                field = "promisedAt",
                value = before.Text("promisedAt"),
                version,
            }
        );
        Assert.True((await mina.GetAsync($"orders/{order}/promise")).Flag("holds"));
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = 6 });
        using var ana = await shop.SignInAsync("ana");
        await ana.PostAsync($"bench/jobs/{job}/clock-on");
        await ana.PostAsync($"bench/jobs/{job}/finish");
        Assert.Contains("no work left", (await mina.GetAsync($"orders/{order}/promise")).Text("why"), StringComparison.Ordinal);
    }
}
