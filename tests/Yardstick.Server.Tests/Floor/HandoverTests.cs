using System.Net;
using System.Text;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Floor;

/// <summary>Handovers, the quality check, the wash list and corrected times over HTTP.</summary>
public class HandoverTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<bool> HasAsync(Browser technician, long order) =>
        (await technician.GetAsync("bench")).List("cars").Any(c => c!["orderId"]!.GetValue<long>() == order);

    [Fact]
    public async Task Both_see_it_until_it_is_taken_and_then_the_work_is_the_others()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        using var noor = await shop.SignInAsync("noor");
        var (order, job) = await mina.WriteUpAsync("Uebergabe");
        await mina.ApproveAsync(order, job);
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = 6 });
        var inWork = (await mina.GetAsync("floor")).List("stages").First(s => s!.Text("meaning") == "InWork")!.Id();
        var given = await ana.PostAsync(
            $"orders/{order}/handover",
            new
            {
                toId = 8,
                note = "Left side is open",
                stageId = inWork,
            }
        );
        Assert.True(await HasAsync(ana, order) && await HasAsync(noor, order));
        var card = (await mina.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!;
        Assert.Equal(("Ana V.", "Noor H."), (card["handover"]!.Text("from"), card["handover"]!.Text("to")));
        // Nobody else takes it.
        Assert.Equal("handover.notYours", (await mina.RefusedAsync($"handovers/{given.Id()}/take")).Text("code"));
        await noor.PostAsync($"handovers/{given.Id()}/take");
        Assert.Equal("handover.over", (await ana.RefusedAsync($"handovers/{given.Id()}/withdraw")).Text("code"));
        Assert.True(await HasAsync(noor, order));
        Assert.False(await HasAsync(ana, order));
        Assert.Equal("InWork", (await mina.SheetAsync(order)).Text("stage"));
        Assert.Equal(
            "staff.gone",
            (await ana.RefusedAsync($"orders/{order}/handover", new { toId = 999 }, HttpStatusCode.NotFound)).Text("code")
        );
    }

    [Fact]
    public async Task Whoever_is_on_the_clock_keeps_seeing_the_vehicle()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        using var noor = await shop.SignInAsync("noor");
        var (order, job) = await mina.WriteUpAsync("Uhr");
        await mina.ApproveAsync(order, job);
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = 6 });
        await ana.PostAsync($"bench/jobs/{job}/clock-on");
        var given = await ana.PostAsync($"orders/{order}/handover", new { toId = 8 });
        await noor.PostAsync($"handovers/{given.Id()}/take");
        Assert.True(await HasAsync(ana, order));
        await ana.PostAsync("bench/clock-off");
    }

    [Fact]
    public async Task A_clock_that_runs_on_at_night_is_told_to_the_counter_once()
    {
        using var mina = await shop.SignInAsync("mina");
        using var noor = await shop.SignInAsync("noor");
        // A day of hers that nobody was told of, whatever nights went by before.
        foreach (var present in new[] { false, true })
            await noor.PostAsync("bench/presence", new { present });
        var (order, job) = await mina.WriteUpAsync("Nachtlicht");
        await mina.ApproveAsync(order, job);
        await noor.PostAsync($"bench/jobs/{job}/clock-on");
        async Task<int> ToldAsync()
        {
            using var later = await shop.SignInAsync("mina");
            return (await later.GetAsync("notices/all"))
                .List("rows")
                .Count(n =>
                    n!["orderId"]?.GetValue<long>() == order && n.Text("text").StartsWith("Noor H. is still", StringComparison.Ordinal)
                );
        }
        Assert.Equal(0, await ToldAsync());
        shop.DaysPass(1);
        for (var i = 0; i < 100 && await ToldAsync() == 0; i++)
            await Task.Delay(100);
        shop.Time.Advance(TimeSpan.FromMinutes(20));
        await Task.Delay(300);
        Assert.Equal(1, await ToldAsync());
        using var morning = await shop.SignInAsync("noor");
        await morning.PostAsync("bench/clock-off");
    }

    [Fact]
    public async Task A_check_is_passed_by_another_and_the_wash_comes_up_with_it()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        using var ana = await shop.SignInAsync("ana");
        using var noor = await shop.SignInAsync("noor");
        using var jory = await shop.SignInAsync("jory");
        await ingrid.PostAsync("setup/shop", new { field = "checksWork", value = "true" });
        var (order, job) = await mina.WriteUpAsync("Pruefung");
        await mina.ApproveAsync(order, job);
        await mina.HeaderAsync(order, "washingWanted", "true");
        await ana.PostAsync($"bench/jobs/{job}/clock-on");
        await ana.PostAsync($"bench/jobs/{job}/finish");
        Assert.Equal("Check", (await mina.SheetAsync(order)).Text("stage"));
        Assert.DoesNotContain((await ana.GetAsync("bench")).List("toCheck"), c => c!["orderId"]!.GetValue<long>() == order);
        Assert.Contains((await noor.GetAsync("bench")).List("toCheck"), c => c!["orderId"]!.GetValue<long>() == order);
        Assert.Equal("check.own", (await ana.RefusedAsync($"orders/{order}/check/pass", new { note = "" })).Text("code"));
        Assert.NotEqual("", (await ana.GetAsync($"orders/{order}/check")).Text("whyNot"));
        await noor.PostAsync($"orders/{order}/check/send-back", new { jobId = job, note = "Cap is loose" });
        Assert.Equal("InWork", (await mina.SheetAsync(order)).Text("stage"));
        var wash = (await jory.GetAsync("after-work")).List("items").First(i => i!["orderId"]!.GetValue<long>() == order)!;
        Assert.False(wash.Flag("isReady"));
        await ana.PostAsync($"bench/jobs/{job}/finish");
        await noor.PostAsync($"orders/{order}/check/pass", new { note = "Good" });
        Assert.Equal("Done", (await mina.SheetAsync(order)).Text("stage"));

        foreach (var step in new[] { "Begun", "Done" })
            await jory.PostAsync($"after-work/{wash.Id()}/step", new { step });
        var item = (await jory.GetAsync("after-work")).List("items").First(i => i!.Id() == wash.Id())!;
        Assert.Equal((true, "Done", "Jory P."), (item.Flag("isReady"), item.Text("step"), item.Text("by")));
        await jory.PostAsync($"after-work/{wash.Id()}/step", new { step = "KeysBack" });
        Assert.DoesNotContain((await jory.GetAsync("after-work")).List("items"), i => i!.Id() == wash.Id());
        await ingrid.PostAsync("setup/shop", new { field = "checksWork", value = "false" });
    }

    [Fact]
    public async Task A_wash_is_asked_for_and_called_off_on_the_order()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Waesche");
        bool Listed(System.Text.Json.Nodes.JsonNode list) => list.List("items").Any(i => i!["orderId"]!.GetValue<long>() == order);
        await mina.HeaderAsync(order, "washingWanted", "true");
        Assert.True(Listed(await mina.GetAsync("after-work")));
        await mina.HeaderAsync(order, "washingWanted", "false");
        Assert.False(Listed(await mina.GetAsync("after-work")));
        await mina.PostAsync($"orders/{order}/after-work", new { title = "Deliver to the office" });
        Assert.True(Listed(await mina.GetAsync("after-work")));
    }

    [Fact]
    public async Task A_forgotten_clock_is_found_corrected_with_a_reason_and_printed()
    {
        using var mina = await shop.SignInAsync("mina");
        using var before = await shop.SignInAsync("pieter");
        var (order, job) = await mina.WriteUpAsync("Vergessen");
        await mina.ApproveAsync(order, job);
        await before.PostAsync($"bench/jobs/{job}/clock-on");
        using (var asking = await shop.SignInAsync("ingrid"))
            Assert.DoesNotContain((await asking.GetAsync("times/forgotten")).AsArray(), f =>
                f!.Flag("isJob") && f!["staffId"]!.GetValue<long>() == 7
            );
        shop.Time.Advance(TimeSpan.FromHours(23));
        using var ingrid = await shop.SignInAsync("ingrid");
        using var pieter = await shop.SignInAsync("pieter");
        var forgotten = (await ingrid.GetAsync("times/forgotten"))
            .AsArray()
            .First(f => f!.Flag("isJob") && f!["staffId"]!.GetValue<long>() == 7)!;
        Assert.Equal(HttpStatusCode.Forbidden, (await pieter.SendAsync(HttpMethod.Get, "times/forgotten")).Status);
        Assert.Equal(
            "time.reason",
            (await ingrid.RefusedAsync($"times/jobs/{forgotten.Id()}", new { from = "10:20", until = "11:30" })).Text("code")
        );
        await ingrid.PostAsync(
            $"times/jobs/{forgotten.Id()}",
            new
            {
                from = forgotten.Text("since"),
                until = "11:45 am",
                reason = "Went home without stopping",
            }
        );
        var week = await pieter.GetAsync($"times?from={ShopFixture.Day()}");
        var time = week.List("days").SelectMany(d => d!.List("times")).First(t => t!.Flag("isJob") && t!.Id() == forgotten.Id())!;
        Assert.Contains("Went home without stopping", time.List("corrections").Single()!.GetValue<string>(), StringComparison.Ordinal);
        Assert.NotNull(time["until"]);
        // One's own week is one's own.
        Assert.Equal(HttpStatusCode.Forbidden, (await pieter.SendAsync(HttpMethod.Get, "times?staffId=6")).Status);
        Assert.Equal("%PDF", Encoding.ASCII.GetString(await pieter.BytesAsync($"times/week.pdf?from={ShopFixture.Day()}"), 0, 4));
        await pieter.PostAsync("bench/presence", new { present = true });
        await pieter.PostAsync("bench/presence", new { present = false, @break = true });
        Assert.NotNull((await pieter.GetAsync("bench"))["breakSince"]);
    }
}
