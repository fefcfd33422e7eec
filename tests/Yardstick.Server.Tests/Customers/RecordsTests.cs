using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Vehicles;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Customers;

/// <summary>Finding, looking up, and the records of customers and cars.</summary>
public sealed class RecordsTests(ShopFixture shop) : IClassFixture<ShopFixture>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await KeptFollowUps.KeepAsync(shop);

    public async ValueTask DisposeAsync() => await KeptFollowUps.AreThoseFoundAnewAsync(shop);

    private static async Task<JsonArray> FindAsync(Browser browser, string text) =>
        (await browser.GetAsync($"find?q={Uri.EscapeDataString(text)}")).AsArray();

    private static async Task<JsonNode> SetAsync(Browser browser, long customer, string field, string value) =>
        await browser.PostAsync(
            $"customers/{customer}/fields",
            new
            {
                field,
                value,
                version = (await browser.GetAsync($"customers/{customer}/page"))["version"]!.GetValue<int>(),
            }
        );

    private static async Task<JsonNode> ItemAsync(Browser browser, long customer, string list, long? id, string field, string value) =>
        await browser.PostAsync(
            $"customers/{customer}/items",
            new
            {
                list,
                id,
                field,
                value,
                version = (await browser.GetAsync($"customers/{customer}/page"))["version"]!.GetValue<int>(),
            }
        );

    private static async Task<long> CustomerOfAsync(Browser browser, long order) => (await browser.SheetAsync(order))["customer"]!.Id();

    [Fact]
    public async Task Anything_on_file_is_found_however_it_is_typed_and_the_best_comes_first()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var car = await db.Vehicles.SingleAsync(v => v.Id == 1);
        foreach (
            var (text, kind, title) in new[]
            {
                ("207 555 0100", "Customer", "Imke Sorensen"),
                ("(207) 555-0100", "Customer", "Imke Sorensen"),
                ("5550100", "Customer", "Imke Sorensen"),
                ("sorensen imke", "Customer", "Imke Sorensen"),
                ("lbt4471", "Vehicle", car.Description),
                ("LBT-4471", "Vehicle", car.Description),
                (car.Vin.Text[^6..], "Vehicle", car.Description),
                (car.Vin.Text, "Vehicle", car.Description),
            }
        )
            Assert.Contains(await FindAsync(mina, text), f => f!.Text("kind") == kind && f!.Text("title") == title);
        var order = (await FindAsync(mina, "3501"))[0]!;
        Assert.Equal(("Order", 2501L), (order.Text("kind"), order.Id()));

        // A slip in the name is forgiven where nothing fits better, and never puts itself before what does.
        Assert.Contains(await FindAsync(mina, "Sorennsen"), f => f!.Text("title").EndsWith("Sorensen", StringComparison.Ordinal));
        Assert.Contains(await FindAsync(mina, "Banerje"), f => f!.Text("title").EndsWith("Banerjee", StringComparison.Ordinal));
        Assert.Contains(await FindAsync(mina, "Banrejee"), f => f!.Text("title").EndsWith("Banerjee", StringComparison.Ordinal));
        Assert.Empty(await FindAsync(mina, "Xqzzyw"));
        var contact = await db.CustomerContacts.FirstAsync();
        Assert.Contains(await FindAsync(mina, contact.Name), f =>
            f!.Text("kind") == "Customer"
            && f!["customerId"]!.GetValue<long>() == contact.CustomerId
            && f!.Text("detail").StartsWith(contact.Name, StringComparison.Ordinal)
        );
        var email = await db.CustomerEmails.FirstAsync();
        Assert.Contains(await FindAsync(mina, email.Address), f => f!["customerId"]!.GetValue<long>() == email.CustomerId);
        var recent = (await mina.GetAsync("find?recent=customer7,vehicle3,nonsense,order99999999")).AsArray();
        Assert.Equal(
            (("Customer", 7L), ("Vehicle", 3L)),
            ((recent[0]!.Text("kind"), recent[0]!.Id()), (recent[1]!.Text("kind"), recent[1]!.Id()))
        );
    }

    [Fact]
    public async Task The_directory_and_the_vehicle_data_propose_and_their_faults_are_said()
    {
        using var mina = await shop.SignInAsync("mina");
        var answers = new List<JsonNode>();
        for (var i = 150; i < 160; i++)
            answers.Add(await mina.GetAsync($"look-up/phone?number=207555{i:0000}"));
        Assert.Contains(answers, a => a["entry"] is not null && a["entry"]!.Text("lastName").Length > 0);
        Assert.Contains(answers, a => a["entry"] is null && a.Text("sentence").Contains("No directory listing", StringComparison.Ordinal));
        using var db = shop.OpenDb();
        var customers = await db.Customers.CountAsync();

        var car = (await mina.GetAsync("look-up/plate?plate=kx%2012%209z&region=me"))["car"]!;
        var again = (await mina.GetAsync($"look-up/vin?vin={car.Text("vin")}"))["car"]!;
        Assert.Equal(
            (car.Text("make"), car.Text("model"), car.Number("year")),
            (again.Text("make"), again.Text("model"), again.Number("year"))
        );
        Assert.Equal(customers, await db.Customers.CountAsync());
        Assert.Contains(
            "No vehicle data for this plate",
            (await mina.GetAsync("look-up/plate?plate=ZZ1")).Text("sentence"),
            StringComparison.Ordinal
        );
        Assert.True((await mina.GetAsync("look-up/makes")).List("makes").Count > 5);

        // A zero read as an O, and a misread 5: said, with what it could be.
        var vin = car.Text("vin");
        Assert.Contains(
            "probably 0",
            (await mina.GetAsync($"look-up/vin?vin={vin[..11]}O{vin[12..]}")).Text("sentence"),
            StringComparison.Ordinal
        );
        var wrong = vin[16] == '7' ? vin[..16] + "1" : vin[..16] + (vin[16] == '1' ? "7" : "5");
        if (wrong != vin)
            Assert.NotEmpty((await mina.GetAsync($"look-up/vin?vin={wrong}")).List("remarks"));

        foreach (var mode in new[] { "fail", "off" })
        {
            await shop.MoodAsync("vehicles", mode);
            await shop.MoodAsync("directory", mode);
            Assert.Contains("yourself", (await mina.GetAsync("look-up/plate?plate=AB12")).Text("sentence"), StringComparison.Ordinal);
            Assert.Contains(
                "Type the name",
                (await mina.GetAsync("look-up/phone?number=2075550111")).Text("sentence"),
                StringComparison.Ordinal
            );
            Assert.Contains("yourself", (await mina.GetAsync("look-up/makes")).Text("sentence"), StringComparison.Ordinal);
        }
        await shop.MoodAsync("vehicles", "ok");
        await shop.MoodAsync("directory", "ok");
    }

    [Fact]
    public async Task A_service_that_fails_for_a_moment_is_asked_again_at_once_and_what_is_unknown_is_an_answer()
    {
        using var mina = await shop.SignInAsync("mina");
        Task<JsonNode> PlateAsync(string plate) => mina.GetAsync($"look-up/plate?plate={plate}");
        for (var i = 0; i < 20; i++)
            Assert.False((await PlateAsync($"MO{i}")).Flag("silent"));
        Assert.False((await PlateAsync("ZZ9")).Flag("silent"));
        // Each of two questions fails with its second try as well.
        await shop.MoodAsync("vehicles", "off", times: 4);
        foreach (var plate in new[] { "MO41", "MO42" })
        {
            var none = await PlateAsync(plate);
            Assert.True(none.Flag("silent"));
            Assert.Contains("is not responding", none.Text("sentence"), StringComparison.Ordinal);
        }
        Assert.NotNull((await PlateAsync("MO41"))["car"]);
    }

    [Fact]
    public async Task Probable_duplicates_are_named_with_their_reason()
    {
        using var mina = await shop.SignInAsync("mina");
        async Task<JsonArray> AlikeAsync(string query) => (await mina.GetAsync($"look-up/alike?{query}")).AsArray();
        string[] By(JsonNode? found) => found!.List("by").Select(b => b!.GetValue<string>()).ToArray();
        Assert.Equal(["Phone"], By((await AlikeAsync("phone=207%20555%200100")).First(a => a!.Text("name") == "Imke Sorensen")));
        Assert.Equal(["Name"], By((await AlikeAsync("firstName=Imke&lastName=Sorenson")).First(a => a!.Text("name") == "Imke Sorensen")));
        Assert.Contains("Plate", By((await AlikeAsync("plate=lbt%204471&lastName=Nobody"))[0]));
        Assert.Empty(await AlikeAsync("firstName=Xaver&lastName=Quastenflosser"));
    }

    [Fact]
    public async Task A_customer_is_edited_in_place_and_nothing_wrong_is_kept()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Feldmann");
        var id = await CustomerOfAsync(mina, order);
        await SetAsync(mina, id, "alert", "Text only");
        await SetAsync(mina, id, "taxExemptUntil", ShopFixture.Day(83));
        await SetAsync(mina, id, "doNotServe", "Bounced checks");
        Assert.Equal("Do not serve: Bounced checks · Text only", (await mina.SheetAsync(order))["customer"]!.Text("alert"));
        Assert.Contains(await FindAsync(mina, "Feldmann"), f => f!.Text("warning") == "Do not serve: Bounced checks");
        Assert.Contains((await mina.GetAsync($"write-up/known?customer={id}")).AsArray(), k =>
            k!.Text("urgency") == "Heed" && k!.Text("title").Contains("Bounced", StringComparison.Ordinal)
        );
        var phone = await ItemAsync(mina, id, "phones", null, "number", "207.555.0133");
        Assert.NotNull(phone);
        await ItemAsync(mina, id, "emails", null, "address", "vesa@mail.example");
        await ItemAsync(mina, id, "contacts", null, "name", "Odile Pell");
        var page = await mina.GetAsync($"customers/{id}/page");
        Assert.Equal(
            ("Text only", ShopFixture.Day(83), 2, 1),
            (page["fields"]!.Text("alert"), page["fields"]!.Text("taxExemptUntil"), page.List("phones").Count, page.List("contacts").Count)
        );
        var contact = page.List("contacts")[0]!.Id();
        await ItemAsync(mina, id, "contacts", contact, "phone", "207 555 0144");
        await ItemAsync(mina, id, "contacts", contact, "copied", "yes");
        Assert.True((await mina.GetAsync($"customers/{id}/page")).List("contacts")[0]!.Flag("copied"));
        foreach (
            var (field, value) in new[]
            {
                ("taxExemptUntil", "someday"),
                ("creditDays", "soon"),
                ("creditLimit", "-4"),
                ("partsDiscountPercent", "120"),
                ("shoeSize", "44"),
            }
        )
            await mina.RefusedAsync(
                $"customers/{id}/fields",
                new
                {
                    field,
                    value,
                    version = 99,
                }
            );
        await SetAsync(mina, id, "firstName", "");
        Assert.Equal(
            "customer.name",
            (
                await mina.RefusedAsync(
                    $"customers/{id}/fields",
                    new
                    {
                        field = "lastName",
                        value = "",
                        version = 99,
                    }
                )
            ).Text("code")
        );
        Assert.Equal("Feldmann", (await mina.GetAsync($"customers/{id}/page")).Text("name"));
        foreach (
            var (list, field, value) in new[]
            {
                ("phones", "number", "12"),
                ("emails", "address", "not an address"),
                ("sites", "name", ""),
                ("phones", "number", "2075550133"),
                ("pets", "name", "Rex"),
            }
        )
            await mina.RefusedAsync(
                $"customers/{id}/items",
                new
                {
                    list,
                    id = (long?)null,
                    field,
                    value,
                    version = 99,
                }
            );

        using var dario = await shop.SignInAsync("dario");
        await SetAsync(mina, id, "notes", "Pays on Fridays");
        var clash = await dario.RefusedAsync(
            $"customers/{id}/fields",
            new
            {
                field = "notes",
                value = "Pays late",
                version = 1,
            },
            HttpStatusCode.Conflict
        );
        Assert.Contains("Mina", clash.Text("detail"), StringComparison.Ordinal);
        await dario.PostAsync(
            $"customers/{id}/fields",
            new
            {
                field = "source",
                value = "Neighbor",
                version = 1,
            }
        );
    }

    [Fact]
    public async Task An_account_prices_its_open_orders_and_an_exemption_ends_with_its_certificate()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Kontomann");
        var id = await CustomerOfAsync(mina, order);
        async Task<decimal> Figure(string name) => (await mina.SheetAsync(order))["figures"]!.Number(name);
        Assert.Equal(213m, await Figure("labor"));
        await SetAsync(mina, id, "laborRateName", "fleet");
        Assert.Equal(186m, await Figure("labor"));
        await ItemAsync(mina, id, "rates", null, "name", "fleet");
        var rate = (await mina.GetAsync($"customers/{id}/page")).List("rates")[0]!.Id();
        await ItemAsync(mina, id, "rates", rate, "rate", "100");
        Assert.Equal(150m, await Figure("labor"));
        Assert.True(await Figure("tax") > 0);
        await SetAsync(mina, id, "taxExempt", "Resale");
        Assert.Equal(0, await Figure("tax"));
        await SetAsync(mina, id, "taxExemptUntil", "2020-01-01");
        Assert.True(await Figure("tax") > 0);
        Assert.Equal(
            "rate.twice",
            (
                await mina.RefusedAsync(
                    $"customers/{id}/items",
                    new
                    {
                        list = "rates",
                        id = (long?)null,
                        field = "name",
                        value = "fleet",
                        version = 99,
                    }
                )
            ).Text("code")
        );
        Assert.Equal(
            "customer.laborRateName",
            (
                await mina.RefusedAsync(
                    $"customers/{id}/fields",
                    new
                    {
                        field = "laborRateName",
                        value = "nosuchrate",
                        version = 99,
                    }
                )
            ).Text("code")
        );
        Assert.Equal(150m, await Figure("labor"));
    }

    [Fact]
    public async Task A_set_of_reminders_goes_onto_a_vehicle_in_one_step_and_adds_what_it_lacks()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var typed = new
        {
            version = 0,
            name = "Test van",
            services = "Oil change, 6 months, 5,000 miles\nBrake fluid, 3 years",
        };
        var set = (await ingrid.PostAsync("reminder-sets", typed)).Id();
        Assert.Equal(
            "reminderSet.changed",
            (
                await ingrid.RefusedAsync(
                    "reminder-sets",
                    new
                    {
                        id = set,
                        version = 1,
                        typed.name,
                        typed.services,
                    },
                    HttpStatusCode.Conflict
                )
            ).Text("code")
        );
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Setter");
        var vehicle = (await mina.SheetAsync(order))["vehicle"]!.Id();
        await mina.PostAsync($"vehicles/{vehicle}/reminders", new { title = "Brake fluid", everyMonths = "24" });
        var applied = await mina.PostAsync($"vehicles/{vehicle}/reminder-sets/{set}");
        Assert.Equal((1, 1), (applied.List("added").Count, applied["had"]!.GetValue<int>()));
        var there = (await mina.GetAsync($"vehicles/{vehicle}/reminders"))
            .AsArray()
            .Select(r => $"{r!.Text("title")}: {r!.Text("interval")}");
        Assert.Equal(["Brake fluid: every 24 months", "Oil change: every 6 months or every 5,000 mi"], there.Order(StringComparer.Ordinal));
        await ingrid.PostAsync($"reminder-sets/{set}/remove", new { removed = true });
        await mina.RefusedAsync($"vehicles/{vehicle}/reminder-sets/{set}", new { }, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Two_records_are_merged_with_what_moves_told_first_and_taken_apart_again()
    {
        using var mina = await shop.SignInAsync("mina");
        var (one, _) = await mina.WriteUpAsync("Doppel");
        var (two, _) = await mina.WriteUpAsync("Doppell");
        var (kept, gone) = (await CustomerOfAsync(mina, one), await CustomerOfAsync(mina, two));
        await SetAsync(mina, gone, "notes", "Likes the early slot");
        await ItemAsync(mina, gone, "phones", null, "number", "207 555 0177");
        var appointment = (await mina.PostAsync("appointments", new { start = ShopFixture.At("09:00", 3), customerId = gone })).Id();
        async Task<long> WhoseAsync() => (await mina.GetAsync($"appointments/{appointment}"))["customerId"]!.GetValue<long>();
        var preview = await mina.GetAsync($"customers/{kept}/merge?other={gone}");
        Assert.Equal(
            ["1 car", "1 order", "1 appointment", "1 phone", "notes: Likes the early slot"],
            preview.List("moves").Select(m => m!.GetValue<string>())
        );
        Assert.Contains(preview.List("differs"), d => d!.Text("field") == "lastName");
        var merge = (await mina.PostAsync($"customers/{kept}/merge", new { otherId = gone }))["mergeId"]!.GetValue<long>();
        Assert.Equal(kept, await WhoseAsync());
        var page = await mina.GetAsync($"customers/{gone}/page");
        Assert.Equal(
            (kept, 2, 2, "Likes the early slot"),
            (page.Id(), page.List("cars").Count, page.List("phones").Count, page["fields"]!.Text("notes"))
        );
        Assert.DoesNotContain(await FindAsync(mina, "Doppell"), f => f!.Id() == gone && f!.Text("kind") == "Customer");
        Assert.Equal(2, (await mina.GetAsync($"customers/{kept}/history")).List("rows").Count);
        await mina.RefusedAsync($"customers/{gone}/merge", new { otherId = kept }, HttpStatusCode.NotFound);
        await mina.RefusedAsync($"customers/{kept}/merge", new { otherId = kept });

        await mina.PostAsync($"merges/{merge}/undo");
        Assert.Equal(gone, await WhoseAsync());
        Assert.Equal(
            (gone, 1),
            ((await mina.GetAsync($"customers/{gone}/page")).Id(), (await mina.GetAsync($"customers/{gone}/page")).List("cars").Count)
        );
        Assert.Equal("", (await mina.GetAsync($"customers/{kept}/page"))["fields"]!.Text("notes"));
        Assert.Equal(gone, await CustomerOfAsync(mina, two));
        await mina.RefusedAsync($"merges/{merge}/undo");
    }

    [Fact]
    public async Task A_car_keeps_its_history_with_its_next_owner_and_one_entered_twice_becomes_one()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var vehicle = await db
            .Vehicles.AsNoTracking()
            .FirstAsync(v =>
                v.Id > 100
                && !db.Orders.Any(o => o.VehicleId == v.Id && o.State == Core.Orders.OrderState.Open)
                && db.Orders.Any(o => o.VehicleId == v.Id)
            );
        var orders = (await mina.GetAsync($"vehicles/{vehicle.Id}/history")).List("rows").Count;
        var buyer = await db.Customers.Select(c => c.Id).FirstAsync(c => c != vehicle.CustomerId);
        await mina.PostAsync($"vehicles/{vehicle.Id}/transfer", new { customerId = buyer });
        var page = await mina.GetAsync($"vehicles/{vehicle.Id}");
        Assert.Equal(
            (buyer, vehicle.CustomerId),
            (page["customerId"]!.GetValue<long>(), page.List("earlierOwners")[0]!["customerId"]!.GetValue<long>())
        );
        Assert.Equal(orders, (await mina.GetAsync($"vehicles/{vehicle.Id}/history")).List("rows").Count);
        Assert.Contains(
            "already",
            (await mina.RefusedAsync($"vehicles/{vehicle.Id}/transfer", new { customerId = buyer })).Text("detail"),
            StringComparison.Ordinal
        );
        Assert.Equal("vehicle.open", (await mina.RefusedAsync("vehicles/1/transfer", new { customerId = 5 })).Text("code"));

        var (order, _) = await mina.WriteUpAsync("Zweimal");
        var second = (await mina.SheetAsync(order))["vehicle"]!.Id();
        var merge = (await mina.PostAsync($"vehicles/{vehicle.Id}/merge", new { otherId = second }))["mergeId"]!.GetValue<long>();
        Assert.Equal(vehicle.Id, (await mina.SheetAsync(order))["vehicle"]!.Id());
        Assert.Equal(
            orders + 1,
            (await mina.GetAsync($"vehicles/{second}/history")).List("rows").Count
                + (await mina.GetAsync($"vehicles/{vehicle.Id}/history")).List("rows").Count
        );
        await mina.PostAsync($"merges/{merge}/undo");
        Assert.Equal(second, (await mina.SheetAsync(order))["vehicle"]!.Id());

        async Task<JsonNode> Refused(string field, string value) =>
            await mina.RefusedAsync(
                $"vehicles/{second}/fields",
                new
                {
                    field,
                    value,
                    version = 99,
                }
            );
        Assert.Equal("vehicle.year", (await Refused("year", "2044")).Text("code"));
        Assert.Contains("probably 0", (await Refused("vin", "1TNAAA410AL00001O")).Text("detail"), StringComparison.Ordinal);
        Assert.Equal("vehicle.productionMonth", (await Refused("productionMonth", "13/2020")).Text("code"));
        await mina.PostAsync(
            $"vehicles/{second}/fields",
            new
            {
                field = "productionMonth",
                value = "3/2019",
                version = 99,
            }
        );
        Assert.Equal("2019-03", (await mina.GetAsync($"vehicles/{second}"))["fields"]!.Text("productionMonth"));
    }

    [Fact]
    public async Task History_is_searched_by_words_in_jobs_lines_and_concerns()
    {
        using var mina = await shop.SignInAsync("mina");
        var all = await mina.GetAsync("customers/1/history");
        Assert.NotEmpty(all.List("rows"));
        var word = all.List("rows").SelectMany(r => r!.List("jobs")).First()!.Text("title").Split(' ')[0];
        var some = (await mina.GetAsync($"customers/1/history?q={Uri.EscapeDataString(word)}")).List("rows");
        Assert.NotEmpty(some);
        Assert.Empty((await mina.GetAsync("customers/1/history?q=zeppelin")).List("rows"));
        var figures = (await mina.GetAsync("customers/1/page"))["figures"]!;
        using var db = shop.OpenDb();
        Assert.Equal(
            (
                await db.Orders.CountAsync(o => o.CustomerId == 1 && o.State == Core.Orders.OrderState.Posted),
                (await db.Invoices.Where(i => i.CustomerId == 1).SumAsync(i => i.Total.Cents)) / 100m
            ),
            ((int)figures.Number("visits"), figures.Number("spent"))
        );
    }

    [Fact]
    public async Task Work_that_was_put_off_is_offered_taken_over_once_at_todays_prices_or_put_off_again()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        // A car with deferred work that was not done since, and no order open.
        long vehicle = 0,
            owner = 0;
        JsonArray known = [];
        foreach (
            var car in await db
                .Vehicles.Where(v => v.Id > 20 && !db.Orders.Any(o => o.VehicleId == v.Id && o.State == Core.Orders.OrderState.Open))
                .Take(60)
                .ToListAsync()
        )
        {
            (vehicle, owner) = (car.Id, car.CustomerId);
            known = (await mina.GetAsync($"write-up/known?customer={owner}&vehicle={vehicle}")).AsArray();
            if (known.Count(k => k!["jobId"] is not null) >= 2)
                break;
        }
        var offered = known.Where(k => k!["jobId"] is not null).ToList();
        Assert.True(offered.Count >= 2);
        Assert.Equal(
            known.Select(k => Array.IndexOf(["Heed", "Due", "Soon", "Later"], k!.Text("urgency"))).Order(),
            known.Select(k => Array.IndexOf(["Heed", "Due", "Soon", "Later"], k!.Text("urgency")))
        );
        var (first, second) = (offered[0]!["jobId"]!.GetValue<long>(), offered[1]!);

        var putOff = $"orders/{second["orderId"]}/jobs/{second["jobId"]}/put-off";
        Assert.Equal("decision.reason", (await mina.RefusedAsync(putOff, new { until = "in 3 months", reason = " " })).Text("code"));
        Assert.Equal(
            "date.unreadable",
            (await mina.RefusedAsync(putOff, new { until = "whenever", reason = "Waits for the bonus" })).Text("code")
        );
        Assert.Equal(
            "channel",
            (
                await mina.RefusedAsync(
                    putOff,
                    new
                    {
                        until = "in 3 months",
                        reason = "Waits for the bonus",
                        channel = "Link",
                    }
                )
            ).Text("field")
        );
        await mina.PostAsync(
            putOff,
            new
            {
                until = "in 3 months",
                reason = "Waits for the bonus",
                channel = "Phone",
            }
        );
        Assert.Equal(
            "Later",
            (await mina.GetAsync($"write-up/known?customer={owner}&vehicle={vehicle}"))
                .AsArray()
                .First(k => k!["jobId"]?.GetValue<long>() == second["jobId"]!.GetValue<long>())!
                .Text("urgency")
        );

        object Body(params long[] jobs) =>
            new
            {
                customerId = owner,
                vehicleId = vehicle,
                odometer = "299,000",
                takeOver = jobs.Select(j => new
                {
                    kind = "job",
                    id = j,
                    title = "",
                }),
            };
        var order = (await mina.PostAsync("orders", Body(first))).Id();
        var job = (await mina.SheetAsync(order)).List("jobs").Single()!;
        Assert.Equal((offered[0]!.Text("title"), "Proposed"), (job.Text("title"), job.Text("decision")));
        Assert.True(job.Number("subtotal") > 0);
        Assert.Equal("job.taken", (await mina.RefusedAsync("orders", Body(first))).Text("code"));
        known = (await mina.GetAsync($"write-up/known?customer={owner}&vehicle={vehicle}")).AsArray();
        Assert.DoesNotContain(known, k => k!["jobId"]?.GetValue<long>() == first);
        Assert.Contains(known, k => k!.Text("kind") == "OpenOrder" && k!["orderId"]!.GetValue<long>() == order);
        Assert.Equal(
            "job.gone",
            (
                await mina.RefusedAsync(
                    "orders",
                    new
                    {
                        customerId = 1,
                        vehicleId = 1,
                        odometer = "99,000",
                        takeOver = new[]
                        {
                            new
                            {
                                kind = "job",
                                id = second["jobId"]!.GetValue<long>(),
                                title = "",
                            },
                        },
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
    }

    [Fact]
    public async Task A_sale_over_the_counter_takes_a_car_and_its_owner_and_is_priced_as_one_then()
    {
        using var mina = await shop.SignInAsync("mina");
        var order = (await mina.PostAsync("orders", new { counterSale = true })).Id();
        var job = (await mina.PostAsync($"orders/{order}/jobs", new { title = "Wash" })).Id();
        await mina.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Wash",
                hours = "1",
            }
        );
        Assert.Equal(0, (await mina.SheetAsync(order))["figures"]!.Number("supplies"));
        Assert.Equal(
            "writeUp.customer",
            (await mina.RefusedAsync($"orders/{order}/vehicle", new { vehicle = new { plate = "AB 1" } })).Text("code")
        );
        await mina.RefusedAsync($"orders/{order}/vehicle", new { vehicleId = 999999 }, HttpStatusCode.NotFound);
        await mina.PostAsync($"orders/{order}/vehicle", new { vehicle = new { plate = "AB 1", make = "Tarnow" }, customerId = 30 });
        var sheet = await mina.SheetAsync(order);
        Assert.Equal((30L, "AB 1", false), (sheet["customer"]!.Id(), sheet["vehicle"]!.Text("plate"), sheet.Flag("counterSale")));
        Assert.True(sheet["figures"]!.Number("supplies") > 0);
        using var db = shop.OpenDb();
        var other = await db.Vehicles.Where(v => v.CustomerId == 31).Select(v => v.Id).FirstAsync();
        Assert.Equal("vehicle.owner", (await mina.RefusedAsync($"orders/{order}/vehicle", new { vehicleId = other })).Text("code"));
    }

    [Fact]
    public async Task The_list_of_customers_is_turned_page_by_page_without_gaps_and_searched()
    {
        using var mina = await shop.SignInAsync("mina");
        var (ids, after, pages) = (new List<long>(), "", 0);
        do
        {
            var page = await mina.GetAsync($"customers?after={Uri.EscapeDataString(after)}");
            ids.AddRange(page.List("rows").Select(r => r!.Id()));
            after = page["next"]?.GetValue<string>() ?? "";
            pages++;
        } while (after.Length > 0);
        using var db = shop.OpenDb();
        Assert.True(pages > 1);
        Assert.Equal(ids.Count, ids.Distinct().Count());
        Assert.Equal(await db.Customers.Where(c => c.MergedIntoId == null).CountAsync(), ids.Count);
        Assert.Contains((await mina.GetAsync("customers?q=Imke%20Sorensen")).List("rows"), r => r!.Text("name") == "Imke Sorensen");
        Assert.Empty((await mina.GetAsync("customers?q=Xyzzyq")).List("rows"));
    }
}
