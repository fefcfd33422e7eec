using System.Buffers;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Yardstick.Data.Imports;

/// <summary>Reads the rows of one table of an archive and inserts each.</summary>
internal sealed class ArchiveRow
{
    private readonly RowInsert insert;
    private readonly string table;
    private readonly bool ignoreUnknown;
    private readonly IReadOnlyDictionary<string, Func<object?>>? secrets;
    private readonly List<string> columns;
    private readonly List<int> held;
    private readonly bool[] seen;

    /// <summary>Begins.</summary>
    /// <param name="insert">Takes the rows.</param>
    /// <param name="table">The table.</param>
    /// <param name="columns">Its columns, as <paramref name="insert"/> has them.</param>
    /// <param name="secrets">Columns that no archive holds, and what is put there.</param>
    /// <param name="ignoreUnknown">Fields without a column are left out instead of refused.</param>
    internal ArchiveRow(
        RowInsert insert,
        string table,
        List<string> columns,
        IReadOnlyDictionary<string, Func<object?>>? secrets,
        bool ignoreUnknown
    )
    {
        (this.insert, this.table, this.columns, this.secrets, this.ignoreUnknown) = (insert, table, columns, secrets, ignoreUnknown);
        held = [.. Enumerable.Range(0, columns.Count).Where(i => secrets?.ContainsKey(columns[i]) != true)];
        seen = new bool[columns.Count];
    }

    /// <summary>How many rows there were so far.</summary>
    internal long Number { get; private set; }

    /// <summary>Inserts a row.</summary>
    /// <param name="line">Its line.</param>
    /// <exception cref="ShopFileException">It is damaged, or has a field that nobody knows.</exception>
    internal void Insert(ReadOnlySequence<byte> line)
    {
        Number++;
        Array.Clear(seen);
        if (secrets is not null)
            foreach (var (name, made) in secrets)
                insert.Set(columns.IndexOf(name), (string?)made());
        try
        {
            Read(line);
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException or FormatException)
        {
            throw ArchiveLoader.Damaged(table, FormattableString.Invariant($"can't be read at row {Number}"));
        }
        if (held.Exists(place => !seen[place]))
            throw ArchiveLoader.Damaged(table, FormattableString.Invariant($"lacks fields in row {Number}"));
        try
        {
            insert.Run();
        }
        catch (SqliteException problem)
        {
            throw ArchiveLoader.Damaged(table, FormattableString.Invariant($"can't be loaded at row {Number} ({problem.Message})"));
        }
    }

    private void Read(ReadOnlySequence<byte> line)
    {
        var json = new Utf8JsonReader(line);
        if (!json.Read() || json.TokenType != JsonTokenType.StartObject)
            throw new JsonException();
        // Fields stand in the order of the columns, as a rule.
        for (var next = 0; json.Read() && json.TokenType == JsonTokenType.PropertyName; )
        {
            if (next == held.Count || !json.ValueTextEquals(columns[held[next]]))
                next = held.FindIndex(PlaceOf(ref json));
            if (next < 0)
            {
                if (!ignoreUnknown)
                    throw new ShopFileException(
                        $"The archive has a field that is not known here: {table}.{json.GetString()}. Nothing was loaded; --ignore-unknown leaves it out."
                    );
                json.Skip();
                next = 0;
                continue;
            }
            json.Read();
            insert.Set(held[next], ref json);
            seen[held[next++]] = true;
        }
        if (json.Read())
            throw new JsonException();
    }

    private Predicate<int> PlaceOf(ref Utf8JsonReader json)
    {
        var name = json.GetString();
        return place => columns[place] == name;
    }
}
