using System.IO.Compression;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Setup.Privacy;

namespace Yardstick.Server.Setup.Backups;

/// <summary>A shop as one file: the database, the photos and the files; written while it runs, proven, and put back.</summary>
internal static class ShopBackup
{
    private static readonly string[] Places = ["photos", "files"];

    /// <summary>Writes a backup; the target is there whole, or as it was before.</summary>
    /// <param name="folder">The shop's data.</param>
    /// <param name="target">The file.</param>
    /// <param name="passphrase">Seals it; empty leaves it open.</param>
    /// <exception cref="ShopFileException">There is no shop, or what was copied is damaged.</exception>
    internal static async Task WriteAsync(string folder, string target, string passphrase = "")
    {
        var database = Path.Combine(folder, ShopFile.FileName);
        if (!File.Exists(database))
            throw new ShopFileException($"There is no shop in {folder}.");
        // Beside the shop, where nobody else looks, and not where everybody's passing files lie.
        foreach (var left in Directory.EnumerateFiles(folder, "copy-*.db"))
            File.Delete(left);
        var copy = Path.Combine(folder, $"copy-{Guid.NewGuid():N}.db");
        var (part, open) = (target + ".part", target + ".open.part");
        try
        {
            await CopyAsync(database, copy);
            await PackAsync(folder, copy, passphrase.Length > 0 ? open : part);
            if (passphrase.Length > 0)
                SealedFile.Seal(open, part, passphrase);
            ShopFile.PrivateFile(part);
            File.Move(part, target, overwrite: true);
        }
        finally
        {
            File.Delete(copy);
            File.Delete(open);
            File.Delete(part);
        }
    }

    /// <summary>
    /// Proves a backup: it opens, every entry is whole, the database is sound, and its books add up.
    /// </summary>
    /// <param name="source">The file.</param>
    /// <param name="passphrase">Opens it.</param>
    /// <param name="workplace">Where it may be unpacked, private.</param>
    /// <returns>What is wrong, in words; empty for nothing.</returns>
    internal static async Task<string> ProveAsync(string source, string passphrase, string workplace)
    {
        var place = Path.Combine(workplace, $"proof-{Guid.NewGuid():N}");
        var database = Path.Combine(place, ShopFile.FileName);
        ShopFile.PrivateFolder(place);
        try
        {
            await UnpackAsync(source, passphrase, place);
            if (await CheckAsync(database) is { } damage)
                return $"The database in it is damaged: {damage}.";
            await using var db = new ShopDb(ShopFile.Options(database));
            db.ChangeTracker.QueryTrackingBehavior = QueryTrackingBehavior.NoTracking;
            return await new BooksCheck(db).RunAsync() is [var first, ..] ? $"Its books do not add up: {first}" : "";
        }
        catch (ShopFileException problem)
        {
            return problem.Message;
        }
        finally
        {
            ShopFile.Release(database);
            Directory.Delete(place, recursive: true);
        }
    }

    /// <summary>Verifies a backup, then puts it in place of a shop's data; what was there is kept beside it.</summary>
    /// <returns>Where the old data is; empty where there was none.</returns>
    /// <exception cref="ShopFileException">It is no backup, or damaged; nothing was changed.</exception>
    internal static async Task<string> RestoreAsync(string folder, string source, string passphrase, Instant utcNow)
    {
        if (!File.Exists(source))
            throw new ShopFileException($"There is no file {source}.");
        folder = Path.TrimEndingDirectorySeparator(Path.GetFullPath(folder));
        var fresh = folder + ".restoring";
        if (Directory.Exists(fresh))
            Directory.Delete(fresh, recursive: true);
        ShopFile.PrivateFolder(fresh);
        try
        {
            await UnpackAsync(source, passphrase, fresh);
            if (await CheckAsync(Path.Combine(fresh, ShopFile.FileName)) is { } damage)
                throw new ShopFileException($"The backup is damaged ({damage}); nothing was changed.");
        }
        catch
        {
            Directory.Delete(fresh, recursive: true);
            throw;
        }
        var before = "";
        if (Directory.Exists(folder))
        {
            using (ShopFile.Open(folder)) { }
            before = Invariant($"{folder}.before-{utcNow:yyyyMMddHHmmss}");
            Directory.Move(folder, before);
        }
        // Who was erased since is not to come back.
        if (before.Length > 0)
            ErasedList.Carry(before, fresh);
        Directory.Move(fresh, folder);
        return before;
    }

