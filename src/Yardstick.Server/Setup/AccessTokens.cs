using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>Ways in for other programs: made for oneself, listed and withdrawn.</summary>
public static class AccessTokens
{
    private const string Target = "accessToken";

    /// <summary>A right that a token can be given.</summary>
    /// <param name="Permission">The right.</param>
    /// <param name="Words">In words.</param>
    public sealed record TokenRight(Permission Permission, string Words);

    /// <summary>A token that was made.</summary>
    public sealed record AccessTokenRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>What it is for.</summary>
        public required string Name { get; init; }

        /// <summary>As whom it acts.</summary>
        public required string Person { get; init; }

        /// <summary>What it may now, in words: what it was given, as far as the person still may.</summary>
        public required IReadOnlyList<string> Rights { get; init; }

        /// <summary>Made, UTC.</summary>
        public required Instant MadeAt { get; init; }

        /// <summary>Ends, UTC.</summary>
        public required Instant EndsAt { get; init; }

        /// <summary>Used last, UTC; null where it never was.</summary>
        public Instant? LastUsedAt { get; init; }

        /// <summary>It works.</summary>
        public required bool Stands { get; init; }
    }

    /// <summary>Everybody's tokens, and what one's own may be given.</summary>
    /// <param name="Tokens">Those that stand first.</param>
    /// <param name="Rights">What a new one may be given.</param>
    /// <param name="MostDays">The longest that one lasts.</param>
    public sealed record AccessTokenList(IReadOnlyList<AccessTokenRow> Tokens, IReadOnlyList<TokenRight> Rights, int MostDays);

    /// <summary>What the new token is for, what it may and for how long.</summary>
    public sealed record AccessTokenRequest(string? Name, IReadOnlyList<Permission>? Rights, int Days);

    /// <summary>A token that was made.</summary>
    /// <param name="Id">Its key.</param>
    /// <param name="Token">The token, told this once; empty where it can't be told any more, then a new one is made.</param>
    /// <param name="EndsAt">It ends, UTC.</param>
    public sealed record AccessTokenMade(long Id, string Token, Instant EndsAt);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/access-tokens", ListAsync).Asks(Permission.ConnectPrograms).Produces<AccessTokenList>();
        api.MapPost("/access-tokens", Make).Asks(Permission.ConnectPrograms).Produces<AccessTokenMade>().ProducesProblem(422);
        api.MapDelete("/access-tokens/{id:long}", Withdraw).Asks(Permission.ConnectPrograms).Produces<RecordChanged>().ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(HttpContext http, ShopDb db, TimeProvider time)
    {
        var now = time.Now();
        var rows = await db
            .AccessTokens.AsNoTracking()
            .Join(db.Staff, t => t.StaffId, s => s.Id, (t, s) => new { Token = t, Person = s })
            .OrderByDescending(r => r.Token.Id)
            .ToListAsync();
        var given = (await db.StaffRights.AsNoTracking().ToListAsync()).ToLookup(r => r.StaffId);
        var own = http.User.Rights();
        return Results.Ok(
            new AccessTokenList(
                [
                    .. rows.Select(r => new AccessTokenRow
                        {
                            Id = r.Token.Id,
                            Name = r.Token.Name,
                            Person = r.Person.Name,
                            Rights =
                            [
                                .. r
                                    .Token.Granted(Rights.Of(r.Person.Role, given[r.Person.Id]))
                                    .Select(RightWords.Of)
                                    .Order(StringComparer.Ordinal),
                            ],
                            MadeAt = r.Token.MadeAt,
                            EndsAt = r.Token.EndsAt,
                            LastUsedAt = r.Token.LastUsedAt,
                            Stands = r.Token.WithdrawnAt is null && r.Token.EndsAt > now && r.Person.Active,
                        })
                        .OrderByDescending(r => r.Stands),
                ],
                [.. AccessToken.Grantable.Where(own.Contains).Select(p => new TokenRight(p, RightWords.Of(p)))],
                AccessToken.MostDays
            )
        );
    }

    private static Task<IResult> Make(AccessTokenRequest request, HttpContext http, CommandRunner commands)
    {
        var token = AccessToken.Prefix + CommandSecret.TokenOf(http);
        return commands.RunAsync<AccessTokenMade>(
            async work =>
            {
                var wish = new AccessTokenWish(request.Name, request.Rights ?? [], request.Days);
                var made = AccessToken.Make(work.Actor.StaffId, work.Actor.Rights, wish, token, work.Actor.At);
                if (made.Problem is { } problem)
                    return problem;
                work.Db.AccessTokens.Add(made.Value);
                await work.Db.SaveChangesAsync();
                work.Record(Target, made.Value.Id, 1, new FieldChange("made", "", made.Value.Name));
                return new AccessTokenMade(made.Value.Id, "", made.Value.EndsAt);
            },
            async (context, made) =>
            {
                var (db, hash) = (context.RequestServices.GetRequiredService<ShopDb>(), LinkToken.HashOf(token));
                return await db.AccessTokens.AnyAsync(t => t.TokenHash == hash) ? made with { Token = token } : made;
            }
        );
    }

    private static Task<IResult> Withdraw(long id, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.AccessTokens.FindAsync(id) is not { } token)
                return Gone.AccessToken;
            token.Withdraw(work.Actor.At);
            work.Record(Target, id, 2, new FieldChange("withdrawn", token.Name, ""));
            return new RecordChanged(id, 2);
        });
}
