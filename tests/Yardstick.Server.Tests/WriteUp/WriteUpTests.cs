using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.WriteUp;

/// <summary>What is known at the write-up, from the shop and from outside; reminders; phrases; arrangements.</summary>
public class WriteUpTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<JsonArray> KnownAsync(Browser browser, long vehicle, string more = "") =>
        (await browser.GetAsync($"write-up/known?vehicle={vehicle}{more}")).AsArray();

    private static async Task<JsonNode> OutsideAsync(Browser browser, long vehicle, string more = "") =>
        await browser.GetAsync($"write-up/known-outside?vehicle={vehicle}{more}");

    private static async Task<long> NewCarAsync(Browser browser, string plate, string vin = "")
    {
        var order = (
            await browser.PostAsync(
                "orders",
                new
                {
                    customer = new { lastName = $"Owner of {plate}", source = "Referral" },
                    vehicle = new
                    {
                        plate,
                        vin,
                        make = "Tarnow",
                        model = "Petrel",
                        engine = "2.0",
                        year = "2018",
                    },
                    odometer = "60,000",
                }
            )
        ).Id();
        return (await browser.SheetAsync(order))["vehicle"]!.Id();
    }

    private static async Task<(long Order, long Car)> FinishedAsync(Browser browser, string plate, string job)
    {
        var order = (
            await browser.PostAsync(
                "orders",
                new
                {
                    customer = new { lastName = $"Owner of {plate}", source = "Referral" },
                    vehicle = new { plate, make = "Tarnow" },
                    odometer = "60,000",
                }
            )
        ).Id();
        var added = (await browser.PostAsync($"orders/{order}/jobs", new { title = job })).Id();
        await browser.PostAsync(
            $"orders/{order}/jobs/{added}/lines",
            new
            {
                kind = "Labor",
                description = job,
                hours = "1",
            }
        );
        await browser.ApproveAsync(order, added);
        await browser.PostAsync($"orders/{order}/finish-jobs");
        await browser.HeaderAsync(order, "odometerOut", "60,010");
        return (order, (await browser.SheetAsync(order))["vehicle"]!.Id());
    }

    [Fact]
    public async Task A_reminder_is_set_shown_when_due_reset_by_the_invoice_and_set_back_with_its_reversal()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, car) = await FinishedAsync(mina, "REM 1", "Oil and filter service");
        var reminder = (
            await mina.PostAsync(
                $"vehicles/{car}/reminders",
                new
                {
                    title = "Oil and filter service",
                    everyMonths = "6",
                    everyDistance = "7,500",
                }
            )
        ).Id();
        Assert.Equal(
            "reminder.twice",
            (await mina.RefusedAsync($"vehicles/{car}/reminders", new { title = "Oil and filter service", everyMonths = "3" })).Text("code")
        );
        Assert.Equal(
            "everyMonths",
            (await mina.RefusedAsync($"vehicles/{car}/reminders", new { title = "Wipers", everyMonths = "often" })).Text("field")
        );
        Assert.Equal(
            "reminder.future",
            (await mina.RefusedAsync($"reminders/{reminder}/done", new { on = ShopFixture.Day(43) })).Text("code")
        );
        Assert.Equal("reading", (await mina.RefusedAsync($"reminders/{reminder}/done", new { on = "", reading = "none" })).Text("field"));

        await mina.PostAsync($"reminders/{reminder}/done", new { on = ShopFixture.Day(-267), reading = "52,000" });
        var late = (await mina.GetAsync($"vehicles/{car}/reminders"))[0]!;
        Assert.Equal(("Late", "every 6 months or every 7,500 mi"), (late.Text("state"), late.Text("interval")));
        Assert.Contains("overdue since", late.Text("sentence"), StringComparison.Ordinal);
        var known = (await KnownAsync(mina, car)).First(k => k!.Text("kind") == "Reminder")!;
        Assert.Equal(("Due", false), (known.Text("urgency"), known.Flag("resets")));
        using var db = shop.OpenDb();
        var oil = await db.CannedJobs.Where(c => c.Title == "Oil and filter service").Select(c => c.Id).SingleAsync();
        Assert.True((await KnownAsync(mina, car, $"&canned={oil}")).First(k => k!.Text("kind") == "Reminder")!.Flag("resets"));

        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        var reset = (await mina.GetAsync($"vehicles/{car}/reminders"))[0]!;
        Assert.Equal(
            ("Later", ShopFixture.Day(months: 6), order),
            (reset.Text("state"), reset.Text("dueOn"), reset["lastOrderId"]!.GetValue<long>())
        );

        using var ingrid = await shop.SignInAsync("ingrid");
        await ingrid.PostAsync($"invoices/{invoice}/credit", new { reason = "Posted to the wrong car", openAgain = true });
        Assert.Equal("Late", (await mina.GetAsync($"vehicles/{car}/reminders"))[0]!.Text("state"));

        await mina.SendAsync(HttpMethod.Delete, $"reminders/{reminder}");
        Assert.Empty((await mina.GetAsync($"vehicles/{car}/reminders")).AsArray());
        await mina.PostAsync($"reminders/{reminder}/restore");
        Assert.Single((await mina.GetAsync($"vehicles/{car}/reminders")).AsArray());
    }

    [Fact]
    public async Task A_reminder_counts_from_the_work_that_was_done_here_before_it_was_set()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, car) = await FinishedAsync(mina, "REM 2", "Brake fluid, change");
        await mina.PostAsync($"orders/{order}/invoice");
        await mina.PostAsync($"vehicles/{car}/reminders", new { title = "Brake fluid", everyMonths = "24" });
        Assert.Equal(
            (ShopFixture.Day(months: 24), order),
            (
                (await mina.GetAsync($"vehicles/{car}/reminders"))[0]!.Text("dueOn"),
                (await mina.GetAsync($"vehicles/{car}/reminders"))[0]!["lastOrderId"]!.GetValue<long>()
            )
        );
    }

    [Fact]
    public async Task The_outside_tells_services_recalls_bulletins_and_the_past_and_each_is_taken_over()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var kinds = new HashSet<string>();
        var taken = new List<JsonNode>();
        JsonNode? car = null;
        foreach (
            var vehicle in await db
                .Vehicles.Where(v => v.Id > 100 && !db.Orders.Any(o => o.VehicleId == v.Id && o.State == OrderState.Open))
                .Take(40)
                .Select(v => new { v.Id, v.CustomerId })
                .ToListAsync()
        )
        {
            var answer = await OutsideAsync(mina, vehicle.Id, "&odometer=91,000");
            Assert.Empty(answer.List("sentences"));
            foreach (var item in answer.List("items"))
                kinds.Add(item!.Text("kind"));
            Assert.Equal(answer.List("items").Select(Rank).Order(), answer.List("items").Select(Rank));
            if (
                car is null
                && answer.List("items").Any(i => i!.Text("kind") == "Recall")
                && answer.List("items").Any(i => i!.Text("kind") == "Service")
            )
            {
                taken = answer
                    .List("items")
                    .Where(i => i!.Text("kind") is "Recall" or "Service")
                    .Take(3)
                    .Select(i => i!["take"]!.DeepClone())
                    .ToList();
                car = new JsonObject { ["id"] = vehicle.Id, ["owner"] = vehicle.CustomerId };
            }
        }
        Assert.Equal(["Bulletin", "Past", "Recall", "Service"], kinds.Order());
        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customerId = car!["owner"]!.GetValue<long>(),
                    vehicleId = car.Id(),
                    odometer = "299,000",
                    takeOver = taken,
                }
            )
        ).Id();
        var jobs = (await mina.SheetAsync(order)).List("jobs");
        Assert.Equal(taken.Count, jobs.Count);
        Assert.Contains(jobs, j => j!.Text("title").StartsWith("Recall ", StringComparison.Ordinal));

        static int Rank(JsonNode? item) => Array.IndexOf(["Heed", "Due", "Soon", "Later"], item!.Text("urgency"));
    }

    [Theory]
    [InlineData("off")]
    [InlineData("fail")]
    [InlineData("refuse")]
    public async Task When_the_outside_is_in_trouble_the_shop_still_says_what_it_knows(string mode)
    {
        using var mina = await shop.SignInAsync("mina");
        await shop.MoodAsync("vehicles", mode);
        try
        {
            var answer = await OutsideAsync(mina, 1);
            Assert.Empty(answer.List("items"));
            Assert.All(answer.List("sentences"), s => Assert.Contains("for this vehicle", s!.GetValue<string>(), StringComparison.Ordinal));
            Assert.NotEmpty(answer.List("sentences"));
            Assert.NotEmpty(await KnownAsync(mina, 1));
        }
        finally
        {
            await shop.MoodAsync("vehicles", "ok");
        }
    }

    [Fact]
    public async Task A_car_without_a_VIN_is_told_so_and_a_car_that_nobody_knows_too()
    {
        using var mina = await shop.SignInAsync("mina");
        var without = await OutsideAsync(mina, await NewCarAsync(mina, "NOV 1"));
        Assert.Contains(without.List("sentences"), s => s!.GetValue<string>().Contains("Add the VIN", StringComparison.Ordinal));
        var unknown = await OutsideAsync(mina, await NewCarAsync(mina, "NOV 2", "ZZZ11111111111111"));
        Assert.Contains(unknown.List("sentences"), s =>
            s!.GetValue<string>().Contains("No data for this vehicle", StringComparison.Ordinal)
        );
        Assert.Empty((await OutsideAsync(mina, 999_999)).List("items"));
    }

    [Fact]
    public async Task Findings_that_nobody_made_work_of_visits_and_work_on_like_cars_are_told()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var kinds = new HashSet<string>();
        foreach (var car in await db.Vehicles.Where(v => v.Id % 10 == 1 && v.Id > 20).Select(v => v.Id).ToListAsync())
        {
            var known = await KnownAsync(mina, car);
            foreach (var item in known)
                kinds.Add(item!.Text("kind"));
            var own = (
                await db
                    .Jobs.Where(j => j.RemovedAt == null && db.Orders.Any(o => o.Id == j.OrderId && o.VehicleId == car))
                    .Select(j => j.Title)
                    .ToListAsync()
            ).ToHashSet();
            Assert.DoesNotContain(known, k => k!.Text("kind") == "Like" && own.Contains(k!.Text("title")));
        }
        foreach (var kind in new[] { "Advised", "Visit", "Like" })
            Assert.Contains(kind, kinds);
    }

    [Fact]
    public async Task A_finding_is_taken_over_for_its_own_car_only()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var finding = await db
            .Findings.Where(f => f.Text == "Battery")
            .Join(
                db.Orders.Where(o => o.State == OrderState.Posted),
                f => f.OrderId,
                o => o.Id,
                (f, o) =>
                    new
                    {
                        f.Id,
                        o.VehicleId,
                        o.CustomerId,
                    }
            )
            .FirstAsync();
        var take = new[]
        {
            new
            {
                kind = "finding",
                id = finding.Id,
                title = "Battery",
            },
        };
        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customerId = finding.CustomerId,
                    vehicleId = finding.VehicleId,
                    odometer = "400,000",
                    odometerConfirmed = true,
                    takeOver = take,
                }
            )
        ).Id();
        Assert.Equal("Battery, replace", (await mina.SheetAsync(order)).List("jobs").Single()!.Text("title"));
        Assert.Equal(
            "finding.gone",
            (
                await mina.RefusedAsync(
                    "orders",
                    new
                    {
                        customerId = 1,
                        vehicleId = 1,
                        odometer = "99,500",
                        takeOver = take,
                    },
                    HttpStatusCode.NotFound
                )
            ).Text("code")
        );
        Assert.Equal(
            "reminder.gone",
            (
                await mina.RefusedAsync(
                    "orders",
                    new
                    {
                        customerId = 1,
                        vehicleId = 1,
                        odometer = "99,500",
                        takeOver = new[]
                        {
                            new
                            {
                                kind = "reminder",
                                id = 99_999,
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
    public async Task Phrases_join_by_being_used_are_offered_the_most_used_first_and_can_be_forgotten()
    {
        using var mina = await shop.SignInAsync("mina");
        async Task<List<JsonNode>> FittingAsync(string use, string text) =>
            (await mina.GetAsync($"phrases/fitting?use={use}&text={Uri.EscapeDataString(text)}")).AsArray().Select(n => n!).ToList();
        Assert.Empty(await FittingAsync("Complaint", "Hums like"));
        var order = (await mina.PostAsync("orders", new { counterSale = true, concerns = new[] { "Hums like a fridge" } })).Id();
        Assert.Equal(
            ("Hums like a fridge", "used once"),
            ((await FittingAsync("Complaint", "hums"))[0].Text("text"), (await FittingAsync("Complaint", "hums"))[0].Text("detail"))
        );
        await mina.PostAsync($"orders/{order}/concerns", new { complaint = "Hums like a  fridge" });
        Assert.Equal("used 2 times", (await FittingAsync("Complaint", "fridge hums"))[0].Text("detail"));
        Assert.Empty(await FittingAsync("Cause", "hums"));
        Assert.Empty(await FittingAsync("Complaint", "%"));

        var concern = (await mina.SheetAsync(order)).List("concerns")[0]!;
        await mina.PostAsync(
            $"orders/{order}/concerns/{concern.Id()}",
            new
            {
                field = "cause",
                value = "Loose heat shield",
                version = 1,
            }
        );
        Assert.Equal("Loose heat shield", (await FittingAsync("Cause", "heat"))[0].Text("text"));

        var phrase = (await FittingAsync("Complaint", "hums"))[0]["phraseId"]!.GetValue<long>();
        await mina.PostAsync($"phrases/{phrase}/forget");
        Assert.Empty(await FittingAsync("Complaint", "hums"));
        await mina.PostAsync($"phrases/{phrase}/restore");
        Assert.Single(await FittingAsync("Complaint", "hums"));

        Assert.Equal(
            ("Light on, P0420: Catalyst efficiency below threshold, bank 1", "powertrain"),
            (
                (await FittingAsync("Complaint", "Light on, p0420"))[0].Text("text"),
                (await FittingAsync("Complaint", "Light on, p0420"))[0].Text("detail")
            )
        );
        Assert.Contains("manufacturer", (await FittingAsync("Complaint", "P1999"))[0].Text("text"), StringComparison.Ordinal);
        Assert.Equal(
            ["P0300", "U0100"],
            (await mina.GetAsync("trouble-codes?text=p0300%20then%20u0100")).AsArray().Select(c => c!.Text("code"))
        );
    }

    [Fact]
    public async Task Cause_and_correction_reach_the_invoice()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await FinishedAsync(mina, "CCC 1", "Stop the hum");
        var concern = (await mina.PostAsync($"orders/{order}/concerns", new { complaint = "Drones at speed" })).Id();
        await mina.PostAsync(
            $"orders/{order}/concerns/{concern}",
            new
            {
                field = "cause",
                value = "Wheel bearing worn",
                version = 1,
            }
        );
        await mina.PostAsync(
            $"orders/{order}/concerns/{concern}",
            new
            {
                field = "correction",
                value = "Bearing replaced, road tested",
                version = 2,
            }
        );
        var invoice = (await mina.PostAsync($"orders/{order}/invoice"))["invoiceId"]!.GetValue<long>();
        var said = (await mina.GetAsync($"invoices/{invoice}"))["document"]!.List("concerns").Single()!;
        Assert.Equal(
            ("Drones at speed", "Wheel bearing worn", "Bearing replaced, road tested"),
            (said.Text("complaint"), said.Text("cause"), said.Text("correction"))
        );
    }

    [Fact]
    public async Task Arrangements_are_kept_and_a_contact_or_site_of_somebody_else_is_refused()
    {
        using var mina = await shop.SignInAsync("mina");
        using var db = shop.OpenDb();
        var contact = await db.CustomerContacts.OrderBy(c => c.Id).FirstAsync();
        var site = await db.CustomerSites.FirstAsync(s => s.CustomerId == contact.CustomerId);
        var car = await db.Vehicles.FirstAsync(v => v.CustomerId == contact.CustomerId);
        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customerId = contact.CustomerId,
                    vehicleId = car.Id,
                    odometer = "400,000",
                    oldPartsBack = true,
                    washingWanted = true,
                    hasPriority = true,
                    contactId = contact.Id,
                    siteId = site.Id,
                }
            )
        ).Id();
        var sheet = await mina.SheetAsync(order);
        Assert.Equal(
            (true, true, true, contact.Name, site.Name),
            (
                sheet.Flag("oldPartsBack"),
                sheet.Flag("washingWanted"),
                sheet.Flag("hasPriority"),
                sheet["contact"]!.Text("name"),
                sheet["site"]!.Text("name")
            )
        );
        foreach (
            var (field, value, shown) in new[]
            {
                ("keysAt", "on the board", "on the board"),
                ("carAt", "row 3", "row 3"),
                ("arrivesAt", "tomorrow 9 am", ShopFixture.At("09:00", days: 1)),
            }
        )
        {
            await mina.HeaderAsync(order, field, value);
            Assert.Equal(shown, (await mina.SheetAsync(order)).Text(field));
        }
        await mina.HeaderAsync(order, "oldPartsBack", "false");
        await mina.HeaderAsync(order, "siteId", "");
        Assert.False((await mina.SheetAsync(order)).Flag("oldPartsBack"));
        Assert.Null((await mina.SheetAsync(order))["site"]);
        var version = (await mina.SheetAsync(order))["version"]!.GetValue<int>();
        var foreign = await db.CustomerContacts.Where(c => c.CustomerId != contact.CustomerId).Select(c => c.Id).FirstAsync();
        Assert.Equal(
            "order.contact",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/header",
                    new
                    {
                        field = "contactId",
                        value = $"{foreign}",
                        version,
                    }
                )
            ).Text("code")
        );
        Assert.Equal(
            "order.writer",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/header",
                    new
                    {
                        field = "writerId",
                        value = "",
                        version,
                    }
                )
            ).Text("code")
        );
        Assert.Equal(
            "order.writer",
            (
                await mina.RefusedAsync(
                    $"orders/{order}/header",
                    new
                    {
                        field = "writerId",
                        value = "999",
                        version,
                    }
                )
            ).Text("code")
        );
        Assert.Equal(
            "order.contact",
            (
                await mina.RefusedAsync(
                    "orders",
                    new
                    {
                        customerId = 1,
                        counterSale = true,
                        contactId = contact.Id,
                    }
                )
            ).Text("code")
        );
        var writeUp = await mina.GetAsync($"customers/{contact.CustomerId}");
        Assert.Contains(writeUp.List("contacts"), c => c!.Id() == contact.Id);
        Assert.Contains(writeUp.List("sites"), s => s!.Id() == site.Id);
    }

    [Fact]
    public async Task A_technician_reads_a_VIN_and_sees_what_was_arranged_and_the_floor_what_comes_first()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ana = await shop.SignInAsync("ana");
        var car = (await ana.GetAsync("bench")).List("cars").First(c => c!.Text("plate").Length > 0)!;
        var order = car["orderId"]!.GetValue<long>();
        Assert.Equal("vin.length", (await ana.RefusedAsync($"bench/orders/{order}/vin", new { vin = "1TN" })).Text("code"));
        await using (var db = shop.OpenDb())
            await db
                .Orders.Where(o => o.Id == order)
                .Join(db.Vehicles, o => o.VehicleId, v => v.Id, (o, v) => v)
                .ExecuteUpdateAsync(s => s.SetProperty(v => v.Vin, Vin.None));
        await ana.PostAsync($"bench/orders/{order}/vin", new { vin = "1tnahbe04ck021424" });
        foreach (var field in new[] { "hasPriority", "oldPartsBack", "washingWanted" })
            await mina.HeaderAsync(order, field, "true");
        var after = (await ana.GetAsync("bench")).List("cars").First(c => c!["orderId"]!.GetValue<long>() == order)!;
        Assert.Equal(
            ("1TNAHBE04CK021424", true, true, true),
            (after.Text("vin"), after.Flag("hasPriority"), after.Flag("oldPartsBack"), after.Flag("washingWanted"))
        );
        Assert.True((await mina.GetAsync("floor")).List("cards").First(c => c!.Id() == order)!.Flag("hasPriority"));
        await ana.RefusedAsync("bench/orders/999999/vin", new { vin = "1TNAHBE04CK021424" }, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_vehicle_new_to_the_shop_is_known_by_its_vin_and_by_its_make()
    {
        using var mina = await shop.SignInAsync("mina");
        string vin;
        await using (var db = shop.OpenDb())
            vin = (await db.Vehicles.Where(v => v.Id == 1).Select(v => v.Vin).SingleAsync()).Text;
        var known = (await OutsideAsync(mina, 1)).List("items").Select(i => i!.Text("kind")).Where(k => k is "Recall" or "Past").ToList();
        var typed = (await mina.GetAsync($"write-up/known-outside?vin={vin}&make=Tarnow&model=Petrel&engine=2.0&year=2018&odometer=60000"))
            .List("items")
            .Select(i => i!.Text("kind"))
            .ToList();
        Assert.NotEmpty(known);
        Assert.All(known, kind => Assert.Contains(kind, typed));
        Assert.Contains("Service", typed);
        // What can't be read yet asks nobody.
        Assert.Empty((await mina.GetAsync("write-up/known-outside?vin=123")).List("items"));
        Assert.Contains(
            "recalls",
            (await mina.GetAsync("look-up/coverage?make=Tarnow&model=Petrel")).AsArray().Single()!.GetValue<string>()
        );
        Assert.Contains(
            "specs for Morgan",
            string.Join(' ', (await mina.GetAsync($"look-up/coverage?make=Morgan&vin={vin}")).AsArray().Select(t => t!.GetValue<string>())),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_is_known_is_taken_onto_an_order_that_is_open_already()
    {
        using var mina = await shop.SignInAsync("mina");
        var car = await NewCarAsync(mina, "KNO 1");
        var order = (await mina.GetAsync($"vehicles/{car}"))["openOrderId"]!.GetValue<long>();
        await mina.PostAsync($"vehicles/{car}/reminders", new { title = "Cabin air filter", everyMonths = "12" });
        var reminder = (await KnownAsync(mina, car)).First(k => k!.Text("kind") == "Reminder")!["take"]!;
        await mina.PostAsync($"orders/{order}/advisories", reminder);
        Assert.Contains((await mina.SheetAsync(order)).List("jobs"), j => j!.Text("title").StartsWith("Cabin", StringComparison.Ordinal));
        await mina.RefusedAsync(
            $"orders/{order}/advisories",
            new
            {
                kind = "Finding",
                id = 1,
                title = "",
            },
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task Free_jobs_a_later_drop_off_and_an_estimate_without_a_vehicle()
    {
        using var mina = await shop.SignInAsync("mina");
        var later = await mina.PostAsync(
            "orders",
            new
            {
                customerId = 1,
                vehicleId = 1,
                notHereYet = true,
                arrivesAt = "tomorrow 8",
                jobs = new[] { "Find the rattle", " " },
            }
        );
        var sheet = await mina.SheetAsync(later.Id());
        Assert.Equal(("Expected", false), (sheet.Text("stage"), sheet.Flag("onPremises")));
        Assert.Equal("Find the rattle", Assert.Single(sheet.List("jobs"))!.Text("title"));
        Assert.Contains((await mina.GetAsync("phrases/fitting?use=JobTitle&text=rattle")).AsArray(), p =>
            p!.Text("text") == "Find the rattle"
        );
        await mina.PostAsync(
            $"orders/{later.Id()}/header",
            new
            {
                field = "onPremises",
                value = "true",
                version = 99,
            }
        );
        Assert.Equal("Here", (await mina.SheetAsync(later.Id())).Text("stage"));

        var estimate = await mina.PostAsync("orders", new { customerId = 1, withoutVehicle = true });
        var job = (await mina.PostAsync($"orders/{estimate.Id()}/jobs", new { title = "Brakes" })).Id();
        await mina.PostAsync(
            $"orders/{estimate.Id()}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Replace",
                hours = "2",
            }
        );
        var priced = await mina.SheetAsync(estimate.Id());
        Assert.True(priced["vehicle"] is null && !priced.Flag("counterSale"));
        // Priced as work on a vehicle: with shop supplies, which no counter sale has.
        Assert.NotEqual(0m, priced["figures"]!.Number("supplies"));
        await mina.ApproveAsync(estimate.Id(), job);
        Assert.Contains((await mina.GetAsync($"orders/{estimate.Id()}/obstacles")).AsArray(), o => o!.Text("code") == "order.noVehicle");
        await mina.RefusedAsync("orders", new { customerId = 1 });
    }

    [Fact]
    public async Task What_was_answered_about_a_vehicle_is_seen_corrected_and_asked_again()
    {
        using var mina = await shop.SignInAsync("mina");
        var car = await NewCarAsync(mina, "ANS 1");
        var order = (await mina.GetAsync($"vehicles/{car}"))["openOrderId"]!.GetValue<long>();
        await mina.PostAsync(
            $"orders/{order}/answers",
            new
            {
                question = "brakes",
                text = "Which front brakes?",
                answer = "15 inch",
            }
        );
        var answer = Assert.Single((await mina.GetAsync($"vehicles/{car}/answers")).AsArray())!;
        Assert.Equal(("Which front brakes?", "15 inch"), (answer.Text("text"), answer.Text("answer")));
        await mina.PostAsync($"vehicles/{car}/answers/{answer.Id()}", new { answer = "16 inch" });
        Assert.Equal("16 inch", (await mina.GetAsync($"vehicles/{car}/answers"))[0]!.Text("answer"));
        await mina.RefusedAsync($"vehicles/{car}/answers/{answer.Id()}", new { answer = new string('x', 101) });
        await mina.RefusedAsync($"vehicles/1/answers/{answer.Id()}", new { answer = "17" }, HttpStatusCode.NotFound);
        await mina.PostAsync($"vehicles/{car}/answers/{answer.Id()}", new { answer = "" });
        Assert.Empty((await mina.GetAsync($"vehicles/{car}/answers")).AsArray());
    }
}
