using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>Bare SQL, for making large shops and for measuring against.</summary>
internal static class Sql
{
    internal static async Task<List<string>> ColumnsAsync(this SqliteConnection connection, string table)
    {
        var columns = new List<string>();
        await using var command = connection.CreateCommand();
        command.CommandText = $"SELECT name FROM pragma_table_info('{table}')";
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
            columns.Add(reader.GetString(0));
        return columns;
    }

    internal static async Task<long> NumberAsync(this SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (long)(await command.ExecuteScalarAsync())!;
    }

    internal static async Task RunAsync(this SqliteConnection connection, string sql, int? k = null)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        if (k is { } copy)
            command.Parameters.AddWithValue("$k", copy);
        await command.ExecuteNonQueryAsync();
    }
}
