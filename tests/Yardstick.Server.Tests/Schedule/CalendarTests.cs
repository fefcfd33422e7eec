using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Schedule;

/// <summary>The calendar over HTTP: appointments drawn, filled in, moved, made orders and back; feeds; the day on paper.</summary>
public sealed class CalendarTests(ShopFixture shop) : IClassFixture<ShopFixture>, IAsyncLifetime
{
    public async ValueTask InitializeAsync() => await KeptFollowUps.KeepAsync(shop);

    public async ValueTask DisposeAsync() => await KeptFollowUps.AreThoseFoundAnewAsync(shop);

    private static async Task<JsonNode> WeekAsync(Browser browser, int day = 0) =>
        await browser.GetAsync($"calendar?from={ShopFixture.Day(day)}&days=7");

    private static async Task<(long Id, int Version)> DrawAsync(
        Browser browser,
        string time,
        int day,
        long? technician = 6,
        long? bay = null
    )
    {
        var made = await browser.PostAsync(
            "appointments",
            new
            {
                start = ShopFixture.At(time, day),
                minutes = 60,
                technicianId = technician,
                bayId = bay,
            }
        );
        return (made.Id(), made["version"]!.GetValue<int>());
    }

    private static JsonNode? ItemOf(JsonNode week, long id, string kind = "Appointment") =>
        week.List("items").FirstOrDefault(i => i!.Text("kind") == kind && i!.Id() == id);

    [Fact]
    public async Task A_span_that_was_drawn_is_filled_in_field_by_field_and_left_empty_it_goes_without_a_trace()
    {
        using var mina = await shop.SignInAsync("mina");
        var (empty, _) = await DrawAsync(mina, "09:00", 3);
        await mina.SendAsync(HttpMethod.Delete, $"appointments/{empty}");
        Assert.Null(ItemOf(await WeekAsync(mina), empty));

        var (id, version) = await DrawAsync(mina, "09:00", 3);
        Assert.Equal(
            "phone.unreadable",
            (
                await mina.RefusedAsync(
                    $"appointments/{id}",
                    new
                    {
                        field = "phone",
                        value = "1",
                        version,
                    }
                )
            ).Text("code")
        );
        foreach (var (field, value) in new[] { ("name", "Lena Okonjo"), ("words", "Hums above 40"), ("transport", "Waits") })
        {
            var kept = await mina.PostAsync(
                $"appointments/{id}",
                new
                {
                    field,
                    value,
                    version,
                }
            );
            version = kept["version"]!.GetValue<int>();
        }
        var item = ItemOf(await WeekAsync(mina), id)!;
        Assert.Equal(("Lena Okonjo", "Hums above 40", "waits"), (item.Text("customer"), item.Text("title"), item.Text("transport")));
        Assert.Equal("appointment.notEmpty", await DropAsync(mina, id));
        // What another typed meanwhile is not written over.
        using var dario = await shop.SignInAsync("dario");
        Assert.Equal(
            "edit.conflict",
            (
                await dario.RefusedAsync(
                    $"appointments/{id}",
                    new
                    {
                        field = "words",
                        value = "Rattles",
                        version = 1,
                    },
                    HttpStatusCode.Conflict
                )
            ).Text("code")
        );
    }

    private static async Task<string> DropAsync(Browser browser, long id) =>
        (await browser.SendAsync(HttpMethod.Delete, $"appointments/{id}")).Body!.Text("code");

