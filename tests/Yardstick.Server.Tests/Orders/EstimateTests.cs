using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Orders;

/// <summary>
/// Building an estimate: one place to add, guide, facts, suppliers, discounts, earlier work, order of lines, undo, and all of it with
/// services down.
/// </summary>
public class EstimateTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    /// <summary>A new order for the first demo customer's car, which the outside knows.</summary>
    private static async Task<long> OrderAsync(Browser writer, long vehicle = 1, string concern = "light on, P0301") =>
        (
            await writer.PostAsync(
                "orders",
                new
                {
                    customerId = 1,
                    vehicleId = vehicle,
                    odometer = "188,500",
                    odometerConfirmed = true,
                    concerns = new[] { concern },
                }
            )
        ).Id();

    private static Task<JsonNode> Take(Browser writer, long order, object request) => writer.PostAsync($"orders/{order}/take", request);

    private static async Task<JsonNode> JobAsync(Browser writer, long order, long job) =>
        (await writer.SheetAsync(order)).List("jobs").First(j => j!.Id() == job)!;

    private static long First(JsonNode taken, string list) => taken.List(list)[0]!.GetValue<long>();

    [Fact]
    public async Task One_list_offers_canned_jobs_stock_fees_guide_and_suppliers()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var own = (await mina.GetAsync($"orders/{order}/choices?q=front%20pads")).AsArray();
        Assert.Contains(own, c => c!.Text("group") == "Canned job" && c!.Text("title") == "Front brake pads and rotors");
        Assert.Contains(own, c => c!.Text("group").StartsWith("In stock", StringComparison.Ordinal));
        var guide = await mina.GetAsync($"orders/{order}/choices/guide?q=front%20pads");
        Assert.Contains(guide.List("items"), c => c!.Text("title") == "Front brake rotors and pads, replace");
        foreach (var supplier in new[] { "harbor", "northline" })
            Assert.Equal(3, (await mina.GetAsync($"orders/{order}/choices/{supplier}?q=front%20pads")).List("items").Count);
        Assert.Contains((await mina.GetAsync($"orders/{order}/choices?q=emission")).AsArray(), c => c!.Text("group") == "Fee");
        Assert.Contains((await mina.GetAsync($"orders/{order}/choices?q=winter")).AsArray(), c => c!.Text("group") == "Set");
        Assert.Contains((await mina.GetAsync($"orders/{order}/choices?q=2055516")).AsArray(), c => c!.Text("group") == "Tire in stock");
        Assert.Contains((await mina.GetAsync($"orders/{order}/choices/harbor?q=205/55r16")).List("items"), c =>
            c!.Text("title").Contains("205/55 R16", StringComparison.Ordinal)
        );
        Assert.Contains((await mina.GetAsync($"orders/{order}/choices?q=10%25%20labor")).AsArray(), c =>
            c!.Text("title") == "10% off labor"
        );
        Assert.All((await mina.GetAsync($"orders/{order}/choices")).AsArray(), c =>
            Assert.Contains(c!.Text("group"), new[] { "Favorite", "Common part" })
        );
    }

    [Fact]
    public async Task Labor_of_the_guide_brings_its_parts_and_overlaps_and_switching_out_gives_the_time_back()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var taken = await Take(mina, order, new { kind = "operation", code = "F10" });
        var jobId = First(taken, "jobIds");
        await Take(
            mina,
            order,
            new
            {
                kind = "operation",
                code = "F11",
                jobId,
                laborOnly = true,
            }
        );
        var lines = (await JobAsync(mina, order, jobId)).List("lines");
        Assert.Equal(["Labor", "Part", "Labor"], lines.Select(l => l!.Text("kind")));
        Assert.Equal("overlaps with Thermostat housing, replace", lines[2]!.Text("reducedBy"));
        Assert.True(lines[2]!.Number("reducedTo") < lines[2]!.Number("hours"));
        await mina.PostAsync(
            $"orders/{order}/lines/{lines[0]!.Id()}",
            new
            {
                field = "isExcluded",
                value = "true",
                version = 1,
            }
        );
        Assert.Null((await JobAsync(mina, order, jobId)).List("lines")[2]!["reducedTo"]);
    }

    [Fact]
    public async Task A_suppliers_part_joins_the_catalog_once_and_a_question_about_the_car_is_asked_once()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var asked = await mina.GetAsync($"orders/{order}/side-by-side/harbor?type=front-rotor");
        Assert.Empty(asked.List("offers"));
        var question = Assert.Single(asked.List("questions"))!;
        await mina.PostAsync(
            $"orders/{order}/answers",
            new
            {
                question = question.Text("key"),
                text = question.Text("text"),
                answer = "300 mm",
            }
        );
        var offers = (await mina.GetAsync($"orders/{order}/side-by-side/harbor?type=front-rotor")).List("offers");
        Assert.Equal(3, offers.Count);
        // The next order for this car is not asked again.
        var again = await OrderAsync(mina);
        Assert.Empty((await mina.GetAsync($"orders/{again}/side-by-side/harbor?type=front-rotor")).List("questions"));
        var take = offers[0]!["take"]!;
        var taken = await Take(mina, order, take);
        var line = await mina.LineAsync(order, First(taken, "lineIds"));
        Assert.Equal((take.Text("number"), 2m), (line.Text("number"), line.Number("quantity")));
        Assert.Equal(offers[0]!.Number("each"), line.Number("each"));
        await Take(mina, again, take);
        await using var db = shop.OpenDb();
        var part = await db.Parts.SingleAsync(p => p.Number == take.Text("number"));
        Assert.Equal(("rotor", 1L), (part.Category, part.SupplierId));
    }

    [Fact]
    public async Task A_line_without_a_source_is_given_one_and_ordered_from_there()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var job = (await mina.PostAsync($"orders/{order}/jobs", new { title = "Brakes" })).Id();
        var line = (await mina.PostAsync($"orders/{order}/jobs/{job}/lines", new { kind = "Part", description = "front brake pads" })).Id();
        Assert.True((await mina.LineAsync(order, line)).Flag("unsourced"));
        var offer = (await mina.GetAsync($"orders/{order}/side-by-side/northline?q=front%20brake%20pads")).List("offers")[0]!;
        var request = offer["take"]!.DeepClone().AsObject();
        request["lineId"] = line;
        await Take(mina, order, request);
        var sourced = await mina.LineAsync(order, line);
        Assert.False(sourced.Flag("unsourced"));
        Assert.Equal("front brake pads", sourced.Text("description"));
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("field") == "source");
    }

    [Fact]
    public async Task Facts_correct_a_generic_quantity_with_both_values_and_become_lines()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var flush = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Coolant, flush and fill")!.Id();
        await Take(mina, order, new { kind = "canned", id = flush });
        var facts = await mina.GetAsync($"orders/{order}/facts");
        var correction = Assert.Single(facts.List("corrections"))!;
        Assert.Equal((3m, 2.3m), (correction.Number("now"), correction.Number("known")));
        await Take(mina, order, new { kind = "fact", lineId = correction["lineId"]!.GetValue<long>() });
        var line = await mina.LineAsync(order, correction["lineId"]!.GetValue<long>());
        Assert.Equal((2.3m, 3m), (line.Number("quantity"), line.Number("genericQuantity")));
        await mina.RefusedAsync($"orders/{order}/take", new { kind = "fact", lineId = line.Id() });
        Assert.Empty((await mina.GetAsync($"orders/{order}/facts")).List("corrections"));
        Assert.Contains(facts.List("line"), f => f!.Text("title") == "Coolant");
        var words = await Take(mina, order, new { kind = "fact", code = "wheelNuts" });
        Assert.Contains("lb·ft", (await mina.LineAsync(order, First(words, "lineIds"))).Text("description"), StringComparison.Ordinal);
        // Now that the facts are at hand, the oil service follows them without asking.
        var oil = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Oil and filter service")!.Id();
        var service = await JobAsync(mina, order, First(await Take(mina, order, new { kind = "canned", id = oil }), "jobIds"));
        Assert.Equal((5.7m, 5m), (service.List("lines")[1]!.Number("quantity"), service.List("lines")[1]!.Number("genericQuantity")));
    }

    [Fact]
    public async Task Repairs_known_for_a_code_come_most_frequent_first_with_the_shops_own_counted()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var code = Assert.Single((await mina.GetAsync($"orders/{order}/facts")).List("codes"))!;
        Assert.Equal("P0301", code.Text("code"));
        Assert.Equal("Ignition coil, replace one", code.List("repairs")[0]!.Text("title"));
        await using (var db = shop.OpenDb())
        {
            // Three earlier visits of others had this code and new plugs.
            var earlier = await db
                .Orders.Include(o => o.Jobs)
                .Include(o => o.Concerns)
                .Where(o =>
                    o.State == Core.Orders.OrderState.Posted && o.Concerns.Any() && o.Jobs.Any(j => j.Decision == DecisionKind.Approved)
                )
                .Take(3)
                .ToListAsync();
            foreach (var visit in earlier)
            {
                visit.Concerns[0].Cause = "P0301, plug worn";
                visit.Jobs.First(j => j.Decision == DecisionKind.Approved).Title = "Spark plugs, replace";
            }
            await db.SaveChangesAsync();
        }
        // What other visits brought is looked for again after a few seconds.
        shop.Time.Advance(TimeSpan.FromSeconds(6));
        var now = Assert.Single((await mina.GetAsync($"orders/{order}/facts")).List("codes"))!.List("repairs")[0]!;
        Assert.Equal(("Spark plugs, replace", 3), (now.Text("title"), now["here"]!.GetValue<int>()));
    }

    [Fact]
    public async Task A_stronger_battery_takes_the_place_of_the_other_with_what_comes_along_and_an_addition()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var battery = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Battery, replace")!.Id();
        var jobId = First(await Take(mina, order, new { kind = "canned", id = battery }), "jobIds");
        var offers = (await mina.GetAsync($"orders/{order}/offers")).AsArray();
        Assert.Equal(2, offers.Count(o => o!.Text("kind") == "Addition"));
        var instead = offers.Single(o => o!.Text("kind") == "Instead")!;
        var taken = await Take(mina, order, instead["take"]!);
        var job = Assert.Single((await mina.SheetAsync(order)).List("jobs"))!;
        Assert.Equal("Battery, AGM, replace", job.Text("title"));
        Assert.Contains(job.List("companions"), c => c!.Text("code") == "REGISTER");
        var addition = (await mina.GetAsync($"orders/{order}/offers")).AsArray().First(o => o!.Text("kind") == "Addition")!;
        await Take(mina, order, addition["take"]!);
        Assert.Contains((await JobAsync(mina, order, job.Id())).List("lines"), l => l!.Text("description") == addition.Text("title"));
        Assert.DoesNotContain((await mina.GetAsync($"orders/{order}/offers")).AsArray(), o => o!.Text("title") == addition.Text("title"));
        // Undone, the first one is back in its place.
        await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/jobs/{First(taken, "jobIds")}");
        await mina.PostAsync($"orders/{order}/jobs/{jobId}/restore");
        Assert.Equal("Battery, replace", Assert.Single((await mina.SheetAsync(order)).List("jobs"))!.Text("title"));
    }

    [Fact]
    public async Task A_set_brings_its_jobs_and_a_canned_discount_comes_along()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var set = (await mina.GetAsync($"orders/{order}/choices?q=winter")).AsArray().First(c => c!.Text("group") == "Set")!;
        Assert.Equal(3, (await Take(mina, order, set["take"]!)).List("jobIds").Count);
        var wipers = (await mina.SheetAsync(order)).List("jobs").First(j => j!.Text("title") == "Wiper blades, pair")!;
        var discount = Assert.Single(wipers.List("discounts"))!;
        Assert.Equal("10% off parts", discount.Text("text"));
        Assert.True(discount.Number("amount") > 0);
    }

    [Fact]
    public async Task Discounts_are_given_by_those_who_may_taken_back_and_given_again()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var before = (await mina.SheetAsync(order))["figures"]!.Number("total");
        var given = (
            await Take(
                mina,
                order,
                new
                {
                    kind = "discount",
                    jobId = job,
                    value = "10%",
                    on = "Labor",
                    reason = "waited an hour",
                }
            )
        )["discountId"]!.GetValue<long>();
        var sheet = await mina.SheetAsync(order);
        Assert.True(sheet["figures"]!.Number("total") < before);
        var shown = Assert.Single(sheet.List("jobs")[0]!.List("discounts"))!;
        Assert.Equal(("10% off labor", "waited an hour", "Mina O."), (shown.Text("text"), shown.Text("reason"), shown.Text("by")));
        await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/discounts/{given}");
        Assert.Equal(before, (await mina.SheetAsync(order))["figures"]!.Number("total"));
        await mina.PostAsync($"orders/{order}/discounts/{given}/restore");
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("new") == "10% off labor: waited an hour");
        using var wen = await shop.SignInAsync("wen");
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (
                await wen.SendAsync(
                    HttpMethod.Post,
                    $"orders/{order}/take",
                    new
                    {
                        kind = "discount",
                        jobId = job,
                        value = "10%",
                    }
                )
            ).Status
        );
        await Take(mina, order, new { kind = "discount", value = "5.00" });
        Assert.Equal("5.00 off your whole order", Assert.Single((await mina.SheetAsync(order)).List("discounts"))!.Text("text"));
    }

    [Fact]
    public async Task Services_become_one_job_with_parts_fluids_and_the_checklist()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        // A car that was never here: what the demo did to its own cars and when, it does not say.
        var stranger = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customer = new { lastName = "Arden" },
                    vehicle = new
                    {
                        plate = "SVC 60",
                        make = "Tarnow",
                        model = "Petrel",
                        engine = "2.0",
                        year = "2018",
                    },
                    odometer = "59,000",
                }
            )
        ).Id();
        var schedule = await mina.GetAsync($"orders/{stranger}/maintenance?reading=60000");
        Assert.Equal(60000, schedule["reading"]!.GetValue<int>());
        Assert.Contains(schedule.List("services"), s => s!.Text("title") == "Transmission fluid" && s!.Text("standing") == "Due");
        var taken = await Take(
            mina,
            order,
            new
            {
                kind = "services",
                services = new[] { "Engine oil and filter", "Cabin air filter", "Brake fluid" },
                oneJob = true,
            }
        );
        var job = await JobAsync(mina, order, First(taken, "jobIds"));
        Assert.Contains(job.List("lines"), l =>
            l!.Text("description").StartsWith("Engine oil 0W-20", StringComparison.Ordinal) && l!.Number("quantity") == 5.7m
        );
        Assert.Equal(3, job.List("lines").Count(l => l!.Text("kind") == "Labor"));
        Assert.Contains("Pedal firm", job.List("checklist").Select(c => c!.GetValue<string>()));
        Assert.Equal("Engine oil and filter, Cabin air filter, Brake fluid", job.Text("customerText"));
        Assert.Equal(
            2,
            (await Take(mina, order, new { kind = "services", services = new[] { "Tire rotation", "Brake inspection" } }))
                .List("jobIds")
                .Count
        );
        await mina.RefusedAsync($"orders/{order}/take", new { kind = "services", services = Array.Empty<string>() });
    }

    [Fact]
    public async Task Earlier_work_is_found_looked_at_and_copied_at_todays_prices()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var found = (await mina.GetAsync($"orders/{order}/earlier?scope=similar&q=brake")).AsArray();
        Assert.NotEmpty(found);
        Assert.Contains(found, f => !f!.Flag("thisCar"));
        var jobs = found.Where(f => f!["jobId"] is not null).Select(f => f!["jobId"]!.GetValue<long>()).ToList();
        long job;
        await using (var db = shop.OpenDb())
        {
            // One whose price follows the cost of its part; what the demo did when, it does not say.
            var line = await db
                .Lines.OfType<PartLine>()
                .Where(l => jobs.Contains(l.JobId) && l.PartId != null && db.Jobs.Any(j => j.Id == l.JobId && j.FixedPrice == null))
                .OrderBy(l => l.Id)
                .FirstAsync();
            (job, var partId) = (line.JobId, line.PartId);
            var part = await db.Parts.SingleAsync(p => p.Id == partId);
            part.UnitCost += new UnitPrice(11);
            await db.SaveChangesAsync();
        }
        var look = await mina.GetAsync($"orders/{order}/earlier/{job}");
        Assert.NotEqual(look.Number("then"), look.Number("now"));
        var copied = await JobAsync(mina, order, First(await Take(mina, order, new { kind = "earlier", id = job }), "jobIds"));
        Assert.Equal(look.Number("now"), copied.Number("subtotal"));
        Assert.StartsWith("Order ", copied.Text("originText"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_edit_asks_no_outside_service_also_while_one_is_silent()
    {
        using var mina = await shop.SignInAsync("mina");
        // A car and a code of its own: the silence about them is remembered for a while, and no other test shall meet it.
        var order = await OrderAsync(mina, await CarAsync(mina, "Quarto"), "light on, P0420");
        await shop.MoodAsync("facts", "off");
        try
        {
            Assert.True((await mina.GetAsync($"orders/{order}/facts")).Flag("silent"));
        }
        finally
        {
            await shop.MoodAsync("facts", "ok");
        }
        // It would answer now; but an edit does not ask it.
        await mina.PostAsync($"orders/{order}/concerns", new { complaint = "Hums" });
        Assert.True((await mina.GetAsync($"orders/{order}/facts")).Flag("silent"));
    }

    [Fact]
    public async Task Services_that_are_down_or_slow_say_so_and_the_rest_works()
    {
        using var mina = await shop.SignInAsync("mina");
        // A car and a code of its own: nothing is at hand of them, and no other test shall meet the silence.
        var order = await OrderAsync(mina, await CarAsync(mina, "Folio"), "light on, P0171");
        await shop.MoodAsync("guide", "off");
        await shop.MoodAsync("harbor", "fail");
        await shop.MoodAsync("facts", "off");
        try
        {
            Assert.Contains(
                "labor guide is not responding",
                (await mina.GetAsync($"orders/{order}/choices/guide?q=pads")).Text("trouble"),
                StringComparison.Ordinal
            );
            Assert.Contains(
                "Harbor Parts answered with an error",
                (await mina.GetAsync($"orders/{order}/choices/harbor?q=pads")).Text("trouble"),
                StringComparison.Ordinal
            );
            Assert.NotEmpty((await mina.GetAsync($"orders/{order}/choices/northline?q=pads")).List("items"));
            Assert.NotEmpty((await mina.GetAsync($"orders/{order}/choices?q=pads")).AsArray());
            Assert.Contains("is not responding", (await mina.GetAsync($"orders/{order}/facts")).Text("trouble"), StringComparison.Ordinal);
            Assert.Contains(
                "enter the labor yourself",
                (await mina.RefusedAsync($"orders/{order}/take", new { kind = "operation", code = "B10" })).Text("detail"),
                StringComparison.Ordinal
            );
            // A canned job and services land without the guide, their time to be typed.
            var canned = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Oil and filter service")!.Id();
            Assert.NotEmpty((await Take(mina, order, new { kind = "canned", id = canned })).List("jobIds"));
            var service = await JobAsync(
                mina,
                order,
                First(await Take(mina, order, new { kind = "services", services = new[] { "Brake inspection" } }), "jobIds")
            );
            Assert.True(service.List("lines")[0]!.Flag("unsourced"));
        }
        finally
        {
            foreach (var service in new[] { "guide", "harbor", "facts" })
                await shop.MoodAsync(service, "ok");
        }
    }

    private async Task<long> CarAsync(Browser writer, string model)
    {
        var order = (
            await writer.PostAsync(
                "orders",
                new
                {
                    customerId = 1,
                    vehicle = new
                    {
                        plate = $"T {model}",
                        make = model == "Folio" ? "Quillon" : "Hollin",
                        model,
                        year = "2019",
                        engine = model == "Folio" ? "1.3" : "2.0",
                    },
                    odometer = "1,000",
                }
            )
        ).Id();
        await using var db = shop.OpenDb();
        return (await db.Orders.SingleAsync(o => o.Id == order)).VehicleId!.Value;
    }

    [Fact]
    public async Task A_canned_job_whose_part_was_withdrawn_lands_with_a_line_to_be_sourced()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = await OrderAsync(mina);
        var canned = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Starter, replace")!.Id();
        await using (var db = shop.OpenDb())
        {
            var partId = await db
                .CannedLines.OfType<CannedPartLine>()
                .Where(l => l.CannedJobId == canned && l.PartId != null)
                .Select(l => l.PartId)
                .FirstAsync();
            (await db.Parts.SingleAsync(p => p.Id == partId)).WithdrawnAt = Instant.FromDateTimeOffset(ShopFixture.Start);
            await db.SaveChangesAsync();
        }
        var line = (await JobAsync(mina, order, First(await Take(mina, order, new { kind = "canned", id = canned }), "jobIds")))
            .List("lines")
            .First(l => l!.Text("kind") == "Part")!;
        Assert.True(line.Flag("unsourced"));
        Assert.Contains("discontinued", line.Text("noteInside"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Pasted_rows_become_lines_and_what_could_not_be_read_is_named()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var pasted = await mina.PostAsync(
            $"orders/{order}/jobs/{job}/paste",
            new { text = "Labor\tClean\t\t0.3 h\nPart\tBolt\tM8\t4x\t1.20\n\t\t7\nPads\t-2" }
        );
        Assert.Equal((2, 2), (pasted.List("lineIds").Count, pasted.List("refused").Count));
        var bolt = await mina.LineAsync(order, pasted.List("lineIds")[1]!.GetValue<long>());
        Assert.Equal((4m, 1.2m, "pasted"), (bolt.Number("quantity"), bolt.Number("each"), bolt.Text("overrideReason")));
        Assert.Equal("paste.nothing", (await mina.RefusedAsync($"orders/{order}/jobs/{job}/paste", new { text = "\t\t\n" })).Text("code"));
    }

    [Fact]
    public async Task Lines_and_jobs_move_and_the_record_says_so()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var second = (await mina.PostAsync($"orders/{order}/jobs", new { title = "Second" })).Id();
        var lines = (await JobAsync(mina, order, job)).List("lines").Select(l => l!.Id()).ToArray();
        await mina.PostAsync(
            $"orders/{order}/move-lines",
            new
            {
                lineIds = new[] { lines[1] },
                jobId = second,
                beforeId = (long?)null,
            }
        );
        Assert.Equal(lines[1], Assert.Single((await JobAsync(mina, order, second)).List("lines"))!.Id());
        await mina.PostAsync($"orders/{order}/move-job", new { jobId = second, beforeId = job });
        Assert.Equal("Second", (await mina.SheetAsync(order)).List("jobs")[0]!.Text("title"));
        Assert.Equal(2, (await mina.GetAsync($"orders/{order}/record")).AsArray().Count(e => e!.Text("field") == "moved"));
        await mina.PostAsync($"orders/{order}/record", new { text = "Called, will come at four" });
        Assert.Contains((await mina.GetAsync($"orders/{order}/record")).AsArray(), e => e!.Text("new") == "Called, will come at four");
    }

    [Fact]
    public async Task Undo_is_refused_where_somebody_changed_it_since()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var (order, job) = await mina.WriteUpAsync();
        var line = (
            await mina.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Part",
                    description = "Clip",
                    quantity = "2",
                }
            )
        ).Id();
        await dario.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "quantity",
                value = "3",
                version = 1,
            }
        );
        var (status, problem) = await mina.SendAsync(HttpMethod.Delete, $"orders/{order}/lines/{line}?version=1");
        Assert.Equal((HttpStatusCode.Conflict, "undo.conflict"), (status, problem!.Text("code")));
        Assert.Contains("Dario L. changed it", problem!.Text("detail"), StringComparison.Ordinal);
        // A change of Mina's own is undone by the value before, and refused likewise.
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "description",
                value = "Clips",
                version = 2,
            }
        );
        await dario.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "description",
                value = "Clips, long",
                version = 3,
            }
        );
        await mina.RefusedAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "description",
                value = "Clip",
                version = 3,
            },
            HttpStatusCode.Conflict
        );
    }

    [Fact]
    public async Task A_hundred_mixed_edits_of_two_at_once_lose_nothing_and_the_total_is_right()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        var order = await OrderAsync(mina);
        var job = (await mina.PostAsync($"orders/{order}/jobs", new { title = "Many" })).Id();
        var lines = new List<long>();
        for (var i = 0; i < 20; i++)
            lines.Add(
                (
                    await mina.PostAsync(
                        $"orders/{order}/jobs/{job}/lines",
                        new
                        {
                            kind = "Fee",
                            description = $"Fee {i}",
                            amount = "1.00",
                        }
                    )
                ).Id()
            );
        await Task.WhenAll(
            Enumerable
                .Range(0, 100)
                .Select(i =>
                    (i % 3) switch
                    {
                        0 => (i % 2 == 0 ? mina : dario).PostAsync(
                            $"orders/{order}/jobs/{job}/lines",
                            new
                            {
                                kind = "Fee",
                                description = $"New {i}",
                                amount = "2.00",
                            }
                        ),
                        1 => mina.PostAsync(
                            $"orders/{order}/lines/{lines[i % 20]}",
                            new
                            {
                                field = "quantity",
                                value = "2",
                                version = 99,
                            }
                        ),
                        _ => dario.PostAsync(
                            $"orders/{order}/move-lines",
                            new
                            {
                                lineIds = new[] { lines[i % 20] },
                                jobId = job,
                                beforeId = (long?)null,
                            }
                        ),
                    }
                )
        );
        var sheet = await mina.SheetAsync(order);
        var all = sheet.List("jobs")[0]!.List("lines");
        Assert.Equal(20 + 34, all.Count);
        Assert.Equal(all.Sum(l => l!.Number("amount")), sheet["figures"]!.Number("fees"));
        Assert.Equal(34 * 2m + all.Where(l => lines.Contains(l!.Id())).Sum(l => l!.Number("quantity")), sheet["figures"]!.Number("fees"));
    }

    [Fact]
    public async Task Canned_jobs_are_made_from_a_job_changed_with_their_version_and_taken_off()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var (order, job) = await ingrid.WriteUpAsync();
        var form = (await ingrid.GetAsync($"canned-jobs/from-job/{job}"))["form"]!;
        form["system"] = "Chassis";
        form["title"] = "Bushing, press in";
        var kept = (await ingrid.PostAsync("canned-jobs", new { form, version = 0 })).Id();
        Assert.Contains((await ingrid.GetAsync("canned-jobs")).AsArray(), c => c!.Id() == kept && c!.Number("hours") == 1.5m);
        form["title"] = "Bushing, press in one";
        async Task<(HttpStatusCode, JsonNode?)> Put(int version) =>
            await ingrid.SendAsync(HttpMethod.Put, $"canned-jobs/{kept}", new { form, version });
        Assert.Equal(HttpStatusCode.OK, (await Put(1)).Item1);
        Assert.Equal(HttpStatusCode.Conflict, (await Put(1)).Item1);
        await ingrid.SendAsync(HttpMethod.Delete, $"canned-jobs/{kept}");
        Assert.DoesNotContain((await ingrid.GetAsync("canned-jobs")).AsArray(), c => c!.Id() == kept);
        await ingrid.RefusedAsync($"orders/{order}/take", new { kind = "canned", id = kept }, HttpStatusCode.NotFound);
        await ingrid.PostAsync($"canned-jobs/{kept}/restore");
        await Take(ingrid, order, new { kind = "canned", id = kept });
        var set = (
            await ingrid.PostAsync(
                "canned-sets",
                new
                {
                    id = (long?)null,
                    title = "Spring",
                    words = "",
                    jobIds = new[] { kept },
                }
            )
        ).Id();
        Assert.Contains((await ingrid.GetAsync("canned-sets")).AsArray(), s => s!.Id() == set);
        await ingrid.SendAsync(HttpMethod.Delete, $"canned-sets/{set}");
    }

    [Fact]
    public async Task The_shops_own_guide_comes_as_csv_and_goes_first()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var order = await OrderAsync(ingrid);
        var (_, body) = await ingrid.KeepAsync(
            "own-guide",
            Encoding.UTF8.GetBytes("code,title,hours,make\nB10,\"Front pads, our way\",0.9,Tarnow\n,Undercoat,2.5,\n,Broken,soon,\n")
        );
        Assert.Equal(2, body["operations"]!.GetValue<int>());
        Assert.Equal(4, Assert.Single(body.List("refused"))!["row"]!.GetValue<int>());
        var guide = await ingrid.GetAsync($"orders/{order}/guide?q=B10");
        Assert.Equal(
            ("Front pads, our way", 0.9m),
            (guide.List("operations")[0]!.Text("title"), guide.List("operations")[0]!.Number("hours"))
        );
        // What is exported comes in again as it was.
        var file = await ingrid.BytesAsync("own-guide.csv");
        Assert.Contains("B10,,\"Front pads, our way\",,,0.9,Tarnow,,", Encoding.UTF8.GetString(file), StringComparison.Ordinal);
        var (_, look) = await ingrid.KeepAsync(
            "own-guide/preview",
            Encoding.UTF8.GetBytes("code,title,hours,make\nB10,\"Front pads, our way\",1.1,Tarnow\nNEW1,Rear pads,1,\n")
        );
        // One is new, one has another time, one would go; looked at only, nothing of it is kept.
        Assert.Equal(
            (1, 1, 1),
            (
                look["change"]!["added"]!.GetValue<int>(),
                look["change"]!["changed"]!.GetValue<int>(),
                look["change"]!["removed"]!.GetValue<int>()
            )
        );
        Assert.Equal(file, await ingrid.BytesAsync("own-guide.csv"));
        var (_, again) = await ingrid.KeepAsync("own-guide", file);
        Assert.Equal((2, 0), (again["operations"]!.GetValue<int>(), again.List("refused").Count));
        Assert.Equal(file, await ingrid.BytesAsync("own-guide.csv"));
        var (status, problem) = await ingrid.UploadAsync("own-guide", Encoding.UTF8.GetBytes("name,time\nx,1\n"));
        Assert.Equal((HttpStatusCode.UnprocessableEntity, "guide.columns"), (status, problem!.Text("code")));
        Assert.Equal(2, (await ingrid.GetAsync("own-guide")).AsArray().Count);
    }

    [Fact]
    public async Task Drawings_are_passed_on_as_pictures_only()
    {
        using var mina = await shop.SignInAsync("mina");
        using var request = new HttpRequestMessage(HttpMethod.Get, "drawings/belt-5");
        using var answer = await mina.RawAsync(request);
        Assert.Equal("image/svg+xml", answer.Content.Headers.ContentType!.MediaType);
        Assert.Contains(
            "default-src 'none'",
            string.Join(' ', answer.Headers.GetValues("Content-Security-Policy")),
            StringComparison.Ordinal
        );
        using var outside = new HttpRequestMessage(HttpMethod.Get, "drawings/..%2Fguide.json");
        Assert.Equal(HttpStatusCode.NotFound, (await mina.RawAsync(outside)).StatusCode);
    }

    [Fact]
    public async Task Labor_goes_by_time_or_at_an_amount_and_sublet_work_is_sold_for_its_price()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var labor = (await JobAsync(mina, order, job)).List("lines")[0]!.Id();
        await mina.PostAsync(
            $"orders/{order}/lines/{labor}",
            new
            {
                field = "price",
                value = "120 as agreed",
                version = 1,
            }
        );
        var line = await mina.LineAsync(order, labor);
        Assert.Equal((120m, 120m, "as agreed"), (line.Number("amount"), line.Number("price"), line.Text("overrideReason")));
        var sublet = (
            await mina.PostAsync(
                $"orders/{order}/jobs/{job}/lines",
                new
                {
                    kind = "Sublet",
                    description = "Machine the flywheel",
                    unitCost = "60",
                }
            )
        ).Id();
        Assert.Equal(60m, (await mina.LineAsync(order, sublet)).Number("amount"));
        await mina.PostAsync(
            $"orders/{order}/lines/{sublet}",
            new
            {
                field = "price",
                value = "95",
                version = 1,
            }
        );
        Assert.Equal(95m, (await mina.LineAsync(order, sublet)).Number("amount"));
    }

    [Fact]
    public async Task What_was_answered_about_a_car_moves_with_it_when_two_are_merged()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var order = await OrderAsync(ingrid, await CarAsync(ingrid, "Medlar"));
        await ingrid.PostAsync(
            $"orders/{order}/answers",
            new
            {
                question = "battery place",
                text = "Where?",
                answer = "In the trunk",
            }
        );
        await using var db = shop.OpenDb();
        var gone = (await db.Orders.SingleAsync(o => o.Id == order)).VehicleId!.Value;
        await ingrid.PostAsync("vehicles/1/merge", new { otherId = gone });
        Assert.Equal("In the trunk", (await db.VehicleAnswers.SingleAsync(a => a.VehicleId == 1 && a.Question == "battery place")).Answer);
        await ingrid.RefusedAsync(
            $"orders/{order}/answers",
            new
            {
                question = "battery place",
                text = "Where?",
                answer = "",
            }
        );
    }

    [Fact]
    public async Task A_line_has_a_note_inside_one_for_the_customer_and_photos_and_one_technician_does_it_all()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, job) = await mina.WriteUpAsync();
        var line = (await JobAsync(mina, order, job)).List("lines")[0]!.Id();
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "noteInside",
                value = "Bolt seized, heat it",
                version = 1,
            }
        );
        await mina.PostAsync(
            $"orders/{order}/lines/{line}",
            new
            {
                field = "noteForCustomer",
                value = "Both sides",
                version = 2,
            }
        );
        await mina.KeepAsync($"files/Line/{line}?name=bolt.txt", Encoding.UTF8.GetBytes("seen"));
        await mina.PostAsync($"orders/{order}/technician", new { jobId = (long?)null, technicianId = 5 });
        var now = await mina.LineAsync(order, line);
        Assert.Equal(
            ("Bolt seized, heat it", "Both sides", 1, 5L),
            (now.Text("noteInside"), now.Text("noteForCustomer"), now["photos"]!.GetValue<int>(), now["technicianId"]!.GetValue<long>())
        );
        Assert.Equal(
            "staff.gone",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/technician",
                    new { jobId = (long?)null, technicianId = 2 },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        // The customer reads theirs once somebody looked at it, and nothing of the other.
        Assert.Equal("ToBeDecided", now.Text("noteRelease"));
        await mina.PostAsync(
            $"orders/{order}/release",
            new
            {
                kind = "Note",
                id = line,
                show = true,
            }
        );
        Assert.Equal("Shown", (await mina.LineAsync(order, line)).Text("noteRelease"));
        var pdf = await mina.BytesAsync($"orders/{order}/estimate.pdf");
        using var read = UglyToad.PdfPig.PdfDocument.Open(pdf);
        var text = string.Join(' ', read.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        Assert.Contains("Both sides", text, StringComparison.Ordinal);
        Assert.DoesNotContain("seized", text, StringComparison.Ordinal);
    }
}
