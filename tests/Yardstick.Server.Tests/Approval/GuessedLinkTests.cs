using System.Net;
using System.Text.Json.Nodes;
using Yardstick.Core.Values;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Approval;

/// <summary>Guessing of links, in a shop of its own: what it uses up of the limit would be missing elsewhere.</summary>
public class GuessedLinkTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task A_guessed_link_shows_nothing_and_too_many_guesses_are_stopped()
    {
        using var customer = new HttpClient { BaseAddress = new Uri(shop.Address, "api/customers-pages/estimates/") };
        var answer = await customer.GetAsync(LinkToken.New());
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        Assert.Equal("link.unknown", JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.Text("code"));
        var statuses = new List<HttpStatusCode>();
        for (var i = 0; i < 260; i++)
            statuses.Add((await customer.GetAsync($"guess{i}")).StatusCode);
        Assert.Contains(HttpStatusCode.TooManyRequests, statuses);
        Assert.DoesNotContain(HttpStatusCode.OK, statuses);
        // Behind the shop's own proxy everybody is counted by themselves, not all of them as the proxy.
        using var another = new HttpRequestMessage(HttpMethod.Get, "guess");
        another.Headers.Add("X-Forwarded-For", "203.0.113.7");
        Assert.Equal(HttpStatusCode.NotFound, (await customer.SendAsync(another)).StatusCode);
    }
}
