using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Orders;

/// <summary>A sheet in parts: a change is answered with what it did to it, and nobody is sent what is on the screen already.</summary>
public sealed class SheetTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    /// <summary>A screen that shows an order's sheet and knows what it has of it.</summary>
    private sealed class Screen(Browser browser, long order)
    {
        internal string Has { get; private set; } = "";

        /// <summary>Names of the parts that came with an answer.</summary>
        internal IReadOnlyList<string> Take(JsonNode update)
        {
            Has = string.Join(',', update.List("tags").Select(t => $"{t!.Text("part")}={t!.Text("tag")}"));
            return
            [
                .. new[] { "header", "totals", "around" }.Where(p => update[p] is not null),
                .. update.List("jobs").Select(j => $"job:{j!.Id()}"),
            ];
        }

        internal async Task<IReadOnlyList<string>> ReadAsync() =>
            Take((await browser.SendAsync(HttpMethod.Get, $"orders/{order}", sheet: Has)).Body!);

        internal async Task<JsonNode> ChangeAsync(string path, object? body = null, HttpMethod? method = null, Guid? command = null)
        {
            var (status, answer) = await browser.SendAsync(method ?? HttpMethod.Post, $"orders/{order}{path}", body, command, Has);
            Assert.True(status == HttpStatusCode.OK, $"{path}: {answer?.ToJsonString()}");
            return answer!;
        }
    }

    [Fact]
    public async Task A_change_answers_with_the_parts_that_became_others_and_nothing_is_left_to_read()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, first) = await mina.WriteUpAsync();
        var second = (await mina.PostAsync($"orders/{order}/jobs", new { title = "Wiper blades" })).Id();
        var screen = new Screen(mina, order);
        Assert.Equal(["header", "totals", "around", $"job:{first}", $"job:{second}"], await screen.ReadAsync());
        Assert.Empty(await screen.ReadAsync());
        var line = (await mina.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!.Id();
        async Task Tells(string path, object? body, string[] parts, HttpMethod? method = null)
        {
            var answer = await screen.ChangeAsync(path, body, method);
            var got = screen.Take(answer["sheet"]!);
            Assert.True(got.Order().SequenceEqual(parts.Order()), $"{path}: {string.Join(", ", got)}");
            // What is answered from memory is what a screen that reads it finds.
            var left = await screen.ReadAsync();
            Assert.True(left.Count == 0, $"{path}: {string.Join(", ", left)} was another when read.");
        }

        await Tells(
            $"/lines/{line}",
            new
            {
                field = "hours",
                value = "2",
                version = 1,
            },
            [$"job:{first}", "totals"]
        );
        await Tells(
            $"/jobs/{second}/lines",
            new
            {
                kind = "Part",
                description = "Blade",
                quantity = "2",
                unitCost = "9.10",
            },
            [$"job:{second}", "totals"]
        );
        await Tells(
            "/header",
            new
            {
                field = "keyTag",
                value = "12",
                version = 1,
            },
            ["header"]
        );
        await Tells("/concerns", new { complaint = "Streaks" }, ["header"]);
        await Tells("/move-job", new { jobId = second, beforeId = first }, [$"job:{second}"]);
        await Tells($"/jobs/{second}/paste", new { text = "Fee\tDisposal\t\t1\t2.50" }, [$"job:{first}", $"job:{second}", "totals"]);
        await Tells("/technician", new { jobId = first, technicianId = 5 }, [$"job:{first}"]);
        await Tells(
            "/take",
            new
            {
                kind = "discount",
                value = "10%",
                on = "All",
                reason = "regular",
            },
            [$"job:{first}", $"job:{second}", "totals"]
        );
        await Tells(
            "/decisions",
            new
            {
                jobIds = new[] { first },
                kind = "Approved",
                decidedBy = "Vesa Aalto",
                channel = "Phone",
            },
            [$"job:{first}", "totals"]
        );
        await Tells($"/jobs/{second}", null, ["totals"], HttpMethod.Delete);
        await Tells($"/jobs/{second}/restore", null, [$"job:{second}", "totals"]);
    }

    [Fact]
    public async Task A_repeat_is_answered_with_the_sheet_as_it_is_now_and_a_screen_without_one_gets_none()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var screen = new Screen(mina, order);
        await screen.ReadAsync();
        var (command, body) = (
            Guid.NewGuid(),
            new
            {
                field = "title",
                value = "Both bushings",
                version = 1,
            }
        );
        var once = await screen.ChangeAsync($"/jobs/{job}", body, command: command);
        await mina.HeaderAsync(order, "keyTag", "31");
        var again = await screen.ChangeAsync($"/jobs/{job}", body, command: command);
        Assert.Equal(once["version"]!.GetValue<int>(), again["version"]!.GetValue<int>());
        Assert.Equal(["header", $"job:{job}"], screen.Take(again["sheet"]!));
        Assert.Null((await mina.PostAsync($"orders/{order}/concerns", new { complaint = "Squeals" }))["sheet"]);
    }

    [Fact]
    public async Task Whoever_may_not_see_margins_is_sent_none_whatever_the_screen_says_that_it_has()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        var (order, _) = await mina.WriteUpAsync();
        var hers = new Screen(mina, order);
        await hers.ReadAsync();
        // Tags of somebody who may see them name other parts.
        var told = (await wen.SendAsync(HttpMethod.Get, $"orders/{order}", sheet: hers.Has)).Body!;
        Assert.All(told.List("jobs").SelectMany(j => j!.List("lines")), l =>
            Assert.True(l!["unitCost"] is null && l["marginPercent"] is null)
        );
        Assert.NotEmpty(told.List("jobs"));
        Assert.Null(told["totals"]!["figures"]!["profit"]);
        Assert.NotNull(
            (await new Screen(mina, order).ChangeAsync("/concerns", new { complaint = "Hums" }))["sheet"]!["totals"]!["figures"]!["profit"]
        );
    }
}
