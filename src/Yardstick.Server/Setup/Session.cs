using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Sign-in by password, switching by PIN on an enrolled computer, sign-out.</summary>
public static class Session
{
    private static readonly Problem Wrong = new(
        "signIn.wrong",
        "The user name or password is wrong. Try again. After eight wrong tries nothing is taken for five minutes.",
        "password"
    );
    private static readonly Problem TooOften = new("limit.reached", "That was tried too often; wait a minute and try again.");
    private static readonly Problem PinLocked = new("pin.locked", "Too many wrong PINs. Sign in with the password.");

    /// <summary>Who is signed in.</summary>
    public sealed record SignedInPerson(long Id, string Name, string ShortName, Role Role, IReadOnlyCollection<Permission> Permissions);

    /// <summary>Name and password.</summary>
    public sealed record SignInRequest(string UserName, string Password);

    /// <summary>A person and their PIN.</summary>
    public sealed record PinRequest(long StaffId, string Pin);

    private sealed record Tried(StaffMember? LetIn, Problem? Problem);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/session", SignInAsync).AllowAnonymous().LimitsGuessing().Produces<SignedInPerson>();
        api.MapPost("/session/pin", SwitchAsync).AllowAnonymous().LimitsGuessing().Produces<SignedInPerson>();
        api.MapDelete("/session", (Delegate)SignOutAsync).AllowAnonymous();
        api.MapGet("/session", MeAsync).AsksSignedIn().Produces<SignedInPerson>();
    }

    private static async Task<IResult> SignInAsync(
        SignInRequest request,
        HttpContext http,
        PasswordCheck passwords,
        SingleWriter gate,
        TimeProvider time
    )
    {
        var (name, password, now) = (request.UserName?.Trim() ?? "", request.Password ?? "", Now(time));
        if (name.Length > 60 || password.Length > PasswordRules.Longest)
            return Problems.Of(Wrong);
        if (await passwords.TryAsync(name, password) is not { } tried)
            return Problems.Of(TooOften);
        var staff = await gate.RunAsync(async db =>
        {
            var person = tried.Right ? await db.Staff.FirstOrDefaultAsync(s => s.Id == tried.Account!.Id && s.Active) : null;
            await RecordAsync(db, tried.Account?.Id, "password", person is not null, now);
            if (person is not null)
                await Terminals.KnowAsync(db, http, person.Id, now);
            await db.SaveChangesAsync();
            return person;
        });
        return await AnswerAsync(new Tried(staff, staff is null ? Wrong : null), http, "password");
    }

    private static async Task<IResult> SwitchAsync(
        PinRequest request,
        HttpContext http,
        ShopDb read,
        IPasswordHasher<Account> hasher,
        SingleWriter gate,
        SignInTries tries,
        TimeProvider time
    )
    {
        var now = Now(time);
        if (await Terminals.HereAsync(read, http) is not { } terminal)
            return Problems.Of(
                new Problem("pin.terminal", "Switching by PIN works on enrolled computers only; sign in with your password.")
            );
        var tried = await tries.RunAsync(
            $"pin {request.StaffId}",
            () => TryPinAsync(request, terminal.Id, read, hasher, gate, now),
            t => t.Problem is null
        );
        return await AnswerAsync(tried, http, "pin");
    }

    private static async Task<Tried> TryPinAsync(
        PinRequest request,
        long terminalId,
        ShopDb read,
        IPasswordHasher<Account> hasher,
        SingleWriter gate,
        Instant now
    )
    {
        var since = now - Pin.GoodAfterPassword;
        var known = await read.TerminalPeople.AnyAsync(p => p.TerminalId == terminalId && p.StaffId == request.StaffId && p.At > since);
        var account = known ? await read.Users.AsNoTracking().FirstOrDefaultAsync(u => u.Id == request.StaffId) : null;
        if (account?.PinMisses >= Pin.MissesAllowed)
            return new Tried(null, PinLocked);
        // Hashing takes its time; nobody else waits for it.
        var fits =
            account?.PinHash is { } hash
            && hasher.VerifyHashedPassword(account, hash, request.Pin ?? "") != PasswordVerificationResult.Failed;
        return await gate.RunAsync(async db =>
        {
            var person = known ? await db.Staff.FindAsync(request.StaffId) : null;
            var right = fits && person is { Active: true };
            await RecordAsync(db, known ? request.StaffId : null, "pin", right, now);
            var misses = 0;
            if (account is not null)
            {
                var counted = (await db.Users.FindAsync(account.Id))!;
                misses = counted.PinMisses = right ? 0 : counted.PinMisses + 1;
            }
            await db.SaveChangesAsync();
            if (right)
                return new Tried(person, null);
            var left = Pin.MissesAllowed - misses;
            return new Tried(
                null,
                account is null ? new Problem("pin.wrong", "Wrong PIN. Sign in with the password.", "pin")
                    : left <= 0 ? PinLocked
                    : new Problem("pin.wrong", $"Wrong PIN. {left} {(left == 1 ? "try is" : "tries are")} left.", "pin")
            );
        });
    }

    private static async Task<IResult> AnswerAsync(Tried? tried, HttpContext http, string method)
    {
        if (tried is null)
            return Problems.Of(TooOften);
        if (tried.LetIn is not { } staff)
            return Problems.Of(tried.Problem!);
        await Sessions.BeginAsync(http, staff, method);
        return Results.Ok(await ViewAsync(http.RequestServices.GetRequiredService<ShopDb>(), staff));
    }

    /// <summary>Sign-ins are only added to. Of names that nobody has, one a minute is enough.</summary>
    private static async Task RecordAsync(ShopDb db, long? staffId, string method, bool success, Instant now)
    {
        var lately = now.PlusMinutes(-1);
        if (staffId is null && await db.SignIns.AnyAsync(s => s.StaffId == null && s.At > lately))
            return;
        db.SignIns.Add(
            new SignInRecord
            {
                StaffId = staffId,
                Method = method,
                Success = success,
                At = now,
            }
        );
    }

    private static async Task<IResult> SignOutAsync(HttpContext http)
    {
        var id = http.User.SessionId();
        if (id != Guid.Empty)
            await Sessions.EndAsync(http, db => db.Sessions.Where(s => s.Id == id));
        await http.SignOutAsync(IdentityConstants.ApplicationScheme);
        return Results.NoContent();
    }

    private static async Task<IResult> MeAsync(HttpContext http, ShopDb db) =>
        Results.Ok(await ViewAsync(db, (await db.Staff.FindAsync(http.User.StaffId()))!));

    private static async Task<SignedInPerson> ViewAsync(ShopDb db, StaffMember staff) =>
        new(staff.Id, staff.Name, staff.ShortName, staff.Role, await db.RightsOfAsync(staff.Id, staff.Role));

    private static Instant Now(TimeProvider time) => time.Now();
}
