using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Yardstick.Server.Live;

namespace Yardstick.Server.Changes;

/// <summary>
/// Turns what was saved into topics and tells open screens of them once the change is kept. Nobody writes notices by hand; only
/// statements that change many rows at once name their topics themselves.
/// </summary>
public sealed class ChangeFeed(IHubContext<LiveHub> hub, ILogger<ChangeFeed> log) : SaveChangesInterceptor
{
    private const int MostOfOneKind = 20;
    private readonly ConcurrentDictionary<TopicKind, bool> computed = new();

    /// <summary>What was told, for whoever holds something computed of it in memory.</summary>
    public event Action<IReadOnlyCollection<Topic>>? Published;

    /// <summary>What is computed for all screens is told by whoever computes it, once it is known to be another.</summary>
    internal void LeaveTo(TopicKind kind) => computed[kind] = true;

    /// <summary>Tells open screens.</summary>
    internal async Task TellAsync(string commandId, IReadOnlyList<Topic> topics)
    {
        if (topics.Count == 0)
            return;
        try
        {
            await hub.Clients.All.SendAsync("changed", new ChangeNotice(commandId, topics));
        }
        catch (Exception fault) when (fault is InvalidOperationException or IOException or OperationCanceledException)
        {
            // The change is kept; that a screen could not be told must not look as if it were not.
            log.LogWarning(fault, "Screens could not be told of a change; they ask again by themselves.");
        }
    }

    /// <inheritdoc />
    public override InterceptionResult<int> SavingChanges(DbContextEventData eventData, InterceptionResult<int> result)
    {
        Collect(eventData.Context);
        return result;
    }

    /// <inheritdoc />
    public override ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        Collect(eventData.Context);
        return ValueTask.FromResult(result);
    }

    /// <inheritdoc />
    public override int SavedChanges(SaveChangesCompletedEventData eventData, int result)
    {
        Saved(eventData.Context);
        return result;
    }

    /// <inheritdoc />
    public override ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Saved(eventData.Context);
        return ValueTask.FromResult(result);
    }

    /// <inheritdoc />
    public override void SaveChangesFailed(DbContextErrorEventData eventData) => Failed(eventData.Context);

    /// <inheritdoc />
    public override Task SaveChangesFailedAsync(DbContextErrorEventData eventData, CancellationToken cancellationToken = default)
    {
        Failed(eventData.Context);
        return Task.CompletedTask;
    }

    /// <summary>Tells screens what a kept change changed, and does what follows it.</summary>
    internal async Task PublishAsync(DbContext db)
    {
        var pending = PendingChanges.Of(db);
        if (pending.Topics.Count > 0)
        {
            // Whatever changes the floor may change a bench.
            if (pending.Topics.Contains(new Topic(TopicKind.Floor)))
                pending.Topics.Add(new Topic(TopicKind.Bench));
            Published?.Invoke([.. pending.Topics]);
            await TellAsync(pending.CommandId, [.. Short(pending.Topics).Where(t => !computed.ContainsKey(t.Kind))]);
        }
        foreach (var follow in pending.AfterCommit)
            follow();
    }

    /// <summary>That somebody outside was asked once more, or a reminder looked at, changes nothing on a screen.</summary>
    private static bool IsTold(EntityEntry entry) =>
        entry.State is EntityState.Added or EntityState.Deleted
        || entry.State == EntityState.Modified
            && entry.Properties.Any(p => p.IsModified && p.Metadata.Name is not ("Tries" or "ExpectedOn"));

    /// <summary>Of one kind more than a few are told as all of it: an import brings hundreds of customers at a time.</summary>
    private static List<Topic> Short(IEnumerable<Topic> topics) =>
        [.. topics.GroupBy(t => t.Kind).SelectMany(g => g.Count() > MostOfOneKind ? [new Topic(g.Key)] : g.AsEnumerable())];

    private static void Collect(DbContext? db)
    {
        if (db is null)
            return;
        // Looking for changes in a long order takes longer than anything else here: it is done once, not again by the save.
        var pending = PendingChanges.Of(db);
        pending.Detects = db.ChangeTracker.AutoDetectChangesEnabled;
        if (pending.Detects)
            db.ChangeTracker.DetectChanges();
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        var saving = pending.Saving;
        saving.Clear();
        saving.AddRange(db.ChangeTracker.Entries().Where(IsTold).Select(e => e.Entity));
        // Their keys are known once they are saved.
        pending.Happenings.AddRange(
            db.ChangeTracker.Entries().Where(e => e.State == EntityState.Added).Select(e => Happening.Of(e.Entity)).OfType<Happening>()
        );
    }

    private static void Saved(DbContext? db)
    {
        if (db is null)
            return;
        var pending = PendingChanges.Of(db);
        // Nothing changed since the save: whose order a job is, is looked up without looking for changes once more.
        if (pending.Saving.Count > 0)
            pending.Topics.UnionWith(new TopicsOfRows(db).Of(pending.Saving));
        pending.Saving.Clear();
        db.ChangeTracker.AutoDetectChangesEnabled = pending.Detects;
    }

    private static void Failed(DbContext? db)
    {
        if (db is null)
            return;
        db.ChangeTracker.AutoDetectChangesEnabled = PendingChanges.Of(db).Detects;
        PendingChanges.Of(db).Saving.Clear();
    }
}
