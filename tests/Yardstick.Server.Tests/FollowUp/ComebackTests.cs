using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>A warranty is promised on a job, said when the vehicle comes within it, and the comeback is the shop's.</summary>
public sealed class ComebackTests(ShopFixture shop) : IClassFixture<ShopFixture>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await KeptFollowUps.KeepAsync(shop);

    public async ValueTask DisposeAsync() => await KeptFollowUps.AreThoseFoundAnewAsync(shop);

    [Fact]
    public async Task It_is_printed_said_at_write_up_and_taken_as_a_comeback_that_the_shop_pays()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Comeback");
        var version = (await mina.SheetAsync(order)).List("jobs")[0]!["version"]!.GetValue<int>();
        await mina.RefusedAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "for ever",
                version,
            }
        );
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "12/12000",
                version,
            }
        );
        Assert.Equal("12 months or 12,000 mi, parts and labor", (await mina.SheetAsync(order)).List("jobs")[0]!.Text("warranty"));
        await mina.FinishAsync(order, job);
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        Assert.Contains("Warranty: 12 months", (await mina.GetAsync($"invoices/{invoice}")).ToJsonString(), StringComparison.Ordinal);

        var sheet = await mina.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        shop.DaysPass(1);
        using var later = await shop.SignInAsync("mina");
        var known = (await later.GetAsync($"write-up/known?customer={customer}&vehicle={vehicle}&odometer=45,000")).AsArray();
        var warranty = Assert.Single(known, k => k!.Text("kind") == "Warranty")!;
        Assert.DoesNotContain((await later.GetAsync($"write-up/known?vehicle={vehicle}&odometer=60,000")).AsArray(), k =>
            k!.Text("kind") == "Warranty"
        );

        var again = (
            await later.PostAsync(
                "orders",
                new
                {
                    customerId = customer,
                    vehicleId = vehicle,
                    odometer = "45,000",
                    takeOver = new[] { warranty["take"]!.DeepClone() },
                }
            )
        ).Id();
        var comeback = Assert.Single((await later.SheetAsync(again)).List("jobs"))!;
        Assert.Equal("Shop", comeback.Text("payer"));
        Assert.Contains($"Comeback of order {sheet["number"]}", comeback.Text("originText"), StringComparison.Ordinal);
        // The work that did not hold says so.
        var held = (await later.GetAsync($"vehicles/{vehicle}/history"))
            .List("rows")
            .Single(r => r!["orderId"]!.GetValue<long>() == order)!;
        Assert.Equal(
            (await later.SheetAsync(again))["number"]!.GetValue<long>(),
            held.List("jobs").Single(j => j!.Text("title") == comeback.Text("title"))!["cameBackOn"]!.GetValue<long>()
        );
        await SupplierPaysAsync(later, again, comeback.Id());
    }

    /// <summary>The supplier whose part did not hold pays on a record of their own, made once and followed where it was merged.</summary>
    private async Task SupplierPaysAsync(Browser writer, long order, long job)
    {
        var suppliers = (await writer.GetAsync($"orders/{order}/jobs/{job}/supplier-payers")).AsArray();
        var (key, name) = (suppliers[0]!.Text("key"), suppliers[0]!.Text("name"));
        async Task<JsonNode> JobAsync() => (await writer.SheetAsync(order)).List("jobs").Single(j => j!.Id() == job)!;
        async Task PayAsync(string value) =>
            await writer.PostAsync(
                $"orders/{order}/jobs/{job}",
                new
                {
                    field = "payer",
                    value,
                    version = (await JobAsync())["version"]!.GetValue<int>(),
                }
            );
        await PayAsync(key);
        var paid = await JobAsync();
        Assert.Contains(name, paid.Text("payerWords"), StringComparison.Ordinal);
        Assert.True(paid.Flag("isComeback"));
        await using (var db = shop.OpenDb())
            Assert.Equal(
                [name],
                await db.RecordChanges.Where(c => c.Target == "supplier" && c.Field == "account").Select(c => c.New).ToListAsync()
            );
        var record = await writer.GetAsync($"customers/{paid.Text("payer")}");
        Assert.Equal(name, record.Text("name"));
        // Back and forth it stays the same record.
        await PayAsync("Shop");
        await PayAsync(key);
        Assert.Equal(paid.Text("payer"), (await JobAsync()).Text("payer"));
        var gone = await writer.RefusedAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "payer",
                value = "supplier:999999",
                version = (await JobAsync())["version"]!.GetValue<int>(),
            },
            HttpStatusCode.NotFound
        );
        Assert.Equal("supplier.gone", gone.Text("code"));
    }

    [Fact]
    public async Task Before_it_ends_the_customer_may_have_the_work_looked_at_and_afterwards_nobody_is_asked()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync("Visit");
        var version = (await mina.SheetAsync(order)).List("jobs")[0]!["version"]!.GetValue<int>();
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}",
            new
            {
                field = "warranty",
                value = "3 months",
                version,
            }
        );
        await mina.FinishAsync(order, job);
        await mina.PostAsync($"orders/{order}/invoice");
        static async Task<JsonNode?> RowAsync(Browser writer) =>
            (await writer.GetAsync("follow-ups"))
                .List("rows")
                .FirstOrDefault(r => r!.Text("kind") == "Warranty" && r!.Text("customer") == "Vesa Visit");
        shop.DaysPass(70);
        using var later = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        async Task DaysBeforeAsync(string value) =>
            await ingrid.PostAsync(
                "setup/shop",
                new
                {
                    field = "warrantyVisitDays",
                    value,
                    version = (await ingrid.GetAsync("setup/shop"))["version"]!.GetValue<int>(),
                }
            );
        // Nobody is asked unless the shop says so.
        await DaysBeforeAsync("");
        Assert.Null(await RowAsync(later));
        await DaysBeforeAsync("30");
        var row = (await RowAsync(later))!;
        Assert.Equal(("Control arm bushing", "Due"), (row.Text("title"), row.Text("state")));
        Assert.StartsWith("its warranty ends ", row.Text("why"), StringComparison.Ordinal);
        var draft = (
            await later.PostAsync(
                "follow-ups/drafts",
                new { reasons = new[] { new { kind = "Warranty", sourceId = row["sourceId"]!.GetValue<long>() } } }
            )
        ).List("drafts")[0]!;
        Assert.Contains("ends soon: Control arm bushing", draft.Text("body"), StringComparison.Ordinal);
        shop.DaysPass(30);
        using var over = await shop.SignInAsync("mina");
        Assert.Null(await RowAsync(over));
    }
}
