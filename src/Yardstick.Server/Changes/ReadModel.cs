using System.Diagnostics;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Microsoft.Extensions.Primitives;
using Yardstick.Data;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>
/// What many screens show: computed once after a change, a few times a second at most, never once for each screen. It is held as it goes
/// over the wire; a screen that has it is answered with nothing (304).
/// </summary>
/// <typeparam name="T">What is shown.</typeparam>
public sealed class ReadModel<T> : IDisposable
{
    private static readonly TimeSpan Pace = TimeSpan.FromMilliseconds(250);
    private readonly IDbContextFactory<ShopDb> factory;
    private readonly TimeProvider time;
    private readonly JsonSerializerOptions json;
    private readonly Func<ShopDb, DateTime, Task<T>> compute;
    private readonly Func<T, T> withoutTime;
    private readonly TimeSpan good;
    private readonly SemaphoreSlim one = new(1, 1);
    private long changes;
    private Held? held;

    private sealed record Held(long Changes, DateTime At, long Ticks, byte[] Body, StringValues ETag);

    /// <summary>Makes it.</summary>
    /// <param name="services">Factory of the database, clock, JSON, the feed of changes.</param>
    /// <param name="topics">Kinds of change after which it is computed anew.</param>
    /// <param name="good">How long it is good without a change, for what it says of the time.</param>
    /// <param name="compute">Computes it; now, UTC.</param>
    /// <param name="withoutTime">The same without the moment at which it was computed, so that nothing new is told as nothing new.</param>
    public ReadModel(IServiceProvider services, IReadOnlySet<TopicKind> topics, TimeSpan good, Func<ShopDb, DateTime, Task<T>> compute, Func<T, T> withoutTime)
    {
        factory = services.GetRequiredService<IDbContextFactory<ShopDb>>();
        time = services.GetRequiredService<TimeProvider>();
        json = services.GetRequiredService<IOptions<JsonOptions>>().Value.SerializerOptions;
        (this.good, this.compute, this.withoutTime) = (good, compute, withoutTime);
        services.GetRequiredService<ChangeFeed>().Published += told =>
        {
            if (told.Any(t => topics.Contains(t.Kind))) Interlocked.Increment(ref changes);
        };
    }

    /// <summary>Answers a screen: what it shows now, or that it has it already.</summary>
    public async Task<IResult> AnswerAsync(HttpContext http)
    {
        var now = await CurrentAsync(http.RequestAborted);
        http.Response.Headers.ETag = now.ETag;
        return http.Request.Headers.IfNoneMatch == now.ETag ? Results.StatusCode(StatusCodes.Status304NotModified) : Results.Bytes(now.Body, "application/json");
    }

    private bool IsGood(Held? what) => what is not null && what.Changes == Interlocked.Read(ref changes) && (time.GetUtcNow().UtcDateTime - what.At).Duration() < good;

    private async Task<Held> CurrentAsync(CancellationToken cancel)
    {
        if (held is { } ready && IsGood(ready)) return ready;
        await one.WaitAsync(cancel);
        try
        {
            // Whoever waited is served by what the one before computed.
            if (held is { } made && IsGood(made)) return made;
            if (held is { } last && Stopwatch.GetElapsedTime(last.Ticks) is var since && since < Pace) await Task.Delay(Pace - since, cancel);
            var (seen, at) = (Interlocked.Read(ref changes), time.GetUtcNow().UtcDateTime);
            await using var db = await factory.CreateDbContextAsync(CancellationToken.None);
            db.ChangeTracker.QueryTrackingBehavior = QueryTrackingBehavior.NoTrackingWithIdentityResolution;
            var computed = await compute(db, at);
            var tag = Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(withoutTime(computed), json)).AsSpan(0, 12));
            return held = new Held(seen, at, Stopwatch.GetTimestamp(), JsonSerializer.SerializeToUtf8Bytes(computed, json), $"\"{tag}\"");
        }
        finally
        {
            one.Release();
        }
    }

    /// <inheritdoc />
    public void Dispose() => one.Dispose();
}
