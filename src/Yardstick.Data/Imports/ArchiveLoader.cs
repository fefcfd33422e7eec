using System.Buffers;
using System.IO.Compression;
using System.IO.Pipelines;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Yardstick.Data.Imports;

/// <summary>
/// Makes a shop of an archive in a folder where there is none. Everything is checked before the folder is there under its name: what is
/// damaged, of a later shape, or has fields that nobody knows is refused in words, with nothing half done.
/// </summary>
public static class ArchiveLoader
{
    private const int Buffer = 256 * 1024;
    private static readonly JsonSerializerOptions Reading = new() { PropertyNameCaseInsensitive = true };

    /// <summary>Loads it.</summary>
    /// <param name="source">The archive.</param>
    /// <param name="folder">The folder; it must not be there, or be empty.</param>
    /// <param name="ignoreUnknown">Fields and tables that this program does not know are left out instead of refused.</param>
    /// <param name="say">Hears how far it is.</param>
    /// <exception cref="ShopFileException">It can't be loaded; why is said.</exception>
    public static async Task LoadAsync(string source, string folder, bool ignoreUnknown, Action<string> say)
    {
        if (!File.Exists(source))
            throw new ShopFileException($"There is no file {source}.");
        if (Directory.Exists(folder) && Directory.EnumerateFileSystemEntries(folder).Any())
            throw new ShopFileException($"{folder} is not empty. Name a folder that is not there yet.");
        var fresh = folder.TrimEnd('/') + ".loading";
        if (Directory.Exists(fresh))
            Directory.Delete(fresh, recursive: true);
        try
        {
            using (var file = ShopFile.Open(fresh))
            {
                await file.PrepareAsync();
                await FillAsync(source, file, ignoreUnknown, say);
            }
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(folder))
                Directory.Delete(folder);
            Directory.Move(fresh, folder);
        }
        catch (InvalidDataException)
        {
            throw new ShopFileException($"{source} is not a Yardstick archive, or it is damaged. Nothing was loaded.");
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            if (Directory.Exists(fresh))
                Directory.Delete(fresh, recursive: true);
        }
    }

    private static async Task FillAsync(string source, ShopFile file, bool ignoreUnknown, Action<string> say)
    {
        await using var archive = await ZipFile.OpenReadAsync(source);
        var manifest = await ManifestAsync(archive, source);
        if (manifest.Format > ArchiveTables.Format)
            throw new ShopFileException(
                FormattableString.Invariant(
                    $"{source} was written by a newer Yardstick (archive {manifest.Format}, this one reads {ArchiveTables.Format}). Nothing was loaded."
                )
            );
        // The one that made the file lets go of it.
        SqliteConnection.ClearAllPools();
        await using (var connection = new SqliteConnection($"Data Source={file.Database};Pooling=False"))
        {
            await connection.OpenAsync();
            await connection.RunAsync("PRAGMA foreign_keys = OFF");
            var again = await BulkFill.BeginAsync(connection);
            var known = (await ArchiveTables.InOrderAsync(connection)).ToHashSet(StringComparer.Ordinal);
            await using var transaction = (SqliteTransaction)await connection.BeginTransactionAsync();
            foreach (var table in manifest.Tables)
            {
                if (known.Contains(table.Name))
                    await TableAsync(connection, transaction, archive, table, ignoreUnknown, say);
                else if (!ignoreUnknown)
                    throw new ShopFileException(
                        $"The archive has a table that is not known here: {table.Name}. Nothing was loaded; --ignore-unknown leaves it out."
                    );
            }
            if (known.Except(manifest.Tables.Select(t => t.Name)).FirstOrDefault() is { } missing)
                throw new ShopFileException($"The archive lacks {missing}. Nothing was loaded.");
            say("Indexes");
            foreach (var statement in again)
                await AgainAsync(connection, transaction, statement);
            await CheckAsync(connection, transaction);
            await transaction.CommitAsync();
            await BulkFill.EndAsync(connection, file.Database);
        }
        foreach (var kept in manifest.Files)
            await FileAsync(archive, kept, file.Folder);
        say(FormattableString.Invariant($"{manifest.Files.Count:N0} photos and files"));
    }

    private static async Task<ArchiveManifest> ManifestAsync(ZipArchive archive, string source)
    {
        if (archive.GetEntry("manifest.json") is not { } entry)
            throw new ShopFileException($"{source} is not a Yardstick archive: it has no manifest. Nothing was loaded.");
        try
        {
            await using var content = await entry.OpenAsync();
            return await JsonSerializer.DeserializeAsync<ArchiveManifest>(content, Reading)
                ?? throw new ShopFileException($"The manifest of {source} is empty. Nothing was loaded.");
        }
        catch (JsonException)
        {
            throw new ShopFileException($"The manifest of {source} can't be read. Nothing was loaded.");
        }
    }

    private static async Task TableAsync(
        SqliteConnection connection,
        SqliteTransaction transaction,
        ZipArchive archive,
        ArchiveManifest.Table table,
        bool ignoreUnknown,
        Action<string> say
    )
    {
        if (archive.GetEntry($"tables/{table.Name}.jsonl") is not { } entry)
            throw Damaged(table.Name, "is missing");
        // What the program puts into an empty shop gives way.
        await connection.RunAsync($"DELETE FROM \"{table.Name}\"", transaction);
        var columns = (await ArchiveTables.ColumnsAsync(connection, table.Name)).Select(c => c.Name).ToList();
        var secrets = ArchiveTables.Secrets.GetValueOrDefault(table.Name);
        using var insert = new RowInsert(connection, table.Name, columns);
        var row = new ArchiveRow(insert, table.Name, columns, secrets, ignoreUnknown);
        using var hash = SHA256.Create();
        await using var content = await entry.OpenAsync();
        await using var hashed = new CryptoStream(content, hash, CryptoStreamMode.Read);
        var lines = PipeReader.Create(hashed, new StreamPipeReaderOptions(bufferSize: Buffer, minimumReadSize: Buffer / 4));
        for (var ended = false; !ended; )
        {
            var read = await lines.ReadAsync();
            var rest = read.Buffer;
            while (LineOf(ref rest, read.IsCompleted) is { } line)
            {
                row.Insert(line);
                if (row.Number % 200_000 == 0)
                    say(FormattableString.Invariant($"{table.Name}: {row.Number:N0} rows"));
            }
            ended = read.IsCompleted;
            lines.AdvanceTo(rest.Start, rest.End);
        }
        if (row.Number != table.Rows)
            throw Damaged(table.Name, FormattableString.Invariant($"has {row.Number:N0} rows instead of {table.Rows:N0}"));
        if (Convert.ToHexStringLower(hash.Hash!) != table.Sha256)
            throw Damaged(table.Name, "is not as it was written");
    }

    /// <summary>Takes the next line off what was read; null where the rest of it is not there yet, or nothing is left.</summary>
    private static ReadOnlySequence<byte>? LineOf(ref ReadOnlySequence<byte> rest, bool isLast)
    {
        var line = rest;
        if (rest.PositionOf((byte)'\n') is { } end)
        {
            line = rest.Slice(0, end);
            rest = rest.Slice(rest.GetPosition(1, end));
            return line;
        }
        if (!isLast || rest.IsEmpty)
            return null;
        rest = rest.Slice(rest.End);
        return line;
    }

    private static async Task AgainAsync(SqliteConnection connection, SqliteTransaction transaction, string statement)
    {
        try
        {
            await connection.RunAsync(statement, transaction);
        }
        catch (SqliteException problem)
        {
            throw Damaged("something that may be there once", $"is there twice ({problem.Message})");
        }
    }

    private static async Task CheckAsync(SqliteConnection connection, SqliteTransaction transaction)
    {
        await using var command = connection.CreateCommand();
        command.Transaction = transaction;
        // Who is left out of an archive, such as terminals, is pointed to by nobody in it.
        command.CommandText = "SELECT \"table\", parent FROM pragma_foreign_key_check LIMIT 1";
        await using var reader = await command.ExecuteReaderAsync();
        if (await reader.ReadAsync())
            throw Damaged(reader.GetString(0), $"points to {reader.GetString(1)} that are not there");
    }

    private static async Task FileAsync(ZipArchive archive, ArchiveManifest.Kept kept, string folder)
    {
        if (
            archive.GetEntry(kept.Path) is not { } entry
            || kept.Path.Split('/') is not [var place, var name]
            || !ArchiveTables.Folders.Contains(place)
            || name is "" or "." or ".."
        )
            throw Damaged(kept.Path, "is missing");
        Directory.CreateDirectory(Path.Combine(folder, place));
        var path = Path.Combine(folder, place, name);
        await using (var content = await entry.OpenAsync())
        await using (var written = File.Create(path))
            await content.CopyToAsync(written);
        ShopFile.PrivateFile(path);
        await using var read = File.OpenRead(path);
        if (Convert.ToHexStringLower(await SHA256.HashDataAsync(read)) != kept.Sha256)
            throw Damaged(kept.Path, "is not as it was written");
    }

    internal static ShopFileException Damaged(string what, string how) => new($"The archive is damaged: {what} {how}. Nothing was loaded.");
}