    [Fact]
    public async Task What_is_amiss_is_said_before_it_is_let_go_and_after()
    {
        using var mina = await shop.SignInAsync("mina");
        var (first, _) = await DrawAsync(mina, "10:00", 4, bay: 1);
        var (second, version) = await DrawAsync(mina, "14:00", 4);
        var held = await mina.GetAsync(
            $"calendar/check?kind=Appointment&id={second}&start={ShopFixture.At("10:30", 4)}&technicianId=6&bayId=1"
        );
        Assert.Equal(2, held.List("warnings").Count);
        Assert.Contains("at the same time", held.List("warnings")[0]!.GetValue<string>(), StringComparison.Ordinal);
        var place = new
        {
            kind = "Appointment",
            id = second,
            technicianId = 6,
            bayId = 1,
            start = ShopFixture.At("10:30", 4),
            version,
        };
        var moved = await mina.PostAsync("calendar/place", place);
        Assert.NotEmpty(ItemOf(await WeekAsync(mina), first)!.List("warnings"));
        // The second of two who drag it is told.
        Assert.Equal("appointment.conflict", (await mina.RefusedAsync("calendar/place", place, HttpStatusCode.Conflict)).Text("code"));
        Assert.Single((await WeekAsync(mina)).List("moved"), m => m!["appointmentId"]!.GetValue<long>() == second);
        // Whoever is moved out of the days that are shown is named all the same.
        var customer = (await mina.SheetAsync((await mina.WriteUpAsync("Fortgezogen")).Order))["customer"]!.Id();
        var away = (await mina.PostAsync("appointments", new { start = ShopFixture.At("09:00", 3), customerId = customer })).Id();
        await mina.PostAsync($"appointments/{away}/when", new { when = ShopFixture.At("09:00", 33), version = 1 });
        var named = (await WeekAsync(mina)).List("moved").Single(m => m!["appointmentId"]!.GetValue<long>() == away)!;
        Assert.Contains("Fortgezogen", named.Text("name"), StringComparison.Ordinal);
        await mina.PostAsync(
            "calendar/place-back",
            new
            {
                kind = "Appointment",
                id = second,
                technicianId = 6,
                bayId = (long?)null,
                start = ShopFixture.At("14:00", 4),
                version = moved["version"]!.GetValue<int>(),
            }
        );
        Assert.DoesNotContain((await WeekAsync(mina)).List("moved"), m => m!["appointmentId"]!.GetValue<long>() == second);
        Assert.Empty(ItemOf(await WeekAsync(mina), second)!.List("warnings"));
    }

