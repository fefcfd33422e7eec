using System.Net;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Orders;

/// <summary>No order, part or text is a dead end.</summary>
public sealed class EndOrderTests(ShopFixture shop) : IClassFixture<ShopFixture>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await KeptFollowUps.KeepAsync(shop);

    public async ValueTask DisposeAsync() => await KeptFollowUps.AreThoseFoundAnewAsync(shop);

    private async Task<long> CarOfAsync(long order)
    {
        await using var db = shop.OpenDb();
        return await db.Orders.Where(o => o.Id == order).Select(o => o.VehicleId!.Value).SingleAsync();
    }

    private static Task DeclineAsync(Browser writer, long order, long job) =>
        writer.PostAsync(
            $"orders/{order}/decisions",
            new
            {
                jobIds = new[] { job },
                kind = "Declined",
                decidedBy = "Vesa Aalto",
                channel = "Phone",
            }
        );

    [Fact]
    public async Task An_estimate_that_was_declined_is_ended_and_its_work_comes_back_a_month_later()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Ende");
        var car = await CarOfAsync(order);
        await DeclineAsync(mina, order, job);
        Assert.Equal("end.reason", (await mina.RefusedAsync($"orders/{order}/end", new { ending = "Declined", reason = "" })).Text("code"));
        await mina.PostAsync($"orders/{order}/end", new { ending = "Declined", reason = "Sells the car soon" });
        Assert.Equal("order.ended", (await mina.RefusedAsync($"orders/{order}/jobs", new { title = "More" })).Text("code"));
        // The estimate is still there, the floor is free of it, and the car can go to another owner.
        Assert.NotEmpty(await mina.BytesAsync($"orders/{order}/estimate.pdf"));
        Assert.DoesNotContain((await mina.GetAsync("floor")).List("cards"), c => c!.Id() == order);
        await mina.PostAsync($"vehicles/{car}/transfer", new { customerId = 1 });

        shop.DaysPass(31);
        await mina.PostAsync("session", new { userName = "mina", password = "lantern-bay" });
        var known = (await mina.GetAsync($"write-up/known?vehicle={car}")).AsArray();
        Assert.DoesNotContain(known, k => k!.Text("kind") == "OpenOrder");
        Assert.Contains(known, k => k!.Text("kind") == "Declined" && k!.Text("title") == "Control arm bushing");
        await mina.PostAsync($"orders/{order}/open-again");
        Assert.Equal("Open", (await mina.SheetAsync(order)).Text("state"));
    }

    [Fact]
    public async Task Parts_on_the_way_and_here_and_running_clocks_are_named_and_settled_first()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var (order, job) = await mina.WriteUpAsync("Haengt");
        await mina.ApproveAsync(order, job);
        Assert.Equal(
            "end.approved",
            (await mina.RefusedAsync($"orders/{order}/end", new { ending = "TakenHome", reason = "x" })).Text("code")
        );
        var first = await mina.PlaceAsync(order);
        await mina.HandedOverAsync(first);
        await DeclineAsync(mina, order, job);
        var hanging = (await mina.GetAsync($"orders/{order}/hanging")).AsArray();
        Assert.Equal("part.coming", Assert.Single(hanging)!.Text("code"));
        Assert.Equal(
            "end.hanging",
            (await mina.RefusedAsync($"orders/{order}/end", new { ending = "TakenHome", reason = "x" })).Text("code")
        );
        Assert.Equal("purchase.reason", (await mina.RefusedAsync($"purchase-orders/{first}/cancel", new { reason = "" })).Text("code"));
        await mina.PostAsync($"purchase-orders/{first}/cancel", new { reason = "Customer declined; Rosa agreed" });
        // The supplier is asked, and says that it is not on its way yet.
        await mina.PostAsync($"purchase-orders/{first}/send");
        Assert.Empty((await mina.GetAsync($"orders/{order}/hanging")).AsArray());

        // Asked again, ordered again, received, and declined in the end.
        await mina.ApproveAsync(order, job);
        var second = await mina.PlaceAsync(order);
        await mina.HandedOverAsync(second);
        await mina.PostAsync($"purchase-orders/{second}/receive", new { });
        // What is here is not ordered once more.
        await using (var db = shop.OpenDb())
        {
            var line = await db.PurchaseOrderLines.Where(l => l.PurchaseOrderId == second).Select(l => l.LineId).SingleAsync();
            Assert.Equal(
                "purchase.changed",
                (await mina.RefusedAsync("purchase-orders", new { supplierId = 1, lineIds = new[] { line } })).Text("code")
            );
        }
        await DeclineAsync(mina, order, job);
        var here = Assert.Single((await mina.GetAsync($"orders/{order}/hanging")).AsArray())!;
        Assert.Equal("part.here", here.Text("code"));
        await using var stock = shop.OpenDb();
        var before = (await stock.Parts.Where(p => p.Number == "BU-88").Select(p => p.OnHand).FirstOrDefaultAsync()).Value;
        await mina.PostAsync($"orders/{order}/lines/{here["lineId"]}/into-stock");
        await mina.PostAsync($"orders/{order}/end", new { ending = "TakenHome", reason = "Takes it home" });
        await using var after = shop.OpenDb();
        var part = await after.Parts.SingleAsync(p => p.Number == "BU-88");
        Assert.Equal((before + 2, 18.40m), (part.OnHand.Value, part.AverageCost.Value));
        Assert.Equal(
            before + 2,
            (
                await after
                    .StockMovements.Where(m => m.PartId == part.Id && m.Kind == StockMovementKind.Receipt)
                    .Select(m => m.Quantity)
                    .ToListAsync()
            ).Sum(q => q.Value)
        );
    }

    [Fact]
    public async Task A_part_that_still_comes_is_received_into_stock()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Lager");
        await mina.ApproveAsync(order, job);
        var purchase = await mina.PlaceAsync(order);
        await mina.HandedOverAsync(purchase);
        await DeclineAsync(mina, order, job);
        await using var db = shop.OpenDb();
        var before = (await db.Parts.Where(p => p.Number == "BU-88").Select(p => p.OnHand).FirstOrDefaultAsync()).Value;
        Assert.True((await mina.PostAsync($"purchase-orders/{purchase}/receive", new { intoStock = true })).Flag("complete"));
        Assert.Equal(before + 2, await db.Parts.Where(p => p.Number == "BU-88").Select(p => p.OnHand.Value).SingleAsync());
        Assert.Empty((await mina.GetAsync($"orders/{order}/hanging")).AsArray());
    }

    [Fact]
    public async Task A_void_order_needs_the_right_and_a_reason_and_leaves_a_trace()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, _) = await mina.WriteUpAsync("Irrtum");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await mina.SendAsync(HttpMethod.Post, $"orders/{order}/void", new { reason = "Twice" })).Status
        );
        await ingrid.RefusedAsync($"orders/{order}/void", new { reason = " " });
        await ingrid.PostAsync($"orders/{order}/void", new { reason = "Written twice" });
        var car = await CarOfAsync(order);
        Assert.DoesNotContain((await mina.GetAsync($"write-up/known?vehicle={car}")).AsArray(), k =>
            k!.Text("kind") is "Declined" or "OpenOrder"
        );
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), r =>
            r!.Text("new").Contains("Written twice", StringComparison.Ordinal)
        );
        Assert.Contains((await mina.GetAsync("orders?state=Voided")).List("rows"), r => r!.Id() == order);
    }

    [Fact]
    public async Task A_supplier_that_refuses_keeps_no_job_on_an_order()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Nein");
        await mina.ApproveAsync(order, job);
        await shop.MoodAsync("harbor", "refuse", times: 1);
        var purchase = await mina.PlaceAsync(order);
        await mina.HandedOverAsync(purchase);
        await using (var db = shop.OpenDb())
            Assert.Equal(
                PurchaseOrderState.Refused,
                await db.PurchaseOrders.Where(p => p.Id == purchase).Select(p => p.State).SingleAsync()
            );
        await DeclineAsync(mina, order, job);
        Assert.Equal(HttpStatusCode.OK, (await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/jobs/{job}")).Status);
    }

    [Fact]
    public async Task A_lower_reading_is_questioned_on_the_sheet_and_a_corrected_one_replaces_it()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Tacho");
        var car = await CarOfAsync(order);
        await mina.FinishAsync(order, job);
        await mina.PostAsync($"orders/{order}/invoice");
        var again = (
            await mina.PostAsync(
                "orders",
                new { customerId = (await mina.GetAsync($"vehicles/{car}"))["customerId"]!.GetValue<long>(), vehicleId = car }
            )
        ).Id();
        async Task<string> SetAsync(string value, bool confirmed = false)
        {
            var version = (await mina.SheetAsync(again))["version"]!.GetValue<int>();
            var (_, body) = await mina.SendAsync(
                HttpMethod.Post,
                $"orders/{again}/header",
                new
                {
                    field = "odometerIn",
                    value,
                    version,
                    confirmed,
                }
            );
            return body?["code"]?.GetValue<string>() ?? "";
        }
        Assert.Equal("odometer.lower", await SetAsync("5,000"));
        Assert.Equal("", await SetAsync("52,000"));
        Assert.Equal("", await SetAsync("53,000"));
        Assert.Equal("", await SetAsync("5,000", confirmed: true));
        await using var db = shop.OpenDb();
        Assert.Equal(
            [42_118, 42_120, 5_000],
            await db.OdometerReadings.Where(r => r.VehicleId == car).OrderBy(r => r.Id).Select(r => r.Reading.Value).ToListAsync()
        );
    }

    [Fact]
    public async Task A_core_of_own_work_can_be_kept_and_what_comes_along_with_a_single_part_waived()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Kern");
        await using var db = shop.OpenDb();
        var battery = await db.PartCompanions.Select(c => c.PartId).FirstAsync();
        var code = await db.PartCompanions.Where(c => c.PartId == battery).Select(c => c.Code).FirstAsync();
        var line = (await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", partId = battery })).Id();
        async Task<decimal> TotalAsync() => (await mina.SheetAsync(order))["figures"]!.Number("total");
        var with = await TotalAsync();
        var version = (await mina.SheetAsync(order)).List("jobs").Single(j => j!.Id() == job)!["version"]!.GetValue<int>();
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}/companions",
            new
            {
                code,
                field = "waived",
                value = "true",
                version,
            }
        );
        Assert.True(await TotalAsync() < with);
        Assert.Equal(
            "companion.gone",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/jobs/{job}/companions",
                    new
                    {
                        code = "NOTHING",
                        field = "waived",
                        value = "true",
                        version,
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );

        var core = await db.Parts.Where(p => p.CoreEach > UnitPrice.Zero).FirstAsync();
        var cored = (await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", partId = core.Id })).Id();
        var returned = await TotalAsync();
        await mina.PostAsync(
            $"orders/{order}/lines/{cored}",
            new
            {
                field = "coresReturned",
                value = "0",
                version = (await mina.LineAsync(order, cored))["version"]!.GetValue<int>(),
            }
        );
        Assert.True(await TotalAsync() >= returned + core.CoreEach.Value);
        Assert.Equal(
            "coresReturned",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/lines/{cored}",
                    new
                    {
                        field = "coresReturned",
                        value = "9",
                        version = (await mina.LineAsync(order, cored))["version"]!.GetValue<int>(),
                    }
                )
            ).Text("field")
        );
    }

    [Fact]
    public async Task Past_the_ceiling_parts_are_not_ordered_and_jobs_not_finished_but_the_clock_always_stops()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        using var ana = await shop.SignInAsync("ana");
        var (order, job) = await mina.WriteUpAsync("Decke");
        await mina.ApproveAsync(order, job);
        await ana.PostAsync($"bench/jobs/{job}/clock-on");
        var labor = (await mina.SheetAsync(order)).List("jobs")[0]!.List("lines")[0]!;
        async Task GrowAsync(string hours) =>
            await mina.PostAsync(
                $"orders/{order}/lines/{labor.Id()}",
                new
                {
                    field = "hours",
                    value = hours,
                    version = (await mina.LineAsync(order, labor.Id()))["version"]!.GetValue<int>(),
                }
            );
        await GrowAsync("9");
        var needed = (await mina.GetAsync("parts"))
            .List("needed")
            .Where(n => n!["orderId"]!.GetValue<long>() == order)
            .Select(n => n!["lineId"]!.GetValue<long>())
            .ToArray();
        Assert.Equal("order.ceiling", (await mina.RefusedAsync("purchase-orders", new { supplierId = 1, lineIds = needed })).Text("code"));
        Assert.Equal("order.ceiling", (await ana.RefusedAsync($"bench/jobs/{job}/finish")).Text("code"));
        Assert.Equal("order.ceiling", (await mina.RefusedAsync($"orders/{order}/finish-jobs")).Text("code"));
        await ana.PostAsync("bench/clock-off");
        await ingrid.PostAsync($"orders/{order}/ceiling", new { reason = "Agreed on the phone" });
        Assert.Equal("LetPast", (await mina.SheetAsync(order))["consent"]!.Text("ceiling"));
        await mina.PostAsync("purchase-orders", new { supplierId = 1, lineIds = needed });
        // It grows once more: the exception does not cover that, and the sheet says so.
        await GrowAsync("14");
        Assert.Equal("Past", (await mina.SheetAsync(order))["consent"]!.Text("ceiling"));
        Assert.Equal("order.ceiling", (await ana.RefusedAsync($"bench/jobs/{job}/finish")).Text("code"));
        await ingrid.PostAsync($"orders/{order}/ceiling", new { reason = "Agreed once more" });
        await ana.PostAsync($"bench/jobs/{job}/finish");
    }

    [Fact]
    public async Task A_text_from_an_unknown_number_is_read_in_full_answered_and_put_to_a_customer()
    {
        using var mina = await shop.SignInAsync("mina");
        var words = "Hello, my car makes a noise. " + new string('x', 200);
        await shop.Outside.PostAsync(
            "post/write",
            System.Net.Http.Json.JsonContent.Create(
                new
                {
                    kind = "text",
                    from = "+15055550178",
                    subject = "",
                    body = words,
                }
            )
        );
        async Task<System.Text.Json.Nodes.JsonNode> ThreadAsync()
        {
            for (var i = 0; i < 150; i++)
            {
                if (
                    (await mina.GetAsync("unknown-senders")).AsArray().FirstOrDefault(t => t!.Text("address") == "+15055550178") is
                    { } thread
                )
                    return thread;
                await Task.Delay(100);
            }
            throw new InvalidOperationException("The text never came.");
        }
        var thread = await ThreadAsync();
        Assert.Equal((words, true), (thread.List("messages")[0]!.Text("body"), thread.Flag("unseen")));
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n => n!.Text("address") == "+15055550178");
        await mina.PostAsync("unknown-senders/read", new { address = "+15055550178" });
        await mina.PostAsync(
            "unknown-senders/answer",
            new
            {
                address = "+15055550178",
                body = "Please come in.",
                now = true,
            }
        );
        Assert.Equal(2, (await ThreadAsync()).List("messages").Count);
        Assert.Equal(
            "customer.gone",
            (
                await mina.RefusedAsync(
                    "unknown-senders/put",
                    new { address = "+15055550178", customerId = 999999 },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        await mina.PostAsync("unknown-senders/put", new { address = "+15055550178", customerId = 2 });
        Assert.DoesNotContain((await mina.GetAsync("unknown-senders")).AsArray(), t => t!.Text("address") == "+15055550178");
        Assert.Contains((await mina.GetAsync("customers/2/messages")).List("messages"), m => m!.Text("body") == words);
    }
}
