using System.Security.Cryptography;
using System.Text;
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

/// <summary>Links by which people choose their password themselves: when they are new, or when it is set anew.</summary>
public static class Invitations
{
    private const int LongestToken = 64;

    /// <summary>A link that was made.</summary>
    /// <param name="Id">The person.</param>
    /// <param name="Link">The link; empty where it can't be told any more, then a new one is made.</param>
    /// <param name="EndsAt">Until when it can be used, UTC.</param>
    public sealed record InvitationMade(long Id, string Link, Instant EndsAt);

    /// <summary>What whoever opens the link reads.</summary>
    public sealed record InvitationView(string ShopName, string Name, string UserName, bool IsNew, int ShortestPin);

    /// <summary>The password that was chosen, and a PIN if one is wanted.</summary>
    public sealed record JoinRequest(string? Password, string? Pin);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/people/{id:long}/invitation", Make).Asks(Permission.EditStaff).Produces<InvitationMade>().ProducesProblem(422);
        api.MapGet("/invitations/{token}", ShowAsync).AllowAnonymous().LimitsGuessing().Produces<InvitationView>().ProducesProblem(404);
        api.MapPost("/invitations/{token}", JoinAsync).AllowAnonymous().LimitsGuessing().ProducesProblem(422);
    }

    private static Task<IResult> Make(long id, HttpContext http, CommandRunner commands)
    {
        var token = CommandSecret.TokenOf(http);
        return commands.RunAsync<InvitationMade>(
            async work =>
            {
                var db = work.Db;
                if (await db.Staff.FindAsync(id) is not { } person)
                    return Gone.Person;
                var guard = await People.GuardAsync(work, http);
                if (guard.Invite(person, await db.RightsOfAsync(id, person.Role)).Problem is { } problem)
                    return problem;
                foreach (var before in await db.Invitations.Where(i => i.StaffId == id).ToListAsync())
                    before.Withdraw(work.Actor.At);
                var made = Invitation.To(id, token, work.Actor.StaffId, work.Actor.At);
                db.Invitations.Add(made);
                await db.SaveChangesAsync();
                work.Record("person", id, person.Version, new FieldChange("invitation", "", "link made"));
                return new InvitationMade(id, "", made.EndsAt);
            },
            async (context, made) =>
            {
                var (db, hash) = (context.RequestServices.GetRequiredService<ShopDb>(), LinkToken.HashOf(token));
                return await db.Invitations.AnyAsync(i => i.TokenHash == hash)
                    ? made with
                    {
                        Link = $"{context.Request.Scheme}://{context.Request.Host}/join/{token}",
                    }
                    : made;
            }
        );
    }

    private static async Task<IResult> ShowAsync(string token, ShopDb db, TimeProvider time)
    {
        if (await FindAsync(db, token, time.Now()) is not { } found)
            return Problems.Of(Gone.Invitation);
        var person = await db.Staff.SingleAsync(s => s.Id == found.StaffId);
        var account = await db.Users.SingleAsync(u => u.Id == found.StaffId);
        return Results.Ok(
            new InvitationView(
                await db.Shops.Select(s => s.Name).SingleAsync(),
                person.Name,
                account.UserName ?? "",
                account.PasswordHash is null,
                Pin.ShortestFor(person.Role)
            )
        );
    }

    private static async Task<Invitation?> FindAsync(ShopDb db, string token, Instant utcNow)
    {
        if (token.Length > LongestToken)
            return null;
        var hash = LinkToken.HashOf(token);
        var found = await db.Invitations.Where(Invitation.Standing(utcNow)).FirstOrDefaultAsync(i => i.TokenHash == hash);
        return found is not null && await db.Staff.AnyAsync(s => s.Id == found.StaffId && s.Active) ? found : null;
    }

    /// <summary>Uses the link up: the password counts from now on, every session of the person ends, and one begins here.</summary>
    private static async Task<IResult> JoinAsync(
        string token,
        JoinRequest request,
        HttpContext http,
        ShopDb read,
        IPasswordHasher<Account> hasher,
        SingleWriter gate,
        TimeProvider time
    )
    {
        var now = time.Now();
        if (await FindAsync(read, token, now) is not { } found)
            return Problems.Of(Gone.Invitation);
        var person = await read.Staff.SingleAsync(s => s.Id == found.StaffId);
        var name = await read.Users.Where(u => u.Id == person.Id).Select(u => u.UserName).SingleAsync() ?? "";
        if (PasswordRules.Check(request.Password, name).Problem is { } weak)
            return Problems.Of(weak);
        var wantsPin = !string.IsNullOrEmpty(request.Pin);
        if (wantsPin && Pin.Check(request.Pin, person.Role).Problem is { } noPin)
            return Problems.Of(noPin);
        // Hashing takes its time; nobody else waits for it.
        var password = hasher.HashPassword(new Account(), request.Password!);
        var pin = wantsPin ? hasher.HashPassword(new Account(), request.Pin!) : null;
        var joined = await gate.RunAsync<Result<StaffMember>>(
            async db =>
            {
                if (await FindAsync(db, token, now) is not { } link)
                    return Gone.Invitation;
                if (link.Use(now).Problem is { } used)
                    return used;
                var account = await db.Users.SingleAsync(u => u.Id == link.StaffId);
                (account.PasswordHash, account.SecurityStamp) = (password, Guid.NewGuid().ToString());
                (account.PinMisses, account.AccessFailedCount, account.LockoutEnd) = (0, 0, null);
                if (pin is not null)
                    account.PinHash = pin;
                await db.TerminalPeople.Where(p => p.StaffId == link.StaffId).ExecuteDeleteAsync();
                await Sessions.EndAsync(db, db.Sessions.Where(s => s.StaffId == link.StaffId), now);
                await db.SaveChangesAsync();
                return await db.Staff.SingleAsync(s => s.Id == link.StaffId);
            },
            r => r.Ok
        );
        if (joined.Problem is { } refused)
            return Problems.Of(refused);
        await Sessions.BeginAsync(http, joined.Value, "invitation");
        return Results.NoContent();
    }
}
