using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Setup.Privacy;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;

namespace Yardstick.Server.Setup.Privacy;

/// <summary>
/// Once a day, and at the start: what the shop does not keep any longer goes, what of erased customers had to stay goes when its time is
/// over, and who came back with a backup is erased again.
/// </summary>
internal sealed class RetentionRounds(
    IDbContextFactory<ShopDb> factory,
    ShopFile file,
    SingleWriter writer,
    ContentStore store,
    TimeProvider time,
    ILogger<RetentionRounds> log
) : RoundsService(TimeSpan.FromMinutes(30), time, log)
{
    private LocalDate doneOn = LocalDate.MinIsoValue;

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Shops.AsNoTracking().SingleOrDefaultAsync(cancel) is not { } shop)
            return;
        var now = Clock.Now();
        var today = shop.Local(now).Date;
        if (doneOn == today)
            return;
        await EraseAgainAsync(db, shop, now);
        foreach (var id in await db.Erasures.Where(e => e.CompletedAt == null).Select(e => e.Id).ToListAsync(cancel))
            await AloneAsync(now, async work => await Erasures.EraseAsync(work, shop, await work.Db.Erasures.SingleAsync(e => e.Id == id)));
        await ForgetAsync(shop, today, now);
        // Lists of before the mark was kept lack it; they get it while the record is there.
        var listed = (await ErasedList.ReadAsync(file.Folder)).Where(e => e.CreatedTicks > 0).Select(e => e.CustomerId).ToHashSet();
        foreach (var erasure in await db.Erasures.AsNoTracking().ToListAsync(cancel))
        {
            // A server that was stopped between the change and the list.
            if (listed.Add(erasure.CustomerId))
                await ErasedList.AddAsync(db, file.Folder, erasure);
            if (erasure.FilesLeft.Count > 0)
                await Erasures.RemoveFilesAsync(writer, store, erasure.Id);
        }
        doneOn = today;
    }

    /// <summary>A backup that was put back may be of a time before an erasure.</summary>
    private async Task EraseAgainAsync(ShopDb db, Shop shop, Instant now)
    {
        foreach (var entry in await ErasedList.ReadAsync(file.Folder))
        {
            var created = entry.CreatedAt;
            if (!await db.Customers.AnyAsync(c => c.Id == entry.CustomerId && c.ErasedAt == null && c.CreatedAt == created))
                continue;
            await AloneAsync(now, async work =>
            {
                var at = Instant.FromUnixTimeTicks(entry.AtTicks);
                var again = Erasure.Begin(entry.CustomerId, entry.Request, at, entry.ById).Value;
                work.Db.Erasures.Add(again);
                await Erasures.EraseAsync(work, shop, again);
            });
        }
    }

    private async Task ForgetAsync(Shop shop, LocalDate today, Instant now)
    {
        IReadOnlyList<string> unused = [];
        await AloneAsync(now, async work =>
        {
            var hashes = new HashSet<string>(StringComparer.Ordinal);
            var (db, plan) = (work.Db, await Erasures.PlanAsync(work.Db));
            Instant Since(int months) => shop.Utc(today.PlusMonths(-months).AtMidnight());
            var looks = Since(plan.LookMonths);
            await db.CustomerLooks.Where(l => l.At < looks).ExecuteDeleteAsync();
            if (plan.RequestMonths is { } requests)
            {
                var since = Since(requests);
                var old = db.OutsideRequests.Where(r => r.At < since && r.State != RequestState.Open);
                hashes.UnionWith(await old.Where(r => r.PhotoHash != "").Select(r => r.PhotoHash).ToListAsync());
                await old.ExecuteDeleteAsync();
                work.Changed(TopicKind.Requests);
            }
            if (plan.MessageMonths is { } messages)
            {
                var since = Since(messages);
                var old = db.Messages.Where(m => m.At < since && m.CustomerId != null && m.State != MessageState.Waiting);
                var files = db.Files.Where(f => f.Kind == RecordKind.Message && old.Any(m => m.Id == f.TargetId));
                hashes.UnionWith(await old.Where(m => m.AttachmentHash != "").Select(m => m.AttachmentHash).ToListAsync());
                hashes.UnionWith(await files.Select(f => f.Hash).ToListAsync());
                await files.ExecuteDeleteAsync();
                await old.ExecuteDeleteAsync();
            }
            unused = await CustomerErasure.UnusedAsync(db, hashes);
        });
        // From the disk only once the rows are gone for good.
        store.Remove(unused);
    }

    private Task AloneAsync(Instant now, Func<CommandContext, Task> change) =>
        CommandRunner.RunAsync<bool>(writer, Actor.Program(now), async work =>
        {
            await change(work);
            return (Result<bool>)true;
        });
}
