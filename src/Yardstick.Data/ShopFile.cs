using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Migrations;
using Yardstick.Data.Setup;

namespace Yardstick.Data;

/// <summary>A shop's data folder: the database, photos, keys, backups, and the lock that keeps a second server out.</summary>
public sealed class ShopFile : IDisposable
{
    private readonly FileStream held;

    // Errno EROFS, as .NET passes it on.
    private const int ReadOnlyFileSystem = 30;

    private ShopFile(string folder, FileStream held) => (Folder, this.held) = (folder, held);

    /// <summary>The data folder.</summary>
    public string Folder { get; }

    /// <summary>The database file.</summary>
    public string Database => Path.Combine(Folder, FileName);

    /// <summary>Name of the database in its folder.</summary>
    public const string FileName = "shop.db";

    /// <summary>Where photos lie, by content hash.</summary>
    public string Photos => Path.Combine(Folder, "photos");

    /// <summary>Where other files lie, by content hash.</summary>
    public string Files => Path.Combine(Folder, "files");

    /// <summary>Keys that protect cookies.</summary>
    public string Keys => Path.Combine(Folder, "keys");
    private string RunningMark => Path.Combine(Folder, "running");

    // Checking goes through all of it: what is larger would keep people waiting at the start.
    private const long CheckedFirst = 64 * 1024 * 1024;
    private const string DamagedMark = "damaged";

    /// <summary>After an unclean stop a large database is checked while people work; true until that is done.</summary>
    public bool IsChecking { get; private set; }

    /// <summary>What the check beside found, as a sentence; null for nothing.</summary>
    public string? Damage { get; private set; }

