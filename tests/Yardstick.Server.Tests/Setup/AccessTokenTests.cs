using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Setup;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>A program comes in by a token: as its person, with what it was given, and not a moment longer.</summary>
public class AccessTokenTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<(long Id, string Token)> MakeAsync(Browser browser, int days, params string[] rights)
    {
        var made = await browser.PostAsync(
            "access-tokens",
            new
            {
                name = "Books",
                rights,
                days,
            }
        );
        return (made.Id(), made.Text("token"));
    }

    /// <summary>A program: no cookies, only the token.</summary>
    private async Task<HttpStatusCode> AskAsync(string token, string path, HttpMethod? method = null, object? body = null, Guid? id = null)
    {
        using var http = new HttpClient { BaseAddress = new Uri(shop.Address, "api/") };
        using var request = new HttpRequestMessage(method ?? HttpMethod.Get, path);
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        request.Headers.Add("X-Command-Id", (id ?? Guid.NewGuid()).ToString());
        if (body is not null)
            request.Content = JsonContent.Create(body);
        using var answer = await http.SendAsync(request);
        return answer.StatusCode;
    }

    [Fact]
    public async Task It_may_what_it_was_given_and_nothing_that_only_people_may()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (_, token) = await MakeAsync(ingrid, 30, "SeeOrders", "Find", "WriteUp");
        Assert.Equal(HttpStatusCode.OK, await AskAsync(token, "orders"));
        Assert.Equal(HttpStatusCode.OK, await AskAsync(token, "session"));
        Assert.Equal(HttpStatusCode.Forbidden, await AskAsync(token, "policy"));
        Assert.Equal(HttpStatusCode.Forbidden, await AskAsync(token, "access-tokens"));
        Assert.Equal(HttpStatusCode.Forbidden, await AskAsync(token, "session/own-sessions"));
        Assert.Equal(HttpStatusCode.Forbidden, await AskAsync(token, "session/own-sessions", HttpMethod.Delete));
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(token + "x", "orders"));
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync("something", "orders"));
        await ingrid.GetAsync("orders");
    }

    [Fact]
    public async Task Its_changes_happen_once_and_stand_in_the_record_under_its_persons_name()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (_, token) = await MakeAsync(ingrid, 30, "Find", "WriteUp");
        var (id, name) = (Guid.NewGuid(), $"Program {Guid.NewGuid():N}"[..20]);
        var order = new
        {
            customer = new
            {
                firstName = "By",
                lastName = name,
                source = "Referral",
            },
            withoutVehicle = true,
            jobs = new[] { "Look at the brakes" },
        };
        Assert.Equal(HttpStatusCode.OK, await AskAsync(token, "orders", HttpMethod.Post, order, id));
        Assert.Equal(HttpStatusCode.OK, await AskAsync(token, "orders", HttpMethod.Post, order, id));
        await using var db = shop.OpenDb();
        Assert.Equal(1, await db.Customers.CountAsync(c => c.LastName == name));
        Assert.Empty(await db.AccessTokens.Where(t => t.TokenHash == token).ToListAsync());
        Assert.DoesNotContain(await db.Commands.Select(c => c.Body).ToListAsync(), b => b.Contains(token, StringComparison.Ordinal));
    }

    [Fact]
    public async Task One_that_runs_wild_is_told_to_wait_and_no_other()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (_, wild) = await MakeAsync(ingrid, 30, "SeeOrders");
        var (_, calm) = await MakeAsync(ingrid, 30, "SeeOrders");
        var answers = new List<HttpStatusCode>();
        // Within one minute, or within two where a minute ends in between.
        for (var i = 0; i < 2 * TokenSignIn.MostInAMinute + 1 && !answers.Contains(HttpStatusCode.TooManyRequests); i++)
            answers.Add(await AskAsync(wild, "session"));
        Assert.True(answers.Count > TokenSignIn.MostInAMinute, $"Told to wait after {answers.Count}.");
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1]);
        Assert.Equal(HttpStatusCode.OK, await AskAsync(calm, "session"));
        await ingrid.GetAsync("orders");
    }

    [Fact]
    public async Task Withdrawn_over_or_of_somebody_who_left_it_is_out_at_once()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var (first, withdrawn) = await MakeAsync(ingrid, 30, "SeeOrders");
        Assert.Equal(HttpStatusCode.OK, await AskAsync(withdrawn, "orders"));
        await ingrid.SendAsync(HttpMethod.Delete, $"access-tokens/{first}");
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(withdrawn, "orders"));
        var row = (await ingrid.GetAsync("access-tokens")).List("tokens").Single(t => t!.Id() == first)!;
        Assert.False(row.Flag("stands"));
        Assert.NotNull(row["lastUsedAt"]);

        await using var db = shop.OpenDb();
        var mina = await db.Staff.AsNoTracking().SingleAsync(s => s.Name.StartsWith("Mina"));
        await ingrid.PostAsync($"people/{mina.Id}/rights", new { permission = "ConnectPrograms", allowed = true });
        var (_, hers) = await MakeAsync(await shop.SignInAsync("mina"), 1, "SeeOrders", "WriteUp");
        Assert.Equal(HttpStatusCode.OK, await AskAsync(hers, "orders"));
        await ingrid.PostAsync($"people/{mina.Id}/rights", new { permission = "SeeOrders", allowed = false });
        Assert.Equal(HttpStatusCode.Forbidden, await AskAsync(hers, "orders"));
        await ingrid.PostAsync($"people/{mina.Id}/rights", new { permission = "SeeOrders", allowed = true });
        Assert.Equal(HttpStatusCode.OK, await AskAsync(hers, "orders"));
        await ingrid.PostAsync($"people/{mina.Id}/active", new { active = false });
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(hers, "orders"));
        await ingrid.PostAsync($"people/{mina.Id}/active", new { active = true });
        Assert.Equal(HttpStatusCode.OK, await AskAsync(hers, "orders"));
        shop.DaysPass(1);
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(hers, "orders"));
    }
}
