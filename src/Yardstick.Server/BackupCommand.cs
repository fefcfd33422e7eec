using System.IO.Compression;
using Microsoft.Data.Sqlite;
using Yardstick.Data;

namespace Yardstick.Server;

/// <summary>Backup and restore: one archive with the database, the photos and the files.</summary>
internal static class BackupCommand
{
    /// <summary>Backs a shop up; works while it runs.</summary>
    internal static async Task<int> BackupAsync(string folder, string target)
    {
        var database = Path.Combine(folder, "shop.db");
        if (!File.Exists(database))
            throw new ShopFileException($"There is no shop in {folder}.");
        // Beside the shop, where nobody else looks, and not where everybody's passing files lie.
        foreach (var left in Directory.EnumerateFiles(folder, "copy-*.db"))
            File.Delete(left);
        var copy = Path.Combine(folder, $"copy-{Guid.NewGuid():N}.db");
        try
        {
            await CopyAsync(database, copy);
            var part = target + ".part";
            File.Delete(part);
            await using (var archive = await ZipFile.OpenAsync(part, ZipArchiveMode.Create))
            {
                await archive.CreateEntryFromFileAsync(copy, "shop.db", CompressionLevel.Fastest);
                foreach (var place in new[] { "photos", "files" }.Where(p => Directory.Exists(Path.Combine(folder, p))))
                {
                    // What ends in a part of a name is still being written.
                    foreach (
                        var kept in Directory
                            .EnumerateFiles(Path.Combine(folder, place))
                            .Where(f => !f.EndsWith(".part", StringComparison.Ordinal))
                    )
                        await archive.CreateEntryFromFileAsync(kept, $"{place}/{Path.GetFileName(kept)}", CompressionLevel.NoCompression);
                }
            }
            ShopFile.PrivateFile(part);
            File.Move(part, target, overwrite: true);
        }
        finally
        {
            File.Delete(copy);
        }
        Console.WriteLine($"Backed up {folder} to {target}.");
        return 0;
    }

    private static async Task CopyAsync(string database, string copy)
    {
        await using var connection = new SqliteConnection($"Data Source={database};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "VACUUM INTO $copy";
        command.Parameters.AddWithValue("$copy", copy);
        await command.ExecuteNonQueryAsync();
        if (await CheckAsync(copy) is { } damage)
            throw new ShopFileException($"The copy is damaged ({damage}); nothing was written.");
    }

    /// <summary>Verifies an archive, then puts it in place of a shop's data; what was there is kept beside it.</summary>
    internal static async Task<int> RestoreAsync(string folder, string source, Instant utcNow)
    {
        if (!File.Exists(source))
            throw new ShopFileException($"There is no file {source}.");
        var fresh = folder.TrimEnd('/') + ".restoring";
        if (Directory.Exists(fresh))
            Directory.Delete(fresh, recursive: true);
        ShopFile.PrivateFolder(fresh);
        try
        {
            await ZipFile.ExtractToDirectoryAsync(source, fresh);
        }
        catch (InvalidDataException)
        {
            throw new ShopFileException($"{source} is not a Yardstick backup. Nothing was changed.");
        }
        if (await CheckAsync(Path.Combine(fresh, "shop.db")) is { } damage)
            throw new ShopFileException($"The backup is damaged ({damage}); nothing was changed.");
        if (Directory.Exists(folder))
        {
            using (ShopFile.Open(folder)) { }
            Directory.Move(folder, Invariant($"{folder.TrimEnd('/')}.before-{utcNow:yyyyMMddHHmmss}"));
        }
        Directory.Move(fresh, folder);
        Console.WriteLine($"Restored {source} to {folder}. The old data is in the folder next to it.");
        return 0;
    }

    private static async Task<string?> CheckAsync(string database)
    {
        if (!File.Exists(database))
            return "there is no database in it";
        try
        {
            await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA integrity_check";
            return (string?)await command.ExecuteScalarAsync() is { } answer and not "ok" ? answer : null;
        }
        catch (SqliteException problem)
        {
            return problem.Message;
        }
    }
}
