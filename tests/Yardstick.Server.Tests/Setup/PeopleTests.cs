using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>People are added, invited by a link, given rights, and leave; the shop's hours are set.</summary>
public class PeopleTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<long> AddAsync(Browser owner, string userName, string role = "Writer") =>
        (
            await owner.PostAsync(
                "people",
                new
                {
                    name = $"Sol {userName}",
                    userName,
                    role,
                }
            )
        ).Id();

    private static async Task<string> InviteAsync(Browser owner, long id) =>
        (await owner.PostAsync($"people/{id}/invitation")).Text("link").Split('/')[^1];

    private Task<JsonNode> SetAsync(Browser owner, long id, string field, string value) =>
        owner.PostAsync(
            $"people/{id}",
            new
            {
                field,
                value,
                version = 99,
            }
        );

    /// <summary>Uses a link in a browser of its own.</summary>
    private async Task<Browser> JoinAsync(string token, string? pin = null)
    {
        var browser = new Browser(shop.Address, shop.Time);
        await browser.PostAsync($"invitations/{token}", new { password = "copper kettle north", pin });
        return browser;
    }

    [Fact]
    public async Task A_view_is_its_makers_until_they_share_it_and_only_who_sets_the_shop_up_removes_what_all_have()
    {
        using var mina = await shop.SignInAsync("mina");
        using var dario = await shop.SignInAsync("dario");
        using var ingrid = await shop.SignInAsync("ingrid");
        async Task<long> KeepAsync(string name, bool forAll) =>
            (
                await mina.PostAsync(
                    "saved-views",
                    new
                    {
                        list = "invoices",
                        name,
                        address = "/billing/invoices?state=open",
                        forAll,
                    }
                )
            ).Id();
        var (own, shared) = (await KeepAsync("Owed to me", false), await KeepAsync("Owed to us", true));
        async Task<IEnumerable<string>> NamesAsync(Browser of) =>
            (await of.GetAsync("saved-views/invoices")).AsArray().Select(v => v!.Text("name"));
        Assert.Equal(["Owed to me", "Owed to us"], await NamesAsync(mina));
        Assert.Equal(["Owed to us"], await NamesAsync(dario));
        Assert.Equal("view.others", (await dario.RefusedAsync($"saved-views/{shared}/remove", new { removed = true })).Text("code"));
        Assert.Equal("view.others", (await ingrid.RefusedAsync($"saved-views/{own}/remove", new { removed = true })).Text("code"));
        await ingrid.PostAsync($"saved-views/{shared}/remove", new { removed = true });
        Assert.Empty(await NamesAsync(dario));
        await ingrid.PostAsync($"saved-views/{shared}/remove", new { removed = false });
        Assert.Equal(["Owed to us"], await NamesAsync(dario));
    }

    [Fact]
    public async Task Somebody_new_chooses_a_password_by_a_link_that_works_once_and_is_told_once()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var id = await AddAsync(ingrid, "sol");
        await ingrid.RefusedAsync(
            "people",
            new
            {
                name = "Other",
                userName = " SOL ",
                role = "Writer",
            }
        );
        using var stranger = new Browser(shop.Address, shop.Time);
        await stranger.RefusedAsync("session", new { userName = "sol", password = "" }, HttpStatusCode.Unauthorized);
        var token = await InviteAsync(ingrid, id);
        await using (var db = shop.OpenDb())
        {
            Assert.DoesNotContain(await db.Commands.Select(c => c.Body).ToListAsync(), b => b.Contains(token, StringComparison.Ordinal));
            Assert.NotEqual(token, (await db.Invitations.SingleAsync(i => i.StaffId == id)).TokenHash);
        }
        var shown = await stranger.GetAsync($"invitations/{token}");
        Assert.Equal(("Sol sol", "sol", true), (shown.Text("name"), shown.Text("userName"), shown["isNew"]!.GetValue<bool>()));
        await stranger.RefusedAsync($"invitations/{token}", new { password = "short" });
        await stranger.RefusedAsync($"invitations/{token}", new { password = "copper kettle north", pin = "123456" });
        using var sol = await JoinAsync(token, "402816");
        Assert.Equal("Sol sol", (await sol.GetAsync("session")).Text("name"));
        await stranger.RefusedAsync($"invitations/{token}", new { password = "copper kettle south" }, HttpStatusCode.NotFound);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.SendAsync(HttpMethod.Get, $"invitations/{token}")).Status);
        await stranger.PostAsync("session", new { userName = "sol", password = "copper kettle north" });
    }

    [Fact]
    public async Task A_newer_link_ends_the_older_and_a_password_set_anew_ends_every_session()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var id = await AddAsync(ingrid, "kim");
        var older = await InviteAsync(ingrid, id);
        using var kim = await JoinAsync(await InviteAsync(ingrid, id));
        using var stranger = new Browser(shop.Address, shop.Time);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.SendAsync(HttpMethod.Get, $"invitations/{older}")).Status);
        using var anew = await JoinAsync(await InviteAsync(ingrid, id));
        Assert.Equal(HttpStatusCode.Unauthorized, (await kim.SendAsync(HttpMethod.Get, "session")).Status);
        await anew.GetAsync("session");
        var late = await InviteAsync(ingrid, id);
        shop.DaysPass(8);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.SendAsync(HttpMethod.Get, $"invitations/{late}")).Status);
    }

    [Fact]
    public async Task A_right_counts_with_the_next_request_and_a_manager_never_reaches_an_owner()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var id = await AddAsync(ingrid, "lee", "Technician");
        using var lee = await JoinAsync(await InviteAsync(ingrid, id));
        Assert.Equal(HttpStatusCode.Forbidden, (await lee.SendAsync(HttpMethod.Get, "orders")).Status);
        await ingrid.PostAsync($"people/{id}/rights", new { permission = "SeeOrders", allowed = true });
        await lee.GetAsync("orders");
        Assert.Contains("SeeOrders", (await lee.GetAsync("session"))["permissions"]!.AsArray().Select(p => p!.GetValue<string>()));
        var right = (await ingrid.GetAsync($"people/{id}"))["rights"]!.AsArray().Single(r => r!.Text("permission") == "SeeOrders")!;
        Assert.Equal(
            ("Ingrid Abara", true, false),
            (right.Text("changedBy"), right["has"]!.GetValue<bool>(), right["byRole"]!.GetValue<bool>())
        );
        await ingrid.PostAsync($"people/{id}/rights", new { permission = "SeeOrders", allowed = (bool?)null });
        Assert.Equal(HttpStatusCode.Forbidden, (await lee.SendAsync(HttpMethod.Get, "orders")).Status);
        // Another role ends the session; a manager neither becomes an owner nor takes an owner's password.
        await SetAsync(ingrid, id, "role", "Manager");
        Assert.Equal(HttpStatusCode.Unauthorized, (await lee.SendAsync(HttpMethod.Get, "session")).Status);
        using var manager = await JoinAsync(await InviteAsync(ingrid, id));
        await manager.RefusedAsync("people/1/invitation");
        await manager.RefusedAsync("people/1/active", new { active = false });
        await manager.RefusedAsync(
            $"people/{id}",
            new
            {
                field = "role",
                value = "Owner",
                version = 99,
            }
        );
    }

    [Fact]
    public async Task Who_leaves_is_off_the_clock_and_the_plan_and_signed_out_and_keeps_what_was_theirs()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        var ana = await shop.SignInAsync("ana");
        var id = (await ana.GetAsync("session")).Id();
        await ana.PostAsync("bench/presence", new { present = true });
        long planned;
        await using (var db = shop.OpenDb())
        {
            planned = await db.PlannedWork.Where(p => p.TechnicianId == id).CountAsync();
            Assert.True(planned > 0);
        }
        var feed = (await ingrid.PostAsync("calendar/feeds", new { staffId = id })).Text("path");
        using var phone = new Browser(shop.Address, shop.Time);
        await phone.BytesAsync("../" + feed);
        var done = await CountAsync(id);
        await ingrid.PostAsync($"people/{id}/active", new { active = false });
        await Assert.ThrowsAsync<HttpRequestException>(() => phone.BytesAsync("../" + feed));
        Assert.Equal(HttpStatusCode.Unauthorized, (await ana.SendAsync(HttpMethod.Get, "session")).Status);
        using (var again = new Browser(shop.Address, shop.Time))
            await again.RefusedAsync("session", new { userName = "ana", password = "lantern-bay" }, HttpStatusCode.Unauthorized);
        await using (var db = shop.OpenDb())
        {
            Assert.False(await db.Attendances.AnyAsync(a => a.StaffId == id && a.End == null));
            Assert.False(await db.TimeEntries.AnyAsync(t => t.StaffId == id && t.End == null));
            Assert.False(
                await db.PlannedWork.AnyAsync(p =>
                    p.TechnicianId == id && db.Jobs.Any(j => j.Id == p.JobId && j.Progress != Core.Orders.JobProgress.Finished)
                )
            );
        }
        Assert.Equal(done, await CountAsync(id));
        await ingrid.RefusedAsync($"people/{id}/invitation");
        await ingrid.PostAsync($"people/{id}/active", new { active = true });
        using var back = new Browser(shop.Address, shop.Time);
        await back.PostAsync("session", new { userName = "ana", password = "lantern-bay" });
    }

    private async Task<int> CountAsync(long staffId)
    {
        await using var db = shop.OpenDb();
        return await db.TimeEntries.CountAsync(t => t.StaffId == staffId);
    }

    [Fact]
    public async Task Hours_and_days_away_are_on_the_floor_at_once()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        const long pieter = 7;
        async Task<JsonNode> LaneAsync() => (await ingrid.GetAsync("floor"))["people"]!.AsArray().Single(p => p!.Id() == pieter)!;
        var today = (await ingrid.GetAsync("shop")).Text("now")[..10];
        var absence = await ingrid.PostAsync(
            $"people/{pieter}/absences",
            new
            {
                from = today,
                until = "",
                reason = "training",
            }
        );
        Assert.Equal("away, training", (await LaneAsync()).Text("day"));
        await ingrid.RefusedAsync(
            $"people/{pieter}/absences",
            new
            {
                from = today,
                until = "",
                reason = "",
            }
        );
        await ingrid.PostAsync($"absences/{absence.Id()}/remove", new { removed = true });
        Assert.NotEqual("away, training", (await LaneAsync()).Text("day"));
        await ingrid.RefusedAsync(
            $"people/{pieter}",
            new
            {
                field = "hours.monday",
                value = "noonish",
                version = 99,
            }
        );
    }

    [Fact]
    public async Task Two_owners_who_change_the_same_field_of_the_shop_are_told_of_each_other()
    {
        var (one, other) = (await shop.SignInAsync("ingrid"), await shop.SignInAsync("ingrid"));
        var version = (await one.GetAsync("setup/shop"))["version"]!.GetValue<int>();
        await one.PostAsync(
            "setup/shop",
            new
            {
                field = "phone",
                value = "207 555 0188",
                version,
            }
        );
        Assert.Equal(
            "edit.conflict",
            (
                await other.RefusedAsync(
                    "setup/shop",
                    new
                    {
                        field = "phone",
                        value = "207 555 0199",
                        version,
                    },
                    HttpStatusCode.Conflict
                )
            ).Text("code")
        );
        await other.PostAsync(
            "setup/shop",
            new
            {
                field = "address",
                value = "14 Breakwater Avenue",
                version,
            }
        );
        var shown = await one.GetAsync("setup/shop");
        Assert.Equal(("(207) 555-0188", "14 Breakwater Avenue"), (shown.Text("phone"), shown.Text("address")));
        var today = shop.Time.GetUtcNow();
        await one.PostAsync("setup/closed-days", new { on = "12/25", reason = "Christmas" });
        var day = (await one.GetAsync("setup/shop"))["closedDays"]!.AsArray().Single()!;
        Assert.Equal("Christmas", day.Text("reason"));
        await one.PostAsync("setup/closed-days/open", new { on = day.Text("on") });
        Assert.Empty((await one.GetAsync("setup/shop"))["closedDays"]!.AsArray());
    }
}
