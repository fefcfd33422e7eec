using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Computers on which people switch by PIN: enrolled, listed and withdrawn by those who may.</summary>
public static class Terminals
{
    private const string Cookie = "yardstick.terminal";

    /// <summary>Somebody who may switch here by PIN.</summary>
    public sealed record PinPerson(long Id, string ShortName);

    /// <summary>The computer in front of the person.</summary>
    public sealed record TerminalView(bool Enrolled, string Name, IReadOnlyList<PinPerson> People);

    /// <summary>A name for the computer.</summary>
    public sealed record EnrollRequest(string Name);

    /// <summary>An enrolled computer.</summary>
    public sealed record TerminalRow(long Id, string Name, Instant EnrolledAt, string EnrolledBy, Instant? LastUsedAt, bool Here);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/session/terminal", ShowAsync).AllowAnonymous().Produces<TerminalView>();
        api.MapPost("/session/terminal", EnrollAsync).Asks(Permission.EnrollTerminals);
        api.MapGet("/terminals", ListAsync).Asks(Permission.EnrollTerminals).Produces<IReadOnlyList<TerminalRow>>();
        api.MapDelete("/terminals/{id:long}", WithdrawAsync).Asks(Permission.EnrollTerminals);
    }

    /// <summary>The computer that the cookie names; null where it is none, or was withdrawn.</summary>
    internal static async Task<Terminal?> HereAsync(ShopDb db, HttpContext http)
    {
        if (http.Request.Cookies[Cookie] is not { Length: > 0 } token)
            return null;
        var hash = LinkToken.HashOf(token);
        return await db.Terminals.FirstOrDefaultAsync(t => t.TokenHash == hash && t.WithdrawnAt == null);
    }

    /// <summary>Somebody typed the password here: from now on, for a while, the PIN is enough.</summary>
    internal static async Task KnowAsync(ShopDb db, HttpContext http, long staffId, Instant now)
    {
        if (await HereAsync(db, http) is not { } terminal)
            return;
        if (await db.TerminalPeople.FindAsync(terminal.Id, staffId) is { } known)
            known.At = now;
        else
            db.TerminalPeople.Add(
                new TerminalPerson
                {
                    TerminalId = terminal.Id,
                    StaffId = staffId,
                    At = now,
                }
            );
    }

    private static async Task<IResult> ShowAsync(HttpContext http, ShopDb db, TimeProvider time)
    {
        if (await HereAsync(db, http) is not { } terminal)
            return Results.Ok(new TerminalView(false, "", []));
        var since = time.Now() - Pin.GoodAfterPassword;
        var people = await db
            .TerminalPeople.Where(p => p.TerminalId == terminal.Id && p.At > since)
            .Join(db.Staff.Where(s => s.Active), p => p.StaffId, s => s.Id, (p, s) => new { p.At, Person = s })
            .Join(db.Users.Where(u => u.PinHash != null && u.PinMisses < Pin.MissesAllowed), p => p.Person.Id, u => u.Id, (p, u) => p)
            .OrderByDescending(p => p.At)
            .ToListAsync();
        return Results.Ok(new TerminalView(true, terminal.Name, people.ConvertAll(p => new PinPerson(p.Person.Id, p.Person.ShortName))));
    }

    private static async Task<IResult> EnrollAsync(EnrollRequest request, HttpContext http, SingleWriter gate, TimeProvider time)
    {
        if (string.IsNullOrWhiteSpace(request.Name) || request.Name.Length > 60)
            return Problems.Of(new Problem("terminal.name", "Give the computer a name of at most 60 characters.", "name"));
        var token = LinkToken.New();
        var now = time.Now();
        await gate.RunAsync(async db =>
        {
            var terminal = new Terminal
            {
                Name = request.Name.Trim(),
                TokenHash = LinkToken.HashOf(token),
                EnrolledAt = now,
                EnrolledById = http.User.StaffId(),
            };
            db.Terminals.Add(terminal);
            await db.SaveChangesAsync();
            db.TerminalPeople.Add(
                new TerminalPerson
                {
                    TerminalId = terminal.Id,
                    StaffId = http.User.StaffId(),
                    At = now,
                }
            );
            return await db.SaveChangesAsync();
        });
        http.Response.Cookies.Append(
            Cookie,
            token,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = http.Request.IsHttps,
                IsEssential = true,
                MaxAge = TimeSpan.FromDays(400),
            }
        );
        return Results.NoContent();
    }

    private static async Task<IResult> ListAsync(HttpContext http, ShopDb db)
    {
        var here = (await HereAsync(db, http))?.Id;
        var rows = await db
            .Terminals.Where(t => t.WithdrawnAt == null)
            .OrderBy(t => t.Name)
            .Select(t => new
            {
                Terminal = t,
                By = db.Staff.Where(s => s.Id == t.EnrolledById).Select(s => s.Name).First(),
                Last = db.TerminalPeople.Where(p => p.TerminalId == t.Id).Max(p => (Instant?)p.At),
            })
            .ToListAsync();
        return Results.Ok(
            rows.ConvertAll(r => new TerminalRow(
                r.Terminal.Id,
                r.Terminal.Name,
                r.Terminal.EnrolledAt,
                StaffMember.ShortNameOf(r.By),
                r.Last,
                r.Terminal.Id == here
            ))
        );
    }

    private static async Task<IResult> WithdrawAsync(long id, SingleWriter gate, TimeProvider time)
    {
        var now = time.Now();
        var withdrawn = await gate.RunAsync(async db =>
        {
            await db.TerminalPeople.Where(p => p.TerminalId == id).ExecuteDeleteAsync();
            return await db
                .Terminals.Where(t => t.Id == id && t.WithdrawnAt == null)
                .ExecuteUpdateAsync(s => s.SetProperty(t => t.WithdrawnAt, now));
        });
        return withdrawn == 0
            ? Problems.Of(new Problem("terminal.gone", "This computer no longer has PIN sign-in. Reload the page."))
            : Results.NoContent();
    }
}
