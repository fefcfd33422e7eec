using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Billing;

/// <summary>What is raised before the vehicle leaves, and what clears the way to the invoice.</summary>
public class CloseTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<long> VehicleAsync(long order)
    {
        await using var db = shop.OpenDb();
        return (await db.Orders.Where(o => o.Id == order).Select(o => o.VehicleId).SingleAsync())!.Value;
    }

    private static Task<JsonNode> ObstaclesAsync(Browser writer, long order) => writer.GetAsync($"orders/{order}/obstacles");

    [Fact]
    public async Task Advice_without_price_and_services_go_onto_the_invoice_as_chosen_and_come_back_at_the_next_visit()
    {
        using var mina = await shop.SignInAsync("mina");
        using var tobias = await shop.SignInAsync("tobias");
        var (order, job) = await mina.WriteUpAsync("Anttila");
        var vehicle = await VehicleAsync(order);
        await tobias.PostAsync($"orders/{order}/findings", new { text = "Wiper blades streak", rating = "Due" });
        await tobias.PostAsync($"orders/{order}/findings", new { text = "Dust boot cracked", rating = "Watch" });
        await mina.PostAsync($"vehicles/{vehicle}/reminders", new { title = "Brake fluid", everyMonths = "6" });
        await mina.FinishAsync(order, job);
        var next = (await mina.GetAsync($"orders/{order}/next-work")).AsArray();
        Assert.Equal(["Wiper blades streak", "Dust boot cracked", "Brake fluid"], next.Select(n => n!.Text("text")));
        Assert.Equal(["Advice", "Advice", "Service"], next.Select(n => n!.Text("kind")));

        // One advice is left out; a service of the maker's schedule is told and becomes a reminder.
        var invoice = await mina.PostAsync(
            $"orders/{order}/invoice",
            new
            {
                nextWork = new[] { next[0]!.Text("key"), next[2]!.Text("key") },
                services = new[]
                {
                    new
                    {
                        title = "Cabin air filter",
                        everyDistance = "15000",
                        dueAtReading = 15_000,
                    },
                },
            }
        );
        var said = (await mina.GetAsync($"invoices/{invoice["invoiceId"]}"))["document"]!
            .List("nextWork")
            .Select(t => t!.GetValue<string>())
            .ToList();
        Assert.EndsWith(": due now", said[1], StringComparison.Ordinal);
        Assert.Equal(["Wiper blades streak", "Cabin air filter", "Brake fluid"], said.Select(t => t.Split(':')[0]));
        Assert.Contains(
            "Cabin air filter",
            (await mina.GetAsync($"vehicles/{vehicle}/reminders")).ToJsonString(),
            StringComparison.Ordinal
        );
        await using (var db = shop.OpenDb())
            Assert.Equal([true, false], db.Findings.Where(f => f.OrderId == order).OrderBy(f => f.Id).Select(f => f.ReleasedAt != null));
        Assert.Contains(
            "Cabin air filter",
            (await mina.GetAsync($"orders/{order}/pickup")).List("toRaise").ToJsonString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Wiper blades streak",
            (await mina.GetAsync($"write-up/known?vehicle={vehicle}")).ToJsonString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_running_clock_is_stopped_from_where_it_is_named()
    {
        using var mina = await shop.SignInAsync("mina");
        using var tobias = await shop.SignInAsync("tobias");
        var (order, job) = await mina.WriteUpAsync("Kellola");
        await mina.ApproveAsync(order, job);
        await tobias.PostAsync($"bench/jobs/{job}/clock-on");
        Assert.Contains("clock.running", (await ObstaclesAsync(mina, order)).ToJsonString(), StringComparison.Ordinal);
        await mina.PostAsync($"orders/{order}/stop-clocks");
        Assert.DoesNotContain("clock.running", (await ObstaclesAsync(mina, order)).ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Invoices_are_found_by_the_day_they_were_opened_or_paid_and_printed_together()
    {
        using var first = await shop.SignInAsync("mina");
        var (order, job) = await first.WriteUpAsync("Wiederfund");
        await first.FinishAsync(order, job);
        shop.DaysPass(1);
        using var second = await shop.SignInAsync("mina");
        var invoice = (await second.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        shop.DaysPass(1);
        using var mina = await shop.SignInAsync("mina");
        await mina.PostAsync($"invoices/{invoice}/cash", new { tendered = "20" });
        foreach (var (of, day) in new[] { ("opened", 0), ("", 1), ("paid", 2) })
        {
            for (var on = 0; on < 3; on++)
            {
                var range = $"text=Wiederfund&dayOf={of}&from={ShopFixture.Day(on)}&through={ShopFixture.Day(on)}";
                var found = (await mina.GetAsync($"invoices?{range}")).List("rows");
                Assert.Equal(on == day ? [invoice] : [], found.Select(r => r!.Id()));
            }
        }
        var both = $"invoices/found.pdf?from={ShopFixture.Day(-400)}&through={ShopFixture.Day(-390)}";
        var numbers = (await mina.GetAsync(both.Replace("/found.pdf", "", StringComparison.Ordinal))).List("rows");
        Assert.InRange(numbers.Count, 2, 59);
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(await mina.BytesAsync(both));
        var text = string.Join(' ', pdf.GetPages().Select(p => p.Text.Replace(" ", "", StringComparison.Ordinal)));
        Assert.All(numbers, n => Assert.Contains($"Invoice{n!["number"]}", text, StringComparison.Ordinal));
        var (_, none) = await mina.SendAsync(HttpMethod.Get, "invoices/found.pdf?numberFrom=999999");
        Assert.Equal("invoices.none", none!.Text("code"));
        var (_, unread) = await mina.SendAsync(HttpMethod.Get, "invoices?numberFrom=many");
        Assert.Equal("numberFrom", unread!.Text("field"));
        var paidOff = (await mina.GetAsync("invoices?text=Wiederfund")).List("rows").Single()!;
        Assert.Equal(paidOff.Number("due") - 20, paidOff.Number("balance"));
    }

    [Fact]
    public async Task Posting_while_others_edit_makes_one_invoice_that_is_what_the_order_was_at_that_moment()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        for (var round = 0; round < 4; round++)
        {
            var (order, job) = await mina.WriteUpAsync("Gleichzeitig");
            await mina.FinishAsync(order, job);
            var next = (await NumbersAsync())[^1] + 1;
            var edits = Enumerable
                .Range(0, 6)
                .Select(i =>
                    dario.SendAsync(
                        HttpMethod.Post,
                        $"orders/{order}/jobs/{job}/lines",
                        new
                        {
                            kind = "Fee",
                            description = $"Edit {i}",
                            price = "1.00",
                            quantity = "1",
                        }
                    )
                );
            var posts = Enumerable.Range(0, 3).Select(_ => mina.SendAsync(HttpMethod.Post, $"orders/{order}/invoice"));
            var answers = await Task.WhenAll(edits.Concat(posts));
            // Whatever was late is refused in words; nothing is half done.
            Assert.All(answers, a => Assert.True((int)a.Status is 200 or 409 or 422, a.Body?.ToJsonString()));
            var sheet = await mina.SheetAsync(order);
            if (answers.TakeLast(3).Any(a => (int)a.Status == 200))
            {
                Assert.Equal(1, answers.TakeLast(3).Count(a => (int)a.Status == 200));
                var invoice = answers.TakeLast(3).Single(a => (int)a.Status == 200).Body!["invoiceId"]!.GetValue<long>();
                Assert.Equal(sheet["totals"]!["figures"]!.Number("total"), (await mina.GetAsync($"invoices/{invoice}")).Number("total"));
                Assert.Equal(next, (await NumbersAsync())[^1]);
            }
        }
        var numbers = await NumbersAsync();
        Assert.Equal(Enumerable.Range(0, numbers.Count).Select(i => numbers[0] + i), numbers);
        await using var db = shop.OpenDb();
        Assert.Empty(await new BooksCheck(db).RunAsync());
    }

    private async Task<List<long>> NumbersAsync()
    {
        await using var db = shop.OpenDb();
        return await db.Invoices.OrderBy(i => i.Number).Select(i => i.Number).ToListAsync();
    }
}
