using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Documents;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>A photo that comes along with a booking is seen in the tray and is a file of its order; what is none is refused.</summary>
public sealed class BookingPhotoTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly HttpClient stranger = new();

    public void Dispose() => stranger.Dispose();

    private async Task<JsonNode> BookAsync(string photo, Guid id, string start, long service)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri(shop.Address, "api/customers-pages/booking"))
        {
            Content = JsonContent.Create(
                new
                {
                    serviceIds = new[] { service },
                    start,
                    name = "Piet Lund",
                    phone = "207 555 0477",
                    vehicle = "2016 Tarnow Dunlin",
                    words = "Rust here",
                    waits = false,
                    photo,
                }
            ),
        };
        request.Headers.Add("X-Command-Id", id.ToString());
        var answer = await stranger.SendAsync(request);
        return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
    }

    private async Task<JsonNode> ReadAsync(string path) =>
        JsonNode.Parse(await stranger.GetStringAsync(new Uri(shop.Address, $"api/customers-pages/{path}")))!;

    [Fact]
    public async Task It_is_in_the_tray_and_a_file_of_the_order()
    {
        using var mina = await shop.SignInAsync("mina");
        var service = (await ReadAsync("booking")).List("services")[0]!.Id();
        var start = (await ReadAsync($"booking/times?services={service}")).AsArray()[^1]!.List("times")[0]!.Text("start");
        foreach (var (bad, code) in new[] { ("no base64", "photo.unreadable"), (Convert.ToBase64String("text"u8), "photo.unreadable") })
        {
            var refused = await BookAsync(bad, Guid.NewGuid(), start, service);
            Assert.Equal((code, "photo"), (refused.Text("code"), refused.Text("field")));
        }
        var large = await BookAsync(Convert.ToBase64String(new byte[(4 * 1024 * 1024) + 1]), Guid.NewGuid(), start, service);
        Assert.Equal(("file.large", "photo"), (large.Text("code"), large.Text("field")));
        Assert.DoesNotContain((await mina.GetAsync("requests")).List("rows"), r => r!.Text("name") == "Piet Lund");

        var id = Guid.NewGuid();
        var photo = Convert.ToBase64String(FilesTests.Picture());
        var token = (await BookAsync(photo, id, start, service)).Text("token");
        Assert.Equal(token, (await BookAsync(photo, id, start, service)).Text("token"));
        var row = Assert.Single((await mina.GetAsync("requests")).List("rows"), r => r!.Text("name") == "Piet Lund")!;
        Assert.Matches("^[0-9a-f]{64}$", row.Text("photoHash"));
        var (seen, _) = await mina.SendAsync(HttpMethod.Get, $"photos/{row.Text("photoHash")}", null);
        Assert.Equal(HttpStatusCode.OK, seen);

        var order = (
            await mina.PostAsync(
                "orders",
                new
                {
                    customer = new { firstName = "Piet", lastName = "Lund" },
                    vehicle = new { plate = "LND 1" },
                    appointmentId = row["appointmentId"]!.GetValue<long>(),
                }
            )
        ).Id();
        var file = Assert.Single((await mina.GetAsync($"files/Order/{order}")).AsArray())!;
        Assert.Equal(("Photo of the customer.jpg", true), (file.Text("name"), file.Flag("picture")));
    }
}