    /// <summary>
    /// Makes a shop open in this version again after a newer one changed its data: the latest copy of before an upgrade that this version
    /// knows takes the place of the database. Photos and files stay: there are only more of them.
    /// </summary>
    /// <returns>The copy, and where the newer database is kept; empty where this version opens the data as they are.</returns>
    /// <exception cref="ShopFileException">There is no such copy, it is damaged, or a server is running; nothing was changed.</exception>
    internal static async Task<(string Before, string Kept)> RollBackAsync(string folder, Instant utcNow)
    {
        folder = Path.TrimEndingDirectorySeparator(Path.GetFullPath(folder));
        var database = Path.Combine(folder, ShopFile.FileName);
        if (!File.Exists(database))
            throw new ShopFileException($"There is no shop in {folder}.");
        using (ShopFile.Open(folder))
        {
            if (await ShopFile.KnowsAsync(database))
                return ("", "");
            var before = "";
            foreach (var copy in new DirectoryInfo(folder).EnumerateFiles("before-*.db").OrderByDescending(f => f.LastWriteTimeUtc))
            {
                if (await CheckAsync(copy.FullName) is { } damage)
                    throw new ShopFileException(
                        $"{copy.Name}, the copy of before the upgrade, is damaged ({damage}); nothing was changed."
                    );
                if (before.Length == 0 && await ShopFile.KnowsAsync(copy.FullName))
                    before = copy.FullName;
            }
            if (before.Length == 0)
                throw new ShopFileException(
                    $"There is no copy of before an upgrade in {folder} that this version can open; nothing was changed."
                );
            var kept = Path.Combine(folder, Invariant($"after-{utcNow:yyyyMMddHHmmss}.db"));
            // Whole in one file, without what is being written beside it.
            await CopyAsync(database, kept);
            ShopFile.PrivateFile(kept);
            SqliteConnection.ClearAllPools();
            foreach (var beside in new[] { "-wal", "-shm" })
                File.Delete(database + beside);
            File.Move(before, database, overwrite: true);
            return (Path.GetFileName(before), Path.GetFileName(kept));
        }
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

    private static async Task PackAsync(string folder, string copy, string target)
    {
        File.Delete(target);
        await using var archive = await ZipFile.OpenAsync(target, ZipArchiveMode.Create);
        ShopFile.PrivateFile(target);
        await archive.CreateEntryFromFileAsync(copy, ShopFile.FileName, CompressionLevel.Fastest);
        foreach (var place in Places.Where(p => Directory.Exists(Path.Combine(folder, p))))
        {
            // What ends in a part of a name is still being written.
            foreach (
                var kept in Directory.EnumerateFiles(Path.Combine(folder, place)).Where(f => !f.EndsWith(".part", StringComparison.Ordinal))
            )
                await archive.CreateEntryFromFileAsync(kept, $"{place}/{Path.GetFileName(kept)}", CompressionLevel.NoCompression);
        }
    }

    private static async Task UnpackAsync(string source, string passphrase, string place)
    {
        var opened = Path.Combine(place, "opened.zip");
        var isSealed = SealedFile.IsSealed(source);
        if (isSealed && passphrase.Length == 0)
            throw new ShopFileException($"{Path.GetFileName(source)} is sealed with a passphrase; set it in YARDSTICK_BACKUP_PASSPHRASE.");
        if (isSealed)
            SealedFile.Open(source, opened, passphrase);
        try
        {
            await ZipFile.ExtractToDirectoryAsync(isSealed ? opened : source, place);
        }
        catch (InvalidDataException)
        {
            throw new ShopFileException($"{source} is not a Yardstick backup, or it is damaged. Nothing was changed.");
        }
        File.Delete(opened);
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
