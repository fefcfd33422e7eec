using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Floor;

/// <summary>What a technician opens and enters about a car on the own bench.</summary>
public class BenchTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private const long Ana = 6;

    private static async Task<(long Order, long Job)> OnAnasBenchAsync(Browser mina, string name)
    {
        var (order, job) = await mina.WriteUpAsync(name);
        await mina.PostAsync($"orders/{order}/technician", new { technicianId = Ana });
        return (order, job);
    }

    [Fact]
    public async Task Specs_earlier_work_notes_and_photos_are_there_without_amounts_and_for_nobody_else()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        using var noor = await shop.SignInAsync("noor");
        var (order, _) = await OnAnasBenchAsync(mina, "Benchly");
        await mina.PostAsync($"orders/{order}/record", new { text = "Wheel lock key is in the glove box" });
        await ana.PostAsync($"bench/orders/{order}/notes", new { text = "Bolt broke off" });
        var details = await ana.GetAsync($"bench/orders/{order}");
        Assert.Equal(
            ["Bolt broke off", "Wheel lock key is in the glove box"],
            details.List("notes").Select(n => n!.Text("text")).ToArray()
        );
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n =>
            n!.Text("text").Contains("Bolt broke off", StringComparison.Ordinal)
        );
        Assert.Equal(
            "bench.gone",
            (await noor.RefusedAsync($"bench/orders/{order}/notes", new { text = "x" }, HttpStatusCode.NotFound)).Text("code")
        );
        Assert.Equal(HttpStatusCode.NotFound, (await noor.SendAsync(HttpMethod.Get, $"bench/orders/{order}")).Status);
        Assert.Equal("text.long", (await ana.RefusedAsync($"bench/orders/{order}/notes", new { text = " " })).Text("code"));
        Assert.Equal(
            "photo.gone",
            (
                await ana.RefusedAsync(
                    $"bench/orders/{order}/notes",
                    new { text = "See", photoHash = new string('0', 64) },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task Cars_of_the_demo_have_their_history_on_the_bench_and_nothing_about_money_or_the_customer()
    {
        using var ana = await shop.SignInAsync("ana");
        var seen = new List<JsonNode>();
        foreach (var car in (await ana.GetAsync("bench")).List("cars"))
            seen.Add(await ana.GetAsync($"bench/orders/{car!.Number("orderId")}"));
        Assert.Contains(seen, d => d.List("earlier").Any(v => v!.List("done").Count > 0));
        Assert.Contains(seen, d => d["specs"]!.List("facts").Count > 0);
        var text = string.Concat(seen.Select(d => d.ToJsonString()));
        Assert.DoesNotContain("555-", text, StringComparison.Ordinal);
        Assert.DoesNotContain("subtotal", text, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("total\"", text, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task An_odometer_that_runs_backwards_and_another_plate_are_questioned()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var (order, _) = await OnAnasBenchAsync(mina, "Reading");
        await using var db = shop.OpenDb();
        var car = await db.Orders.Where(o => o.Id == order).Select(o => o.VehicleId!.Value).SingleAsync();
        await ana.PostAsync($"bench/orders/{order}/odometer", new { value = "61,200", confirmed = false });
        // Corrected on the same visit it is no second reading; lower than an earlier visit's it is questioned.
        await ana.PostAsync($"bench/orders/{order}/odometer", new { value = "61,250", confirmed = false });
        Assert.Equal(61_250, (await db.OdometerReadings.SingleAsync(r => r.VehicleId == car)).Reading.Value);
        var customer = await db.Vehicles.Where(v => v.Id == car).Select(v => v.CustomerId).SingleAsync();
        var again = new
        {
            customerId = customer,
            vehicleId = car,
            jobs = new[] { "Wiper blades" },
        };
        var later = (await mina.PostAsync("orders", again)).Id();
        var wipers = (await mina.SheetAsync(later)).List("jobs").Single()!.Id();
        await mina.PostAsync(
            $"orders/{later}/jobs/{wipers}/lines",
            new
            {
                kind = "Labor",
                description = "Replace",
                hours = "0.2",
            }
        );
        await mina.PostAsync($"orders/{later}/technician", new { technicianId = Ana });
        var path = $"bench/orders/{later}/odometer";
        Assert.Equal("odometer.lower", (await ana.RefusedAsync(path, new { value = "6,125", confirmed = false })).Text("code"));
        await ana.PostAsync(path, new { value = "6,125", confirmed = true });
        Assert.Equal(6_125, (await ana.GetAsync($"bench/orders/{later}")).Number("odometerIn"));

        var plate = (await ana.GetAsync($"bench/orders/{order}")).Text("plate");
        var told = await ana.PostAsync($"bench/orders/{order}/plate", new { plate = "zz 99 other" });
        Assert.Equal($"The counter was told: plate ZZ 99 OTHER on the vehicle, {plate} on file.", told.Text("words"));
        Assert.Equal(plate, (await ana.GetAsync($"bench/orders/{order}")).Text("plate"));
        Assert.Contains((await mina.GetAsync("notices")).AsArray(), n => n!.Text("text").Contains("ZZ 99 OTHER", StringComparison.Ordinal));
        Assert.Equal("plate.unreadable", (await ana.RefusedAsync($"bench/orders/{order}/plate", new { plate = "" })).Text("code"));
    }

    [Fact]
    public async Task A_part_that_is_asked_for_becomes_a_line_once_or_is_answered()
    {
        using var mina = await shop.SignInAsync("mina");
        using var wen = await shop.SignInAsync("wen");
        using var ana = await shop.SignInAsync("ana");
        var (order, job) = await OnAnasBenchAsync(mina, "Asking");
        await mina.ApproveAsync(order, job);
        var path = $"bench/orders/{order}/part-requests";
        Assert.Equal("partRequest.text", (await ana.RefusedAsync(path, new { jobId = job, text = " " })).Text("code"));
        await ana.RefusedAsync(path, new { jobId = 999_999, text = "Hose" }, HttpStatusCode.NotFound);
        await ana.PostAsync(path, new { jobId = job, text = "Left front brake hose" });
        await ana.PostAsync(path, new { text = "Two wheel nuts" });
        var asked = (await wen.GetAsync("parts")).List("requests").Where(r => r!.Number("orderId") == order).ToList();
        Assert.Equal([true, false], asked.Select(r => r!.Flag("hasJob")).ToArray());
        var (hose, nuts) = (asked[0]!.Id(), asked[1]!.Id());
        await wen.RefusedAsync($"part-requests/{hose}/line", null, HttpStatusCode.Forbidden);
        var line = (await mina.PostAsync($"part-requests/{hose}/line")).Number("lineId");
        Assert.Equal("partRequest.answered", (await mina.RefusedAsync($"part-requests/{hose}/line")).Text("code"));
        Assert.Contains((await wen.GetAsync("parts")).List("needed"), n => n!.Number("lineId") == line);
        Assert.Equal("partRequest.answer", (await wen.RefusedAsync($"part-requests/{nuts}/reply", new { answer = "" })).Text("code"));
        await wen.PostAsync($"part-requests/{nuts}/reply", new { answer = "In drawer 4" });
        var told = (await ana.GetAsync($"bench/orders/{order}")).List("parts").Select(p => p!.Text("state")).ToList();
        Assert.Contains(told, t => t.EndsWith("In drawer 4", StringComparison.Ordinal));
        Assert.Contains(told, t => t.StartsWith("Put on the order by", StringComparison.Ordinal));
        Assert.DoesNotContain((await wen.GetAsync("parts")).List("requests"), r => r!.Number("orderId") == order);
        await wen.PostAsync($"part-requests/{nuts}/reopen");
        Assert.Contains((await wen.GetAsync("parts")).List("requests"), r => r!.Id() == nuts);
    }

    [Fact]
    public async Task What_is_still_to_do_is_said_as_a_job_is_finished_and_a_checklist_comes_with_the_approval()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var (order, first) = await OnAnasBenchAsync(mina, "Unfinished");
        await using var db = shop.OpenDb();
        var canned = (await db.CannedJobs.ToListAsync()).First(c => c.Checklist.Count > 0 && c.InspectionTemplateId is null);
        var job = (long)(await mina.PostAsync($"orders/{order}/take", new { kind = "Canned", id = canned.Id })).Number("jobId");
        Assert.DoesNotContain((await mina.SheetAsync(order)).List("inspections"), i => i!.Text("name") == canned.Title);
        await mina.ApproveAsync(order, first, job);
        var list = (await mina.SheetAsync(order)).List("inspections").Single(i => i!.Text("name") == canned.Title)!;
        Assert.Equal((canned.Checklist.Count, true), ((int)list.Number("points"), list.Flag("isChecklist")));
        var unfinished = (await ana.PostAsync($"bench/jobs/{first}/finish")).List("unfinished").Select(t => t!.GetValue<string>());
        Assert.Equal([canned.Title], unfinished.ToArray());
        await ana.PostAsync($"inspections/{list.Id()}/all-good", new { group = "Checklist" });
        await ana.PostAsync($"inspections/{list.Id()}/finish");
        Assert.Equal("Finished", (await mina.SheetAsync(order)).List("jobs").Single(j => j!.Id() == job)!.Text("progress"));
    }
}
