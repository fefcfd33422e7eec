using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>One's own password and PIN, and where one is signed in.</summary>
public static class OwnAccount
{
    /// <summary>A new PIN; the password says that it is really you.</summary>
    public sealed record SetPinRequest(string Pin, string Password);

    /// <summary>The password now, and the new one.</summary>
    public sealed record ChangePasswordRequest(string Password, string NewPassword);

    /// <summary>One of one's own sessions.</summary>
    public sealed record SessionRow(Guid Id, string Place, string Method, Instant StartedAt, Instant EndsAt, bool Here);

    /// <summary>What stands under one's own emails; empty for nothing.</summary>
    public sealed record OwnSignature(string Text);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/session/own-pin", SetPinAsync).AsksSignedIn().InPerson().LimitsGuessing();
        api.MapPut("/session/own-password", ChangePasswordAsync).AsksSignedIn().InPerson().LimitsGuessing();
        api.MapGet("/session/own-signature", SignatureAsync).AsksSignedIn().InPerson().Produces<OwnSignature>();
        api.MapPut("/session/own-signature", SignAsync).AsksSignedIn().InPerson().Produces<OwnSignature>();
        api.MapGet("/session/own-sessions", SessionsAsync).AsksSignedIn().InPerson().Produces<IReadOnlyList<SessionRow>>();
        api.MapDelete("/session/own-sessions/{id:guid}", EndAsync).AsksSignedIn().InPerson();
        api.MapDelete("/session/own-sessions", (Delegate)EndOthersAsync).AsksSignedIn().InPerson();
    }

    private static async Task<IResult> SetPinAsync(
        SetPinRequest request,
        HttpContext http,
        ShopDb read,
        PasswordCheck passwords,
        IPasswordHasher<Account> hasher,
        SingleWriter gate
    )
    {
        var me = http.User.StaffId();
        var role = await read.Staff.Where(s => s.Id == me).Select(s => s.Role).SingleAsync();
        if (Pin.Check(request.Pin, role).Problem is { } problem)
            return Problems.Of(problem);
        if (await NotYouAsync(passwords, me, request.Password) is { } refused)
            return refused;
        var hash = hasher.HashPassword(new Account(), request.Pin);
        await gate.RunAsync(db =>
            db.Users.Where(u => u.Id == me).ExecuteUpdateAsync(s => s.SetProperty(u => u.PinHash, hash).SetProperty(u => u.PinMisses, 0))
        );
        return Results.NoContent();
    }

    private static async Task<IResult> ChangePasswordAsync(
        ChangePasswordRequest request,
        HttpContext http,
        ShopDb read,
        PasswordCheck passwords,
        IPasswordHasher<Account> hasher,
        SingleWriter gate
    )
    {
        var me = http.User.StaffId();
        var name = await read.Users.Where(u => u.Id == me).Select(u => u.UserName).SingleAsync() ?? "";
        if (PasswordRules.Check(request.NewPassword, name).Problem is { } problem)
            return Problems.Of(problem with { Field = "newPassword" });
        if (await NotYouAsync(passwords, me, request.Password) is { } refused)
            return refused;
        var hash = hasher.HashPassword(new Account(), request.NewPassword);
        var stamp = Guid.NewGuid().ToString();
        // The new stamp ends every session, also where the old password let somebody else in; computers with PIN ask for the new one once.
        await gate.RunAsync(async db =>
        {
            await db.TerminalPeople.Where(p => p.StaffId == me).ExecuteDeleteAsync();
            PendingChanges.Of(db).Topics.Add(new Topic(TopicKind.Sessions));
            return await db
                .Users.Where(u => u.Id == me)
                .ExecuteUpdateAsync(s =>
                    s.SetProperty(u => u.PasswordHash, hash).SetProperty(u => u.SecurityStamp, stamp).SetProperty(u => u.PinMisses, 0)
                );
        });
        await Sessions.EndAsync(http, db => db.Sessions.Where(s => s.StaffId == me));
        await Sessions.BeginAsync(http, await read.Staff.SingleAsync(s => s.Id == me), "password");
        return Results.NoContent();
    }

    /// <summary>The refusal where the password is not the person's; guesses here count like those at the door.</summary>
    private static async Task<IResult?> NotYouAsync(PasswordCheck passwords, long me, string? password)
    {
        if (password is not { Length: > 0 and <= PasswordRules.Longest })
            return Problems.Of(new Problem("password.wrong", "Enter your password.", "password"));
        if (await passwords.TryAsync(me, password) is not { } tried)
            return Problems.Of(new Problem("limit.reached", "That was tried too often; wait a minute and try again."));
        return tried.Right
            ? null
            : Problems.Of(
                new Problem(
                    "password.wrong",
                    "That is not your password. After eight wrong tries nothing is taken for five minutes.",
                    "password"
                )
            );
    }

    private static async Task<IResult> SignatureAsync(HttpContext http, ShopDb db)
    {
        var me = http.User.StaffId();
        return Results.Ok(new OwnSignature(await db.Staff.Where(s => s.Id == me).Select(s => s.Signature).SingleAsync()));
    }

    private static Task<IResult> SignAsync(OwnSignature request, CommandRunner commands) =>
        commands.RunAsync<OwnSignature>(async work =>
        {
            var me = await work.Db.Staff.SingleAsync(s => s.Id == work.Actor.StaffId);
            if (me.SignWith(request.Text).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new OwnSignature(me.Signature);
        });

    private static async Task<IResult> SessionsAsync(HttpContext http, ShopDb db, TimeProvider time)
    {
        var (me, here) = (http.User.StaffId(), http.User.SessionId());
        var rows = await db.LastingSessions(time.Now()).Where(s => s.StaffId == me).OrderByDescending(s => s.StartedAt).ToListAsync();
        return Results.Ok(rows.ConvertAll(s => new SessionRow(s.Id, s.Place, s.Method, s.StartedAt, s.EndsAt, s.Id == here)));
    }

    private static async Task<IResult> EndAsync(Guid id, HttpContext http)
    {
        var me = http.User.StaffId();
        await Sessions.EndAsync(http, db => db.Sessions.Where(s => s.Id == id && s.StaffId == me));
        return Results.NoContent();
    }

    private static async Task<IResult> EndOthersAsync(HttpContext http)
    {
        var (me, here) = (http.User.StaffId(), http.User.SessionId());
        await Sessions.EndAsync(http, db => db.Sessions.Where(s => s.StaffId == me && s.Id != here));
        return Results.NoContent();
    }
}
