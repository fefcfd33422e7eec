using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.FollowUp;

/// <summary>Questions from the shop's page come into the tray, joined where one person asks twice, and become orders in one step.</summary>
public sealed class TrayTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly HttpClient stranger = new();

    public void Dispose() => stranger.Dispose();

    private async Task<(HttpStatusCode Status, JsonNode Body)> AskAsync(
        string words,
        string phone = "207 555 6171",
        string name = "Kofi Marsh",
        string vehicle = "2017 Tarnow Dunlin Estate",
        string website = "",
        Guid? id = null
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri(shop.Address, "api/customers-pages/booking/questions"))
        {
            Content = JsonContent.Create(
                new
                {
                    name,
                    phone,
                    email = "kofi@mail.example",
                    vehicle,
                    words,
                    website,
                }
            ),
        };
        request.Headers.Add("X-Command-Id", (id ?? Guid.NewGuid()).ToString());
        var answer = await stranger.SendAsync(request);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private static async Task<List<JsonNode>> OpenAsync(Browser writer, string phone) =>
        [
            .. (await writer.GetAsync("requests"))
                .List("rows")
                .Where(r => r!.Text("phone") == phone && r!.Text("state") == "Open")
                .Select(r => r!),
        ];

    [Fact]
    public async Task Asked_twice_it_is_one_request_and_becomes_an_order_with_all_that_it_brings_once()
    {
        using var mina = await shop.SignInAsync("mina");
        var id = Guid.NewGuid();
        var pressed = await Task.WhenAll(AskAsync("Do you weld exhausts?", id: id), AskAsync("Do you weld exhausts?", id: id));
        Assert.All(pressed, p => Assert.Equal(HttpStatusCode.OK, p.Status));
        await AskAsync("And what does it cost?");
        var row = Assert.Single(await OpenAsync(mina, "(207) 555-6171"));
        Assert.Equal(
            ("Question", "Do you weld exhausts?\nAnd what does it cost?", 2, "nobody on file has this phone number"),
            (row.Text("kind"), row.Text("words"), row["times"]!.GetValue<int>(), row.Text("matchedBy"))
        );

        // Two press at once: one order.
        using var ingrid = await shop.SignInAsync("ingrid");
        var path = $"requests/{row.Id()}/order";
        var opened = await Task.WhenAll(
            mina.SendAsync(HttpMethod.Post, path, new { }, Guid.NewGuid()),
            ingrid.SendAsync(HttpMethod.Post, path, new { }, Guid.NewGuid())
        );
        var made = Assert.Single(opened, o => o.Status == HttpStatusCode.OK).Body!.Id();
        Assert.Equal("request.handled", opened.Single(o => o.Status != HttpStatusCode.OK).Body!.Text("code"));
        var sheet = await mina.SheetAsync(made);
        Assert.Contains("Kofi Marsh", sheet["customer"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Contains("2017 Tarnow Dunlin Estate", sheet["vehicle"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal("Do you weld exhausts? And what does it cost?", Assert.Single(sheet.List("concerns"))!.Text("complaint"));
        Assert.False(sheet.Flag("onPremises"));
        var done = (await mina.GetAsync("requests")).List("rows").Single(r => r!.Id() == row.Id())!;
        Assert.Equal(("Done", made), (done.Text("state"), done["orderId"]!.GetValue<long>()));

        // What comes after that is a new one, of somebody who is known by now.
        await AskAsync("Is it ready?");
        var next = Assert.Single(await OpenAsync(mina, "(207) 555-6171"));
        Assert.Equal("phone number on file", next.Text("matchedBy"));
    }

    [Fact]
    public async Task One_that_says_nothing_of_a_vehicle_becomes_an_order_without_one()
    {
        using var mina = await shop.SignInAsync("mina");
        await AskAsync("Do you sell gift cards?", "207 555 6173", "Ada Roper", vehicle: "");
        var row = Assert.Single(await OpenAsync(mina, "(207) 555-6173"));
        var order = (await mina.PostAsync($"requests/{row.Id()}/order", new { })).Id();
        var sheet = await mina.SheetAsync(order);
        Assert.Contains("Ada Roper", sheet["customer"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Null(sheet["vehicle"]);
    }

    [Fact]
    public async Task A_robot_an_empty_question_and_a_flood_of_one_number_are_refused_in_words()
    {
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal("booking.robot", (await AskAsync("Buy pills", website: "http://pills.example")).Body.Text("code"));
        var empty = await AskAsync(" ");
        Assert.Equal(("booking.words", "words"), (empty.Body.Text("code"), empty.Body.Text("field")));
        Assert.Equal("text.long", (await AskAsync(new string('x', 501))).Body.Text("code"));
        // Put away, the next begins anew; four in a week are enough.
        for (var i = 0; i < 4; i++)
        {
            Assert.Equal(HttpStatusCode.OK, (await AskAsync($"Question {i}", "207 555 6172")).Status);
            var row = Assert.Single(await OpenAsync(mina, "(207) 555-6172"));
            await mina.PostAsync($"requests/{row.Id()}/handle", new { state = "Done" });
        }
        Assert.Equal("booking.many", (await AskAsync("One more", "207 555 6172")).Body.Text("code"));
    }

    [Fact]
    public async Task Texts_of_people_who_are_not_on_file_stand_in_the_tray_until_they_are_read()
    {
        using var mina = await shop.SignInAsync("mina");
        var unknown = (await mina.GetAsync("requests")).List("unknown");
        var lena = Assert.Single(unknown, u => u!.Text("shown") == "(505) 555-0177")!;
        Assert.StartsWith("Hello, this is Lena.", lena.Text("body"), StringComparison.Ordinal);
        await mina.PostAsync("unknown-senders/read", new { address = "+15055550177" });
        Assert.DoesNotContain((await mina.GetAsync("requests")).List("unknown"), u => u!.Text("shown") == "(505) 555-0177");
    }
}
