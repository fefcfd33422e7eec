using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Purchasing;

/// <summary>Parts from needed to received and back, with the suppliers as they are.</summary>
public class PartsDayTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<JsonNode> PurchaseAsync(Browser browser, long id)
    {
        var parts = await browser.GetAsync("parts");
        return parts.List("onTheWay").Concat(parts.List("lately")).First(p => p!.Id() == id)!;
    }

    private Task SetAsync(string supplier, string number, string state, decimal? cost = null) =>
        shop.Outside.PostAsync(
            new Uri(
                string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"suppliers/{supplier}/numbers/{number}/{state}{(cost is { } c ? $"?cost={c}" : "")}"
                ),
                UriKind.Relative
            ),
            null
        );

    [Fact]
    public async Task Before_ordering_the_supplier_is_asked_and_another_cost_moves_the_margin_only()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _, line) = await mina.ApprovedPartAsync("QT-1");
        var each = (await mina.LineAsync(order, line))["each"]!.GetValue<decimal>();
        await SetAsync("harbor", "QT-1", "available", 20.40m);
        var quoted = (await mina.PostAsync("purchase-orders/quote", new { supplierId = 1, lineIds = new[] { line } })).List("parts")[0]!;
        Assert.Equal((20.40m, 4m), (quoted["unitCost"]!.GetValue<decimal>(), quoted["costChange"]!.GetValue<decimal>()));
        Assert.True(quoted["marginAfter"]!.GetValue<decimal>() < quoted["marginBefore"]!.GetValue<decimal>());
        Assert.Equal(2, quoted.List("branches").Count);
        // The parts person sees the cost, and no margin.
        using var wen = await shop.SignInAsync("wen");
        var seen = (await wen.PostAsync("purchase-orders/quote", new { supplierId = 1, lineIds = new[] { line } })).List("parts")[0]!;
        Assert.Null(seen["marginAfter"]);
        var purchase = (
            await wen.PostAsync(
                "purchase-orders",
                new
                {
                    supplierId = 1,
                    lineIds = new[] { line },
                    message = "Leave it at the side door",
                    delivery = "next run",
                    costs = new[] { new { lineId = line, unitCost = 20.40m } },
                }
            )
        ).Id();
        await wen.HandedOverAsync(purchase);
        var placed = await PurchaseAsync(wen, purchase);
        Assert.Equal(("Leave it at the side door", "next run"), (placed.Text("message"), placed.Text("delivery")));
        Assert.Equal(20.40m, placed.List("lines")[0]!["unitCost"]!.GetValue<decimal>());
        Assert.Equal(each, (await mina.LineAsync(order, line))["each"]!.GetValue<decimal>());
    }

    [Fact]
    public async Task A_silent_supplier_is_no_obstacle_to_ordering()
    {
        using var mina = await shop.SignInAsync("mina");
        var (_, _, line) = await mina.ApprovedPartAsync("QT-2");
        await shop.MoodAsync("northline", "off", times: 4);
        var quoted = await mina.PostAsync("purchase-orders/quote", new { supplierId = 2, lineIds = new[] { line } });
        Assert.Contains("You can order all the same", quoted.Text("trouble"), StringComparison.Ordinal);
        await shop.MoodAsync("northline", "ok");
    }

    [Theory]
    [InlineData("discontinued", "No longer made")]
    [InlineData("none", "Not available")]
    [InlineData("unknown", "Part number unknown to the supplier")]
    public async Task What_will_not_come_is_needed_again_and_says_why(string state, string words)
    {
        using var mina = await shop.SignInAsync("mina");
        var number = $"NO-{state}";
        var (order, _, line) = await mina.ApprovedPartAsync(number);
        await SetAsync("harbor", number, state);
        var purchase = await mina.PlaceAsync(order);
        await mina.HandedOverAsync(purchase);
        var told = (await PurchaseAsync(mina, purchase)).List("lines")[0]!;
        Assert.Equal((words, true), (told.Text("stateText"), told["toReplace"]!.GetValue<bool>()));
        var needed = (await mina.GetAsync("parts")).List("needed").Single(n => n!["lineId"]!.GetValue<long>() == line)!;
        Assert.Equal($"Harbor Parts: {words.ToLowerInvariant()}", needed.Text("refused"));
        Assert.Equal("Trouble", (await mina.LineAsync(order, line)).Text("stateCode"));
        // It came all the same: a writer may not say so, the parts person says how.
        var body = new { against = "The driver had it on the truck" };
        Assert.Equal("receive.right", (await mina.RefusedAsync($"purchase-orders/{purchase}/receive", body)).Text("code"));
        using var wen = await shop.SignInAsync("wen");
        var lines = new[] { new { id = told.Id() } };
        Assert.Equal("purchase.closed", (await wen.RefusedAsync($"purchase-orders/{purchase}/receive", new { lines })).Text("code"));
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { lines, body.against });
        Assert.Equal("Received", (await mina.LineAsync(order, line)).Text("state"));
    }

    [Fact]
    public async Task Partly_filled_the_rest_is_back_ordered_received_in_parts_and_called_off_with_the_supplier()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, _, line) = await mina.ApprovedPartAsync("PF-1");
        await SetAsync("northline", "PF-1", "partly");
        var purchase = (await wen.PostAsync("purchase-orders", new { supplierId = 2, lineIds = new[] { line } })).Id();
        await wen.HandedOverAsync(purchase);
        var told = (await PurchaseAsync(wen, purchase)).List("lines")[0]!;
        Assert.Equal("1 of 2 filled, rest back-ordered", told.Text("stateText"));
        var lines = new[] { new { id = told.Id(), quantity = "1" } };
        var received = await wen.PostAsync($"purchase-orders/{purchase}/receive", new { lines, slipNumber = "PS-1" });
        Assert.False(received["complete"]!.GetValue<bool>());
        var labels = await wen.BytesAsync($"receipts/{received.Number("receiptId")}/labels.pdf");
        Assert.Equal("%PDF"u8.ToArray(), labels[..4]);
        Assert.Contains("1 of 2 here", (await mina.LineAsync(order, line)).Text("state"), StringComparison.Ordinal);
        Assert.DoesNotContain((await wen.GetAsync("parts")).List("needed"), n => n!["lineId"]!.GetValue<long>() == line);
        await wen.PostAsync($"purchase-orders/{purchase}/cancel", new { reason = "Found one elsewhere" });
        await wen.PostAsync($"purchase-orders/{purchase}/send");
        Assert.Equal("Received", (await PurchaseAsync(wen, purchase)).Text("state"));
        var needed = (await wen.GetAsync("parts")).List("needed").Single(n => n!["lineId"]!.GetValue<long>() == line)!;
        Assert.Equal((1m, 1m), (needed["quantity"]!.GetValue<decimal>(), needed["here"]!.GetValue<decimal>()));
    }

    [Fact]
    public async Task A_supplier_that_shipped_it_does_not_cancel_and_a_silent_one_is_asked_again()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, _, line) = await mina.ApprovedPartAsync("SH-1");
        var purchase = (await wen.PostAsync("purchase-orders", new { supplierId = 1, lineIds = new[] { line } })).Id();
        await wen.HandedOverAsync(purchase);
        var reference = (await PurchaseAsync(wen, purchase)).Text("supplierReference");
        await shop.Outside.PostAsync(new Uri($"suppliers/harbor/orders/{reference}/shipped", UriKind.Relative), null);
        await shop.MoodAsync("harbor", "off");
        await wen.PostAsync($"purchase-orders/{purchase}/cancel", new { reason = "Wrong car" });
        await wen.PostAsync($"purchase-orders/{purchase}/send");
        var waiting = await PurchaseAsync(wen, purchase);
        Assert.True(waiting.List("lines")[0]!["cancelling"]!.GetValue<bool>());
        await shop.MoodAsync("harbor", "ok");
        Assert.Contains(
            "can't cancel Bushing",
            (await wen.PostAsync($"purchase-orders/{purchase}/send")).Text("trouble"),
            StringComparison.Ordinal
        );
        Assert.True((await PurchaseAsync(wen, purchase)).List("lines")[0]!["awaited"]!.GetValue<bool>());
        Assert.NotEqual(0, order);
    }

    [Fact]
    public async Task Bought_in_cash_it_is_received_at_the_price_of_the_receipt_and_what_came_besides_goes_into_stock()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, _, line) = await mina.ApprovedPartAsync("CA-1");
        var bought = (
            await wen.PostAsync(
                "purchase-orders/bought",
                new
                {
                    supplierId = 1,
                    lineIds = new[] { line },
                    receipt = "88-1207",
                }
            )
        ).Id();
        var purchase = await PurchaseAsync(wen, bought);
        Assert.Equal((true, "88-1207"), (purchase["paidInCash"]!.GetValue<bool>(), purchase.Text("supplierReference")));
        var extras = new[]
        {
            new
            {
                number = "CLIP-9",
                description = "Retaining clip",
                quantity = "4",
                unitCost = "0.35",
            },
        };
        var lines = new[] { new { id = purchase.List("lines")[0]!.Id(), unitCost = "19.90" } };
        await wen.PostAsync($"purchase-orders/{bought}/receive", new { lines, extras });
        Assert.Equal("Received", (await mina.LineAsync(order, line)).Text("state"));
        var clip = (await wen.GetAsync("stock?text=CLIP-9")).List("parts").Single()!;
        Assert.Equal((4m, 1.40m), (clip["onHand"]!.GetValue<decimal>(), clip["value"]!.GetValue<decimal>()));
        // What it cost is missing in the drawer, and stands there as what went out of it: two at 19.90 and 4 clips.
        Assert.Equal(-41.20m, (await mina.GetAsync("drawer")).List("moves")[0]!.Number("amount"));
        // The same receipt typed on a second screen finds nothing open any more.
        Assert.Equal("purchase.closed", (await wen.RefusedAsync($"purchase-orders/{bought}/receive", new { lines, extras })).Text("code"));
    }

    [Fact]
    public async Task A_wrong_part_goes_back_and_is_needed_again_until_it_is_credited()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, _, line) = await mina.ApprovedPartAsync("RT-1");
        var purchase = await wen.PlaceAsync(order);
        await wen.HandedOverAsync(purchase);
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { });
        var came = (await wen.GetAsync("part-returns/returnable?text=RT-1")).AsArray().Single()!;
        var lines = new[]
        {
            new
            {
                receiptLineId = came.Number("receiptLineId"),
                quantity = "3",
                reason = "Wrong",
            },
        };
        Assert.Equal("return.tooMany", (await wen.RefusedAsync("part-returns", new { lines })).Text("code"));
        var some = new[] { lines[0] with { quantity = "1" } };
        var made = (await wen.PostAsync("part-returns", new { lines = some, note = "For the older model" })).Id();
        Assert.Equal("1 of 2 here, 1 to order", (await mina.LineAsync(order, line)).Text("state"));
        Assert.Equal("return.state", (await wen.RefusedAsync($"part-returns/{made}/credit", new { })).Text("code"));
        await wen.PostAsync($"part-returns/{made}/authorize", new { authorization = "RA-5" });
        await wen.PostAsync($"part-returns/{made}/send");
        await wen.PostAsync($"part-returns/{made}/credit", new { amount = "17", memo = "CM-3" });
        var shown = (await wen.GetAsync("part-returns")).List("returns").Single(r => r!.Id() == made)!;
        Assert.Equal(
            ("Credited", 18.40m, 17m),
            (shown.Text("stateText"), shown["expected"]!.GetValue<decimal>(), shown["credited"]!.GetValue<decimal>())
        );
        // One of the two is left to go back, and only one.
        Assert.Equal(1, (await wen.GetAsync("part-returns/returnable?text=RT-1")).AsArray().Single()!["quantity"]!.GetValue<decimal>());
    }

    [Fact]
    public async Task What_nobody_waits_for_any_more_stands_on_one_list()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, job, line) = await mina.ApprovedPartAsync("LO-1");
        var purchase = await wen.PlaceAsync(order);
        await wen.HandedOverAsync(purchase);
        async Task<List<JsonNode?>> LooseAsync() =>
            (await wen.GetAsync("part-returns")).List("loose").Where(l => l!["lineId"]!.GetValue<long>() == line).ToList();
        Assert.Empty(await LooseAsync());
        await mina.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { job },
                kind = "Declined",
                decidedBy = "Vesa Aalto",
                channel = "Phone",
            }
        );
        Assert.Equal("The work is not approved", Assert.Single(await LooseAsync())!.Text("why"));
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { });
        Assert.True(Assert.Single(await LooseAsync())!["isHere"]!.GetValue<bool>());
        await mina.PostAsync($"orders/{order}/lines/{line}/into-stock");
        Assert.Empty(await LooseAsync());
    }

    [Fact]
    public async Task A_bill_is_held_against_what_came_and_its_accepted_price_changes_the_cost_alone()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, _, line) = await mina.ApprovedPartAsync("BI-1");
        var each = (await mina.LineAsync(order, line))["each"]!.GetValue<decimal>();
        var purchase = await wen.PlaceAsync(order);
        await wen.HandedOverAsync(purchase);
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { slipNumber = "PS-9" });
        var came = (await wen.GetAsync("supplier-bills")).List("unbilled").Single(u => u!.Text("partNumber") == "BI-1")!;
        Assert.Equal("PS-9", came.Text("slipNumber"));
        var body = new
        {
            supplierId = 1,
            number = "INV-3",
            freight = "5",
            tax = "",
            lines = new[]
            {
                new
                {
                    receiptLineId = came.Number("receiptLineId"),
                    quantity = "3",
                    unitCost = "19.00",
                },
            },
        };
        var entered = await wen.PostAsync("supplier-bills", body);
        // Three are billed, two came: 57 and freight, one of them disputed.
        Assert.Equal((62m, 19m, 43m), (entered.Number("total"), entered.Number("disputed"), entered.Number("payable")));
        Assert.Equal("bill.twice", (await wen.RefusedAsync("supplier-bills", body)).Text("code"));
        Assert.DoesNotContain((await wen.GetAsync("supplier-bills")).List("unbilled"), u => u!.Text("partNumber") == "BI-1");
        Assert.Equal(each, (await mina.LineAsync(order, line))["each"]!.GetValue<decimal>());
        await using (var db = shop.OpenDb())
            Assert.Equal(19m, ((Core.Orders.PartLine)(await db.Lines.FindAsync(line))!).BookCost!.Value.Value);
        await wen.RefusedAsync($"supplier-bills/{entered.Id()}/pay", new { how = "x" }, System.Net.HttpStatusCode.Forbidden);
        await ingrid.PostAsync($"supplier-bills/{entered.Id()}/pay", new { how = "Check 1180" });
        Assert.Equal("bill.paid", (await ingrid.RefusedAsync($"supplier-bills/{entered.Id()}/pay", new { })).Text("code"));
        await ingrid.PostAsync($"supplier-bills/{entered.Id()}/unpay");
    }

    [Fact]
    public async Task A_ubl_invoice_is_read_and_matched_and_a_purchase_order_is_written_as_ubl()
    {
        using var wen = await shop.SignInAsync("wen");
        using var mina = await shop.SignInAsync("mina");
        var (order, _, _) = await mina.ApprovedPartAsync("UB-1");
        var purchase = await wen.PlaceAsync(order);
        await wen.HandedOverAsync(purchase);
        Assert.Contains(
            "<cbc:ID>UB-1</cbc:ID>",
            System.Text.Encoding.UTF8.GetString(await wen.BytesAsync($"purchase-orders/{purchase}/order.xml")),
            StringComparison.Ordinal
        );
        await wen.PostAsync($"purchase-orders/{purchase}/receive", new { });
        string Line(string number) =>
            $"<cac:InvoiceLine><cbc:InvoicedQuantity>2</cbc:InvoicedQuantity><cac:Item><cac:SellersItemIdentification><cbc:ID>{number}</cbc:ID></cac:SellersItemIdentification></cac:Item><cac:Price><cbc:PriceAmount>18.40</cbc:PriceAmount></cac:Price></cac:InvoiceLine>";
        var xml = $"""
            <Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"
              xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
              xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
              <cbc:ID>INV-8</cbc:ID><cbc:IssueDate>2026-11-20</cbc:IssueDate>
              <cac:AccountingSupplierParty><cac:Party><cac:PartyName>
                <cbc:Name>Harbor Parts</cbc:Name>
              </cac:PartyName></cac:Party></cac:AccountingSupplierParty>
              {Line("ub-1")}{Line("NOT-1")}
            </Invoice>
            """;
        var (status, read) = await wen.UploadAsync("supplier-bills/read", System.Text.Encoding.UTF8.GetBytes(xml));
        Assert.Equal(System.Net.HttpStatusCode.OK, status);
        Assert.Equal(("INV-8", 1m), (read!.Text("number"), read!.Number("supplierId")));
        Assert.Equal([true, false], read!.List("lines").Select(l => l!["receiptLineId"] is not null));
        Assert.Equal("ubl.xml", (await wen.UploadAsync("supplier-bills/read", "no"u8.ToArray())).Body!.Text("code"));
    }
}
