using System.Net;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Core.Setup;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>Sign-in, sessions that end, PIN switching on an enrolled computer, and the first run.</summary>
public class SessionTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private const string Ingrid = "480201",
        Mina = "480202",
        Dario = "480203";

    private static async Task<HttpStatusCode> AskAsync(Browser browser) => (await browser.SendAsync(HttpMethod.Get, "session")).Status;

    [Fact]
    public async Task A_wrong_password_lets_nobody_in_and_is_written_down()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        var wrong = await browser.RefusedAsync("session", new { userName = "mina", password = "wrong" }, HttpStatusCode.Unauthorized);
        var unknown = await browser.RefusedAsync(
            "session",
            new { userName = "nobody", password = "lantern-bay" },
            HttpStatusCode.Unauthorized
        );
        Assert.Equal(wrong.Text("detail"), unknown.Text("detail"));
        await browser.RefusedAsync("session", new { userName = "mina", password = new string('x', 100_000) }, HttpStatusCode.Unauthorized);
        Assert.Equal(HttpStatusCode.Unauthorized, (await browser.SendAsync(HttpMethod.Get, "shop")).Status);
        await using var db = shop.OpenDb();
        Assert.True(await db.SignIns.CountAsync(s => !s.Success) >= 2);
        // Names that nobody has fill no table.
        var before = await db.SignIns.CountAsync();
        await browser.RefusedAsync("session", new { userName = "nobody2", password = "x" }, HttpStatusCode.Unauthorized);
        Assert.Equal(before, await db.SignIns.CountAsync());
    }

    [Fact]
    public async Task Guessing_in_parallel_is_counted_one_by_one_and_locks_for_five_minutes()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        Task<(HttpStatusCode Status, JsonNode? Body)> TryAsync(string password) =>
            browser.SendAsync(HttpMethod.Post, "session", new { userName = "tobias", password });
        var tries = await Task.WhenAll(Enumerable.Range(0, 12).Select(i => TryAsync($"wrong{i}")));
        Assert.All(tries, t => Assert.Equal(HttpStatusCode.Unauthorized, t.Status));
        Assert.Equal(HttpStatusCode.Unauthorized, (await TryAsync("lantern-bay")).Status);
        shop.Time.Advance(TimeSpan.FromMinutes(5));
        Assert.Equal(HttpStatusCode.OK, (await TryAsync("lantern-bay")).Status);
        // However it is tried, one name is tried few times a minute.
        var many = await Task.WhenAll(
            Enumerable
                .Range(0, 30)
                .Select(i => browser.SendAsync(HttpMethod.Post, "session", new { userName = "somebody", password = "x" }))
        );
        Assert.Contains(many, t => t.Status == HttpStatusCode.TooManyRequests && t.Body!.Text("code") == "limit.reached");
    }

    [Fact]
    public async Task People_who_signed_in_on_an_enrolled_computer_switch_by_PIN_and_misses_stay_with_the_person()
    {
        using var terminal = await shop.SignInAsync("ingrid");
        await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = Ingrid }, HttpStatusCode.Unauthorized);
        await terminal.PostAsync("session/terminal", new { name = "Front counter" });
        shop.Time.Advance(TimeSpan.FromMinutes(1));
        await terminal.PostAsync("session", new { userName = "mina", password = "lantern-bay" });
        Assert.Equal(
            ["Mina O.", "Ingrid A."],
            (await terminal.GetAsync("session/terminal")).List("people").Select(p => p!.Text("shortName"))
        );
        await terminal.PostAsync("session/pin", new { staffId = 1, pin = Ingrid });
        Assert.Equal("Ingrid Abara", (await terminal.GetAsync("session")).Text("name"));
        // Dario never signed in here with his password.
        await terminal.RefusedAsync("session/pin", new { staffId = 3, pin = Dario }, HttpStatusCode.Unauthorized);

        // Somebody who guesses gets no fresh tries by their own right PIN, nor by their password, nor on another computer.
        for (var i = 0; i < 4; i++)
            await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = "000000" }, HttpStatusCode.Unauthorized);
        await terminal.PostAsync("session/pin", new { staffId = 2, pin = Mina });
        await terminal.PostAsync("session", new { userName = "mina", password = "lantern-bay" });
        Assert.Equal(
            "pin.locked",
            (await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = "000000" }, HttpStatusCode.Unauthorized)).Text("code")
        );
        Assert.Equal(
            "pin.locked",
            (await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = Ingrid }, HttpStatusCode.Unauthorized)).Text("code")
        );
        Assert.DoesNotContain((await terminal.GetAsync("session/terminal")).List("people"), p => p!.Text("shortName") == "Ingrid A.");
        await terminal.PostAsync("session/pin", new { staffId = 2, pin = Mina });
        await terminal.PostAsync("session", new { userName = "ingrid", password = "lantern-bay" });
        await terminal.PostAsync("session/pin", new { staffId = 1, pin = Ingrid });
    }

    [Fact]
    public async Task A_computer_is_listed_and_withdrawn_and_forgets_who_typed_no_password_for_a_month()
    {
        using var owner = await shop.SignInAsync("ingrid");
        using var bay = await shop.SignInAsync("ingrid");
        await bay.PostAsync("session/terminal", new { name = "Bay 2" });
        shop.DaysPass(31);
        Assert.Empty((await bay.GetAsync("session/terminal")).List("people"));
        await bay.RefusedAsync("session/pin", new { staffId = 1, pin = Ingrid }, HttpStatusCode.Unauthorized);
        await bay.PostAsync("session", new { userName = "ingrid", password = "lantern-bay" });
        await bay.PostAsync("session/pin", new { staffId = 1, pin = Ingrid });

        await owner.PostAsync("session", new { userName = "ingrid", password = "lantern-bay" });
        var row = (await owner.GetAsync("terminals")).AsArray().Single(t => t!.Text("name") == "Bay 2")!;
        Assert.False(row.Flag("here"));
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal(HttpStatusCode.Forbidden, (await mina.SendAsync(HttpMethod.Delete, $"terminals/{row.Id()}")).Status);
        Assert.Equal(HttpStatusCode.NoContent, (await owner.SendAsync(HttpMethod.Delete, $"terminals/{row.Id()}")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await owner.SendAsync(HttpMethod.Delete, $"terminals/{row.Id()}")).Status);
        Assert.False((await bay.GetAsync("session/terminal")).Flag("enrolled"));
    }

    [Fact]
    public async Task A_session_ends_when_it_is_signed_out_of_whoever_copied_its_cookie_and_after_fourteen_hours_whatever_is_done()
    {
        using var mina = await shop.SignInAsync("mina");
        var copied = mina.Cookies;
        async Task<HttpStatusCode> WithCopyAsync()
        {
            using var http = new HttpClient(new SocketsHttpHandler { UseCookies = false }) { BaseAddress = shop.Address };
            using var request = new HttpRequestMessage(HttpMethod.Get, "api/session");
            request.Headers.Add("Cookie", copied);
            return (await http.SendAsync(request)).StatusCode;
        }
        Assert.Equal(HttpStatusCode.OK, await WithCopyAsync());
        Assert.Equal(HttpStatusCode.NoContent, (await mina.SendAsync(HttpMethod.Delete, "session")).Status);
        Assert.Equal(HttpStatusCode.Unauthorized, await WithCopyAsync());

        using var dario = await shop.SignInAsync("dario");
        for (var i = 0; i < 13; i++)
        {
            shop.Time.Advance(TimeSpan.FromHours(1));
            Assert.Equal(HttpStatusCode.OK, await AskAsync(dario));
        }
        shop.Time.Advance(TimeSpan.FromHours(1));
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(dario));
    }

    [Fact]
    public async Task Leaving_another_role_and_a_new_password_end_every_session()
    {
        using var pieter = await shop.SignInAsync("pieter");
        await ChangeAsync("Pieter", s => s.Active = false);
        Assert.Equal(HttpStatusCode.Unauthorized, (await pieter.SendAsync(HttpMethod.Get, "floor")).Status);
        await ChangeAsync("Pieter", s => s.Active = true);

        using var dario = await shop.SignInAsync("dario");
        Assert.Equal(HttpStatusCode.Forbidden, (await dario.SendAsync(HttpMethod.Post, "setup/logo/remove")).Status);
        await ChangeAsync("Dario", s => s.Role = Role.Owner);
        Assert.Equal(HttpStatusCode.Unauthorized, await AskAsync(dario));
        await dario.PostAsync("session", new { userName = "dario", password = "lantern-bay" });
        Assert.True((int)(await dario.SendAsync(HttpMethod.Post, "setup/logo/remove")).Status < 300);
        await ChangeAsync("Dario", s => s.Role = Role.Writer);

        Task ChangeAsync(string name, Action<StaffMember> change) =>
            shop
                .Services.GetRequiredService<SingleWriter>()
                .RunAsync(async db =>
                {
                    change(await db.Staff.SingleAsync(s => s.Name.StartsWith(name)));
                    return await db.SaveChangesAsync();
                });
    }

    [Fact]
    public async Task One_changes_ones_own_password_and_sees_and_ends_ones_own_sessions()
    {
        using var here = await shop.SignInAsync("wen");
        using var there = await shop.SignInAsync("wen");
        using var third = await shop.SignInAsync("wen");
        var sessions = (await here.GetAsync("session/own-sessions")).AsArray();
        Assert.Equal((3, 1), (sessions.Count, sessions.Count(s => s!.Flag("here"))));
        using var noor = await shop.SignInAsync("noor");
        var others = sessions.Where(s => !s!.Flag("here")).Select(s => s!.Text("id")).ToList();
        // Nobody ends anybody else's.
        await noor.SendAsync(HttpMethod.Delete, $"session/own-sessions/{others[0]}");
        Assert.Equal(3, (await here.GetAsync("session/own-sessions")).AsArray().Count);
        await here.SendAsync(HttpMethod.Delete, $"session/own-sessions/{others[0]}");
        Assert.Equal(1, new[] { await AskAsync(there), await AskAsync(third) }.Count(s => s == HttpStatusCode.Unauthorized));

        Task<(HttpStatusCode Status, JsonNode? Body)> SetAsync(string password, string newPassword) =>
            here.SendAsync(HttpMethod.Put, "session/own-password", new { password, newPassword });
        Assert.Equal("password.wrong", (await SetAsync("guess", "four plain words here")).Body!.Text("code"));
        Assert.Equal("newPassword", (await SetAsync("lantern-bay", "password123")).Body!.Text("field"));
        Assert.Equal(HttpStatusCode.NoContent, (await SetAsync("lantern-bay", "four plain words here")).Status);
        Assert.Equal(HttpStatusCode.OK, await AskAsync(here));
        Assert.Equal([HttpStatusCode.Unauthorized, HttpStatusCode.Unauthorized], new[] { await AskAsync(there), await AskAsync(third) });
        using var again = new Browser(shop.Address, shop.Time);
        await again.RefusedAsync("session", new { userName = "wen", password = "lantern-bay" }, HttpStatusCode.Unauthorized);
        await again.PostAsync("session", new { userName = "wen", password = "four plain words here" });
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await again.SendAsync(
                    HttpMethod.Put,
                    "session/own-password",
                    new { password = "four plain words here", newPassword = "lantern-bay" }
                )
            ).Status
        );
    }

    [Fact]
    public async Task Ones_PIN_asks_the_password_and_is_not_an_easy_one()
    {
        using var ana = await shop.SignInAsync("ana");
        Task<(HttpStatusCode Status, JsonNode? Body)> SetAsync(Browser who, string pin, string password = "lantern-bay") =>
            who.SendAsync(HttpMethod.Put, "session/own-pin", new { pin, password });
        foreach (var pin in new[] { "12", "123456789", "12a4", "", "0000", "4321" })
        {
            var (status, refused) = await SetAsync(ana, pin);
            Assert.Equal((HttpStatusCode.UnprocessableEntity, "pin"), (status, refused!.Text("field")));
        }
        Assert.Equal("password", (await SetAsync(ana, "2468", "wrong")).Body!.Text("field"));
        Assert.Equal(HttpStatusCode.NoContent, (await SetAsync(ana, "2468")).Status);
        using var mina = await shop.SignInAsync("mina");
        Assert.Equal("pin.form", (await SetAsync(mina, "2468")).Body!.Text("code"));
    }

    [Fact]
    public async Task Screens_that_listen_are_cut_off_with_their_session_and_no_other_site_listens()
    {
        using var mina = await shop.SignInAsync("mina");
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri(shop.Address, "live"), o => o.Headers["Cookie"] = mina.Cookies)
            .Build();
        var closed = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        line.Closed += _ =>
        {
            closed.TrySetResult();
            return Task.CompletedTask;
        };
        await line.StartAsync();
        await mina.SendAsync(HttpMethod.Delete, "session");
        await closed.Task.WaitAsync(TimeSpan.FromSeconds(10));

        using var dario = await shop.SignInAsync("dario");
        await using var foreign = new HubConnectionBuilder()
            .WithUrl(new Uri(shop.Address, "live"), o =>
            {
                o.Headers["Cookie"] = dario.Cookies;
                o.Headers["Origin"] = "http://127.0.0.1:9999";
            })
            .Build();
        await Assert.ThrowsAnyAsync<HttpRequestException>(() => foreign.StartAsync());
    }

    [Fact]
    public async Task The_first_run_works_once()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        var shopForm = new
        {
            shopName = "Second",
            timeZone = "Europe/Lisbon",
            currency = "EUR",
            distanceUnit = "Kilometers",
            ownerName = "Inês Sá",
            userName = "ines",
            password = "long enough",
            code = shop.Code,
        };
        Assert.Equal("firstRun.done", (await browser.RefusedAsync("first-run", shopForm)).Text("code"));
        Assert.Equal("code", (await browser.RefusedAsync("first-run", shopForm with { code = "GUES-SED2" })).Text("field"));
    }

    [Fact]
    public void A_session_lasts_fourteen_hours_at_the_longest() => Assert.Equal(Duration.FromHours(14), StaffSession.Longest);
}
