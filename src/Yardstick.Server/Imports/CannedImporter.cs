using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Judges rows of canned jobs, those of one title together. One whose title the shop has stays as it is.</summary>
internal sealed class CannedImporter : Importer
{
    private readonly HashSet<string> titles;
    private readonly Dictionary<string, Part> parts;

    private CannedImporter(Shop shop, Instant utcNow, HashSet<string> titles, Dictionary<string, Part> parts)
        : base(shop, utcNow) => (this.titles, this.parts) = (titles, parts);

    internal static async Task<CannedImporter> LoadAsync(ShopDb db, Shop shop, Instant utcNow) =>
        new(
            shop,
            utcNow,
            (await db.OfferedCannedJobs.Select(c => c.Title).ToListAsync()).ToHashSet(StringComparer.OrdinalIgnoreCase),
            (await db.Parts.AsNoTracking().Where(p => p.WithdrawnAt == null).ToListAsync()).ToDictionary(
                p => p.Number,
                StringComparer.OrdinalIgnoreCase
            )
        );

    internal override IEnumerable<IReadOnlyList<ImportRow>> Units(IReadOnlyList<ImportRow> rows) =>
        rows.GroupBy(r => r["title"].Length > 0 ? r["title"] : $" row {r.Number}", StringComparer.OrdinalIgnoreCase)
            .Select(g => g.ToList());

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var (row, words) = (rows[0], rows[0]["title"]);
        var read = CannedRows.Read(rows);
        if (read.Problem is { } problem)
            return Bad(row, words, problem.Message);
        var job = new CannedJob();
        if (read.Value.Fill(job, number => parts.GetValueOrDefault(number)) is { } refused)
            return Bad(row, words, refused.Message);
        return titles.Add(read.Value.Title.Trim())
            ? new ImportVerdict(row.Number, words, null, false, job)
            : new ImportVerdict(row.Number, words, null, true, null);
    }
}
