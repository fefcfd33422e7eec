using System.Diagnostics;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>
/// What many screens show: computed once after a change, a few times a second at most, never once for each screen. It is held as it goes
/// over the wire; a screen that has it is answered with nothing (304).
/// </summary>
/// <typeparam name="T">What is shown.</typeparam>
[System.Diagnostics.CodeAnalysis.SuppressMessage(
    "Design",
    "CA1001",
    Justification = "It lives as long as the server; who is at the turn gives it back."
)]
public sealed class ReadModel<T>
{
    /// <summary>
    /// Least time between two computations; twice what the last one took where that is more, so that it leaves room for others.
    /// </summary>
    private static readonly TimeSpan Pace = TimeSpan.FromMilliseconds(120);

    /// <summary>How long a burst of changes may go on before screens are told.</summary>
    private static readonly TimeSpan Burst = TimeSpan.FromMilliseconds(400);
    private readonly IDbContextFactory<ShopDb> factory;
    private readonly TimeProvider time;
    private readonly JsonSerializerOptions json;
    private readonly Func<ShopDb, Instant, Task<T>> compute;
    private readonly Func<T, T> withoutTime;
    private readonly TimeSpan good;
    private readonly SemaphoreSlim one = new(1, 1);
    private readonly ChangeFeed feed;
    private readonly Topic? topic;
    private readonly ILogger log;
    private long changes;
    private int scheduled,
        strayed;
    private volatile string? told;
    private Held? held;
    private readonly CancellationToken stopping;

    private sealed record Held(long Changes, Instant At, long Ticks, TimeSpan Pace, byte[] Body, string ETag, string Shown);

    /// <summary>Makes it.</summary>
    /// <param name="services">Factory of the database, clock, JSON, the feed of changes.</param>
    /// <param name="topic">What it is; screens are told of it when it became another. Null where they are told of what it is made
    /// of.</param>
    /// <param name="topics">Kinds of change after which it is computed anew.</param>
    /// <param name="good">How long it is good without a change, for what it says of the time.</param>
    /// <param name="compute">Computes it; now, UTC.</param>
    /// <param name="withoutTime">The same without what moves by the clock alone: screens are told only when this is another. Null where
    /// nothing does.</param>
    public ReadModel(
        IServiceProvider services,
        Topic? topic,
        IReadOnlySet<TopicKind> topics,
        TimeSpan good,
        Func<ShopDb, Instant, Task<T>> compute,
        Func<T, T>? withoutTime = null
    )
    {
        factory = services.GetRequiredService<IDbContextFactory<ShopDb>>();
        time = services.GetRequiredService<TimeProvider>();
        json = services.GetRequiredService<IOptions<JsonOptions>>().Value.SerializerOptions;
        (this.good, this.compute, this.withoutTime) = (good, compute, withoutTime ?? (all => all));
        (this.topic, feed, log) = (topic, services.GetRequiredService<ChangeFeed>(), services.GetRequiredService<ILogger<ReadModel<T>>>());
        stopping = services.GetRequiredService<IHostApplicationLifetime>().ApplicationStopping;
        if (topic is { } own)
            feed.LeaveTo(own.Kind);
        feed.Published += changed =>
        {
            if (!changed.Any(t => topics.Contains(t.Kind)))
                return;
            Interlocked.Increment(ref changes);
            // Nobody has it yet, so nobody has to be told; whoever asks gets it as it is then.
            if (topic is { } named && held is not null && Interlocked.Exchange(ref scheduled, 1) == 0)
                _ = RefreshAsync(named);
        };
    }

    /// <summary>Answers a screen: what it shows now, or that it has it already.</summary>
    public async Task<IResult> AnswerAsync(HttpContext http)
    {
        var has = http.Request.Headers.IfNoneMatch.ToString();
        // A screen that lacks what was computed last gets that at once; what changed since, it is told of. One that has it waits for the
        // next.
        var now =
            has.Length > 0 && held is { } ready && ready.ETag != has && Stopwatch.GetElapsedTime(ready.Ticks) < Burst * 2
                ? ready
                : await CurrentAsync(http.RequestAborted);
        http.Response.Headers.ETag = now.ETag;
        return has == now.ETag ? Results.StatusCode(StatusCodes.Status304NotModified) : Results.Bytes(now.Body, "application/json");
    }

    /// <summary>Computes it anew once a burst of changes is over, and tells screens if it is another.</summary>
    private async Task RefreshAsync(Topic topic)
    {
        try
        {
            await Task.Delay(Burst, stopping);
            Interlocked.Exchange(ref scheduled, 0);
            var now = (await CurrentAsync(CancellationToken.None)).Shown;
            // A screen may have asked in between and has what was undone since: that it was another for a moment is told as well.
            var another = Interlocked.Exchange(ref strayed, 0) == 1;
            told = now;
            if (another)
                await feed.TellAsync("", [topic]);
        }
        // Nobody is shown anything any more, and what it would be read with is being taken down.
        catch (Exception) when (stopping.IsCancellationRequested) { }
        catch (Exception fault) when (fault is InvalidOperationException or System.Data.Common.DbException)
        {
            log.LogWarning(fault, "{Topic} could not be computed anew; the next screen that asks tries again.", topic);
        }
    }

    private bool IsGood(Held? what) =>
        what is not null && what.Changes == Interlocked.Read(ref changes) && time.Now().Apart(what.At) < good;

    private async Task<Held> CurrentAsync(CancellationToken cancel)
    {
        if (held is { } ready && IsGood(ready))
            return ready;
        await one.WaitAsync(cancel);
        try
        {
            // Whoever waited is served by what the one before computed.
            if (held is { } made && IsGood(made))
                return made;
            if (held is { } last && Stopwatch.GetElapsedTime(last.Ticks) is var since && since < last.Pace)
                await Task.Delay(last.Pace - since, cancel);
            var began = Stopwatch.GetTimestamp();
            var (seen, at) = (Interlocked.Read(ref changes), time.Now());
            await using var db = await factory.CreateDbContextAsync(CancellationToken.None);
            db.ChangeTracker.QueryTrackingBehavior = QueryTrackingBehavior.NoTrackingWithIdentityResolution;
            var computed = await compute(db, at);
            var body = JsonSerializer.SerializeToUtf8Bytes(computed, json);
            var shown = HashOf(JsonSerializer.SerializeToUtf8Bytes(withoutTime(computed), json));
            told ??= shown;
            if (shown != told)
                Interlocked.Exchange(ref strayed, 1);
            // The first one takes longer, for its code and its pages are not there yet.
            var pace = held is null ? Pace : Stopwatch.GetElapsedTime(began) * 2;
            return held = new Held(seen, at, Stopwatch.GetTimestamp(), pace < Pace ? Pace : pace, body, $"\"{HashOf(body)}\"", shown);
        }
        finally
        {
            one.Release();
        }
    }

    private static string HashOf(byte[] json) => Convert.ToHexString(SHA256.HashData(json).AsSpan(0, 12));
}
