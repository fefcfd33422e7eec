using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Sessions of people on staff. The cookie names one; whether it still lasts stands in the database.</summary>
public static class Sessions
{
    private const int LongestPlace = 120;

    /// <summary>Begins a session in this browser; one that it had ends.</summary>
    internal static async Task BeginAsync(HttpContext http, StaffMember staff, string method)
    {
        var services = http.RequestServices;
        var now = services.GetRequiredService<TimeProvider>().Now();
        var before = http.User.SessionId();
        var session = await services
            .GetRequiredService<SingleWriter>()
            .RunAsync(async db =>
            {
                await EndAsync(db, db.Sessions.Where(s => s.Id == before), now);
                var begun = new StaffSession
                {
                    Id = Guid.NewGuid(),
                    StaffId = staff.Id,
                    Role = staff.Role,
                    Stamp = await db.Users.Where(u => u.Id == staff.Id).Select(u => u.SecurityStamp).SingleAsync() ?? "",
                    Method = method,
                    Place = PlaceOf(http),
                    StartedAt = now,
                    EndsAt = now + StaffSession.Longest,
                };
                db.Sessions.Add(begun);
                await db.SaveChangesAsync();
                return begun;
            });
        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.NameIdentifier, staff.Id.ToString(CultureInfo.InvariantCulture)),
                new Claim(ClaimTypes.Name, staff.Name),
                new Claim(ClaimTypes.Role, staff.Role.ToString()),
                new Claim(RightsOnEndpoints.SessionClaim, session.Id.ToString()),
            ],
            IdentityConstants.ApplicationScheme
        );
        await http.SignInAsync(
            IdentityConstants.ApplicationScheme,
            new ClaimsPrincipal(identity),
            new AuthenticationProperties
            {
                IsPersistent = true,
                IssuedUtc = session.StartedAt.ToDateTimeOffset(),
                ExpiresUtc = session.EndsAt.ToDateTimeOffset(),
            }
        );
    }

    /// <summary>Ends sessions, and closes the screens that listen by them.</summary>
    internal static async Task EndAsync(HttpContext http, Func<ShopDb, IQueryable<StaffSession>> which)
    {
        var now = http.RequestServices.GetRequiredService<TimeProvider>().Now();
        await http.RequestServices.GetRequiredService<SingleWriter>().RunAsync(db => EndAsync(db, which(db), now));
        await http.RequestServices.GetRequiredService<EndedSessions>().CloseEndedAsync();
    }

    /// <summary>Ends sessions within a change.</summary>
    internal static Task<int> EndAsync(ShopDb db, IQueryable<StaffSession> which, Instant utcNow)
    {
        PendingChanges.Of(db).Topics.Add(new Topic(TopicKind.Sessions));
        return which.Where(s => s.EndedAt == null).ExecuteUpdateAsync(s => s.SetProperty(x => x.EndedAt, utcNow));
    }

    /// <summary>Sessions that last: not ended, not over, of somebody who is still here, in the same role, with the same password.</summary>
    internal static IQueryable<StaffSession> LastingSessions(this ShopDb db, Instant utcNow) =>
        db.Sessions.Where(s =>
            s.EndedAt == null
            && s.EndsAt > utcNow
            && db.Staff.Any(p => p.Id == s.StaffId && p.Active && p.Role == s.Role)
            && db.Users.Any(u => u.Id == s.StaffId && u.SecurityStamp == s.Stamp)
        );

    /// <summary>Asked with every request: a session that ended is over at once.</summary>
    internal static async Task ValidateAsync(CookieValidatePrincipalContext context)
    {
        var services = context.HttpContext.RequestServices;
        var rights = await services
            .GetRequiredService<SessionsAtHand>()
            .RightsAsync(context.Principal!.SessionId(), services.GetRequiredService<ShopDb>);
        if (rights is null)
            context.RejectPrincipal();
        else
            context.Principal!.AddIdentity(new StaffRights(rights));
    }

    /// <summary>What somebody on staff may: by their role, and by themselves.</summary>
    internal static async Task<IReadOnlyCollection<Permission>> RightsOfAsync(this ShopDb db, long staffId, Role role) =>
        Rights.Of(role, await db.StaffRights.Where(r => r.StaffId == staffId).ToListAsync());

    /// <summary>Browser and system in a few words, from what the browser says of itself.</summary>
    private static string PlaceOf(HttpContext http)
    {
        var agent = http.Request.Headers.UserAgent.ToString();
        string Named(params (string Sign, string Name)[] known) =>
            known.FirstOrDefault(k => agent.Contains(k.Sign, StringComparison.OrdinalIgnoreCase)).Name ?? "";
        var browser = Named(("Edg/", "Edge"), ("Firefox/", "Firefox"), ("Chrome/", "Chrome"), ("Safari/", "Safari"));
        var system = Named(
            ("iPad", "iPad"),
            ("iPhone", "iPhone"),
            ("Android", "Android"),
            ("Windows", "Windows"),
            ("Mac OS", "Mac"),
            ("Linux", "Linux")
        );
        var place = $"{browser}{(browser.Length > 0 && system.Length > 0 ? " on " : "")}{system}";
        if (place.Length == 0)
            place = agent.Length > 0 ? agent : "Unknown browser";
        return place.Length > LongestPlace ? place[..LongestPlace] : place;
    }
}
