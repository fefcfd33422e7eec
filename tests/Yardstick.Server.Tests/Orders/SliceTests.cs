using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Orders;

/// <summary>One car through the whole shop, over HTTP.</summary>
public class SliceTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task From_write_up_to_a_reversed_invoice()
    {
        using var writer = await shop.SignInAsync("mina");
        using var parts = await shop.SignInAsync("wen");
        using var technician = await shop.SignInAsync("noor");
        using var owner = await shop.SignInAsync("ingrid");
        var (order, job) = await writer.WriteUpAsync();

        var sheet = await writer.SheetAsync(order);
        Assert.Equal(ShopFixture.At("16:30"), sheet.Text("promisedAt"));
        Assert.Equal(42_118, sheet.Number("odometerIn"));
        Assert.Equal("Needs ordering", await AfterApprovalAsync(writer, order, job));
        Assert.Equal("WaitingForParts", (await writer.SheetAsync(order)).Text("stage"));

        var purchase = await parts.PlaceAsync(order);
        var handed = await parts.HandedOverAsync(purchase);
        Assert.Equal("Confirmed", handed.Text("state"));
        var card = (await writer.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!;
        Assert.StartsWith("Harbor Parts, by", card.Text("waitsFor"), StringComparison.Ordinal);
        var received = await parts.PostAsync($"purchase-orders/{purchase}/receive", new { });
        var ready = received.List("ordersWithAllParts").Single()!;
        var next = (await writer.GetAsync("floor")).List("stages").First(s => s!.Id() == ready["stageId"]!.GetValue<long>())!;
        Assert.Equal((order, "ReadyForTechnician"), (ready["orderId"]!.GetValue<long>(), next.Text("meaning")));

        await writer.PostAsync(
            "calendar/place",
            new
            {
                kind = "Job",
                id = job,
                technicianId = 8,
                start = ShopFixture.At("11:05"),
                version = 0,
            }
        );
        var bench = await technician.GetAsync("bench");
        var car = bench.List("cars").First(c => c!["orderId"]!.GetValue<long>() == order)!;
        Assert.DoesNotContain("18.4", car.ToJsonString(), StringComparison.Ordinal);
        await technician.PostAsync($"bench/jobs/{job}/clock-on");
        shop.Time.Advance(TimeSpan.FromMinutes(66));
        await technician.PostAsync(
            $"orders/{order}/findings",
            new
            {
                text = "Other side has play too",
                measured = "1,5",
                unit = "mm",
                rating = "Watch",
            }
        );
        await technician.PostAsync($"bench/jobs/{job}/finish");
        sheet = await writer.SheetAsync(order);
        Assert.Equal("Done", sheet.Text("stage"));
        Assert.Equal(1.1m, sheet.List("jobs")[0]!.Number("clockedHours"));

        Assert.Contains(
            "odometer.out",
            (await writer.RefusedAsync($"orders/{order}/invoice")).Text("code")
                + string.Join(' ', (await writer.GetAsync($"orders/{order}/obstacles")).AsArray().Select(o => o!.Text("code"))),
            StringComparison.Ordinal
        );
        await writer.HeaderAsync(order, "odometerOut", "42,120");
        var posted = await writer.PostAsync($"orders/{order}/invoice");
        var invoice = posted["invoiceId"]!.GetValue<long>();
        var total = (await writer.GetAsync($"invoices/{invoice}")).Number("total");
        Assert.Equal(sheet["figures"]!.Number("total"), total);

        var cash = await writer.PostAsync($"invoices/{invoice}/cash", new { tendered = "100" });
        Assert.Equal((100m, 0m, total - 100), (cash.Number("kept"), cash.Number("change"), cash.Number("balance")));
        var charge = await writer.PostAsync($"invoices/{invoice}/card-charges");
        Assert.Equal("Approved", (await writer.PostAsync($"card-charges/{charge.Id()}/settle")).Text("state"));
        Assert.Equal(0, (await writer.GetAsync($"invoices/{invoice}")).Number("balance"));
        Assert.Contains((await writer.GetAsync($"orders?q={posted.Number("number")}")).List("rows"), r => r!.Id() == order);

        var reversed = await owner.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong customer", openAgain = true });
        Assert.Equal(100, reversed.Number("cashBack"));
        foreach (var refund in reversed.List("cardRefunds"))
            await owner.PostAsync($"card-charges/{refund!.GetValue<long>()}/settle");
        Assert.Equal(posted.Number("number") + 1, reversed.Number("creditNoteNumber"));
        Assert.Equal(0, (await writer.GetAsync($"invoices/{invoice}")).Number("paid"));
        Assert.Equal("Open", (await writer.SheetAsync(order)).Text("state"));
        Assert.Equal(-total, (await writer.GetAsync($"invoices/{reversed.Number("creditNoteId")}")).Number("total"));
    }

    private static async Task<string> AfterApprovalAsync(Browser writer, long order, long job)
    {
        await writer.ApproveAsync(order, job);
        return (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!.Text("state");
    }

    [Fact]
    public async Task Cash_gives_change_and_never_takes_more_than_is_owed()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.FinishAsync(order, job);
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        var total = (await writer.GetAsync($"invoices/{invoice}")).Number("total");
        var cash = await writer.PostAsync($"invoices/{invoice}/cash", new { tendered = "1,000" });
        Assert.Equal((total, 1000 - total), (cash.Number("kept"), cash.Number("change")));
        Assert.Equal("payment.paid", (await writer.RefusedAsync($"invoices/{invoice}/cash", new { tendered = "5" })).Text("code"));
    }

    [Fact]
    public async Task A_posted_invoice_keeps_its_case_and_it_comes_to_the_same()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync();
        await writer.FinishAsync(order, job);
        await writer.PostAsync($"orders/{order}/invoice");
        await using var db = shop.OpenDb();
        var invoice = await db.Invoices.SingleAsync(i => i.OrderId == order);
        var again = Core.Pricing.OrderPricer.Price(Core.Pricing.CaseReader.Read(System.Text.Encoding.UTF8.GetBytes(invoice.CaseJson)));
        Assert.Equal(invoice.Total.Amount, again.Total);
        foreach (
            var statement in new[]
            {
                "UPDATE Invoices SET Reason = 'x'",
                "DELETE FROM Invoices",
                "UPDATE Payments SET OrderId = 1",
                "DELETE FROM Decisions",
                "UPDATE OrderChanges SET Field = 'x'",
            }
        )
            await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() => db.Database.ExecuteSqlRawAsync(statement));
        var numbers = await db.Invoices.OrderBy(i => i.Number).Select(i => i.Number).ToListAsync();
        Assert.Equal(Enumerable.Range(0, numbers.Count).Select(n => numbers[0] + n), numbers);
    }

    [Fact]
    public async Task A_sale_without_a_car_has_to_be_chosen_by_name()
    {
        using var writer = await shop.SignInAsync("mina");
        Assert.Equal("vehicle", (await writer.RefusedAsync("orders", new { customer = new { lastName = "Aalto" } })).Text("field"));
        var sale = (await writer.PostAsync("orders", new { counterSale = true })).Id();
        Assert.True((await writer.SheetAsync(sale)).Flag("counterSale"));
        await writer.PostAsync($"orders/{sale}/vehicle", new { vehicleId = 5 });
        Assert.False((await writer.SheetAsync(sale)).Flag("counterSale"));
    }

    [Fact]
    public async Task A_lower_reading_is_questioned_and_can_be_confirmed()
    {
        using var writer = await shop.SignInAsync("mina");
        object Typed(bool confirmed) =>
            new
            {
                customerId = 1,
                vehicleId = 1,
                odometer = "40,000",
                odometerConfirmed = confirmed,
            };
        Assert.Equal("odometer.lower", (await writer.RefusedAsync("orders", Typed(false))).Text("code"));
        Assert.Equal(40_000, (await writer.SheetAsync((await writer.PostAsync("orders", Typed(true))).Id())).Number("odometerIn"));
    }

    [Fact]
    public async Task A_part_from_the_shelf_is_kept_leaves_with_the_invoice_and_comes_back_with_its_reversal()
    {
        using var writer = await shop.SignInAsync("mina");
        using var owner = await shop.SignInAsync("ingrid");
        long partId;
        decimal onHand;
        await using (var db = shop.OpenDb())
        {
            var shelf = (await db.Parts.AsNoTracking().Where(p => p.Category != "tire").ToListAsync()).First(p =>
                p.Free >= new Quantity(3) && p.Companions.Count == 0
            );
            (partId, onHand) = (shelf.Id, shelf.OnHand.Value);
        }
        var (order, job) = await writer.WriteUpAsync("Regal");
        var first = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!.Id();
        await writer.SendAsync(HttpMethod.Delete, $"orders/{order}/lines/{first}");
        await writer.PostAsync(
            $"orders/{order}/take",
            new
            {
                kind = "stock",
                id = partId,
                jobId = job,
            }
        );
        await writer.ApproveAsync(order, job);
        async Task<(decimal OnHand, decimal Reserved)> ShelfAsync()
        {
            await using var db = shop.OpenDb();
            var part = await db.Parts.AsNoTracking().SingleAsync(p => p.Id == partId);
            return (part.OnHand.Value, part.Reserved.Value);
        }
        var kept = await ShelfAsync();
        Assert.Equal(onHand, kept.OnHand);
        await writer.PostAsync($"orders/{order}/finish-jobs");
        await writer.HeaderAsync(order, "odometerOut", "42,120");
        var invoice = (await writer.PostAsync($"orders/{order}/invoice")).Number("invoiceId");
        Assert.Equal((onHand - 1, kept.Reserved - 1), await ShelfAsync());
        // It prints as it was posted.
        var pdf = System.Text.Encoding.Latin1.GetString(await writer.BytesAsync($"orders/{order}/invoice.pdf"));
        Assert.StartsWith("%PDF", pdf, StringComparison.Ordinal);
        await owner.PostAsync($"invoices/{invoice}/credit", new { reason = "Wrong part", openAgain = true });
        // Back on the shelf, and kept again for the order that is open again.
        Assert.Equal(kept, await ShelfAsync());
        await using var after = shop.OpenDb();
        var moves = await after.StockMovements.Where(m => m.PartId == partId).OrderByDescending(m => m.Id).Take(2).ToListAsync();
        Assert.Equal([1m, -1m], moves.Select(m => m.Quantity.Value));
    }

    [Fact]
    public async Task Parts_are_received_as_they_were_counted_and_charged()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, job) = await writer.WriteUpAsync("Lieferung");
        await writer.ApproveAsync(order, job);
        var purchase = await writer.PlaceAsync(order);
        await writer.HandedOverAsync(purchase);
        var line = (await writer.SheetAsync(order)).List("jobs")[0]!.List("lines")[1]!.Id();
        long purchaseLine;
        await using (var db = shop.OpenDb())
            purchaseLine = await db.PurchaseOrderLines.Where(l => l.LineId == line).Select(l => l.Id).SingleAsync();
        object Counted(string quantity, string unitCost) =>
            new
            {
                lines = new[]
                {
                    new
                    {
                        id = purchaseLine,
                        quantity,
                        unitCost,
                    },
                },
            };
        Assert.Equal("quantity", (await writer.RefusedAsync($"purchase-orders/{purchase}/receive", Counted("3", ""))).Text("field"));
        Assert.Equal("quantity", (await writer.RefusedAsync($"purchase-orders/{purchase}/receive", Counted("some", ""))).Text("field"));
        Assert.Equal("unitCost", (await writer.RefusedAsync($"purchase-orders/{purchase}/receive", Counted("1", "dear"))).Text("field"));
        Assert.False((await writer.PostAsync($"purchase-orders/{purchase}/receive", Counted("1", "19.25"))).Flag("complete"));
        Assert.NotEqual("Received", (await writer.LineAsync(order, line)).Text("stateCode"));
        Assert.True((await writer.PostAsync($"purchase-orders/{purchase}/receive", Counted("1", "19.25"))).Flag("complete"));
        Assert.Equal("Received", (await writer.LineAsync(order, line)).Text("stateCode"));
        await using var kept = shop.OpenDb();
        Assert.Equal([19.25m, 19.25m], await kept.StockMovements.Where(m => m.LineId == line).Select(m => m.UnitCost.Value).ToListAsync());
    }
}
