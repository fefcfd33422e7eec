using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data.Imports;

namespace Yardstick.Data.Setup.Privacy;

/// <summary>
/// Everything that is kept about one customer as a ZIP: JSON Lines for each table, and their photos and files. What is only how the shop
/// works, what it pays, and secrets are not in it.
/// </summary>
public static class CustomerArchive
{
    /// <summary>Columns that are no customer's business, wherever they stand.</summary>
    private static readonly HashSet<string> Inside = new(StringComparer.Ordinal)
    {
        "AmountsJson",
        "CaseJson",
        "IdempotencyKey",
        "Key",
        "LinkKey",
        "Profit_Cents",
        "SealedToken",
        "TokenHash",
    };

    /// <summary>A phone number is to be read as one, and nothing of this is shown as HTML.</summary>
    private static readonly JsonWriterOptions ForPeople = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Writes it.</summary>
    /// <param name="db">The database; its connection is open.</param>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="customerId">The customer.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="target">Where to.</param>
    public static async Task WriteAsync(ShopDb db, string folder, long customerId, Instant utcNow, Stream target)
    {
        // One moment for all tables, whoever works meanwhile.
        await using var moment = ((SqliteConnection)db.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await db.Database.UseTransactionAsync(moment);
        await CustomerRows.FindAsync(db, customerId);
        await using var archive = await ZipArchive.CreateAsync(target, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null);
        var (lines, hashes) = (new List<string>(), new HashSet<string>(StringComparer.Ordinal));
        foreach (var tables in PersonalTables.All.Where(t => !t.IsInside).GroupBy(t => t.Name))
        {
            var which = string.Join(" OR ", tables.Select(t => $"({t.Belongs})"));
            var rows = await TableAsync(moment, archive, tables.Key, which, tables.First().HashColumn, hashes);
            if (rows > 0)
                lines.Add(
                    FormattableString.Invariant($"tables/{tables.Key}.jsonl: {rows} {string.Join(", ", tables.Select(t => t.What))}")
                );
        }
        await FilesAsync(archive, folder, hashes);
        await using (var readme = new StreamWriter(await archive.CreateEntry("README.txt").OpenAsync()))
            await readme.WriteAsync(
                $"What is kept about customer no. {customerId.ToString(System.Globalization.CultureInfo.InvariantCulture)} at {utcNow} (UTC).\n"
                    + "Each line of a table is one JSON object; amounts that end in _Cents are hundredths. Photos and files are named by their content.\n\n"
                    + string.Join('\n', lines)
                    + '\n'
            );
        await CustomerRows.ForgetAsync(db);
        await db.Database.UseTransactionAsync(null);
    }

    private static async Task<int> TableAsync(
        SqliteTransaction moment,
        ZipArchive archive,
        string table,
        string which,
        string hashColumn,
        HashSet<string> hashes
    )
    {
        await using var command = moment.Connection!.CreateCommand();
        command.Transaction = moment;
        command.CommandText = $"SELECT * FROM \"{table}\" WHERE {which} ORDER BY rowid";
        await using var reader = await command.ExecuteReaderAsync();
        if (!reader.HasRows)
            return 0;
        await using var entry = await archive.CreateEntry($"tables/{table}.jsonl", CompressionLevel.Fastest).OpenAsync();
        await using var json = new Utf8JsonWriter(entry, ForPeople);
        var rows = 0;
        while (await reader.ReadAsync())
        {
            json.WriteStartObject();
            for (var c = 0; c < reader.FieldCount; c++)
            {
                var (name, value) = (reader.GetName(c), reader.GetValue(c));
                if (name == hashColumn && value is string { Length: > 0 } hash)
                    hashes.Add(hash);
                if (!Inside.Contains(name) && !name.StartsWith("Sums_", StringComparison.Ordinal))
                    ArchiveWriter.Write(json, name, value);
            }
            json.WriteEndObject();
            await json.FlushAsync();
            json.Reset();
            entry.WriteByte((byte)'\n');
            rows++;
        }
        return rows;
    }

    private static async Task FilesAsync(ZipArchive archive, string folder, HashSet<string> hashes)
    {
        foreach (var place in ArchiveTables.Folders.Where(p => Directory.Exists(Path.Combine(folder, p))))
        foreach (var path in Directory.EnumerateFiles(Path.Combine(folder, place)))
            // A file's name begins with its content's hash.
            if (hashes.Contains(Path.GetFileName(path).Split('.', '-')[0]))
                await archive.CreateEntryFromFileAsync(path, $"{place}/{Path.GetFileName(path)}", CompressionLevel.NoCompression);
    }
}
