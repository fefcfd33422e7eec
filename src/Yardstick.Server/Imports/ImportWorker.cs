using System.Text.Json;
using System.Threading.Channels;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Imports;

/// <summary>
/// Brings files in and takes them back, a few hundred rows at a time, so that everybody else goes on writing. How far it is stands in the
/// database with the rows themselves: a process that is killed goes on where it was.
/// </summary>
public sealed class ImportWorker(
    SingleWriter gate,
    IDbContextFactory<ShopDb> factory,
    ContentStore store,
    TimeProvider time,
    ILogger<ImportWorker> log
) : BesideService
{
    private const int Chunk = 500;
    private readonly Channel<long> waiting = Channel.CreateUnbounded<long>();

    /// <summary>An import is to go on.</summary>
    internal void Wake(long id) => waiting.Writer.TryWrite(id);

    /// <inheritdoc />
    protected override async Task WorkAsync(CancellationToken cancel)
    {
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            foreach (
                var id in await db
                    .ImportRuns.Where(r => r.State == ImportState.Running || r.State == ImportState.Undoing)
                    .Select(r => r.Id)
                    .ToListAsync(cancel)
            )
                Wake(id);
        }
        await foreach (var id in waiting.Reader.ReadAllAsync(cancel))
        {
            try
            {
                await WorkAsync(id, cancel);
            }
            catch (Exception fault) when (fault is not OperationCanceledException)
            {
                log.LogError(fault, "Import {Id} failed", id);
                await gate.RunAsync(async db =>
                {
                    var run = await db.ImportRuns.SingleAsync(r => r.Id == id, CancellationToken.None);
                    run.Failed();
                    return await db.SaveChangesAsync(CancellationToken.None);
                });
            }
        }
    }

    private async Task WorkAsync(long id, CancellationToken stopping)
    {
        ImportRun run;
        Importer importer;
        await using (var db = await factory.CreateDbContextAsync(stopping))
        {
            run = await db.ImportRuns.AsNoTracking().SingleAsync(r => r.Id == id, stopping);
            if (run.State == ImportState.Undoing)
            {
                await UndoAsync(run, stopping);
                return;
            }
            if (run.State != ImportState.Running)
                return;
            importer = await Importer.OfAsync(db, run.Kind, await db.Shops.SingleAsync(stopping), time.Now());
        }
        var file = CsvFile.Read(await File.ReadAllBytesAsync(store.PathOf(run.Hash, picture: false), stopping)).Value;
        var mapping = run.Mapping;
        var units = importer.Units(file.ByField(mapping)).ToList();
        // What a killed process brought in already is passed over.
        var (done, rows) = (0, 0);
        while (done < units.Count && rows + units[done].Count <= run.RowsDone)
            rows += units[done++].Count;
        for (var at = done; at < units.Count; at += Chunk)
        {
            var verdicts = units.Skip(at).Take(Chunk).Select(u => (Rows: u.Count, Verdict: importer.Judge(u))).ToList();
            var last = at + Chunk >= units.Count;
            var goesOn = await gate.RunAsync(db => KeepAsync(db, id, verdicts, last, time.Now()));
            if (!goesOn)
                return;
            stopping.ThrowIfCancellationRequested();
        }
    }

    /// <summary>Keeps a few hundred rows and how far it is, in one transaction; false where somebody stopped it.</summary>
    private static async Task<bool> KeepAsync(
        ShopDb db,
        long id,
        List<(int Rows, ImportVerdict Verdict)> verdicts,
        bool last,
        Instant utcNow
    )
    {
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        var run = await db.ImportRuns.SingleAsync(r => r.Id == id);
        if (run.State != ImportState.Running)
            return false;
        var made = verdicts.Select(v => v.Verdict.Make).OfType<object>().ToList();
        foreach (var former in made.OfType<FormerOrder>())
            former.CameWith(id);
        db.AddRange(made);
        await db.SaveChangesAsync();
        // What lies on the shelf at the beginning is a movement like any other.
        var begun = made.OfType<Part>().Where(p => p.OnHand > Quantity.Zero).Select(p => Stock.Beginning(p, utcNow)).ToList();
        db.StockMovements.AddRange(begun);
        await db.BookAsync(Actor.Program(utcNow), () => PurchasePostings.Differences(id, "Stock brought in with a file", begun));
        db.ImportedRecords.AddRange(
            made.Select(m => new ImportedRecord
            {
                ImportId = id,
                RecordId = m switch
                {
                    Customer c => c.Id,
                    Vehicle v => v.Id,
                    FormerOrder o => o.Id,
                    Part p => p.Id,
                    CannedJob j => j.Id,
                    _ => 0,
                },
            })
        );
        run.CameFurther(
            verdicts.Sum(v => v.Rows),
            made.Count,
            verdicts.Count(v => v.Verdict.OnFile),
            verdicts.Count(v => v.Verdict.Reason is not null),
            last
        );
        db.ChangeTracker.DetectChanges();
        await db.SaveChangesAsync();
        return true;
    }

    private async Task UndoAsync(ImportRun run, CancellationToken stopping)
    {
        var stay = 0;
        while (true)
        {
            var (left, kept) = await gate.RunAsync(db => TakeBackAsync(db, run, time.Now()));
            stay += kept;
            if (!left)
                break;
            stopping.ThrowIfCancellationRequested();
        }
        await gate.RunAsync(async db =>
        {
            var undone = await db.ImportRuns.SingleAsync(r => r.Id == run.Id);
            undone.Undone(stay);
            return await db.SaveChangesAsync();
        });
    }

    /// <summary>Takes a few hundred records back; those that were used or changed since stay.</summary>
    private static async Task<(bool Left, int Stay)> TakeBackAsync(ShopDb db, ImportRun run, Instant utcNow)
    {
        var records = await db.ImportedRecords.Where(r => r.ImportId == run.Id).OrderByDescending(r => r.Id).Take(Chunk).ToListAsync();
        var ids = records.ConvertAll(r => r.RecordId);
        var gone = run.Kind switch
        {
            ImportKind.Customers => await db
                .Customers.Where(c =>
                    ids.Contains(c.Id)
                    && c.Version == 1
                    && c.MergedIntoId == null
                    && !db.Vehicles.Any(v => v.CustomerId == c.Id)
                    && !db.Orders.Any(o => o.CustomerId == c.Id)
                    && !db.FormerOrders.Any(o => o.CustomerId == c.Id)
                    && !db.Files.Any(f => f.Kind == RecordKind.Customer && f.TargetId == c.Id)
                )
                .ExecuteDeleteAsync(),
            ImportKind.Vehicles => await db
                .Vehicles.Where(v =>
                    ids.Contains(v.Id)
                    && v.Version == 1
                    && v.MergedIntoId == null
                    && !db.Orders.Any(o => o.VehicleId == v.Id)
                    && !db.FormerOrders.Any(o => o.VehicleId == v.Id)
                    && !db.Reminders.Any(r => r.VehicleId == v.Id)
                    && !db.Files.Any(f => f.Kind == RecordKind.Vehicle && f.TargetId == v.Id)
                )
                .ExecuteDeleteAsync(),
            ImportKind.Parts => await PartsBackAsync(db, ids, utcNow),
            ImportKind.CannedJobs => await CannedBackAsync(db, ids, utcNow),
            _ => await db.FormerOrders.Where(o => ids.Contains(o.Id)).ExecuteDeleteAsync(),
        };
        db.ImportedRecords.RemoveRange(records);
        var kept = await db.ImportRuns.SingleAsync(r => r.Id == run.Id);
        kept.IsLeft(await db.ImportedRecords.CountAsync(r => r.ImportId == run.Id) - records.Count);
        await db.SaveChangesAsync();
        return (records.Count == Chunk, ids.Count - gone);
    }

    /// <summary>Canned jobs that nobody changed since are offered no more; orders that have one keep it.</summary>
    private static async Task<int> CannedBackAsync(ShopDb db, List<long> ids, Instant utcNow)
    {
        var unchanged = await db.CannedJobs.Where(j => ids.Contains(j.Id) && j.Version == 1 && j.RemovedAt == null).ToListAsync();
        foreach (var job in unchanged)
            job.Retire(true, utcNow);
        await db.SaveChangesAsync();
        return unchanged.Count;
    }

    /// <summary>
    /// Parts that nobody changed, sold or made part of a canned job go. One that came with stock leaves a trace of it: it is withdrawn,
    /// with nothing on the shelf.
    /// </summary>
    private static async Task<int> PartsBackAsync(ShopDb db, List<long> ids, Instant utcNow)
    {
        var unused = await db
            .Parts.Where(p =>
                ids.Contains(p.Id)
                && p.Version == 1
                && p.Reserved == Quantity.Zero
                && !db.Lines.OfType<Core.Orders.PartLine>().Any(l => l.PartId == p.Id)
                && !db.CannedLines.OfType<CannedPartLine>().Any(l => l.PartId == p.Id)
                && db.StockMovements.Count(m => m.PartId == p.Id) <= 1
            )
            .ToListAsync();
        var gone = new List<StockMovement>();
        foreach (var part in unused.Where(p => p.OnHand > Quantity.Zero))
        {
            gone.Add(Stock.NotThere(part, utcNow));
            part.NeverCame(utcNow);
        }
        db.StockMovements.AddRange(gone);
        await db.BookAsync(Actor.Program(utcNow), () => PurchasePostings.Differences(null, "A file of parts taken back", gone));
        db.Parts.RemoveRange(unused.Where(p => p.WithdrawnAt is null));
        await db.SaveChangesAsync();
        return unused.Count;
    }
}
