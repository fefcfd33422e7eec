using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Purchasing;

/// <summary>Returns and bills over the suppliers' services, cores that are given up, work that vendors do, and what a count takes away.</summary>
public class BackAndForthTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<(long Order, long Line)> ReceivedAsync(Browser writer, string number)
    {
        var (order, _, line) = await writer.ApprovedPartAsync(number);
        var purchase = await writer.PlaceAsync(order);
        await writer.HandedOverAsync(purchase);
        await writer.PostAsync($"purchase-orders/{purchase}/receive", new { });
        return (order, line);
    }

    private async Task<long> ReturnAsync(Browser wen, string number)
    {
        var came = (await wen.GetAsync($"part-returns/returnable?text={number}")).AsArray().Single()!;
        var lines = new[] { new { receiptLineId = came.Number("receiptLineId"), reason = "Spare" } };
        return (await wen.PostAsync("part-returns", new { lines })).Id();
    }

    private static async Task<JsonNode> ReturnedAsync(Browser wen, long id) =>
        (await wen.GetAsync("part-returns")).List("returns").Single(r => r!.Id() == id)!;

    private async Task<int> TakenAsync() =>
        int.Parse(await shop.Outside.GetStringAsync("suppliers/harbor/returns/count"), System.Globalization.CultureInfo.InvariantCulture);

    private Task StandsAsync(string authorization, string state) =>
        shop.Outside.PostAsync(new Uri($"suppliers/harbor/returns/{authorization}/{state}", UriKind.Relative), null);

    [Fact]
    public async Task A_part_that_did_not_hold_goes_back_from_the_comeback_and_the_comeback_says_where_it_is()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job, _) = await mina.ApprovedPartAsync("SV-7");
        var version = (await mina.SheetAsync(order)).List("jobs")[0]!["version"]!.GetValue<int>();
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "12/12000",
                version,
            }
        );
        await mina.FinishAsync(order, job);
        await mina.PostAsync($"orders/{order}/invoice");
        var sheet = await mina.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        var known = (await mina.GetAsync($"write-up/known?customer={customer}&vehicle={vehicle}&odometer=45,000")).AsArray();
        var again = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customerId = customer,
                    vehicleId = vehicle,
                    odometer = "45,000",
                    takeOver = new[] { known.Single(k => k!.Text("kind") == "Warranty")!["take"]!.DeepClone() },
                }
            )
        ).Id();
        var comeback = (await mina.SheetAsync(again)).List("jobs")[0]!.Id();
        async Task<JsonNode> FailedAsync() =>
            Assert.Single((await mina.GetAsync($"orders/{again}/jobs/{comeback}/failed-parts")).AsArray())!;
        var failed = await FailedAsync();
        Assert.Equal(("SV-7", 2m), (failed.Text("partNumber"), failed.Number("left")));
        // Who sold it is known by the receipt.
        var suppliers = (await mina.GetAsync($"orders/{again}/jobs/{comeback}/supplier-payers")).AsArray();
        Assert.Equal([failed.Text("supplier")], suppliers.Where(s => s!.Flag("soldThePart")).Select(s => s!.Text("name")));

        var lines = new[]
        {
            new
            {
                receiptLineId = failed.Number("receiptLineId"),
                quantity = "2",
                reason = "Warranty",
            },
        };
        var made = await mina.PostAsync("part-returns", new { lines, note = "Comeback" });
        var back = await FailedAsync();
        Assert.Equal(
            (0m, made.Number("number"), "Set aside"),
            (back.Number("left"), back.Number("returnNumber"), back.Text("returnState"))
        );
        // It goes back once; the invoice that the customer got stays as it was.
        Assert.Equal("return.tooMany", (await mina.RefusedAsync("part-returns", new { lines })).Text("code"));
        await mina.PostAsync($"part-returns/{made.Id()}/drop");
        Assert.Null((await FailedAsync())["returnNumber"]);
        Assert.Equal(sheet["totals"]?.ToJsonString(), (await mina.SheetAsync(order))["totals"]?.ToJsonString());
        using var ingrid = await shop.SignInAsync("ingrid");
        Assert.Empty((await ingrid.PostAsync("books/check", new { })).AsArray());
    }

    [Fact]
    public async Task A_return_is_authorized_and_credited_by_the_suppliers_service_once_whatever_is_lost()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        await ReceivedAsync(mina, "SV-1");
        var before = await TakenAsync();
        await shop.MoodAsync("harbor", "loseAnswer", times: 2);
        var made = await ReturnAsync(wen, "SV-1");
        // Whoever asks in vain says so; the same key is taken once however often it is asked.
        for (var i = 0; i < 3; i++)
            await wen.PostAsync($"part-returns/{made}/ask");
        var shown = await ReturnedAsync(wen, made);
        Assert.Equal(("Authorized", "", false), (shown.Text("stateText"), shown.Text("trouble"), shown["asked"]!.GetValue<bool>()));
        Assert.Equal(before + 1, await TakenAsync());
        await wen.PostAsync($"part-returns/{made}/send");
        await StandsAsync(shown.Text("authorization"), "credited?credited=30.50");
        await wen.PostAsync($"part-returns/{made}/ask");
        var done = await ReturnedAsync(wen, made);
        Assert.Equal(("Credited", 30.50m), (done.Text("stateText"), done["credited"]!.GetValue<decimal>()));
        Assert.StartsWith("CM-", done.Text("answer"), StringComparison.Ordinal);
        // What it brought is a credit memo, once, however often the service is asked.
        await wen.PostAsync($"part-returns/{made}/ask");
        var memo = (await wen.GetAsync("supplier-credits")).AsArray().Single(c => c!.Text("for") == $"return {done.Number("number")}")!;
        Assert.Equal((30.50m, true), (memo.Number("total"), memo.Text("number").StartsWith("CM-", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task What_was_disputed_on_a_bill_comes_back_by_memos_and_they_are_used_once()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        using var ingrid = await shop.SignInAsync("ingrid");
        await ReceivedAsync(mina, "CM-PART");
        var came = (await wen.GetAsync("supplier-bills")).List("unbilled").Single(u => u!.Text("partNumber") == "CM-PART")!;
        var agreed = came.Number("unitCost");
        var bill = (
            await wen.PostAsync(
                "supplier-bills",
                new
                {
                    supplierId = came.Number("supplierId"),
                    number = "B-7710",
                    lines = new[]
                    {
                        new
                        {
                            receiptLineId = came.Number("receiptLineId"),
                            unitCost = (agreed + 10).ToString(System.Globalization.CultureInfo.InvariantCulture),
                            accepts = false,
                        },
                    },
                }
            )
        );
        var disputed = bill.Number("disputed");
        Assert.True(disputed > 0);
        var path = $"supplier-bills/{bill.Id()}/credits";
        Assert.Equal("credit.number", (await wen.RefusedAsync(path, new { number = " " })).Text("code"));
        Assert.Equal("credit.more", (await wen.RefusedAsync(path, new { number = "CM-1", amount = $"{disputed + 1}" })).Text("code"));
        var first = await wen.PostAsync(path, new { number = "CM-1", amount = "4" });
        Assert.Equal("credit.twice", (await wen.RefusedAsync(path, new { number = "CM-1" })).Text("code"));
        Assert.Equal(disputed - 4, (await wen.PostAsync(path, new { number = "CM-2" })).Number("total"));
        Assert.Equal("credit.nothing", (await wen.RefusedAsync(path, new { number = "CM-3" })).Text("code"));
        var shown = (await wen.GetAsync("supplier-bills")).List("bills").Single(b => b!.Id() == bill.Id())!;
        Assert.Equal(disputed, shown.Number("credited"));
        await wen.RefusedAsync($"supplier-credits/{first.Id()}/use", new { how = "x" }, System.Net.HttpStatusCode.Forbidden);
        await ingrid.PostAsync($"supplier-credits/{first.Id()}/use", new { how = "off check 4471" });
        Assert.Equal("credit.used", (await ingrid.RefusedAsync($"supplier-credits/{first.Id()}/use", new { how = "again" })).Text("code"));
        var used = (await wen.GetAsync("supplier-credits")).AsArray().Single(c => c!.Id() == first.Id())!;
        Assert.Equal(("off check 4471", "disputed on bill B-7710"), (used.Text("usedHow"), used.Text("for")));
        await ingrid.PostAsync($"supplier-credits/{first.Id()}/unuse");
    }

    [Fact]
    public async Task A_service_that_refuses_leaves_it_to_a_person_and_one_that_is_silent_is_asked_again()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        await ReceivedAsync(mina, "SV-2");
        await shop.MoodAsync("harbor", "refuse");
        var made = await ReturnAsync(wen, "SV-2");
        await wen.PostAsync($"part-returns/{made}/ask");
        await shop.MoodAsync("harbor", "ok");
        var shown = await ReturnedAsync(wen, made);
        Assert.Equal(("Set aside", false), (shown.Text("stateText"), shown["asked"]!.GetValue<bool>()));
        Assert.Equal("Harbor Parts refuses it: It can't be restocked. Keep it, or talk to them.", shown.Text("trouble"));
        await wen.PostAsync($"part-returns/{made}/drop");
        await ReceivedAsync(mina, "SV-3");
        await shop.MoodAsync("harbor", "off");
        var silent = await ReturnAsync(wen, "SV-3");
        await wen.PostAsync($"part-returns/{silent}/ask");
        Assert.Contains("is not responding", (await ReturnedAsync(wen, silent)).Text("trouble"), StringComparison.Ordinal);
        await shop.MoodAsync("harbor", "ok");
        await wen.PostAsync($"part-returns/{silent}/ask");
        Assert.Equal("Authorized", (await ReturnedAsync(wen, silent)).Text("stateText"));
    }

    [Fact]
    public async Task A_suppliers_bill_is_fetched_matched_to_its_purchase_order_and_offered_no_more_once_entered()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        var (order, _, _) = await mina.ApprovedPartAsync("FB-1");
        var purchase = await wen.PlaceAsync(order);
        await wen.HandedOverAsync(purchase);
        var placed = (await wen.GetAsync("parts")).List("onTheWay").Single(p => p!.Id() == purchase)!;
        async Task<JsonNode?> OfferedAsync() =>
            (await wen.GetAsync("supplier-bills/offered"))
                .List("bills")
                .SingleOrDefault(b => b!.Number("purchaseNumber") == placed.Number("number"));
        Assert.Null(await OfferedAsync());
        await shop.Outside.PostAsync(
            new Uri($"suppliers/harbor/orders/{placed.Text("supplierReference")}/shipped", UriKind.Relative),
            null
        );
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { });
        var offered = (await OfferedAsync())!;
        var read = await wen.GetAsync($"supplier-bills/offered/1/{offered.Text("number")}");
        var line = read.List("lines").Single()!;
        var came = (await wen.GetAsync("supplier-bills")).List("unbilled").Single(u => u!.Text("partNumber") == "FB-1")!;
        Assert.Equal(came.Number("receiptLineId"), line.Number("receiptLineId"));
        Assert.Equal(line.Number("receivedCore"), line.Number("core"));
        var entered = await wen.PostAsync(
            "supplier-bills",
            new
            {
                supplierId = 1,
                number = read.Text("number"),
                lines = new[] { new { receiptLineId = line.Number("receiptLineId"), unitCost = line["unitCost"]!.ToString() } },
            }
        );
        Assert.Equal((offered.Number("total"), 0m), (entered.Number("total"), entered.Number("disputed")));
        Assert.Null(await OfferedAsync());
        await shop.MoodAsync("northline", "off", times: 4);
        var trouble = (await wen.GetAsync("supplier-bills/offered")).List("trouble").Single()!.GetValue<string>();
        Assert.Equal("Northline Supply is not responding.", trouble);
        await shop.MoodAsync("northline", "ok");
    }

    [Fact]
    public async Task A_core_is_due_can_be_given_up_with_the_right_and_is_found_again()
    {
        using var wen = await shop.SignInAsync("wen");
        var core = (await wen.GetAsync("part-returns")).List("cores")[0]!;
        Assert.False(core["overdue"]!.GetValue<bool>());
        var receipt = core.Number("receiptLineId");
        using var mina = await shop.SignInAsync("mina");
        await mina.RefusedAsync($"cores/{receipt}/give-up", new { reason = "Lost" }, System.Net.HttpStatusCode.Forbidden);
        Assert.Equal("core.reason", (await wen.RefusedAsync($"cores/{receipt}/give-up", new { })).Text("code"));
        await wen.PostAsync($"cores/{receipt}/give-up", new { reason = "Cracked when it came out" });
        async Task<JsonNode> ShownAsync() =>
            (await wen.GetAsync("part-returns")).List("cores").Single(c => c!.Number("receiptLineId") == receipt)!;
        Assert.Equal("Cracked when it came out", (await ShownAsync()).Text("givenUp"));
        var lines = new[] { new { receiptLineId = receipt, reason = "Core" } };
        Assert.Equal("return.tooMany", (await wen.RefusedAsync("part-returns", new { lines })).Text("code"));
        await wen.PostAsync($"cores/{receipt}/found");
        Assert.Equal("", (await ShownAsync()).Text("givenUp"));
        var came = NodaTime.Text.LocalDateTimePattern.GeneralIso.Parse(core.Text("since")).Value.Date;
        Assert.Equal(came.PlusDays(30), NodaTime.Text.LocalDatePattern.Iso.Parse(core.Text("dueOn")).Value);
    }

    [Fact]
    public async Task Sublet_work_goes_out_holds_the_invoice_up_comes_back_and_is_billed()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var line = (
            await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Sublet", description = "Wheel straightened" })
        ).Id();
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "unitCost",
                value = "60",
                version = (await mina.LineAsync(order, line))["version"]!.GetValue<int>(),
            }
        );
        Assert.Equal(
            "sublet.notApproved",
            (await mina.RefusedAsync($"orders/{order}/lines/{line}/send-out", new { supplierId = 2 })).Text("code")
        );
        await mina.ApproveAsync(order, job);
        async Task<JsonNode?> ListedAsync() =>
            (await mina.GetAsync("parts")).List("sublets").SingleOrDefault(s => s!["lineId"]!.GetValue<long>() == line);
        Assert.Null((await ListedAsync())!["subletId"]);
        var sent = await mina.PostAsync(
            $"orders/{order}/lines/{line}/send-out",
            new
            {
                supplierId = 2,
                expected = "tomorrow 9 am",
                note = "Rear left",
            }
        );
        var sublet = sent.Number("subletId");
        Assert.Equal("sublet.out", (await mina.RefusedAsync($"orders/{order}/lines/{line}/send-out", new { supplierId = 2 })).Text("code"));
        Assert.Equal("At Northline Supply", (await mina.LineAsync(order, line)).Text("state"));
        Assert.Contains((await mina.GetAsync($"orders/{order}/obstacles")).AsArray(), o => o!.Text("code") == "sublet.outside");
        var (_, kept) = await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/lines/{line}", null);
        Assert.Equal("line.ordered", kept!.Text("code"));
        await mina.PostAsync($"sublets/{sublet}/back");
        Assert.Null(await ListedAsync());
        Assert.DoesNotContain((await mina.GetAsync($"orders/{order}/obstacles")).AsArray(), o => o!.Text("code") == "sublet.outside");
        var unbilled = (await mina.GetAsync("supplier-bills")).List("unbilled").Single(u => u!["subletId"]?.GetValue<long>() == sublet)!;
        Assert.Equal(("Wheel straightened", 60m), (unbilled.Text("description"), unbilled.Number("unitCost")));
        var body = new
        {
            supplierId = 2,
            number = "NS-1",
            lines = new[] { new { subletId = sublet, unitCost = "64" } },
        };
        Assert.Equal(64, (await mina.PostAsync("supplier-bills", body)).Number("payable"));
        var again = body with { number = "NS-2" };
        Assert.Equal("sublet.billed", (await mina.RefusedAsync("supplier-bills", again)).Text("code"));
    }

    [Fact]
    public async Task Suppliers_prices_stand_beside_each_other_where_parts_are_needed()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        var (_, _, line) = await mina.ApprovedPartAsync("NB-1");
        foreach (var supplier in new[] { 1, 2 })
        {
            var offer = (await wen.GetAsync($"parts/offers/{supplier}"))
                .List("offers")
                .Single(o => o!["lineId"]!.GetValue<long>() == line)!;
            Assert.True(offer["unitCost"]!.GetValue<decimal>() > 0);
        }
        await shop.MoodAsync("harbor", "off", times: 4);
        Assert.Equal("Harbor Parts is not responding.", (await wen.GetAsync("parts/offers/1")).Text("trouble"));
        await shop.MoodAsync("harbor", "ok");
    }

    [Fact]
    public async Task A_correction_below_what_is_kept_makes_the_line_need_ordering_again()
    {
        using var wen = await shop.SignInAsync("wen");
        var part = (await wen.GetAsync("stock?filter=Reserved")).List("parts")[0]!;
        var card = await wen.GetAsync($"stock/{part.Id()}");
        Assert.NotEmpty(card.List("keptFor"));
        await wen.PostAsync($"stock/{part.Id()}/correct", new { onHand = "0", reason = "The shelf is empty" });
        var after = await wen.GetAsync($"stock/{part.Id()}");
        Assert.Empty(after.List("keptFor"));
        Assert.Equal(0, after["part"]!["reserved"]!.GetValue<decimal>());
        var needed = (await wen.GetAsync("parts")).List("needed");
        Assert.Contains(needed, n => n!.Text("number") == part.Text("number"));
    }
}
