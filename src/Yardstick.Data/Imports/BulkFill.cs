using Microsoft.Data.Sqlite;
using Yardstick.Data.Customers;

namespace Yardstick.Data.Imports;

/// <summary>
/// What a database does beside each row that it gets, put off until all are there: indexes, the index of work, the journal that would
/// undo. Only for a file that is thrown away where anything fails.
/// </summary>
internal static class BulkFill
{
    /// <summary>What the search for work hears of each job and line; its index is filled at once instead.</summary>
    private const string OfWork = "('Jobs_SearchJobs_insert', 'Lines_SearchJobs_insert')";

    /// <summary>Pages of the database that are held, in KiB.</summary>
    private const int Held = 96 * 1024;

    /// <summary>Puts it off. Before any transaction.</summary>
    /// <param name="connection">The only connection to the file.</param>
    /// <returns>Statements that make again what was put off, in their order.</returns>
    internal static async Task<IReadOnlyList<string>> BeginAsync(SqliteConnection connection)
    {
        await connection.RunAsync(
            FormattableString.Invariant($"PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF; PRAGMA cache_size = -{Held}")
        );
        var (drop, again) = (new List<string>(), new List<string>());
        await using (var command = connection.CreateCommand())
        {
            command.CommandText =
                $"SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL AND (type = 'index' OR type = 'trigger' AND name IN {OfWork}) ORDER BY type, rowid";
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
            {
                drop.Add($"DROP {reader.GetString(0)} \"{reader.GetString(1)}\"");
                again.Add(reader.GetString(2));
            }
        }
        foreach (var statement in drop)
            await connection.RunAsync(statement);
        // Indexes come before triggers; the index of work is filled by their help.
        var triggers = again.FindAll(s => s.StartsWith("CREATE TRIGGER", StringComparison.Ordinal));
        return ["DELETE FROM SearchJobs", .. again.Except(triggers), SearchIndex.FillWork, .. triggers];
    }

    /// <summary>Ends it, after everything was made again: from here on nothing is lost. After any transaction.</summary>
    /// <param name="connection">The connection.</param>
    /// <param name="path">The file.</param>
    internal static async Task EndAsync(SqliteConnection connection, string path)
    {
        await connection.RunAsync("PRAGMA synchronous = FULL; PRAGMA journal_mode = WAL");
        using var written = File.OpenHandle(path, access: FileAccess.ReadWrite, share: FileShare.ReadWrite);
        RandomAccess.FlushToDisk(written);
    }

    /// <summary>Runs statements whose text is the program's own.</summary>
    internal static async Task RunAsync(this SqliteConnection connection, string sql, SqliteTransaction? transaction = null)
    {
        await using var command = connection.CreateCommand();
        command.Transaction = transaction;
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }
}
