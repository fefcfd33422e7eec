using System.Security.Cryptography;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Yardstick.Data;

namespace Yardstick.Server.Tests.Processes;

/// <summary>A shop that an earlier version made is opened by this one: nothing in it is lost or changed.</summary>
public sealed class MigrationTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-old-").FullName;

    private string Database => Path.Combine(folder, "shop.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private async Task MakeAsync(string version)
    {
        await using var db = new ShopDb(ShopFile.Options(Database));
        await db.GetService<IMigrator>().MigrateAsync(version);
    }

    private async Task OpenAsync()
    {
        using var file = ShopFile.Open(folder);
        await file.PrepareAsync();
    }

    private async Task<SqliteConnection> ConnectAsync()
    {
        var connection = new SqliteConnection($"Data Source={Database};Pooling=False;Foreign Keys=False");
        await connection.OpenAsync();
        return connection;
    }

    private static async Task<List<object?[]>> RowsAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await using var reader = await command.ExecuteReaderAsync();
        var rows = new List<object?[]>();
        while (await reader.ReadAsync())
            rows.Add([.. Enumerable.Range(0, reader.FieldCount).Select(i => reader.IsDBNull(i) ? null : reader.GetValue(i))]);
        return rows;
    }

    private static async Task RunAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    /// <summary>Tables of people's data: neither the search index nor what EF keeps for itself.</summary>
    private static async Task<List<string>> TablesAsync(SqliteConnection connection)
    {
        var all = (
            await RowsAsync(
                connection,
                "SELECT name, sql FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite%' AND name NOT LIKE '\\_\\_EF%' ESCAPE '\\'"
            )
        ).ConvertAll(r => ((string)r[0]!, (string)r[1]!));
        var indexes = all.Where(t => t.Item2.StartsWith("CREATE VIRTUAL", StringComparison.Ordinal)).Select(t => t.Item1).ToList();
        // What is only added to may be changed while something stands there, and it never does between two changes.
        return
        [
            .. all.Select(t => t.Item1)
                .Where(t => t != "Erasing")
                .Where(t => !indexes.Exists(i => t == i || t.StartsWith($"{i}_", StringComparison.Ordinal))),
        ];
    }

    private static async Task<List<(string Name, string Type)>> ColumnsAsync(SqliteConnection connection, string table) =>
        (await RowsAsync(connection, $"SELECT name, type FROM pragma_table_info('{table}')")).ConvertAll(r =>
            ((string)r[0]!, (string)r[1]!)
        );

    /// <summary>A row in every table, each with key 1, so that everything refers to something.</summary>
    private static async Task FillAsync(SqliteConnection connection)
    {
        foreach (var table in await TablesAsync(connection))
        {
            var columns = await ColumnsAsync(connection, table);
            string Value((string Name, string Type) column) =>
                column switch
                {
                    { Type: "TEXT", Name: var name } when name.EndsWith("At", StringComparison.Ordinal) || name is "NotBefore" or "Start" =>
                        "'2026-11-01 08:00:00'",
                    { Type: "TEXT", Name: var name }
                        when name.EndsWith("On", StringComparison.Ordinal) || name.EndsWith("Until", StringComparison.Ordinal) =>
                        "'2026-11-01'",
                    { Type: "TEXT", Name: var name } => $"'{name} of {table}'",
                    _ => "1",
                };
            await RunAsync(
                connection,
                $"INSERT INTO \"{table}\" ({string.Join(", ", columns.Select(c => $"\"{c.Name}\""))}) VALUES ({string.Join(", ", columns.Select(Value))})"
            );
        }
    }

    [Theory]
    [InlineData("Begin")]
    [InlineData("SearchAndTriggers")]
    [InlineData("Privacy")]
    public async Task Every_row_of_an_earlier_shop_is_there_as_it_was(string version)
    {
        await MakeAsync(version);
        var before = new Dictionary<string, (List<string> Columns, object?[] Row)>();
        await using (var connection = await ConnectAsync())
        {
            await FillAsync(connection);
            foreach (var table in await TablesAsync(connection))
                before[table] = (
                    (await ColumnsAsync(connection, table)).ConvertAll(c => c.Name),
                    Assert.Single(await RowsAsync(connection, $"SELECT * FROM \"{table}\""))
                );
        }
        Assert.True(before.Count > 20);

        await OpenAsync();
        await using var opened = await ConnectAsync();
        var tables = await TablesAsync(opened);
        foreach (var (table, (columns, row)) in before)
        {
            Assert.Contains(table, tables);
            var now = (await ColumnsAsync(opened, table)).ConvertAll(c => c.Name);
            var kept = columns.Where(now.Contains).ToList();
            var rows = await RowsAsync(
                opened,
                $"SELECT {string.Join(", ", kept.Select(c => $"\"{c}\""))} FROM \"{table}\" WHERE \"{columns[0]}\" = {(row[0] is string text ? $"'{text}'" : row[0])}"
            );
            Assert.Equal(
                kept.ConvertAll(c => (table, c, row[columns.IndexOf(c)])),
                kept.Zip(Assert.Single(rows), (c, value) => (table, c, value))
            );
        }
        Assert.Equal("ok", Assert.Single(await RowsAsync(opened, "PRAGMA integrity_check"))[0]);
        Assert.Empty(await RowsAsync(opened, "PRAGMA foreign_key_check"));
        // What can only be added to still refuses everything else, and a copy from before was kept.
        foreach (var table in new[] { "Decisions", "Invoices", "Payments", "RecordChanges", "StoredSnapshots" }.Where(before.ContainsKey))
            Assert.Contains(
                "can only be added to",
                (await Assert.ThrowsAsync<SqliteException>(() => RunAsync(opened, $"DELETE FROM {table}"))).Message,
                StringComparison.Ordinal
            );
        Assert.Single(Directory.GetFiles(folder, "before-*.db"));
    }

    /// <summary>Shops out there have taken these steps: another text of one would part them from new shops.</summary>
    [Fact]
    public void Steps_of_released_versions_are_as_they_were_released()
    {
        var folder = Path.Combine(ArchitectureTests.Root(), "src", "Yardstick.Data", "Migrations");
        var released = File.ReadAllLines(Path.Combine(folder, "released.tsv"))
            .Where(l => !l.StartsWith('#'))
            .Select(l => l.Split('\t'))
            .ToList();
        Assert.NotEmpty(released);
        foreach (var (file, hash) in released.Select(r => (r[1], r[2])))
            Assert.True(
                hash == Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(Path.Combine(folder, file)))),
                $"{file} was released and may not change any more: write a new step (dotnet ef migrations add) instead."
            );
    }

    [Fact]
    public async Task A_shop_grown_from_the_first_version_has_what_a_new_one_has()
    {
        async Task<List<string>> ThingsAsync()
        {
            await using var connection = await ConnectAsync();
            return (
                await RowsAsync(
                    connection,
                    "SELECT type || ' ' || tbl_name || ' ' || name FROM sqlite_master WHERE name NOT LIKE 'sqlite%' ORDER BY 1"
                )
            ).ConvertAll(r => (string)r[0]!);
        }
        await OpenAsync();
        var made = await ThingsAsync();
        SqliteConnection.ClearAllPools();
        foreach (var file in Directory.GetFiles(folder))
            File.Delete(file);
        await MakeAsync("Begin");
        await using (var connection = await ConnectAsync())
            await FillAsync(connection);
        await OpenAsync();
        Assert.Equal(made, await ThingsAsync());
        Assert.Contains(made, t => t.StartsWith("trigger Decisions", StringComparison.Ordinal));
    }

    /// <summary>Of another version are a step that this one does not know, and a first step that made other columns.</summary>
    [Theory]
    [InlineData("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99.0.0')")]
    [InlineData("ALTER TABLE Terminals RENAME COLUMN EnrolledAt TO Since")]
    public async Task A_shop_of_a_version_that_is_not_known_is_left_alone_with_a_sentence(string change)
    {
        await OpenAsync();
        await using (var connection = await ConnectAsync())
            await RunAsync(connection, change);
        SqliteConnection.ClearAllPools();
        var said = (await Assert.ThrowsAsync<ShopFileException>(OpenAsync)).Message;
        Assert.Contains("made by another version of Yardstick", said, StringComparison.Ordinal);
    }
}
