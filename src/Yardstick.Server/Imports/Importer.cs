using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>
/// Judges rows: knows what is on file, and what earlier rows of the same file brought. The same judge serves the preview and the import, so
/// that the preview tells the truth.
/// </summary>
internal abstract class Importer(Shop shop, Instant utcNow)
{
    protected Shop Shop { get; } = shop;
    protected Instant UtcNow { get; } = utcNow;

    /// <summary>The judge of a kind of file.</summary>
    internal static async Task<Importer> OfAsync(ShopDb db, ImportKind kind, Shop shop, Instant utcNow) =>
        kind switch
        {
            ImportKind.Customers => await CustomerImporter.LoadAsync(db, shop, utcNow),
            ImportKind.Parts => await PartImporter.LoadAsync(db, shop, utcNow),
            ImportKind.CannedJobs => await CannedImporter.LoadAsync(db, shop, utcNow),
            ImportKind.Vehicles => await VehicleImporter.LoadAsync(db, shop, utcNow),
            _ => await FormerOrderImporter.LoadAsync(db, shop, utcNow),
        };

    /// <summary>Rows that belong together: one by one, but for orders, whose lines are rows.</summary>
    internal virtual IEnumerable<IReadOnlyList<ImportRow>> Units(IReadOnlyList<ImportRow> rows) => rows.Select(r => new[] { r });

    /// <summary>What becomes of rows that belong together.</summary>
    internal abstract ImportVerdict Judge(IReadOnlyList<ImportRow> rows);

    protected static ImportVerdict Bad(ImportRow row, string words, string reason) =>
        new(row.Number, words, reason.TrimEnd('.'), false, null);
}
