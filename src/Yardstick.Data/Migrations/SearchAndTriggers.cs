using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Yardstick.Data.Records;

namespace Yardstick.Data.Migrations;

/// <summary>What EF does not model: the search index with its triggers, and triggers that hold append-only tables.</summary>
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
        foreach (var statement in SearchIndex.Create) migrationBuilder.Sql(statement);
    }

    /// <summary>Refuses every change and removal in a table.</summary>
    internal static void HoldAppendOnly(MigrationBuilder migrationBuilder, string table)
    {
        foreach (var act in new[] { "UPDATE", "DELETE" })
            migrationBuilder.Sql($"CREATE TRIGGER {table}_no_{act.ToLowerInvariant()} BEFORE {act} ON {table} BEGIN SELECT RAISE(ABORT, '{table} can only be added to'); END;");
    }
}
