using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Inventory;

/// <summary>What lies on the shelf: kept, moved, counted, corrected, reordered, and worth what its movements say.</summary>
public class StockTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static decimal Figure(JsonNode node, string field) => node[field]!.GetValue<decimal>();

    private async Task<long> PartAsync(string number, string onHand, string cost = "10", string bin = "")
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var part = (await ingrid.PostAsync("catalog-parts", new { number, description = $"Part {number}" })).Id();
        var version = 1;
        foreach (var (field, value) in new[] { ("unitCost", cost), ("bin", bin) })
            version = (
                await ingrid.PostAsync(
                    $"catalog-parts/{part}",
                    new
                    {
                        field,
                        value,
                        version,
                    }
                )
            )["version"]!.GetValue<int>();
        if (onHand != "0")
            await ingrid.PostAsync($"stock/{part}/correct", new { onHand, reason = "There from the start" });
        return part;
    }

    private static async Task<(long Order, long Job, long Line)> OrderAsync(Browser mina, long part, string quantity, string promised)
    {
        var (order, job) = await mina.WriteUpAsync();
        await mina.HeaderAsync(order, "promisedAt", promised);
        var line = (
            await mina.PostAsync(
                $"orders/{order}/take",
                new
                {
                    kind = "Stock",
                    id = part,
                    jobId = job,
                }
            )
        )["lineIds"]![0]!.GetValue<long>();
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "quantity",
                value = quantity,
                version = (await mina.LineAsync(order, line))["version"]!.GetValue<int>(),
            }
        );
        return (order, job, line);
    }

    [Fact]
    public async Task Stock_is_kept_as_far_as_it_goes_and_what_comes_goes_to_the_earliest_promised()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        var part = await PartAsync("KP-1", "3");
        var (late, lateJob, lateLine) = await OrderAsync(mina, part, "4", "tomorrow 5 pm");
        Assert.Equal("3 of 4 in stock", (await mina.LineAsync(late, lateLine)).Text("state"));
        Assert.True((await mina.LineAsync(late, lateLine))["wantsSource"]!.GetValue<bool>());
        await mina.ApproveAsync(late, lateJob);
        Assert.Equal("3 of 4 here, 1 to order", (await mina.LineAsync(late, lateLine)).Text("state"));
        var (early, earlyJob, earlyLine) = await OrderAsync(mina, part, "2", "tomorrow 8 am");
        await mina.ApproveAsync(early, earlyJob);
        Assert.Equal("Needs ordering", (await mina.LineAsync(early, earlyLine)).Text("state"));

        // One more lies there after all: the one promised first gets it, though the other waits longer.
        await wen.PostAsync($"stock/{part}/correct", new { onHand = "4", reason = "Behind the box" });
        Assert.Equal("1 of 2 here, 1 to order", (await mina.LineAsync(early, earlyLine)).Text("state"));
        var needed = (await wen.GetAsync("parts")).List("needed").Single(n => n!["lineId"]!.GetValue<long>() == earlyLine)!;
        Assert.Equal(lateLine, Assert.Single(needed.List("elsewhere"))!["lineId"]!.GetValue<long>());
        // By hand the other one's goes to it, no more than it misses.
        var moved = await wen.PostAsync("stock/reserved", new { fromLineId = lateLine, toLineId = earlyLine });
        Assert.Equal(1, Figure(moved, "quantity"));
        Assert.Equal("In stock, reserved", (await mina.LineAsync(early, earlyLine)).Text("state"));
        Assert.Equal(
            "stock.notKept",
            (await wen.RefusedAsync("stock/reserved", new { fromLineId = lateLine, toLineId = earlyLine })).Text("code")
        );
        var card = await wen.GetAsync($"stock/{part}");
        Assert.Equal([2m, 2m], card.List("keptFor").Select(k => Figure(k!, "quantity")));
        // Switched out, what was kept goes on to the one that waits.
        await mina.PostAsync(
            $"orders/{early}/lines/{earlyLine}",
            new
            {
                field = "isExcluded",
                value = "true",
                version = (await mina.LineAsync(early, earlyLine))["version"]!.GetValue<int>(),
            }
        );
        Assert.Equal("In stock, reserved", (await mina.LineAsync(late, lateLine)).Text("state"));
    }

    [Fact]
    public async Task A_shelf_is_counted_blind_and_its_differences_are_posted_with_the_right()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var part = await PartAsync("CT-1", "6", "2.50", "ZZ-1");
        Assert.Equal("count.empty", (await mina.RefusedAsync("stock-counts", new { bin = "QQ" })).Text("code"));
        var count = (await mina.PostAsync("stock-counts", new { bin = "ZZ" })).Id();
        Assert.Equal("count.open", (await wen.RefusedAsync("stock-counts", new { bin = "ZZ-1" })).Text("code"));
        Assert.Null((await mina.GetAsync($"stock-counts/{count}")).List("lines")[0]!["expected"]);
        await mina.PostAsync($"stock-counts/{count}/counted", new { partId = part, counted = "4" });
        var line = (await mina.GetAsync($"stock-counts/{count}")).List("lines")[0]!;
        Assert.Equal((-2m, -5m), (Figure(line, "difference"), Figure(line, "value")));
        await mina.RefusedAsync($"stock-counts/{count}/post", new { reason = "Two missing" }, System.Net.HttpStatusCode.Forbidden);
        await wen.PostAsync($"stock-counts/{count}/post", new { reason = "Two missing" });
        var card = await wen.GetAsync($"stock/{part}");
        Assert.Equal(4, Figure(card["part"]!, "onHand"));
        Assert.Equal(
            ($"Count {count}", "Two missing"),
            (card.List("movements")[0]!.Text("document"), card.List("movements")[0]!.Text("reason"))
        );
        Assert.Equal("count.closed", (await wen.RefusedAsync($"stock-counts/{count}/post", new { })).Text("code"));
    }

    [Fact]
    public async Task What_is_low_is_reordered_in_whole_packs_and_the_average_follows_what_comes()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var wen = await shop.SignInAsync("wen");
        var part = await PartAsync("RO-1", "2", "4");
        foreach (var (field, value) in new[] { ("lowestLevel", "2"), ("fillLevel", "9"), ("packSize", "4") })
        {
            var version = (await ingrid.GetAsync($"catalog-parts/{part}"))["version"]!.GetValue<int>();
            await ingrid.PostAsync(
                $"catalog-parts/{part}",
                new
                {
                    field,
                    value,
                    version,
                }
            );
        }
        async Task<JsonNode?> ProposedAsync() =>
            (await wen.GetAsync("stock/reorder")).AsArray().FirstOrDefault(r => r!["part"]!.Id() == part);
        Assert.Equal(8, Figure((await ProposedAsync())!, "quantity"));
        var purchase = (
            await wen.PostAsync("purchase-orders", new { supplierId = 1, stock = new[] { new { partId = part, quantity = "8" } } })
        ).Id();
        Assert.Null(await ProposedAsync());
        await wen.HandedOverAsync(purchase);
        var line = (await wen.GetAsync("parts")).List("onTheWay").Single(p => p!.Id() == purchase)!.List("lines")[0]!;
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { lines = new[] { new { id = line.Id(), unitCost = "5.25" } } });
        var row = (await wen.GetAsync("stock?text=RO-1")).List("parts").Single()!;
        // (2 × 4 + 8 × 5.25) / 10
        Assert.Equal(
            (10m, 5m, 5.25m, 50m),
            (Figure(row, "onHand"), Figure(row, "averageCost"), Figure(row, "lastCost"), Figure(row, "value"))
        );

        // Two of them go back: they leave when they are picked up, at the average.
        var came = (await wen.GetAsync("part-returns/returnable?text=RO-1")).AsArray().Single()!;
        var back = new[]
        {
            new
            {
                receiptLineId = came.Number("receiptLineId"),
                quantity = "2",
                reason = "Spare",
            },
        };
        var made = (await wen.PostAsync("part-returns", new { lines = back })).Id();
        Assert.Equal(10, Figure((await wen.GetAsync($"stock/{part}"))["part"]!, "onHand"));
        // Gone from the shelf meanwhile, it can't be picked up.
        await wen.PostAsync($"stock/{part}/correct", new { onHand = "1", reason = "Broken" });
        Assert.Equal("return.kept", (await wen.RefusedAsync($"part-returns/{made}/send")).Text("code"));
        await wen.PostAsync($"stock/{part}/correct", new { onHand = "10", reason = "Not broken" });
        await wen.PostAsync($"part-returns/{made}/send");
        Assert.Equal(8, Figure((await wen.GetAsync($"stock/{part}"))["part"]!, "onHand"));
        await wen.PostAsync($"part-returns/{made}/refuse", new { why = "Box open", cameBack = true });
        Assert.Equal(10, Figure((await wen.GetAsync($"stock/{part}"))["part"]!, "onHand"));
    }

    [Fact]
    public async Task Every_parts_movements_add_up_to_what_is_there_and_what_it_is_worth()
    {
        using var wen = await shop.SignInAsync("wen");
        await using var db = shop.OpenDb();
        var sums = (await db.StockMovements.Where(m => m.PartId != null && m.Kind != StockMovementKind.ReceiptForOrder).ToListAsync())
            .GroupBy(m => m.PartId!.Value)
            .ToDictionary(g => g.Key, g => (Units: g.Sum(m => m.Quantity.Value), Value: g.Sum(m => m.ValueChange.Cents)));
        var parts = await db.Parts.ToListAsync();
        Assert.All(parts, p => Assert.Equal((p.OnHand.Value, Stock.ValueOf(p).Cents), sums.GetValueOrDefault(p.Id)));
        var worth = await wen.GetAsync("stock/value");
        Assert.Equal(parts.Sum(p => Stock.ValueOf(p).Amount), Figure(worth, "value"));
        Assert.Equal(0, Figure(await wen.GetAsync($"stock/value?day={ShopFixture.Day(-2000)}"), "value"));
        Assert.Equal(
            System.Net.HttpStatusCode.UnprocessableEntity,
            (await wen.SendAsync(HttpMethod.Get, "stock/value?day=whenever", null)).Status
        );
    }

    [Theory]
    [InlineData("Number")]
    [InlineData("Description")]
    [InlineData("Bin")]
    [InlineData("OnHand")]
    public async Task The_list_is_read_page_by_page_and_nothing_is_left_out(string sort)
    {
        using var wen = await shop.SignInAsync("wen");
        await using var db = shop.OpenDb();
        var seen = new List<long>();
        string? after = null;
        do
        {
            var page = await wen.GetAsync($"stock?filter=All&sort={sort}&after={Uri.EscapeDataString(after ?? "")}");
            seen.AddRange(page.List("parts").Select(p => p!.Id()));
            after = page["more"]?.GetValue<string>();
        } while (after is not null);
        Assert.Equal(await db.Parts.CountAsync(), seen.Count);
        Assert.Equal(seen.Count, seen.Distinct().Count());
    }

    [Fact]
    public async Task Each_filter_shows_its_own()
    {
        using var wen = await shop.SignInAsync("wen");
        var part = await PartAsync("FL-1", "1");
        await using (var db = shop.OpenDb())
        {
            Assert.NotEqual(Quantity.Zero, (await db.Parts.SingleAsync(p => p.Id == part)).OnHand);
        }
        foreach (var filter in new[] { "Stocked", "All" })
            Assert.Single((await wen.GetAsync($"stock?filter={filter}&text=FL-1")).List("parts"));
        foreach (var filter in new[] { "Low", "Reserved", "Negative" })
            Assert.Empty((await wen.GetAsync($"stock?filter={filter}&text=FL-1")).List("parts"));
    }
}
