using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>What is due is found, written about once, and traced to what came of it.</summary>
public sealed class FollowUpTests(ShopFixture shop) : IClassFixture<ShopFixture>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await KeptFollowUps.KeepAsync(shop);

    public async ValueTask DisposeAsync() => await KeptFollowUps.AreThoseFoundAnewAsync(shop);

    private static async Task<JsonNode?> RowAsync(Browser writer, string customer) =>
        (await writer.GetAsync("follow-ups")).List("rows").FirstOrDefault(r => r!.Text("customer") == customer);

    private async Task SetShopAsync(string field, string value)
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var version = (await ingrid.GetAsync("setup/shop"))["version"]!.GetValue<int>();
        await ingrid.PostAsync(
            "setup/shop",
            new
            {
                field,
                value,
                version,
            }
        );
    }

    private static object KeyOf(JsonNode row) => new { kind = row.Text("kind"), sourceId = row["sourceId"]!.GetValue<long>() };

    /// <summary>A customer's order with a declined job, ended, and the days until it is asked about gone by.</summary>
    private async Task<JsonNode> DeclinedAsync(Browser writer, string name)
    {
        var (order, job) = await writer.WriteUpAsync(name);
        await writer.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { job },
                kind = "Declined",
                decidedBy = $"Vesa {name}",
                channel = "InPerson",
                reason = "Too expensive",
            }
        );
        await writer.PostAsync($"orders/{order}/end", new { ending = "Declined", reason = "Took it home" });
        // Ninety days as it is set up; a test need not wait that long.
        await SetShopAsync("declinedAfterDays", "31");
        Assert.Null(await RowAsync(writer, $"Vesa {name}"));
        await SetShopAsync("declinedAfterDays", "1");
        shop.DaysPass(1);
        using var again = await shop.SignInAsync("mina");
        return (await RowAsync(again, $"Vesa {name}"))!;
    }

    private static async Task<JsonNode> SendAsync(Browser writer, JsonNode draft, string? body = null) =>
        await writer.PostAsync(
            "follow-ups/send",
            new
            {
                messages = new[]
                {
                    new
                    {
                        reasons = draft["reasons"]!.DeepClone(),
                        channel = draft.Text("channel"),
                        address = draft.Text("address"),
                        subject = draft.Text("subject"),
                        body = body ?? draft.Text("body"),
                    },
                },
            }
        );

    [Fact]
    public async Task Declined_work_is_asked_about_once_and_sold_it_is_counted()
    {
        using var early = await shop.SignInAsync("mina");
        var row = await DeclinedAsync(early, "Ryland");
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal(("Declined", "Due"), (row.Text("kind"), row.Text("state")));

        var drafts = await mina.PostAsync("follow-ups/drafts", new { reasons = new[] { KeyOf(row) } });
        var draft = Assert.Single(drafts.List("drafts"))!;
        Assert.Contains("Control arm bushing", draft.Text("body"), StringComparison.Ordinal);
        Assert.Contains("before tax today", draft.Text("body"), StringComparison.Ordinal);
        Assert.Equal(row.Number("worth"), draft.Number("price"));
        Assert.Equal(1, (await SendAsync(mina, draft)).Number("sent"));

        // A second person who had looked at the same draft writes nothing, and the row says why.
        var second = await SendAsync(mina, draft);
        Assert.Equal(0, second.Number("sent"));
        Assert.Contains("They were asked", Assert.Single(second.List("refused"))!.Text("why"), StringComparison.Ordinal);
        var asked = (await RowAsync(mina, "Vesa Ryland"))!;
        Assert.Equal("Resting", asked.Text("state"));
        Assert.Empty((await mina.PostAsync("follow-ups/drafts", new { reasons = new[] { KeyOf(row) } })).List("drafts"));

        shop.Time.Advance(TimeSpan.FromHours(1));
        // They come, the work is taken over from that visit and invoiced.
        var vehicle = row["vehicleId"]!.GetValue<long>();
        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    vehicleId = vehicle,
                    customerId = row["customerId"]!.GetValue<long>(),
                    odometer = "42,119",
                    takeOver = new[]
                    {
                        new
                        {
                            kind = "Job",
                            id = row["sourceId"]!.GetValue<long>(),
                            title = row.Text("title"),
                        },
                    },
                }
            )
        ).Id();
        var taken = (await mina.SheetAsync(order)).List("jobs")[0]!;
        Assert.Equal("Came", await OutcomeAsync(mina, "Vesa Ryland"));
        await mina.FinishAsync(order, taken.Id());
        await mina.PostAsync($"orders/{order}/invoice");
        Assert.Equal("Sold", await OutcomeAsync(mina, "Vesa Ryland"));
        Assert.Null(await RowAsync(mina, "Vesa Ryland") is { } left && left.Text("kind") == "Declined" ? left : null);
    }

    private static async Task<string> OutcomeAsync(Browser writer, string customer) =>
        (await writer.GetAsync("follow-ups/results")).List("rows").First(r => r!.Text("customer") == customer)!.Text("state");

    [Fact]
    public async Task Who_refused_is_skipped_a_call_is_noted_and_closing_is_taken_back()
    {
        using var early = await shop.SignInAsync("mina");
        var row = await DeclinedAsync(early, "Sandoval");
        using var mina = await shop.SignInAsync("mina");
        Task<JsonNode> Did(string what, string? note = null, string? until = null) =>
            mina.PostAsync(
                "follow-ups/acts",
                new
                {
                    kind = row.Text("kind"),
                    sourceId = row["sourceId"]!.GetValue<long>(),
                    what,
                    note,
                    until,
                }
            );
        await Did("NoAnswer");
        Assert.Equal("Due", (await RowAsync(mina, "Vesa Sandoval"))!.Text("state"));
        await Did("PutOff", "after the holidays", "in 3 weeks");
        Assert.Equal("PutOff", (await RowAsync(mina, "Vesa Sandoval"))!.Text("state"));
        var closed = (await Did("Closed", "Sold the vehicle")).Id();
        var gone = (await RowAsync(mina, "Vesa Sandoval"))!;
        Assert.Equal(("Closed", 3), (gone.Text("state"), gone.List("acts").Count));
        await mina.PostAsync($"follow-ups/acts/{closed}/take-back");
        Assert.Equal("PutOff", (await RowAsync(mina, "Vesa Sandoval"))!.Text("state"));

        await mina.PostAsync("writing-wishes", new { address = "207 555 0199", refused = true });
        var drafts = await mina.PostAsync("follow-ups/drafts", new { reasons = new[] { KeyOf(row) } });
        Assert.Empty(drafts.List("drafts"));
        Assert.Contains("opted out", Assert.Single(drafts.List("skipped"))!.Text("why"), StringComparison.Ordinal);
        await mina.PostAsync("writing-wishes", new { address = "207 555 0199", refused = false });
    }

    [Fact]
    public async Task What_is_not_due_or_not_one_customers_is_not_written_and_the_days_are_the_shops()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        Assert.Equal(
            "followUp.gone",
            (
                await ingrid.RefusedAsync(
                    "follow-ups/acts",
                    new
                    {
                        kind = "Deferred",
                        sourceId = 1,
                        what = "NoAnswer",
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        var rows = (await ingrid.GetAsync("follow-ups")).List("rows");
        var two = rows.Where(r => r!.Text("noMessage").Length == 0).DistinctBy(r => r!["customerId"]!.GetValue<long>()).Take(2).ToList();
        var sent = await ingrid.PostAsync(
            "follow-ups/send",
            new
            {
                messages = new[]
                {
                    new
                    {
                        reasons = two.Select(r => KeyOf(r!)).ToArray(),
                        channel = "Text",
                        address = "207 555 0100",
                        subject = "",
                        body = "Hello",
                    },
                },
            }
        );
        Assert.Contains("one customer", Assert.Single(sent.List("refused"))!.Text("why"), StringComparison.Ordinal);
        await ingrid.RefusedAsync("setup/shop", new { field = "askAgainDays", value = "0" });
        Assert.Contains(rows, r => r!.Text("kind") == "Away");
        await SetShopAsync("awayMonths", "60");
        Assert.DoesNotContain((await ingrid.GetAsync("follow-ups")).List("rows"), r => r!.Text("kind") == "Away");
        await SetShopAsync("awayMonths", "12");
    }

    [Fact]
    public async Task What_the_shop_wants_so_goes_out_by_itself_once_and_an_opened_link_is_known()
    {
        using var early = await shop.SignInAsync("mina");
        var row = await DeclinedAsync(early, "Byitself");
        foreach (var day in DateTimeFormatInfo.InvariantInfo.DayNames)
            await SetShopAsync($"hours.{day.ToLowerInvariant()}", "12:00 am to 11:59 pm");
        using (var ingrid = await shop.SignInAsync("ingrid"))
            await ingrid.PostAsync("setup/texts", new { field = "publicAddress", value = "https://shop.example" });
        var rounds = shop.Services.GetRequiredService<FollowUpRounds>();
        await rounds.WriteAsync();
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal("Due", (await RowAsync(mina, "Vesa Byitself"))!.Text("state"));
        await SetShopAsync("automatic.work", "true");
        await rounds.WriteAsync();
        await rounds.WriteAsync();
        Assert.Equal("Resting", (await RowAsync(mina, "Vesa Byitself"))!.Text("state"));
        var customer = row["customerId"]!.GetValue<long>();
        string body;
        await using (var db = shop.OpenDb())
            body = (await db.Messages.SingleAsync(m => m.CustomerId == customer)).Body;
        Assert.Contains("Control arm bushing", body, StringComparison.Ordinal);
        Assert.Equal("Nothing", await OutcomeAsync(mina, "Vesa Byitself"));
        Assert.Contains((await mina.GetAsync("follow-ups/results")).List("rows"), r =>
            r!.Text("customer") == "Vesa Byitself" && r!.Text("by") == "Automatic"
        );
        var key = body[(body.IndexOf("?m=", StringComparison.Ordinal) + 3)..][..12];
        using var stranger = new Browser(shop.Address, shop.Time);
        await stranger.PostAsync("customers-pages/booking/opened", new { key = "AAAAAAAAAAAA" });
        Assert.Equal("Nothing", await OutcomeAsync(mina, "Vesa Byitself"));
        await stranger.PostAsync("customers-pages/booking/opened", new { key });
        Assert.Equal("Opened", await OutcomeAsync(mina, "Vesa Byitself"));
        await SetShopAsync("automatic.work", "false");
    }

    [Fact]
    public async Task A_merge_takes_what_was_done_along_and_a_vehicle_that_was_sold_is_nobodys_follow_up()
    {
        using var early = await shop.SignInAsync("mina");
        var row = await DeclinedAsync(early, "Merge");
        using var mina = await shop.SignInAsync("mina");
        var (gone, vehicle) = (row["customerId"]!.GetValue<long>(), row["vehicleId"]!.GetValue<long>());
        var draft = (await mina.PostAsync("follow-ups/drafts", new { reasons = new[] { KeyOf(row) } })).List("drafts")[0]!;
        Assert.Equal(1, (await SendAsync(mina, draft)).Number("sent"));
        var (order, _) = await mina.WriteUpAsync("Kept");
        var kept = (await mina.SheetAsync(order))["customer"]!.Id();
        var merge = (await mina.PostAsync($"customers/{kept}/merge", new { otherId = gone }))["mergeId"]!.GetValue<long>();
        var asked = (await RowAsync(mina, "Vesa Kept"))!;
        Assert.Equal(("Resting", kept), (asked.Text("state"), asked["customerId"]!.GetValue<long>()));
        await using (var db = shop.OpenDb())
            Assert.True(await db.Messages.AnyAsync(m => m.CustomerId == kept && m.Body.Contains("Control arm bushing")));
        await mina.PostAsync($"merges/{merge}/undo");
        Assert.Equal("Resting", (await RowAsync(mina, "Vesa Merge"))!.Text("state"));

        await mina.PostAsync($"vehicles/{vehicle}/transfer", new { customerId = kept });
        Assert.DoesNotContain((await mina.GetAsync("follow-ups")).List("rows"), r => r!["vehicleId"]?.GetValue<long>() == vehicle);
    }
}
