using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Yardstick.Data.Migrations;

/// <summary>Triggers that hold append-only tables. The search index came with this once; it is made by <see cref="FindAnything"/> now.</summary>
[DbContext(typeof(ShopDb))]
[Migration("20261123090000_SearchAndTriggers")]
public class SearchAndTriggers : Migration
{
    private static readonly string[] AppendOnly = ["Decisions", "OrderChanges", "StageChanges", "Payments", "Invoices", "StockMovements", "SignIns"];

    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder)
    {
        ArgumentNullException.ThrowIfNull(migrationBuilder);
        foreach (var table in AppendOnly) HoldAppendOnly(migrationBuilder, table);
    }

    /// <summary>Refuses every change and removal in a table.</summary>
    internal static void HoldAppendOnly(MigrationBuilder migrationBuilder, string table)
    {
        foreach (var act in new[] { "UPDATE", "DELETE" })
            migrationBuilder.Sql($"CREATE TRIGGER {table}_no_{act.ToLowerInvariant()} BEFORE {act} ON {table} BEGIN SELECT RAISE(ABORT, '{table} can only be added to'); END;");
    }
}
