using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Judges rows of catalog parts. One whose number is in the catalog, or stood in an earlier row, stays as it is.</summary>
internal sealed class PartImporter : Importer
{
    private readonly HashSet<string> numbers,
        withdrawn;
    private readonly Dictionary<string, long> suppliers;

    private PartImporter(Shop shop, Instant utcNow, HashSet<string> numbers, HashSet<string> withdrawn, Dictionary<string, long> suppliers)
        : base(shop, utcNow) => (this.numbers, this.withdrawn, this.suppliers) = (numbers, withdrawn, suppliers);

    internal static async Task<PartImporter> LoadAsync(ShopDb db, Shop shop, Instant utcNow)
    {
        var parts = await db.Parts.Select(p => new { p.Number, Withdrawn = p.WithdrawnAt != null }).ToListAsync();
        return new(
            shop,
            utcNow,
            parts.Where(p => !p.Withdrawn).Select(p => p.Number).ToHashSet(StringComparer.OrdinalIgnoreCase),
            parts.Where(p => p.Withdrawn).Select(p => p.Number).ToHashSet(StringComparer.OrdinalIgnoreCase),
            (await db.Suppliers.ToListAsync()).ToDictionary(s => s.Name, s => s.Id, StringComparer.OrdinalIgnoreCase)
        );
    }

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var words = $"{row["number"]} {row["description"]}".Trim();
        var read = row.Part(UtcNow);
        if (read.Problem is { } problem)
            return Bad(row, words, problem.Message);
        var named = row["supplier"];
        if (named.Length > 0 && !suppliers.ContainsKey(named))
            return Bad(row, words, $"there is no supplier \"{named}\"; add them in Setup first");
        if (withdrawn.Contains(read.Value.Number))
            return Bad(row, words, "it was withdrawn from the catalog; restore it there");
        if (!numbers.Add(read.Value.Number))
            return new ImportVerdict(row.Number, words, null, true, null);
        if (named.Length > 0)
            read.Value.UsuallyFrom(suppliers[named]);
        return new ImportVerdict(row.Number, words, null, false, read.Value);
    }
}
