using System.Globalization;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Billing;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Setup;
using Yardstick.Data.Billing;

namespace Yardstick.Data.Setup.Privacy;

/// <summary>
/// Takes a customer out of the shop's data as far as invoices need not be kept, within the change that calls it. Done again later, it takes
/// what may go since.
/// </summary>
public static class CustomerErasure
{
    private const int AtATime = 500;

    /// <summary>Takes what may go.</summary>
    /// <param name="db">The database, in a transaction.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="plan">How long invoices are kept.</param>
    /// <param name="customerId">The customer; records that were merged into it go along.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static async Task<ErasedRows> EraseAsync(ShopDb db, Shop shop, RetentionPlan plan, long customerId, Instant utcNow)
    {
        // What is removed is overwritten on the disk, and the triggers of tables that are only added to stand aside for this change alone.
        await db.RunAsync("PRAGMA secure_delete = ON");
        await db.RunAsync("INSERT INTO Erasing (Id) VALUES (1)");
        await CustomerRows.FindAsync(db, customerId);
        var (counts, hashes) = (new List<ErasedCount>(), new HashSet<string>(StringComparer.Ordinal));
        foreach (var table in PersonalTables.All.Where(t => !t.WithOrder))
            await TakeAsync(db, table, utcNow, counts, hashes);
        await TakeRecordsAsync(db, customerId, utcNow, counts);
        var records = await db.AccountRecordsAsync(customerId);
        var kept = await KeptInvoicesAsync(db, shop, plan, records, utcNow);
        // From here on only orders whose invoices may all go.
        var ended = shop.Utc(plan.InvoicesEndedBefore(shop.Local(utcNow).Date).AtMidnight());
        await db.RunAsync($"DELETE FROM temp.OfOrders WHERE Id IN (SELECT OrderId FROM Invoices WHERE PostedAt >= '{Text(ended)}')");
        foreach (var table in PersonalTables.All.Where(t => t.WithOrder))
            await TakeAsync(db, table, utcNow, counts, hashes);
        await TakeSnapshotsAsync(db, counts);
        await TakeDocumentsAsync(db, InvoicesOf(db, records).Where(i => i.PostedAt < ended), counts);
        var files = await UnusedAsync(db, hashes);
        await CustomerRows.ForgetAsync(db);
        await db.RunAsync("DELETE FROM Erasing");
        await db.RunAsync("PRAGMA secure_delete = OFF");
        return new ErasedRows(counts, files, kept.Count == 0 ? null : plan.InvoiceEnds(kept.Max()));
    }

    private static async Task TakeAsync(ShopDb db, PersonalTable table, Instant utcNow, List<ErasedCount> counts, HashSet<string> hashes)
    {
        var which = table.Erased ?? table.Belongs;
        if (table.HashColumn is { Length: > 0 } column)
            foreach (
                var hash in await db.TextsAsync(
                    $"SELECT {column} AS Value FROM {table.Name} WHERE ({which}) AND coalesce({column}, '') <> ''"
                )
            )
                hashes.Add(hash);
        var taken = table.Erase switch
        {
            ErasedBy.Removal => await db.RunAsync($"DELETE FROM {table.Name} WHERE {which}"),
            ErasedBy.Blanking => await BlankAsync(db, table, which, utcNow),
            _ => 0,
        };
        if (taken > 0)
            counts.Add(new ErasedCount(table.What, taken));
    }

    private static Task<int> BlankAsync(ShopDb db, PersonalTable table, string which, Instant utcNow)
    {
        string Sql(string value) =>
            value
                .Replace("$now", $"'{Text(utcNow)}'", StringComparison.Ordinal)
                .Replace("$erased", $"'{Customer.ErasedName}'", StringComparison.Ordinal);
        var set = string.Join(", ", table.Blank.Select(b => $"{b.Key} = {Sql(b.Value)}"));
        var differs = string.Join(" OR ", table.Blank.Select(b => $"{b.Key} IS NOT {Sql(b.Value)}"));
        return db.RunAsync($"UPDATE {table.Name} SET {set} WHERE ({which}) AND ({differs})");
    }

    private static async Task TakeRecordsAsync(ShopDb db, long customerId, Instant utcNow, List<ErasedCount> counts)
    {
        var records = await db.AccountRecordsAsync(customerId);
        var customers = await db.Customers.Where(c => records.Contains(c.Id) && c.ErasedAt == null).ToListAsync();
        foreach (var customer in customers)
            customer.Erase(utcNow);
        var vehicles = customers.Count == 0 ? [] : await db.Vehicles.Where(v => records.Contains(v.CustomerId)).ToListAsync();
        foreach (var vehicle in vehicles)
            vehicle.Erase();
        await db.SaveChangesAsync();
        if (customers.Count > 0)
            counts.Add(new ErasedCount("customer records", customers.Count));
        if (vehicles.Count > 0)
            counts.Add(new ErasedCount("vehicles", vehicles.Count));
    }

