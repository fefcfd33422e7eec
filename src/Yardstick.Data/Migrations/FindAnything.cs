using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Yardstick.Data.Customers;

namespace Yardstick.Data.Migrations;

/// <summary>The search indexes behind the find field, in place of the first one.</summary>
[DbContext(typeof(ShopDb))]
[Migration("20261123120000_FindAnything")]
public class FindAnything : Migration
{
    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder)
    {
        ArgumentNullException.ThrowIfNull(migrationBuilder);
        foreach (var statement in SearchIndex.Create) migrationBuilder.Sql(statement);
        SearchAndTriggers.HoldAppendOnly(migrationBuilder, "RecordChanges");
        SearchAndTriggers.HoldAppendOnly(migrationBuilder, "VehicleTransfers");
    }
}

/// <summary>Takes the first search index away before its columns change.</summary>
[DbContext(typeof(ShopDb))]
[Migration("20261123093000_WithoutFirstSearch")]
public class WithoutFirstSearch : Migration
{
    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder)
    {
        ArgumentNullException.ThrowIfNull(migrationBuilder);
        foreach (var table in new[] { "Customers", "CustomerPhones", "Vehicles", "Orders" })
        {
            foreach (var act in new[] { "insert", "update", "delete" }) migrationBuilder.Sql($"DROP TRIGGER IF EXISTS {table}_search_{act};");
        }
        migrationBuilder.Sql("DROP TABLE IF EXISTS Search;");
    }
}