    /// <summary>Opens a data folder; makes it when it is not there.</summary>
    /// <exception cref="ShopFileException">Another server has it open, or nothing can be written there.</exception>
    public static ShopFile Open(string folder)
    {
        // What is served from it is found by its full path.
        folder = Path.GetFullPath(folder);
        var (held, mark) = ((FileStream?)null, Path.Combine(folder, "lock"));
        try
        {
            PrivateFolder(folder);
            held = new FileStream(mark, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            var file = new ShopFile(folder, held);
            foreach (var place in new[] { file.Photos, file.Keys, file.Files })
                PrivateFolder(place);
            return file;
        }
        catch (IOException fault) when (held is null && fault.HResult != ReadOnlyFileSystem && File.Exists(mark))
        {
            throw new ShopFileException($"Another Yardstick is running on {folder}. Stop it first, or choose another folder with --data.");
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            held?.Dispose();
            throw new ShopFileException(
                $"Nothing can be written in {folder} ({fault.Message}). Make it this account's own, or choose another folder with --data."
            );
        }
    }

    /// <summary>Makes a folder that only this account of the machine can look into; one that was open to others is closed.</summary>
    public static void PrivateFolder(string folder)
    {
        const UnixFileMode Own = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
        if (OperatingSystem.IsWindows())
            Directory.CreateDirectory(folder);
        else
        {
            Directory.CreateDirectory(folder, Own);
            File.SetUnixFileMode(folder, Own);
        }
    }

    /// <summary>Keeps a file from everybody else on the machine.</summary>
    public static void PrivateFile(string path)
    {
        if (!OperatingSystem.IsWindows() && File.Exists(path))
            File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    /// <summary>
    /// Checks the database after an unclean stop (a large one that is opened to be served is left to <see cref="CheckBesideAsync"/>), backs
    /// it up before new migrations, applies them.
    /// </summary>
    /// <param name="checksBeside">Whether a large one is checked beside.</param>
    /// <exception cref="ShopFileException">The database is damaged, or a version made it that this one cannot carry over.</exception>
    public async Task PrepareAsync(bool checksBeside = false)
    {
        var fresh = !File.Exists(Database);
        if (!fresh && File.Exists(RunningMark))
        {
            // What was found damaged is not opened again before it was checked whole.
            IsChecking =
                checksBeside && new FileInfo(Database).Length > CheckedFirst && await File.ReadAllTextAsync(RunningMark) is not DamagedMark;
            if (!IsChecking)
                await CheckAsync(CancellationToken.None);
        }
        await using var db = new ShopDb(Options(Database));
        var applied = fresh ? [] : await AppliedAsync(db);
        var known = db.Database.GetMigrations().ToList();
        if (applied.Except(known).Any())
            throw OfAnotherVersion();
        var pending = known.Except(applied).ToList();
        if (IsChecking && pending.Count > 0)
        {
            // What is to be changed is known to be whole before.
            await CheckAsync(CancellationToken.None);
            IsChecking = false;
        }
        if (!fresh && pending.Count > 0)
            await BackupAsync(Path.Combine(Folder, $"before-{pending[^1]}.db"));
        if (pending.Count > 0)
            await db.Database.MigrateAsync();
        if (!fresh && !await HasEveryColumnAsync(db))
            throw OfAnotherVersion();
        await ShopStart.AddMissingTemplatesAsync(db);
        // Kept with the file; a copy that was made whole, such as a backup, comes without it.
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode = WAL;");
        if (!IsChecking)
            await File.WriteAllTextAsync(RunningMark, "");
        foreach (var kept in Directory.EnumerateFiles(Folder))
            PrivateFile(kept);
    }

    /// <summary>Whether this version knows everything that was done to a database; one of a newer version has more.</summary>
    public static async Task<bool> KnowsAsync(string database)
    {
        await using var db = new ShopDb(Options(database));
        return !(await AppliedAsync(db)).Except(db.Database.GetMigrations()).Any();
    }

    /// <summary>
    /// What was done to a database, by the names of its migrations. EF asks the same by a model of that one table, which it works out
    /// at each start.
    /// </summary>
    private static async Task<List<string>> AppliedAsync(ShopDb db)
    {
        var noted = await ReadAsync(
            db,
            $"SELECT name FROM sqlite_master WHERE type = 'table' AND name = '{HistoryRepository.DefaultTableName}'"
        );
        return noted.Count == 0 ? [] : await ReadAsync(db, $"SELECT MigrationId FROM {HistoryRepository.DefaultTableName}");
    }

    private static async Task<List<string>> ReadAsync(ShopDb db, string query)
    {
        await db.Database.OpenConnectionAsync();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = query;
        await using var rows = await command.ExecuteReaderAsync();
        List<string> read = [];
        while (await rows.ReadAsync())
            read.Add(rows.GetString(0));
        return read;
    }

    private ShopFileException OfAnotherVersion() =>
        new(
            $"The data in {Folder} was made by another version of Yardstick, and this one cannot carry it over: "
                + "open it with the version that made it, or, for the demo, start with --reset."
        );

    /// <summary>Whether all that this version reads is there; a first migration that was rewritten leaves no other trace.</summary>
    private static async Task<bool> HasEveryColumnAsync(ShopDb db)
    {
        var kept = await ReadAsync(
            db,
            "SELECT t.name || '.' || c.name FROM sqlite_master t JOIN pragma_table_info(t.name) c WHERE t.type = 'table'"
        );
        return db
            .Model.GetRelationalModel()
            .Tables.SelectMany(t => t.Columns.Select(c => $"{t.Name}.{c.Name}"))
            .All(kept.ToHashSet().Contains);
    }

    /// <summary>Copies the database to a file while it is in use.</summary>
    public async Task BackupAsync(string target)
    {
        File.Delete(target);
        await using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "VACUUM INTO $target";
        command.Parameters.AddWithValue("$target", target);
        await command.ExecuteNonQueryAsync();
        PrivateFile(target);
    }

    /// <summary>Does what was left of the check after an unclean stop; the next start does it where this one is stopped before.</summary>
    /// <exception cref="ShopFileException">The database is damaged; the next start says so before it serves anything.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public async Task CheckBesideAsync(CancellationToken cancel)
    {
        if (!IsChecking)
            return;
        try
        {
            await Task.Run(() => CheckAsync(cancel), cancel);
            IsChecking = false;
        }
        catch (ShopFileException found)
        {
            Damage = found.Message;
            await File.WriteAllTextAsync(RunningMark, DamagedMark, CancellationToken.None);
            throw;
        }
    }

    private async Task CheckAsync(CancellationToken cancel)
    {
        await using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        await connection.OpenAsync(cancel);
        await using var command = connection.CreateCommand();
        // The first that it finds says enough.
        command.CommandText = "PRAGMA quick_check(1)";
        string? answer;
        try
        {
            await using var stop = cancel.Register(() => SQLitePCL.raw.sqlite3_interrupt(connection.Handle));
            answer = (string?)await command.ExecuteScalarAsync(cancel);
        }
        catch (SqliteException problem)
        {
            cancel.ThrowIfCancellationRequested();
            answer = problem.Message;
        }
        if (answer != "ok")
            throw new ShopFileException(
                $"The database {Database} is damaged ({answer?.Split('\n')[^1]}). Restore the latest backup with ./yardstick restore, or, for the demo, start with --reset."
            );
    }

    /// <summary>A clean stop: the next start need not check, unless this one did not come to an end with it.</summary>
    public void Dispose()
    {
        Release(Database);
        if (!IsChecking && Damage is null)
            File.Delete(RunningMark);
        held.Dispose();
    }

    /// <summary>
    /// Closes what is kept open of a database that nobody works in any more; of no other, for somebody may be opening that just now.
    /// </summary>
    public static void Release(string database)
    {
        using var connection = new SqliteConnection(Source(database));
        ConnectionsInTurn.Close(connection);
    }

    private static string Source(string database) => $"Data Source={database};Foreign Keys=True";

    /// <summary>How the database is opened: foreign keys on, everything confirmed is on the disk.</summary>
    public static DbContextOptions<ShopDb> Options(string database) =>
        (DbContextOptions<ShopDb>)Use(new DbContextOptionsBuilder<ShopDb>(), database).Options;

    /// <summary>How the database is opened, for a container.</summary>
    public static DbContextOptionsBuilder Use(DbContextOptionsBuilder options, string database) =>
        WithoutModel(options, database).UseModel(WrittenModel?.Invoke() ?? SharedModel.Value);

    /// <summary>How the database is opened by what works out the model.</summary>
    internal static DbContextOptions<ShopDb> WithoutModel(string database) =>
        (DbContextOptions<ShopDb>)WithoutModel(new DbContextOptionsBuilder<ShopDb>(), database).Options;

    private static DbContextOptionsBuilder WithoutModel(DbContextOptionsBuilder options, string database) =>
        options
            .UseSqlite(Source(database), sqlite => sqlite
                    .UseQuerySplittingBehavior(QuerySplittingBehavior.SplitQuery)
                    // A list as one value: with one for each of its members, SQLite looks each up by name among all the others.
                    .UseParameterizedCollectionMode(ParameterTranslationMode.Parameter))
            // A change of the mapping without a migration is found by a test; to look for one works the model out twice in each new shop.
            .ConfigureWarnings(warnings => warnings.Ignore(RelationalEventId.PendingModelChangesWarning))
            .AddInterceptors(ConnectionsInTurn.Instance);

    /// <summary>
    /// The model that was worked out when the program was built, if there is one: to work it out takes a third of a start, and left to
    /// itself each container would.
    /// </summary>
    public static Func<IModel>? WrittenModel { get; set; }

    private static readonly Lazy<IModel> SharedModel = new(() =>
    {
        using var db = new ShopDb(WithoutModel(":memory:"));
        return db.Model;
    });
}
