using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Changes;

/// <summary>
/// Carries out changes: each has an id that the client made (<c>X-Command-Id</c>), runs alone, is kept whole or not at
/// all, and is answered the same when it comes twice. Screens are told after it is kept.
/// </summary>
public sealed class CommandRunner(IHttpContextAccessor accessor, SingleWriter gate, LiveUpdates live, TimeProvider time, IOptions<JsonOptions> json)
{
    private const int LongestClientId = 64;

    /// <summary>Runs a change and answers with what it returns, or with the problem that refused it.</summary>
    public async Task<IResult> RunAsync<T>(Func<CommandContext, Task<Result<T>>> change)
    {
        var http = accessor.HttpContext!;
        if (!Guid.TryParse(http.Request.Headers["X-Command-Id"], out var id))
            return Problems.Of(new Problem("command.id", "A change needs the header X-Command-Id with a new UUID."), 400);
        var clientId = http.Request.Headers["X-Client-Id"].ToString();
        var actor = new Actor(http.User.StaffId(), time.GetUtcNow().UtcDateTime, clientId.Length > LongestClientId ? clientId[..LongestClientId] : clientId);

        var asked = await ReadTwice.HashAsync(http.Request);

        var outcome = await gate.RunAsync(async db =>
        {
            if (await db.Commands.FindAsync(id) is { } before)
            {
                return before.StaffId == actor.StaffId && before.Asked == asked
                    ? new Outcome(before.Status, before.Body, null, [], Keep: false)
                    : new Outcome(0, "", new Problem("command.id", "This command id was used for another change, or by somebody else."), [], Keep: false);
            }
            var work = new CommandContext(db, actor);
            var result = await change(work);
            if (result.Problem is { } problem) return new Outcome(0, "", problem, [], Keep: false);
            var body = JsonSerializer.Serialize(result.Value, json.Value.SerializerOptions);
            db.Commands.Add(new CommandRecord { Id = id, StaffId = actor.StaffId, At = actor.At, Asked = asked, Status = 200, Body = body });
            await db.SaveChangesAsync();
            return new Outcome(200, body, null, work.Notices, Keep: true);
        }, outcome => outcome.Keep);

        if (outcome.Problem is { } refused) return Problems.Of(refused);
        await live.TellAsync(outcome.Touched);
        return Results.Text(outcome.Body, "application/json", statusCode: outcome.Status);
    }

    private sealed record Outcome(int Status, string Body, Problem? Problem, IReadOnlyList<ChangeNotice> Touched, bool Keep);
}

/// <summary>One change under way: its database, who makes it, and what it touches.</summary>
public sealed class CommandContext(ShopDb db, Actor actor)
{
    private readonly List<ChangeNotice> touched = [];

    /// <summary>The database, within the change's transaction.</summary>
    public ShopDb Db { get; } = db;
    /// <summary>Who, when, from where.</summary>
    public Actor Actor { get; } = actor;
    /// <summary>What open screens have to know of.</summary>
    public IReadOnlyList<ChangeNotice> Notices => touched;

    /// <summary>Tells open screens that something changed, once the change is kept.</summary>
    public void Notify(string kind, long id = 0, int version = 0) => touched.Add(new ChangeNotice(kind, id, version));
}
