using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace Yardstick.Data.Demo;

/// <summary>
/// Inserts many rows through EF's own mapping, without its change tracking: five times as fast, with the same columns
/// and conversions. Keys of parents have to be set already.
/// </summary>
internal sealed class BulkInsert(ShopDb db, SqliteConnection connection, SqliteTransaction transaction)
{
    /// <summary>Rows of one type, or of several that stand in one table.</summary>
    internal void Add<T>(IEnumerable<T> rows)
        where T : class
    {
        foreach (var kind in rows.GroupBy(r => r.GetType()))
            Add(db.Model.FindEntityType(kind.Key)!, kind);
    }

    private void Add(IEntityType type, IEnumerable<object> rows)
    {
        var table = StoreObjectIdentifier.Table(type.GetTableName()!);
        var columns = type.GetFlattenedProperties().Select(p => new Column(p, table)).ToList();
        using var command = connection.CreateCommand();
        command.Transaction = transaction;
        command.CommandText =
            $"INSERT INTO \"{table.Name}\" ({string.Join(", ", columns.Select(c => $"\"{c.Name}\""))}) VALUES ({string.Join(", ", columns.Select((_, i) => $"$p{i}"))})";
        for (var i = 0; i < columns.Count; i++)
            command.Parameters.Add(new SqliteParameter { ParameterName = $"$p{i}" });
        command.Prepare();
        foreach (var row in rows)
        {
            for (var i = 0; i < columns.Count; i++)
                command.Parameters[i].Value = columns[i].ValueOf(row) ?? DBNull.Value;
            command.ExecuteNonQuery();
        }
    }

    private sealed class Column(IProperty property, StoreObjectIdentifier table)
    {
        private readonly Func<object, object?>? convert = property.GetTypeMapping().Converter?.ConvertToProvider;
        private readonly bool generated = property.ValueGenerated == ValueGenerated.OnAdd && property.IsPrimaryKey();

        internal string Name { get; } = property.GetColumnName(table)!;

        internal object? ValueOf(object row)
        {
            var value = property.GetGetter().GetClrValueUsingContainingEntity(row);
            if (value is null || generated && value is 0L)
                return null;
            return convert is null ? value : convert(value);
        }
    }
}
