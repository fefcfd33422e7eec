using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Changes;

/// <summary>
/// Carries out changes of staff, of customers behind a link, and of the program itself: each runs alone and is kept whole or not at all.
/// One of staff has an id that the client made (<c>X-Command-Id</c>) and is answered the same when it comes twice.
/// </summary>
public sealed class CommandRunner(IHttpContextAccessor accessor, SingleWriter writer, TimeProvider time, IOptions<JsonOptions> json)
{
    private const int LongestClientId = 64;

    /// <summary>A change came without an id.</summary>
    internal static readonly Problem NoId = new("command.id", "A change needs the header X-Command-Id with a new UUID.");

    /// <summary>Runs a change of whoever is signed in and answers with what it returns, or with the problem that refused it.</summary>
    /// <param name="change">The change.</param>
    /// <param name="complete">What is told besides, once the change is kept; it is found out anew for a repeat.</param>
    public async Task<IResult> RunAsync<T>(Func<CommandContext, Task<Result<T>>> change, Func<HttpContext, T, Task<T>>? complete = null)
    {
        var http = accessor.HttpContext!;
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var id))
            return Problems.Of(NoId);
        var clientId = http.Request.Headers["X-Client-Id"].ToString();
        var actor = new Actor(http.User.StaffId(), time.Now(), clientId.Length > LongestClientId ? clientId[..LongestClientId] : clientId)
        {
            Rights = http.User.Rights(),
        };
        var asked = await ReadTwice.HashAsync(http.Request);

        var outcome = await writer.RunAsync(
            async db =>
            {
                if (await db.Commands.FindAsync(id) is { } before)
                {
                    return before.StaffId == actor.StaffId && before.Asked == asked
                        ? new Outcome(before.Status, before.Body, null, Keep: false)
                        : new Outcome(
                            0,
                            "",
                            new Problem("command.reused", "This change came from another screen. Reload the page and try again."),
                            Keep: false
                        );
                }
                PendingChanges.Of(db).CommandId = id.ToString();
                var result = await change(new CommandContext(db, actor, http.RequestServices));
                if (result.Problem is { } problem)
                    return new Outcome(0, "", problem, Keep: false);
                var body = JsonSerializer.Serialize(result.Value, json.Value.SerializerOptions);
                db.Commands.Add(
                    new CommandRecord
                    {
                        Id = id,
                        StaffId = actor.StaffId,
                        At = actor.At,
                        Asked = asked,
                        Status = 200,
                        Body = body,
                    }
                );
                await db.SaveChangesAsync();
                return new Outcome(200, body, null, Keep: true);
            },
            outcome => outcome.Keep
        );

        if (outcome.Problem is { } refused)
            return Problems.Of(refused);
        var answer = complete is null
            ? outcome.Body
            : JsonSerializer.Serialize(await complete(http, Read<T>(outcome.Body)), json.Value.SerializerOptions);
        return Results.Text(answer, "application/json", statusCode: outcome.Status);
    }

    private T Read<T>(string body) =>
        JsonSerializer.Deserialize<T>(body, json.Value.SerializerOptions)
        ?? throw new InvalidOperationException("A change was kept with an empty answer.");

    /// <summary>Runs a change of a customer or of the program itself; whether it was made before is for the change to tell.</summary>
    public static Task<Result<T>> RunAsync<T>(SingleWriter writer, Actor actor, Func<CommandContext, Task<Result<T>>> change) =>
        writer.RunAsync(
            async db =>
            {
                var result = await change(new CommandContext(db, actor));
                if (result.Ok)
                    await db.SaveChangesAsync();
                return result;
            },
            result => result.Ok
        );

    private sealed record Outcome(int Status, string Body, Problem? Problem, bool Keep);
}
