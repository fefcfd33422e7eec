using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Sign-in by password, switching by PIN on an enrolled terminal, sign-out.</summary>
public static class Session
{
    private const string TerminalCookie = "yardstick.terminal";
    private const int MissesAllowed = 5;

    /// <summary>Who is signed in.</summary>
    public sealed record Me(long Id, string Name, string ShortName, Role Role, IReadOnlyCollection<Permission> Permissions);
    /// <summary>Somebody who may switch here by PIN.</summary>
    public sealed record PinPerson(long Id, string ShortName);
    /// <summary>The terminal in front of the person.</summary>
    public sealed record TerminalView(bool Enrolled, string Name, bool Locked, IReadOnlyList<PinPerson> People);
    /// <summary>Name and password.</summary>
    public sealed record SignInRequest(string UserName, string Password);
    /// <summary>A person and their PIN.</summary>
    public sealed record PinRequest(long StaffId, string Pin);
    /// <summary>A name for the terminal.</summary>
    public sealed record EnrollRequest(string Name);
    /// <summary>A new PIN.</summary>
    public sealed record SetPinRequest(string Pin);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/session", SignInAsync).AllowAnonymous().RequireRateLimiting("sign-in").Produces<Me>();
        api.MapPost("/session/pin", SwitchAsync).AllowAnonymous().RequireRateLimiting("sign-in").Produces<Me>();
        api.MapGet("/session/terminal", TerminalAsync).AllowAnonymous().Produces<TerminalView>();
        api.MapDelete("/session", (Delegate)SignOutAsync).AllowAnonymous();
        api.MapGet("/session", MeAsync).AsksSignedIn().Produces<Me>();
        api.MapPut("/session/own-pin", SetPinAsync).AsksSignedIn();
        api.MapPost("/session/terminal", EnrollAsync).Asks(Permission.EnrollTerminals);
    }

    private static async Task<IResult> SignInAsync(SignInRequest request, HttpContext http, UserManager<Account> users, WriteGate gate, TimeProvider time)
    {
        var account = await users.FindByNameAsync(request.UserName?.Trim() ?? "");
        if (account is not null && await users.IsLockedOutAsync(account))
            return Problems.Of(new Problem("signIn.locked", "Too many wrong passwords; try again in five minutes."), 429);
        var right = account is not null && await users.CheckPasswordAsync(account, request.Password ?? "");
        var staff = await gate.RunAsync(async db =>
        {
            var person = account is null ? null : await db.Staff.FindAsync(account.Id);
            var lets = right && person is { Active: true };
            db.SignIns.Add(new SignInRecord { StaffId = account?.Id, Method = "password", Success = lets, At = Now(time) });
            if (lets && await TerminalOfAsync(db, http) is { } terminal)
            {
                terminal.Misses = 0;
                terminal.Locked = false;
                var known = await db.TerminalPeople.FindAsync(terminal.Id, person!.Id);
                if (known is null) db.TerminalPeople.Add(new TerminalPerson { TerminalId = terminal.Id, StaffId = person.Id, At = Now(time) });
                else known.At = Now(time);
            }
            await db.SaveChangesAsync();
            return lets ? person : null;
        });
        if (account is not null)
        {
            if (right) await users.ResetAccessFailedCountAsync(account);
            else await users.AccessFailedAsync(account);
        }
        if (staff is null) return Problems.Of(new Problem("signIn.wrong", "The name and password do not fit together.", "password"), 401);
        await LetInAsync(http, staff);
        return Results.Ok(View(staff));
    }

    private static async Task<IResult> SwitchAsync(PinRequest request, HttpContext http, IPasswordHasher<Account> hasher, WriteGate gate, TimeProvider time)
    {
        var outcome = await gate.RunAsync<Result<StaffMember>>(async db =>
        {
            if (await TerminalOfAsync(db, http) is not { } terminal) return new Problem("pin.terminal", "Switching by PIN works on enrolled terminals only; sign in with your password.");
            if (terminal.Locked) return new Problem("pin.locked", "Five wrong PINs were typed here; somebody has to sign in with a password.");
            var known = await db.TerminalPeople.AnyAsync(p => p.TerminalId == terminal.Id && p.StaffId == request.StaffId);
            var account = known ? await db.Users.FindAsync(request.StaffId) : null;
            var person = known ? await db.Staff.FindAsync(request.StaffId) : null;
            var right = account?.PinHash is { } hash && person is { Active: true } && hasher.VerifyHashedPassword(account, hash, request.Pin ?? "") != PasswordVerificationResult.Failed;
            db.SignIns.Add(new SignInRecord { StaffId = known ? request.StaffId : null, Method = "pin", Success = right, At = Now(time) });
            terminal.Misses = right ? 0 : terminal.Misses + 1;
            terminal.Locked = terminal.Misses >= MissesAllowed;
            await db.SaveChangesAsync();
            if (right) return person!;
            return terminal.Locked
                ? new Problem("pin.locked", "Five wrong PINs were typed here; somebody has to sign in with a password.")
                : new Problem("pin.wrong", $"That PIN is not right; {MissesAllowed - terminal.Misses} more tries.", "pin");
        });
        if (outcome.Problem is { } problem) return Problems.Of(problem, 401);
        await LetInAsync(http, outcome.Value);
        return Results.Ok(View(outcome.Value));
    }

    private static async Task<IResult> TerminalAsync(HttpContext http, ShopDb db)
    {
        if (await TerminalOfAsync(db, http) is not { } terminal) return Results.Ok(new TerminalView(false, "", false, []));
        var people = await db.TerminalPeople.Where(p => p.TerminalId == terminal.Id)
            .Join(db.Staff.Where(s => s.Active), p => p.StaffId, s => s.Id, (p, s) => new { p.At, Person = s })
            .Join(db.Users.Where(u => u.PinHash != null), p => p.Person.Id, u => u.Id, (p, u) => p)
            .OrderByDescending(p => p.At).ToListAsync();
        return Results.Ok(new TerminalView(true, terminal.Name, terminal.Locked, people.ConvertAll(p => new PinPerson(p.Person.Id, p.Person.ShortName))));
    }

    private static async Task<IResult> SignOutAsync(HttpContext http)
    {
        await http.SignOutAsync(IdentityConstants.ApplicationScheme);
        return Results.NoContent();
    }

    private static async Task<IResult> MeAsync(HttpContext http, ShopDb db) => Results.Ok(View((await db.Staff.FindAsync(http.User.StaffId()))!));

    private static async Task<IResult> SetPinAsync(SetPinRequest request, HttpContext http, IPasswordHasher<Account> hasher, WriteGate gate)
    {
        if (request.Pin is not { Length: >= 4 and <= 8 } || !request.Pin.All(char.IsAsciiDigit))
            return Problems.Of(new Problem("pin.form", "A PIN has 4 to 8 digits.", "pin"));
        await gate.RunAsync(async db =>
        {
            var account = (await db.Users.FindAsync(http.User.StaffId()))!;
            account.PinHash = hasher.HashPassword(account, request.Pin);
            return await db.SaveChangesAsync();
        });
        return Results.NoContent();
    }

    private static async Task<IResult> EnrollAsync(EnrollRequest request, HttpContext http, WriteGate gate, TimeProvider time)
    {
        if (string.IsNullOrWhiteSpace(request.Name) || request.Name.Length > 60) return Problems.Of(new Problem("terminal.name", "Give the terminal a name of at most 60 characters.", "name"));
        var token = Convert.ToHexString(RandomNumberGenerator.GetBytes(16));
        await gate.RunAsync(async db =>
        {
            var terminal = new Terminal { Name = request.Name.Trim(), TokenHash = Hash(token), EnrolledAt = Now(time), EnrolledById = http.User.StaffId() };
            db.Terminals.Add(terminal);
            await db.SaveChangesAsync();
            db.TerminalPeople.Add(new TerminalPerson { TerminalId = terminal.Id, StaffId = http.User.StaffId(), At = Now(time) });
            return await db.SaveChangesAsync();
        });
        http.Response.Cookies.Append(TerminalCookie, token, new CookieOptions
        {
            HttpOnly = true,
            SameSite = SameSiteMode.Strict,
            Secure = http.Request.IsHttps,
            IsEssential = true,
            MaxAge = TimeSpan.FromDays(400),
        });
        return Results.NoContent();
    }

    private static async Task<Terminal?> TerminalOfAsync(ShopDb db, HttpContext http)
    {
        if (http.Request.Cookies[TerminalCookie] is not { Length: > 0 } token) return null;
        var hash = Hash(token);
        return await db.Terminals.FirstOrDefaultAsync(t => t.TokenHash == hash);
    }

    internal static Task LetInAsync(HttpContext http, StaffMember staff)
    {
        var identity = new ClaimsIdentity(
            [new Claim(ClaimTypes.NameIdentifier, staff.Id.ToString()), new Claim(ClaimTypes.Name, staff.Name), new Claim(ClaimTypes.Role, staff.Role.ToString())],
            IdentityConstants.ApplicationScheme);
        return http.SignInAsync(IdentityConstants.ApplicationScheme, new ClaimsPrincipal(identity), new AuthenticationProperties { IsPersistent = true });
    }

    private static Me View(StaffMember staff) => new(staff.Id, staff.Name, staff.ShortName, staff.Role, Rights.Of(staff.Role));

    private static string Hash(string token) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(token)));

    private static DateTime Now(TimeProvider time) => time.GetUtcNow().UtcDateTime;
}
