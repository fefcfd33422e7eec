using Microsoft.Data.Sqlite;

namespace Yardstick.Data.Imports;

/// <summary>What an archive holds and what it leaves out (docs/archive.md).</summary>
internal static class ArchiveTables
{
    /// <summary>The shape of archives; counts up where one can't be read as before.</summary>
    internal const int Format = 1;

    /// <summary>Folders of files beside the database.</summary>
    internal static readonly string[] Folders = ["photos", "files"];

    /// <summary>Tables of secrets, and of what is worth nothing elsewhere.</summary>
    private static readonly HashSet<string> Left = new(StringComparer.Ordinal)
    {
        "AccessTokens",
        "AspNetUserClaims",
        "AspNetUserLogins",
        "AspNetUserTokens",
        "BackupPlans",
        "BackupRecords",
        "CalendarFeeds",
        "Commands",
        "Erasing",
        "Invitations",
        "PhoneCodes",
        "Sessions",
        "TerminalPeople",
        "Terminals",
        "WebhookMessages",
        "Webhooks",
    };

    /// <summary>Columns of secrets, and what a load puts there.</summary>
    internal static readonly IReadOnlyDictionary<string, IReadOnlyDictionary<string, Func<object?>>> Secrets = new Dictionary<
        string,
        IReadOnlyDictionary<string, Func<object?>>
    >
    {
        ["AspNetUsers"] = new Dictionary<string, Func<object?>>
        {
            ["PasswordHash"] = () => null,
            ["PinHash"] = () => null,
            ["SecurityStamp"] = () => Guid.NewGuid().ToString("N"),
            ["ConcurrencyStamp"] = () => Guid.NewGuid().ToString(),
        },
    };

    /// <summary>A column.</summary>
    /// <param name="Name">Its name.</param>
    /// <param name="Type">INTEGER, TEXT, REAL or BLOB.</param>
    /// <param name="Required">It is never null.</param>
    internal sealed record Column(string Name, string Type, bool Required);

    /// <summary>The tables of an archive, each after those that it points to.</summary>
    internal static async Task<IReadOnlyList<string>> InOrderAsync(SqliteConnection connection)
    {
        var all = new List<string>();
        await foreach (
            var name in TextsAsync(
                connection,
                "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE '\\_\\_%' ESCAPE '\\' AND name NOT LIKE 'Search%' ORDER BY name"
            )
        )
        {
            if (!Left.Contains(name))
                all.Add(name);
        }
        var (ordered, seen) = (new List<string>(), new HashSet<string>(StringComparer.Ordinal));
        foreach (var table in all)
            await AddAsync(table);
        return ordered;

        async Task AddAsync(string table)
        {
            if (!seen.Add(table))
                return;
            var to = new List<string>();
            await foreach (var other in TextsAsync(connection, $"SELECT \"table\" FROM pragma_foreign_key_list('{table}') ORDER BY 1"))
                to.Add(other);
            foreach (var other in to.Where(all.Contains))
                await AddAsync(other);
            ordered.Add(table);
        }
    }

    /// <summary>The columns of a table, in their order.</summary>
    internal static async Task<IReadOnlyList<Column>> ColumnsAsync(SqliteConnection connection, string table)
    {
        var columns = new List<Column>();
        await using var command = connection.CreateCommand();
        command.CommandText = $"SELECT name, type, \"notnull\" FROM pragma_table_info('{table}') ORDER BY cid";
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            columns.Add(new Column(reader.GetString(0), reader.GetString(1), reader.GetInt64(2) != 0));
        return columns;
    }

    /// <summary>Columns of a table that an archive holds.</summary>
    internal static async Task<IReadOnlyList<Column>> HeldAsync(SqliteConnection connection, string table) =>
        [
            .. (await ColumnsAsync(connection, table)).Where(c =>
                !(Secrets.TryGetValue(table, out var secret) && secret.ContainsKey(c.Name))
            ),
        ];

    private static async IAsyncEnumerable<string> TextsAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            yield return reader.GetString(0);
    }
}
