using System.Buffers;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Yardstick.Data.Imports;

/// <summary>
/// Puts many rows into a table, each value bound by its place. A <see cref="SqliteCommand"/> looks every parameter up by its name for every
/// row, which takes longer than to insert it.
/// </summary>
internal sealed class RowInsert : IDisposable
{
    private readonly sqlite3 database;
    private readonly sqlite3_stmt statement;
    private byte[] text = new byte[4096];

    /// <summary>Prepares it.</summary>
    /// <param name="connection">An open connection; a transaction of it holds for the rows as well.</param>
    /// <param name="table">The table.</param>
    /// <param name="columns">Names of its columns; a value's place is that of its column.</param>
    internal RowInsert(SqliteConnection connection, string table, IReadOnlyList<string> columns)
    {
        database = connection.Handle!;
        var sql =
            $"INSERT INTO \"{table}\" ({string.Join(", ", columns.Select(c => $"\"{c}\""))}) VALUES ({string.Join(", ", columns.Select(_ => "?"))})";
        SqliteException.ThrowExceptionForRC(raw.sqlite3_prepare_v2(database, sql, out statement), database);
    }

    /// <summary>Sets a value from JSON: a number, a text, null, or an object with the bytes in Base64.</summary>
    /// <param name="place">The column's place, from 0.</param>
    /// <param name="json">Stands at the value.</param>
    /// <exception cref="InvalidOperationException">It is something else.</exception>
    /// <exception cref="FormatException">The bytes can't be read.</exception>
    internal void Set(int place, ref Utf8JsonReader json)
    {
        var done = json.TokenType switch
        {
            JsonTokenType.Null => raw.sqlite3_bind_null(statement, place + 1),
            JsonTokenType.Number => json.TryGetInt64(out var whole)
                ? raw.sqlite3_bind_int64(statement, place + 1, whole)
                : raw.sqlite3_bind_double(statement, place + 1, json.GetDouble()),
            JsonTokenType.String => raw.sqlite3_bind_text(statement, place + 1, TextOf(ref json)),
            JsonTokenType.StartObject => raw.sqlite3_bind_blob(statement, place + 1, BytesOf(ref json)),
            _ => throw new InvalidOperationException("Neither a number nor a text nor bytes."),
        };
        SqliteException.ThrowExceptionForRC(done, database);
    }

    /// <summary>Sets a text, or null.</summary>
    /// <param name="place">The column's place, from 0.</param>
    /// <param name="value">The text.</param>
    internal void Set(int place, string? value) =>
        SqliteException.ThrowExceptionForRC(
            value is null ? raw.sqlite3_bind_null(statement, place + 1) : raw.sqlite3_bind_text(statement, place + 1, value),
            database
        );

    /// <summary>Inserts the row; what is not set until the next is what it was.</summary>
    /// <exception cref="SqliteException">The table does not take it.</exception>
    internal void Run()
    {
        var done = raw.sqlite3_step(statement);
        raw.sqlite3_reset(statement);
        if (done != raw.SQLITE_DONE)
            SqliteException.ThrowExceptionForRC(done, database);
    }

    /// <inheritdoc />
    public void Dispose() => statement.Dispose();

    private ReadOnlySpan<byte> TextOf(ref Utf8JsonReader json)
    {
        var most = json.HasValueSequence ? json.ValueSequence.Length : json.ValueSpan.Length;
        if (most > text.Length)
            text = new byte[most * 2];
        return text.AsSpan(0, json.CopyString(text));
    }

    private static ReadOnlySpan<byte> BytesOf(ref Utf8JsonReader json)
    {
        if (!json.Read() || json.TokenType != JsonTokenType.PropertyName || !json.ValueTextEquals("base64"u8) || !json.Read())
            throw new InvalidOperationException("An object without bytes.");
        var bytes = json.GetBytesFromBase64();
        if (!json.Read() || json.TokenType != JsonTokenType.EndObject)
            throw new InvalidOperationException("An object with more than bytes.");
        return bytes;
    }
}
