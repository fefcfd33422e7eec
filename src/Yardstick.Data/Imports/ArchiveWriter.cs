using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Yardstick.Data.Imports;

/// <summary>
/// Writes everything of a shop but its secrets as one ZIP of JSON Lines, a file for each table, with a JSON Schema for each, photos and
/// files, and a manifest with counts and hashes. Works while the shop runs: all rows are of one moment, and memory does not grow with it.
/// </summary>
public static class ArchiveWriter
{
    private static readonly JsonSerializerOptions Pretty = new()
    {
        WriteIndented = true,
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
    };

    /// <summary>Writes it; what is half done has another name until it is whole.</summary>
    /// <param name="folder">The shop's folder.</param>
    /// <param name="target">The file.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="say">Hears how far it is.</param>
    /// <exception cref="ShopFileException">There is no shop there.</exception>
    public static async Task WriteAsync(string folder, string target, Instant utcNow, Action<string> say)
    {
        var database = Path.Combine(folder, ShopFile.FileName);
        if (!File.Exists(database))
            throw new ShopFileException($"There is no shop in {folder}.");
        var part = target + ".part";
        File.Delete(part);
        try
        {
            await using (var archive = await ZipFile.OpenAsync(part, ZipArchiveMode.Create))
            {
                ShopFile.PrivateFile(part);
                var tables = await TablesAsync(database, archive, say);
                var files = await FilesAsync(folder, archive, say);
                var manifest = new ArchiveManifest(ArchiveTables.Format, utcNow.ToString(), tables, files);
                await using var entry = await archive.CreateEntry("manifest.json").OpenAsync();
                await JsonSerializer.SerializeAsync(entry, manifest, Pretty);
            }
            File.Move(part, target, overwrite: true);
        }
        finally
        {
            File.Delete(part);
        }
    }

    private static async Task<List<ArchiveManifest.Table>> TablesAsync(string database, ZipArchive archive, Action<string> say)
    {
        await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        await connection.OpenAsync();
        // One moment for all tables, whoever works meanwhile.
        await using var moment = await connection.BeginTransactionAsync(System.Data.IsolationLevel.Serializable);
        var tables = new List<ArchiveManifest.Table>();
        foreach (var table in await ArchiveTables.InOrderAsync(connection))
        {
            var columns = await ArchiveTables.HeldAsync(connection, table);
            await using (var schema = await archive.CreateEntry($"schema/{table}.json").OpenAsync())
                await JsonSerializer.SerializeAsync(schema, SchemaOf(table, columns), Pretty);
            tables.Add(await TableAsync(connection, (SqliteTransaction)moment, archive, table, columns, say));
        }
        return tables;
    }

    private static async Task<ArchiveManifest.Table> TableAsync(
        SqliteConnection connection,
        SqliteTransaction moment,
        ZipArchive archive,
        string table,
        IReadOnlyList<ArchiveTables.Column> columns,
        Action<string> say
    )
    {
        await using var entry = await archive.CreateEntry($"tables/{table}.jsonl", CompressionLevel.Fastest).OpenAsync();
        using var hash = SHA256.Create();
        await using var lines = new CryptoStream(entry, hash, CryptoStreamMode.Write, leaveOpen: true);
        await using var json = new Utf8JsonWriter(lines);
        await using var command = connection.CreateCommand();
        command.Transaction = moment;
        command.CommandText = $"SELECT {string.Join(", ", columns.Select(c => $"\"{c.Name}\""))} FROM \"{table}\" ORDER BY rowid";
        await using var reader = await command.ExecuteReaderAsync();
        var rows = 0L;
        while (await reader.ReadAsync())
        {
            json.WriteStartObject();
            for (var c = 0; c < columns.Count; c++)
                Write(json, columns[c].Name, reader.GetValue(c));
            json.WriteEndObject();
            await json.FlushAsync();
            json.Reset();
            lines.WriteByte((byte)'\n');
            if (++rows % 200_000 == 0)
                say(FormattableString.Invariant($"{table}: {rows:N0} rows"));
        }
        await lines.FlushFinalBlockAsync();
        return new ArchiveManifest.Table(table, rows, Convert.ToHexStringLower(hash.Hash!));
    }

    /// <summary>A value as it lies in the database.</summary>
    internal static void Write(Utf8JsonWriter json, string name, object value)
    {
        switch (value)
        {
            case DBNull:
                json.WriteNull(name);
                break;
            case long number:
                json.WriteNumber(name, number);
                break;
            case double number:
                json.WriteNumber(name, number);
                break;
            case byte[] bytes:
                json.WriteStartObject(name);
                json.WriteBase64String("base64", bytes);
                json.WriteEndObject();
                break;
            default:
                json.WriteString(name, (string)value);
                break;
        }
    }

    /// <summary>JSON Schema (2020-12) of a line.</summary>
    private static Dictionary<string, object> SchemaOf(string table, IReadOnlyList<ArchiveTables.Column> columns) =>
        new()
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = table,
            ["type"] = "object",
            ["properties"] = columns.ToDictionary(
                c => c.Name,
                c => (object)new Dictionary<string, object> { ["type"] = c.Required ? TypeOf(c) : new[] { TypeOf(c), "null" } }
            ),
            ["required"] = columns.Select(c => c.Name).ToList(),
            ["additionalProperties"] = false,
        };

    private static string TypeOf(ArchiveTables.Column column) =>
        column.Type switch
        {
            "INTEGER" => "integer",
            "REAL" => "number",
            "BLOB" => "object",
            _ => "string",
        };

    private static async Task<List<ArchiveManifest.Kept>> FilesAsync(string folder, ZipArchive archive, Action<string> say)
    {
        var files = new List<ArchiveManifest.Kept>();
        foreach (var place in ArchiveTables.Folders.Where(p => Directory.Exists(Path.Combine(folder, p))))
        {
            // What ends in a part of a name is still being written.
            foreach (
                var path in Directory
                    .EnumerateFiles(Path.Combine(folder, place))
                    .Where(f => !f.EndsWith(".part", StringComparison.Ordinal))
                    .Order(StringComparer.Ordinal)
            )
            {
                var name = $"{place}/{Path.GetFileName(path)}";
                await archive.CreateEntryFromFileAsync(path, name, CompressionLevel.NoCompression);
                await using var content = File.OpenRead(path);
                files.Add(new ArchiveManifest.Kept(name, Convert.ToHexStringLower(await SHA256.HashDataAsync(content))));
            }
        }
        say(FormattableString.Invariant($"{files.Count:N0} photos and files"));
        return files;
    }
}