    [Fact]
    public async Task It_becomes_an_order_with_everything_on_it_in_one_step_and_back()
    {
        using var mina = await shop.SignInAsync("mina");
        var (order, _) = await mina.WriteUpAsync("Termin");
        var sheet = await mina.SheetAsync(order);
        var (customer, vehicle) = (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
        // Who has one vehicle comes with that one.
        var known = (await mina.PostAsync("appointments", new { start = ShopFixture.At("09:00", 3), customerId = customer })).Id();
        Assert.Equal(vehicle, (await mina.GetAsync($"appointments/{known}"))["vehicleId"]!.GetValue<long>());
        var (id, _) = await DrawAsync(mina, "13:00", 0);
        Assert.Equal("appointment.unknown", (await mina.RefusedAsync($"appointments/{id}/arrive")).Text("code"));
        await mina.PostAsync($"appointments/{id}/customer", new { customerId = customer, vehicleId = vehicle });
        var canned = (await mina.GetAsync("canned-jobs")).AsArray().First(c => c!.Text("title") == "Front brake pads")!.Id();
        await mina.PostAsync($"appointments/{id}/services", new { cannedJobIds = new[] { canned } });
        var arrived = await mina.PostAsync($"appointments/{id}/arrive");
        var made = arrived["orderId"]!.GetValue<long>();
        var job = (await mina.SheetAsync(made)).List("jobs").Single()!;
        Assert.Equal("Front brake pads", job.Text("title"));
        // Whoever was to do it does it, at that time.
        var block = ItemOf(await WeekAsync(mina), job.Id(), "Job")!;
        Assert.Equal((6L, ShopFixture.At("13:00")), (block["technicianId"]!.GetValue<long>(), block.Text("start")));
        await mina.PostAsync($"appointments/{id}/return");
        Assert.Equal("Voided", (await mina.SheetAsync(made)).Text("state"));
        Assert.Equal("Confirmed", (await mina.GetAsync($"appointments/{id}")).Text("state"));
        // Once work has begun it is not undone.
        var again = (await mina.PostAsync($"appointments/{id}/arrive"))["orderId"]!.GetValue<long>();
        await mina.ApproveAsync(again, (await mina.SheetAsync(again)).List("jobs").Single()!.Id());
        Assert.Equal("appointment.begun", (await mina.RefusedAsync($"appointments/{id}/return")).Text("code"));
        Assert.Equal("Arrived", (await mina.GetAsync($"appointments/{id}")).Text("state"));
    }

    [Fact]
    public async Task The_confirmation_goes_by_text_with_an_entry_for_the_customers_calendar()
    {
        using var mina = await shop.SignInAsync("mina");
        var (id, version) = await DrawAsync(mina, "09:30", 5);
        Assert.Equal("appointment.noNumber", (await mina.RefusedAsync($"appointments/{id}/confirmation")).Text("code"));
        await mina.PostAsync(
            $"appointments/{id}",
            new
            {
                field = "phone",
                value = "(505) 555-0144",
                version,
            }
        );
        var sent = await mina.PostAsync($"appointments/{id}/confirmation");
        Assert.Equal("(505) 555-0144", sent.Text("to"));
        await using var db = shop.OpenDb();
        var body = db.Messages.OrderByDescending(m => m.Id).First(m => m.Address == "+15055550144").Body;
        Assert.Contains("at 9:30 am", body, StringComparison.Ordinal);
        var path = body[body.IndexOf("api/calendar-feeds/", StringComparison.Ordinal)..].Split('\n')[0].Trim();
        using var stranger = new Browser(shop.Address, shop.Time);
        var entry = Encoding.UTF8.GetString(await stranger.BytesAsync("../" + path));
        Assert.Contains("BEGIN:VEVENT", entry, StringComparison.Ordinal);
        Assert.Contains("T093000", entry, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_feed_answers_at_its_secret_address_without_names_until_it_is_withdrawn()
    {
        using var mina = await shop.SignInAsync("mina");
        var (id, version) = await DrawAsync(mina, "15:00", 2);
        await mina.PostAsync(
            $"appointments/{id}",
            new
            {
                field = "name",
                value = "Quentina Xu",
                version,
            }
        );
        var made = await mina.PostAsync("calendar/feeds", new { staffId = 6 });
        using var phone = new Browser(shop.Address, shop.Time);
        var text = Encoding.UTF8.GetString(await phone.BytesAsync("../" + made.Text("path")));
        Assert.Contains($"UID:appointment-{id}@yardstick", text, StringComparison.Ordinal);
        Assert.DoesNotContain("Quentina", text, StringComparison.Ordinal);
        await mina.PostAsync($"calendar/feeds/{made.Id()}/withdraw");
        await Assert.ThrowsAsync<HttpRequestException>(() => phone.BytesAsync("../" + made.Text("path")));
        await Assert.ThrowsAsync<HttpRequestException>(() => phone.BytesAsync("calendar-feeds/guessed.ics"));
    }

    [Fact]
    public async Task The_day_is_printed_and_closed_days_come_from_a_calendar_file()
    {
        using var mina = await shop.SignInAsync("mina");
        using var ingrid = await shop.SignInAsync("ingrid");
        var pdf = await mina.BytesAsync($"calendar/{ShopFixture.Day()}/list.pdf");
        Assert.Equal("%PDF", Encoding.ASCII.GetString(pdf, 0, 4));
        var day = ShopFixture.Day(40).Replace("-", "", StringComparison.Ordinal);
        var file =
            $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART;VALUE=DATE:{day}\r\nSUMMARY:Founders day\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
        Assert.Equal(
            "holidays.unreadable",
            (await ingrid.RefusedAsync("setup/closed-days/import", new { text = "no calendar" })).Text("code")
        );
        Assert.Single((await ingrid.PostAsync("setup/closed-days/import", new { text = file })).List("added"));
        // Twice is once.
        Assert.Empty((await ingrid.PostAsync("setup/closed-days/import", new { text = file })).List("added"));
        var closed = (await mina.GetAsync($"calendar?from={ShopFixture.Day(40)}&days=1")).List("days").Single()!;
        Assert.Equal("Founders day", closed.Text("closedBecause"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await mina.SendAsync(HttpMethod.Get, "calendar?from=soon&days=3")).Status);
    }
}
