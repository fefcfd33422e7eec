using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>A customer books by themselves; two never get one time; the tray says whose it is and what became of it.</summary>
public sealed class BookingTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly HttpClient stranger = new(new HttpClientHandler { AllowAutoRedirect = false }, disposeHandler: true);

    public void Dispose() => stranger.Dispose();

    private async Task<JsonNode> ReadAsync(string path) =>
        JsonNode.Parse(await stranger.GetStringAsync(new Uri(shop.Address, $"api/customers-pages/{path}")))!;

    /// <summary>The service that needs the skill that fewest have, and the last time at which it is free.</summary>
    private async Task<(long Service, string Start)> LastTimeAsync()
    {
        var page = await ReadAsync("booking");
        Assert.True(page.Flag("isOpen"));
        var service = page.List("services").First(s => s!.Text("title").StartsWith("Battery", StringComparison.Ordinal))!.Id();
        var days = (await ReadAsync($"booking/times?services={service}")).AsArray();
        return (service, days[^1]!.List("times")[^1]!.Text("start"));
    }

    private async Task<(HttpStatusCode Status, JsonNode Body)> BookAsync(
        long service,
        string start,
        string phone,
        Guid? id = null,
        string plate = "KLM 1",
        string website = ""
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri(shop.Address, "api/customers-pages/booking"))
        {
            Content = JsonContent.Create(
                new
                {
                    serviceIds = new[] { service },
                    start,
                    name = "Ada Roper",
                    phone,
                    email = "",
                    plate,
                    vehicle = "Blue wagon",
                    words = "Slow to start",
                    waits = true,
                    website,
                }
            ),
        };
        request.Headers.Add("X-Command-Id", (id ?? Guid.NewGuid()).ToString());
        var answer = await stranger.SendAsync(request);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private Task<HttpResponseMessage> ChangeAsync(string token, string path, object body) =>
        stranger.PostAsJsonAsync(new Uri(shop.Address, $"api/customers-pages/bookings/{token}/{path}"), body);

    [Fact]
    public async Task A_time_goes_to_one_a_second_press_books_once_and_the_counter_confirms_it()
    {
        using var mina = await shop.SignInAsync("mina");
        var (service, start) = await LastTimeAsync();
        var id = Guid.NewGuid();
        var pressed = await Task.WhenAll(BookAsync(service, start, "505 555 0131", id), BookAsync(service, start, "505 555 0131", id));
        Assert.All(pressed, p => Assert.Equal(HttpStatusCode.OK, p.Status));
        var token = pressed[0].Body.Text("token");
        Assert.Equal(token, pressed[1].Body.Text("token"));

        // Everybody who could do it is taken one after the other; whoever comes last hears it at once.
        var refused = 0;
        for (var i = 0; i < 6 && refused == 0; i++)
        {
            var (status, body) = await BookAsync(service, start, $"505 555 014{i}");
            if (status == HttpStatusCode.OK)
                continue;
            Assert.Equal(("booking.gone", "start"), (body.Text("code"), body.Text("field")));
            refused++;
        }
        Assert.Equal(1, refused);
        Assert.DoesNotContain((await ReadAsync($"booking/times?services={service}")).AsArray().SelectMany(d => d!.List("times")), t =>
            t!.Text("start") == start
        );

        var row = Assert.Single((await mina.GetAsync("requests")).List("rows"), r => r!.Text("phone") == "(505) 555-0131")!;
        Assert.Equal(
            ("Booking", "Open", "nobody on file has this phone number"),
            (row.Text("kind"), row.Text("state"), row.Text("matchedBy"))
        );
        Assert.Equal("Asked", (await ReadAsync($"bookings/{token}")).Text("state"));
        await mina.PostAsync($"requests/{row.Id()}/take");
        await mina.PostAsync($"requests/{row.Id()}/confirm");
        Assert.Equal("Confirmed", (await ReadAsync($"bookings/{token}")).Text("state"));
        var handled = (await mina.GetAsync("requests")).List("rows").First(r => r!.Id() == row.Id())!;
        Assert.Equal(("Done", true), (handled.Text("state"), handled.Flag("isMine")));
        Assert.Contains(
            "BEGIN:VEVENT",
            await stranger.GetStringAsync(new Uri(shop.Address, $"api/customers-pages/bookings/{token}/appointment.ics")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task It_is_moved_and_called_off_behind_its_link_and_set_aside_it_frees_its_time()
    {
        using var mina = await shop.SignInAsync("mina");
        var page = await ReadAsync("booking");
        var service = page.List("services").First(s => s!.Text("title").StartsWith("Tire", StringComparison.Ordinal))!.Id();
        async Task<List<string>> Free() =>
            [
                .. (await ReadAsync($"booking/times?services={service}"))
                    .AsArray()
                    .SelectMany(d => d!.List("times"))
                    .Select(t => t!.Text("start")),
            ];
        var free = await Free();
        // A customer on file, with a plate of somebody else.
        var number = (await mina.GetAsync("customers?q=Halvorsen")).List("rows")[0]!;
        var (_, body) = await BookAsync(service, free[^1], number.Text("phone"), plate: "RCE 880");
        var token = body.Text("token");
        var row = (await mina.GetAsync("requests")).List("rows").First(r => r!["customerId"]?.GetValue<long>() == number.Id())!;
        Assert.Contains("the plate is", row.Text("matchedBy"), StringComparison.Ordinal);
        Assert.Null(row["vehicleId"]);

        Assert.Equal(HttpStatusCode.OK, (await ChangeAsync(token, "move", new { start = free[^2] })).StatusCode);
        Assert.Equal(free[^2], (await ReadAsync($"bookings/{token}")).Text("start"));
        await mina.RefusedAsync($"requests/{row.Id()}/handle", new { state = "SetAside", reason = "" });
        await mina.PostAsync($"requests/{row.Id()}/handle", new { state = "SetAside", reason = "Booked twice" });
        Assert.Equal(
            ("Canceled", false),
            ((await ReadAsync($"bookings/{token}")).Text("state"), (await ReadAsync($"bookings/{token}")).Flag("mayChange"))
        );
        Assert.Equal(free, await Free());
        await mina.PostAsync($"requests/{row.Id()}/handle", new { state = "Open" });
        Assert.Equal("Asked", (await ReadAsync($"bookings/{token}")).Text("state"));
        Assert.Equal(HttpStatusCode.OK, (await ChangeAsync(token, "cancel", new { })).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await ChangeAsync(token, "cancel", new { })).StatusCode);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await stranger.GetAsync(new Uri(shop.Address, "api/customers-pages/bookings/nothing"))).StatusCode
        );
    }

    [Fact]
    public async Task Twenty_at_once_for_one_time_get_as_many_places_as_there_are_people_and_nobody_is_booked_twice()
    {
        var page = await ReadAsync("booking");
        var service = page.List("services").First(s => s!.Text("title").StartsWith("Oil", StringComparison.Ordinal))!.Id();
        var start = (await ReadAsync($"booking/times?services={service}")).AsArray()[^2]!.List("times")[^1]!.Text("start");
        var asked = await Task.WhenAll(
            Enumerable.Range(70, 20).Select(i => BookAsync(service, start, $"505 555 01{i}", plate: $"KLM {i}"))
        );
        var taken = asked.Count(a => a.Status == HttpStatusCode.OK);
        Assert.InRange(taken, 1, 19);
        Assert.All(asked.Where(a => a.Status != HttpStatusCode.OK), a => Assert.Equal("booking.gone", a.Body.Text("code")));
        await using var db = shop.OpenDb();
        var wall = NodaTime.Text.LocalDateTimePattern.GeneralIso.Parse(start.Length == 16 ? $"{start}:00" : start).Value;
        var people = (await db.Appointments.AsNoTracking().Where(a => a.Start == wall).ToListAsync())
            .Where(a => a.Phone?.E164 is ['+', '1', '5', '0', '5', '5', '5', '5', '0', '1', '7' or '8', _])
            .Select(a => a.TechnicianId)
            .ToList();
        Assert.Equal((taken, taken), (people.Count, people.Distinct().Count()));
        Assert.DoesNotContain(null, people);
    }

    [Fact]
    public async Task Two_of_one_number_are_joined_nothing_is_lost_and_the_second_time_is_free_again()
    {
        using var mina = await shop.SignInAsync("mina");
        var service = (await ReadAsync("booking"))
            .List("services")
            .First(s => s!.Text("title").StartsWith("Tire", StringComparison.Ordinal))!
            .Id();
        async Task<List<string>> Free() =>
            [
                .. (await ReadAsync($"booking/times?services={service}"))
                    .AsArray()
                    .SelectMany(d => d!.List("times"))
                    .Select(t => t!.Text("start")),
            ];
        var free = await Free();
        await BookAsync(service, free[^1], "505 555 0167");
        var second = (await BookAsync(service, free[^3], "505 555 0167")).Body.Text("token");
        var rows = (await mina.GetAsync("requests")).List("rows").Where(r => r!.Text("phone") == "(505) 555-0167").ToList();
        Assert.All(rows, r => Assert.True(r!.Flag("mayJoin")));
        var (kept, other) = (rows.MinBy(r => r!.Id())!, rows.MaxBy(r => r!.Id())!);

        await mina.PostAsync($"requests/{kept.Id()}/join");

        var after = (await mina.GetAsync("requests")).List("rows");
        var joined = after.Single(r => r!.Id() == kept.Id())!;
        Assert.Equal((2, false, "Open"), (joined["times"]!.GetValue<int>(), joined.Flag("mayJoin"), joined.Text("state")));
        Assert.Matches("^Slow to start\nAlso booked: Tire", joined.Text("words"));
        Assert.Equal("SetAside", after.Single(r => r!.Id() == other.Id())!.Text("state"));
        Assert.Equal("Canceled", (await ReadAsync($"bookings/{second}")).Text("state"));
        Assert.Contains(free[^3], await Free());
        // Nothing is left to join; a second press changes nothing.
        Assert.Equal("request.handled", (await mina.RefusedAsync($"requests/{kept.Id()}/join")).Text("code"));
    }

    [Fact]
    public async Task Approved_work_that_nobody_scheduled_takes_time_that_is_not_offered()
    {
        using var mina = await shop.SignInAsync("mina");
        var service = (await ReadAsync("booking")).List("services")[0]!.Id();
        async Task<int> Free() => (await ReadAsync($"booking/times?services={service}")).AsArray().Sum(d => d!.List("times").Count);
        var before = await Free();
        // More cars than people and bays, so that nobody is free while they are worked on.
        var orders = new Dictionary<long, List<long>>();
        for (var i = 0; i < 9; i++)
        {
            var (order, _) = await mina.WriteUpAsync($"Booked {i}");
            orders[order] = [];
            foreach (var part in new[] { "front", "rear", "left", "right" })
            {
                var job = (await mina.PostAsync($"orders/{order}/jobs", new { title = $"Restore {part}" })).Id();
                await mina.PostAsync(
                    $"orders/{order}/jobs/{job}/lines",
                    new
                    {
                        kind = "Labor",
                        description = "Restore",
                        hours = "2",
                    }
                );
                orders[order].Add(job);
            }
        }
        // What is only offered takes no time; approved it does, although it stands in no calendar.
        Assert.Equal(before, await Free());
        foreach (var (order, jobs) in orders)
            await mina.ApproveAsync(order, [.. jobs]);
        // Two days of the whole shop: a day's times at least are gone, whatever else stands in its calendar.
        Assert.InRange(await Free(), 0, before - 10);
    }

    [Fact]
    public async Task Robots_floods_and_a_closed_page_are_refused_and_of_the_shops_site_only_its_origin_is_kept()
    {
        using var ingrid = await shop.SignInAsync("ingrid");
        var (service, _) = await LastTimeAsync();
        var free = (await ReadAsync($"booking/times?services={service}"))
            .AsArray()
            .Select(d => d!.List("times")[0]!.Text("start"))
            .ToList();
        Assert.Equal("booking.robot", (await BookAsync(service, free[1], "505 555 0151", website: "http://x")).Body.Text("code"));
        Assert.Equal("phone.unreadable", (await BookAsync(service, free[1], "12")).Body.Text("code"));
        Assert.Equal("booking.gone", (await BookAsync(service, ShopFixture.At("03:00", 3), "505 555 0151")).Body.Text("code"));
        var last = HttpStatusCode.OK;
        for (var i = 0; i < 5; i++)
            last = (await BookAsync(service, free[2 + i], "505 555 0159")).Status;
        Assert.Equal(HttpStatusCode.UnprocessableEntity, last);

        async Task Set(string field, string value) =>
            await ingrid.PostAsync(
                "setup/shop",
                new
                {
                    field,
                    value,
                    version = (await ingrid.GetAsync("setup/shop"))["version"]!.GetValue<int>(),
                }
            );
        await Set("bookingSite", "https://lanternbay.example/contact?x=1");
        Assert.Equal("https://lanternbay.example", (await ingrid.GetAsync("setup/shop")).Text("bookingSite"));
        await ingrid.RefusedAsync("setup/shop", new { field = "bookingSite", value = "javascript:alert(1)" });
        await Set("takesBookings", "false");
        Assert.Equal("booking.closed", (await BookAsync(service, free[1], "505 555 0151")).Body.Text("code"));
        Assert.Empty((await ReadAsync("booking")).List("services"));
        await Set("takesBookings", "true");
    }
}
