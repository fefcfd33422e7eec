using System.Net;
using Microsoft.EntityFrameworkCore;

namespace Yardstick.Server.Tests;

/// <summary>Sign-in, PIN switching on an enrolled terminal, and the first run.</summary>
public class SessionTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    [Fact]
    public async Task A_wrong_password_lets_nobody_in_and_is_written_down()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        await browser.RefusedAsync("session", new { userName = "mina", password = "wrong" }, HttpStatusCode.Unauthorized);
        await browser.RefusedAsync("session", new { userName = "nobody", password = "lantern-bay" }, HttpStatusCode.Unauthorized);
        Assert.Equal(HttpStatusCode.Unauthorized, (await browser.SendAsync(HttpMethod.Get, "shop")).Status);
        await using var db = shop.OpenDb();
        Assert.True(await db.SignIns.CountAsync(s => !s.Success) >= 2);
    }

    [Fact]
    public async Task People_who_signed_in_on_an_enrolled_terminal_switch_by_PIN_until_five_misses()
    {
        using var terminal = await shop.SignInAsync("ingrid");
        await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = "2001" }, HttpStatusCode.Unauthorized);
        await terminal.PostAsync("session/terminal", new { name = "Front counter" });
        shop.Time.Advance(TimeSpan.FromMinutes(1));
        await terminal.PostAsync("session", new { userName = "mina", password = "lantern-bay" });
        Assert.Equal(["Mina O.", "Ingrid A."], (await terminal.GetAsync("session/terminal")).List("people").Select(p => p!.Text("shortName")));
        await terminal.PostAsync("session/pin", new { staffId = 1, pin = "2001" });
        Assert.Equal("Ingrid Abara", (await terminal.GetAsync("session")).Text("name"));
        // Dario never signed in here with his password.
        await terminal.RefusedAsync("session/pin", new { staffId = 3, pin = "2003" }, HttpStatusCode.Unauthorized);
        await terminal.PostAsync("session/pin", new { staffId = 2, pin = "2002" });
        for (var i = 0; i < 5; i++) await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = "0000" }, HttpStatusCode.Unauthorized);
        Assert.Equal("pin.locked", (await terminal.RefusedAsync("session/pin", new { staffId = 1, pin = "2001" }, HttpStatusCode.Unauthorized)).Text("code"));
        await terminal.PostAsync("session", new { userName = "ingrid", password = "lantern-bay" });
        await terminal.PostAsync("session/pin", new { staffId = 2, pin = "2002" });
    }

    [Fact]
    public async Task Somebody_who_left_is_out_with_the_next_request()
    {
        using var pieter = await shop.SignInAsync("pieter");
        await using (var db = shop.OpenDb()) await db.Staff.Where(s => s.Name == "Pieter Lang").ExecuteUpdateAsync(s => s.SetProperty(x => x.Active, false));
        Assert.Equal(HttpStatusCode.Unauthorized, (await pieter.SendAsync(HttpMethod.Get, "floor")).Status);
        await using (var db = shop.OpenDb()) await db.Staff.Where(s => s.Name == "Pieter Lang").ExecuteUpdateAsync(s => s.SetProperty(x => x.Active, true));
    }

    [Fact]
    public async Task The_first_run_works_once()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        var shopForm = new { shopName = "Second", timeZone = "Europe/Lisbon", currency = "EUR", distanceUnit = "Kilometers", ownerName = "Inês Sá", userName = "ines", password = "long enough" };
        Assert.Equal("firstRun.done", (await browser.RefusedAsync("first-run", shopForm)).Text("code"));
    }

    [Fact]
    public async Task Pages_carry_a_policy_that_lets_only_our_scripts_run()
    {
        using var browser = new Browser(shop.Address, shop.Time);
        using var answer = await browser.RawAsync(new HttpRequestMessage(HttpMethod.Get, "welcome"));
        var policy = string.Join(' ', answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe-eval", policy, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_role_that_changed_counts_with_the_next_request_and_who_signs_out_is_out()
    {
        using var dario = await shop.SignInAsync("dario");
        Assert.Equal(HttpStatusCode.Forbidden, (await dario.SendAsync(HttpMethod.Post, "setup/logo/remove")).Status);
        var was = (await dario.GetAsync("session")).Text("role");
        await RoleAsync(Core.Setup.Role.Owner);
        Assert.True((int)(await dario.SendAsync(HttpMethod.Post, "setup/logo/remove")).Status < 300);
        await RoleAsync(Enum.Parse<Core.Setup.Role>(was));
        Assert.Equal(HttpStatusCode.Forbidden, (await dario.SendAsync(HttpMethod.Post, "setup/logo/remove")).Status);
        foreach (var pin in new[] { "12", "123456789", "12a4", "" })
        {
            var (status, refused) = await dario.SendAsync(HttpMethod.Put, "session/own-pin", new { pin });
            Assert.Equal((HttpStatusCode.UnprocessableEntity, "pin"), (status, refused!.Text("field")));
        }
        Assert.Equal(HttpStatusCode.NoContent, (await dario.SendAsync(HttpMethod.Put, "session/own-pin", new { pin = "2468" })).Status);
        Assert.Equal(HttpStatusCode.NoContent, (await dario.SendAsync(HttpMethod.Delete, "session")).Status);
        Assert.Equal(HttpStatusCode.Unauthorized, (await dario.SendAsync(HttpMethod.Get, "session")).Status);

        async Task RoleAsync(Core.Setup.Role role)
        {
            await using var db = shop.OpenDb();
            (await db.Staff.SingleAsync(s => s.Name.StartsWith("Dario"))).Role = role;
            await db.SaveChangesAsync();
        }
    }
}