    /// <summary>The days on which those of a customer's invoices were posted that have to stay.</summary>
    /// <param name="db">The database.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="plan">How long invoices are kept.</param>
    /// <param name="records">The customer's records.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static async Task<List<LocalDate>> KeptInvoicesAsync(
        ShopDb db,
        Shop shop,
        RetentionPlan plan,
        IReadOnlyCollection<long> records,
        Instant utcNow
    )
    {
        var ended = plan.InvoicesEndedBefore(shop.Local(utcNow).Date);
        var posted = await InvoicesOf(db, records).Select(i => i.PostedAt).ToListAsync();
        return [.. posted.Select(at => shop.Local(at).Date).Where(day => day >= ended)];
    }

    /// <summary>Invoices that name them: as who pays, and of their orders, whoever paid.</summary>
    private static IQueryable<Invoice> InvoicesOf(ShopDb db, IReadOnlyCollection<long> records)
    {
        var theirs = db.Invoices.Where(i => i.CustomerId != null && records.Contains(i.CustomerId.Value)).Select(i => i.Id);
        var ofOrders = db
            .Orders.Where(o => o.CustomerId != null && records.Contains(o.CustomerId.Value))
            .Join(db.Invoices, o => o.Id, i => i.OrderId, (_, i) => i.Id);
        return db.Invoices.AsNoTracking().Where(i => theirs.Union(ofOrders).Contains(i.Id));
    }

    private static async Task TakeDocumentsAsync(ShopDb db, IQueryable<Invoice> ended, List<ErasedCount> counts)
    {
        var taken = 0;
        foreach (var invoice in await ended.Select(i => new { i.Id, i.DocumentJson }).ToListAsync())
        {
            var blank = ShopDocument.WithoutPerson(invoice.DocumentJson);
            if (blank == invoice.DocumentJson)
                continue;
            taken += await db.Invoices.Where(i => i.Id == invoice.Id).ExecuteUpdateAsync(s => s.SetProperty(i => i.DocumentJson, blank));
        }
        if (taken > 0)
            counts.Add(new ErasedCount("invoices", taken));
    }

    /// <summary>Estimates as they were shown; their hash is that of what is left.</summary>
    private static async Task TakeSnapshotsAsync(ShopDb db, List<ErasedCount> counts)
    {
        var taken = 0;
        var ids = (await db.TextsAsync("SELECT CAST(Id AS TEXT) AS Value FROM StoredSnapshots WHERE OrderId IN OfOrders")).ConvertAll(id =>
            long.Parse(id, CultureInfo.InvariantCulture)
        );
        foreach (var copy in await db.StoredSnapshots.AsNoTracking().Where(c => ids.Contains(c.Id)).ToListAsync())
        {
            var blank = EstimateSnapshot.FromJson(copy.Json).WithoutPerson().ToJson();
            if (blank == copy.Json)
                continue;
            var hash = EstimateSnapshot.HashOf(blank);
            taken += await db
                .StoredSnapshots.Where(c => c.Id == copy.Id)
                .ExecuteUpdateAsync(s => s.SetProperty(c => c.Json, blank).SetProperty(c => c.Hash, hash));
        }
        if (taken > 0)
            counts.Add(new ErasedCount("estimates as they were shown", taken));
    }

    /// <summary>Of these photos and files those that no row names any more; their entries go too.</summary>
    public static async Task<List<string>> UnusedAsync(ShopDb db, IReadOnlySet<string> hashes)
    {
        // On most days nothing is to go, and everybody's changes wait for this one.
        if (hashes.Count == 0)
            return [];
        var asked = JsonSerializer.Serialize(hashes);
        var used = new HashSet<string>(StringComparer.Ordinal);
        // Once through each table, however many there are.
        foreach (
            var (table, column) in PersonalTables.All.Where(t => t.HashColumn.Length > 0).Select(t => (t.Name, t.HashColumn)).Distinct()
        )
            used.UnionWith(
                await db.TextsAsync(
                    $"SELECT DISTINCT {column} AS Value FROM {table} WHERE {column} IN (SELECT value FROM json_each({{0}}))",
                    asked
                )
            );
        var unused = hashes.Except(used).ToList();
        foreach (var some in unused.Chunk(AtATime))
            await db.Photos.Where(p => some.Contains(p.Hash)).ExecuteDeleteAsync();
        return unused;
    }

    /// <summary>A moment as the database has it.</summary>
    private static string Text(Instant utc) => utc.ToString("uuuu-MM-dd HH:mm:ss.FFFFFFF", CultureInfo.InvariantCulture);
}
