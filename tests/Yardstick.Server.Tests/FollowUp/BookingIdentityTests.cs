using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>A customer on file is known by a code to their telephone; nobody learns by asking for one who is on file.</summary>
public sealed class BookingIdentityTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly HttpClient stranger = new();

    public void Dispose() => stranger.Dispose();

    private async Task<(HttpStatusCode Status, JsonNode Body)> PostAsync(string path, object body, Guid? id = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri(shop.Address, $"api/customers-pages/booking{path}"))
        {
            Content = JsonContent.Create(body),
        };
        request.Headers.Add("X-Command-Id", (id ?? Guid.NewGuid()).ToString());
        var answer = await stranger.SendAsync(request);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private async Task<List<string>> TextsAsync(string address) =>
        [
            .. JsonNode
                .Parse(await shop.Outside.GetStringAsync("post/all"))!
                .AsArray()
                .Where(p => p!.Text("address") == address && p!.Text("way") == "out")
                .Select(p => p!.Text("body")),
        ];

    private async Task<string> CodeAsync(string phone, string address)
    {
        var before = (await TextsAsync(address)).Count;
        Assert.Equal(HttpStatusCode.OK, (await PostAsync("/code", new { phone })).Status);
        for (var i = 0; ; i++)
        {
            var texts = await TextsAsync(address);
            if (texts.Count > before)
            {
                // Who reads the thread with the customer does not read the code, not even while it waits.
                await using var db = shop.OpenDb();
                var kept = await db.Messages.Where(m => m.Address == address).Select(m => m.Body).ToListAsync();
                Assert.Contains(kept, body => body.StartsWith("… is your code for booking", StringComparison.Ordinal));
                Assert.All(kept, body => Assert.DoesNotMatch(@"\d{3} \d{3} is your code", body));
                return texts[^1][..7];
            }
            Assert.True(i < 200, "No code came.");
            await Task.Delay(50);
        }
    }

    private static async Task<(long Customer, long Vehicle)> OnFileAsync(Browser writer, string phone, string plate)
    {
        var order = (
            await writer.PostAsync(
                "orders",
                new
                {
                    customer = new
                    {
                        firstName = "Rosa",
                        lastName = "Quill",
                        phone,
                    },
                    vehicle = new
                    {
                        plate,
                        year = "2018",
                        make = "Tarnow",
                        model = "Dunlin",
                    },
                }
            )
        ).Id();
        var sheet = await writer.SheetAsync(order);
        return (sheet["customer"]!.Id(), sheet["vehicle"]!.Id());
    }

    [Fact]
    public async Task Who_enters_the_code_chooses_a_vehicle_and_types_nothing()
    {
        using var mina = await shop.SignInAsync("mina");
        var (customer, vehicle) = await OnFileAsync(mina, "207 555 0371", "KNW 1");
        var (_, another) = await OnFileAsync(mina, "207 555 0372", "KNW 2");
        var code = await CodeAsync("207 555 0371", "+12075550371");

        Assert.Equal("bookingCode.wrong", (await PostAsync("/code/entered", new { phone = "207 555 0371", code = "1" })).Body.Text("code"));
        var id = Guid.NewGuid();
        var (_, known) = await PostAsync("/code/entered", new { phone = "207 555 0371", code }, id);
        Assert.Equal("Rosa Quill", known.Text("name"));
        Assert.Equal((vehicle, "2018 Tarnow Dunlin KNW 1"), (known.List("vehicles")[0]!.Id(), known.List("vehicles")[0]!.Text("title")));
        // An answer that was lost is told again; the code itself is worth nothing any more.
        Assert.Equal(known.Text("key"), (await PostAsync("/code/entered", new { phone = "207 555 0371", code }, id)).Body.Text("key"));
        Assert.Equal("bookingCode.wrong", (await PostAsync("/code/entered", new { phone = "207 555 0371", code })).Body.Text("code"));

        var page = JsonNode.Parse(await stranger.GetStringAsync(new Uri(shop.Address, "api/customers-pages/booking")))!;
        var service = page.List("services")[0]!.Id();
        var days = JsonNode
            .Parse(await stranger.GetStringAsync(new Uri(shop.Address, $"api/customers-pages/booking/times?services={service}")))!
            .AsArray();
        object Booking(string key, long? vehicleId) =>
            new
            {
                serviceIds = new[] { service },
                start = days[^1]!.List("times")[0]!.Text("start"),
                words = "As last year",
                waits = false,
                known = key,
                vehicleId,
            };
        Assert.Equal("bookingCode.vehicle", (await PostAsync("", Booking(known.Text("key"), another))).Body.Text("code"));
        Assert.Equal("bookingCode.over", (await PostAsync("", Booking("0123456789abcdef0123456789abcdef", vehicle))).Body.Text("code"));
        // Another vehicle is not on file; without a word about it nobody knows which.
        Assert.Equal("booking.vehicle", (await PostAsync("", Booking(known.Text("key"), null))).Body.Text("code"));
        Assert.Equal(HttpStatusCode.OK, (await PostAsync("", Booking(known.Text("key"), vehicle))).Status);

        var row = Assert.Single((await mina.GetAsync("requests")).List("rows"), r => r!.Text("phone") == "(207) 555-0371")!;
        Assert.Equal(
            ("entered the code that was texted", "Rosa Quill", customer, vehicle),
            (row.Text("matchedBy"), row.Text("name"), row["customerId"]!.GetValue<long>(), row["vehicleId"]!.GetValue<long>())
        );
        shop.Time.Advance(TimeSpan.FromMinutes(61));
        Assert.Equal("bookingCode.over", (await PostAsync("", Booking(known.Text("key"), vehicle))).Body.Text("code"));
    }

    [Fact]
    public async Task Nobody_learns_who_is_on_file_and_nobody_is_flooded()
    {
        using var mina = await shop.SignInAsync("mina");
        await OnFileAsync(mina, "207 555 0381", "KNW 3");
        var answers = new List<string>();
        foreach (var phone in new[] { "207 555 0381", "207 555 0389" })
        {
            for (var i = 0; i < 6; i++)
                answers.Add((await PostAsync("/code", new { phone })).Body.ToJsonString());
            answers.Add((await PostAsync("/code/entered", new { phone, code = "x" })).Body.ToJsonString());
        }
        string Told(string answer) => JsonNode.Parse(answer)!.AsObject() is var o && o.Remove("traceId") ? o.ToJsonString() : answer;
        Assert.Equal(answers.Take(7).Select(Told), answers.Skip(7).Select(Told));
        Assert.DoesNotContain("bookingCode.many", answers[4], StringComparison.Ordinal);
        Assert.Contains("bookingCode.many", answers[5], StringComparison.Ordinal);
        Assert.Empty(await TextsAsync("+12075550389"));
        Assert.Equal("booking.robot", (await PostAsync("/code", new { phone = "207 555 0382", website = "x" })).Body.Text("code"));
        Assert.Equal("phone.unreadable", (await PostAsync("/code", new { phone = "12" })).Body.Text("code"));
    }
}
