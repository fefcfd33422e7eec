using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Changes;

/// <summary>Whatever one screen changes, every other that shows it is told of within a second: by what was saved, not by hand.</summary>
public sealed class FeedTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(15);

    private sealed class Listener(HubConnection line) : IAsyncDisposable
    {
        private readonly ConcurrentQueue<(string Command, string Topic)> heard = new();

        internal static async Task<Listener> OpenAsync(Uri address, Browser browser)
        {
            var line = new HubConnectionBuilder().WithUrl(new Uri(address, "live"), o => o.Headers["Cookie"] = browser.Cookies).Build();
            var listener = new Listener(line);
            line.On<JsonElement>("changed", notice =>
            {
                foreach (var topic in notice.GetProperty("topics").EnumerateArray())
                    listener.heard.Enqueue(
                        (
                            notice.GetProperty("commandId").GetString()!,
                            $"{topic.GetProperty("kind").GetString()} {topic.GetProperty("id").GetInt64()}"
                        )
                    );
            });
            await line.StartAsync();
            return listener;
        }

        internal void Forget() => heard.Clear();

        internal IReadOnlyList<string> Commands => [.. heard.Select(h => h.Command).Distinct()];

        internal async Task<IReadOnlyList<string>> MissingAsync(params string[] topics)
        {
            var until = DateTime.UtcNow + Soon;
            while (true)
            {
                var missing = topics.Except(heard.Select(h => h.Topic)).ToList();
                if (missing.Count == 0 || DateTime.UtcNow > until)
                    return missing;
                await Task.Delay(20);
            }
        }

        public ValueTask DisposeAsync() => line.DisposeAsync();
    }

    [Fact]
    public void The_web_knows_the_same_topics()
    {
        var web = File.ReadAllText(Path.Combine(ArchitectureTests.Root(), "web/src/lib/changes/topics.ts"));
        var named = web[web.IndexOf('[', StringComparison.Ordinal)..web.IndexOf(']', StringComparison.Ordinal)]
            .Split('\'')
            .Where((_, i) => i % 2 == 1);
        Assert.Equal(Enum.GetNames<TopicKind>(), named);
    }

    [Fact]
    public async Task Every_kind_of_change_is_heard_by_the_screens_that_show_it()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        using var ana = await shop.SignInAsync("ana");
        using var dario = await shop.SignInAsync("dario");
        await using var other = await Listener.OpenAsync(shop.Address, dario);
        await dario.GetAsync("floor");
        await dario.GetAsync("parts");
        var (order, job) = await mina.WriteUpAsync("Feed");
        var sheet = await mina.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        var part = sheet.List("jobs").Single()!.List("lines").Last()!.Id();
        long purchase = 0,
            invoice = 0;
        string Order() => $"Order {order}";

        var table = new (string What, Func<Task> Change, string[] Topics)[]
        {
            ("a header field", () => mina.HeaderAsync(order, "keyTag", "99"), [Order(), "Floor 0", "Orders 0"]),
            (
                "a line",
                async () =>
                    await mina.PostAsync(
                        $"orders/{order}/lines/{part}",
                        new
                        {
                            field = "quantity",
                            value = "3",
                            version = (await mina.LineAsync(order, part))["version"]!.GetValue<int>(),
                        }
                    ),
                [Order()]
            ),
            ("a concern", () => mina.PostAsync($"orders/{order}/concerns", new { complaint = "Hums" }), [Order()]),
            (
                "a finding from the bench",
                () => ana.PostAsync($"orders/{order}/findings", new { text = "Torn boot", rating = "Due" }),
                [Order(), "Bench 0"]
            ),
            (
                "a plan",
                () =>
                    mina.PostAsync(
                        "calendar/place",
                        new
                        {
                            kind = "Job",
                            id = job,
                            technicianId = 5,
                            start = ShopFixture.At("14:00"),
                            version = 0,
                        }
                    ),
                [Order(), "Floor 0"]
            ),
            ("an answer", () => mina.ApproveAsync(order, job), [Order(), "Floor 0", "Parts 0"]),
            ("a purchase order", async () => purchase = await mina.PlaceAsync(order), [Order(), "Parts 0", "Floor 0"]),
            ("its receipt", () => mina.PostAsync($"purchase-orders/{purchase}/receive", new { }), [Order(), "Parts 0"]),
            (
                "a phone number",
                () =>
                    mina.PostAsync(
                        $"customers/{customer}/fields",
                        new
                        {
                            field = "lastName",
                            value = "Fedder",
                            version = 1,
                        }
                    ),
                [$"Customer {customer}"]
            ),
            (
                "a car's field",
                () =>
                    mina.PostAsync(
                        $"vehicles/{vehicle}/fields",
                        new
                        {
                            field = "color",
                            value = "Gray",
                            version = 1,
                        }
                    ),
                [$"Vehicle {vehicle}"]
            ),
            (
                "a reminder",
                () => mina.PostAsync($"vehicles/{vehicle}/reminders", new { title = "Brake fluid", everyMonths = "24" }),
                [$"Vehicle {vehicle}"]
            ),
            (
                "a text",
                () =>
                    mina.PostAsync(
                        $"orders/{order}/messages",
                        new
                        {
                            channel = "Text",
                            address = "+12075550199",
                            subject = "",
                            body = "Ready soon",
                            now = true,
                        }
                    ),
                [Order(), $"Messages {order}"]
            ),
            (
                "an invoice",
                async () =>
                {
                    await mina.PostAsync($"orders/{order}/finish-jobs");
                    await mina.HeaderAsync(order, "odometerOut", "42,120");
                    invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
                },
                [Order(), "Orders 0", "Floor 0", "Invoice ?"]
            ),
            (
                "cash",
                () => mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "20", despiteCharge = false }),
                [Order(), "Invoice ?"]
            ),
            (
                "a fee's name",
                () =>
                    ingrid.PostAsync(
                        "named-fees",
                        new
                        {
                            code = "TOW",
                            label = "Towing",
                            amount = "80",
                            passThrough = false,
                            taxable = true,
                        }
                    ),
                ["Catalog 0"]
            ),
        };
        var silent = new List<string>();
        var memory = shop.Services.GetRequiredService<OrderMemory>();
        foreach (var (what, change, topics) in table)
        {
            // Others look at the order, so that what it shows is at hand.
            await ShownAsync();
            other.Forget();
            await change();
            if (
                await other.MissingAsync([.. topics.Select(t => t.Replace("?", $"{invoice}", StringComparison.Ordinal))]) is
                { Count: > 0 } missing
            )
                silent.Add($"{what}: {string.Join(", ", missing)}");
            var atHand = await ShownAsync();
            memory.Clear();
            if (await ShownAsync() is var fresh && fresh != atHand)
                silent.Add($"{what}: what is at hand was not dropped: {atHand} instead of {fresh}");
        }
        Assert.Empty(silent);

        async Task<string> ShownAsync()
        {
            var shown = await dario.GetAsync($"orders/{order}");
            return shown["tags"]!.ToJsonString()
                + await dario.GetAsync($"orders/{order}/offers")
                + await dario.GetAsync($"orders/{order}/facts");
        }
    }

    [Fact]
    public async Task A_notice_names_its_command_and_nothing_that_stands_in_it()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        await using var other = await Listener.OpenAsync(shop.Address, dario);
        var command = Guid.NewGuid();
        var version = (await mina.SheetAsync(2512))["version"]!.GetValue<int>();
        var kept = await mina.SendAsync(
            HttpMethod.Post,
            "orders/2512/header",
            new
            {
                field = "keyTag",
                value = "98",
                version,
            },
            command
        );
        Assert.Equal((System.Net.HttpStatusCode.OK, ""), (kept.Status, kept.Body?["detail"]?.ToString() ?? ""));
        Assert.Empty(await other.MissingAsync("Order 2512"));
        Assert.Contains(command.ToString(), other.Commands);
        // A repeat changes nothing and tells nothing.
        other.Forget();
        await mina.SendAsync(
            HttpMethod.Post,
            "orders/2512/header",
            new
            {
                field = "keyTag",
                value = "98",
                version,
            },
            command
        );
        Assert.NotEmpty(await other.MissingAsync("Order 2512"));
    }

    [Fact]
    public async Task A_screen_that_saw_what_was_undone_at_once_is_told_all_the_same()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (order, _) = await mina.WriteUpAsync("Zurueck");
        await dario.GetAsync("floor");
        await using var other = await Listener.OpenAsync(shop.Address, dario);
        await other.MissingAsync("Floor 0");
        other.Forget();
        await mina.HeaderAsync(order, "keyTag", "31");
        await dario.GetAsync("floor");
        await mina.HeaderAsync(order, "keyTag", "77");
        Assert.Empty(await other.MissingAsync("Floor 0"));
    }

    [Fact]
    public async Task A_discount_of_the_account_gives_open_orders_a_new_version_and_says_why()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, _) = await mina.WriteUpAsync("Rabatt");
        var before = await mina.SheetAsync(order);
        await ingrid.PostAsync(
            $"customers/{before["customer"]!.Id()}/fields",
            new
            {
                field = "partsDiscountPercent",
                value = "10",
                version = 1,
            }
        );
        var after = await mina.SheetAsync(order);
        Assert.True(after["version"]!.GetValue<int>() > before["version"]!.GetValue<int>());
        Assert.NotEqual(before["figures"]!.Number("total"), after["figures"]!.Number("total"));
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("field") == "account");
    }

    [Fact]
    public async Task A_purchase_order_is_handed_over_by_itself_and_stands_on_the_orders_record()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Teile");
        await mina.ApproveAsync(order, job);
        var purchase = await mina.PlaceAsync(order);
        await using var db = shop.OpenDb();
        for (var i = 0; i < 100 && await db.PurchaseOrders.AnyAsync(p => p.Id == purchase && p.SupplierReference == ""); i++)
            await Task.Delay(50);
        Assert.NotEqual("", await db.PurchaseOrders.Where(p => p.Id == purchase).Select(p => p.SupplierReference).SingleAsync());
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("field") == "ordered");
    }

    [Fact]
    public async Task A_silent_supplier_keeps_no_edit_waiting()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Still");
        await mina.ApproveAsync(order, job);
        await shop.MoodAsync("harbor", "ok", delayMs: 2500);
        try
        {
            var purchase = await mina.PlaceAsync(order);
            await using var db = shop.OpenDb();
            await mina.HeaderAsync(order, "keyTag", "42");
            Assert.Equal("", await db.PurchaseOrders.Where(p => p.Id == purchase).Select(p => p.SupplierReference).SingleAsync());
        }
        finally
        {
            await shop.MoodAsync("harbor", "ok");
        }
    }
}
