using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Yardstick.Data.Customers;

namespace Yardstick.Data.Migrations;

/// <summary>The search indexes behind the find field, and the triggers that hold tables which are only added to.</summary>
[DbContext(typeof(ShopDb))]
[Migration("20261128235959_SearchAndTriggers")]
public class SearchAndTriggers : Migration
{
    private static readonly string[] AppendOnly =
    [
        "Decisions", "OrderChanges", "StageChanges", "Payments", "Invoices", "StockMovements", "SignIns", "RecordChanges",
        "VehicleTransfers", "PolicyVersions", "Receipts", "CheckInSheets", "StoredSnapshots", "CeilingExceptions", "MessagingConsents",
        "QualityChecks", "TimeCorrections", "InvoiceAmounts", "Sales", "CreditedPicks", "Adjustments", "Journal", "JournalLines", "Remittances", "CashCounts", "BankTransfers",
    ];

    /// <inheritdoc />
    protected override void Up(MigrationBuilder migrationBuilder)
    {
        ArgumentNullException.ThrowIfNull(migrationBuilder);
        foreach (var table in AppendOnly) HoldAppendOnly(migrationBuilder, table);
        foreach (var statement in SearchIndex.Create) migrationBuilder.Sql(statement);
        foreach (var statement in SearchIndex.CreateFormer) migrationBuilder.Sql(statement);
        foreach (var statement in SearchIndex.CreateWork) migrationBuilder.Sql(statement);
        // What stock was worth on a day is a sum over the movements until then, read from the index alone.
        migrationBuilder.Sql("CREATE INDEX IX_StockMovements_Value ON StockMovements (At, ValueChange);");
        // Balances of accounts are sums over the journal's lines, read from the index alone.
        migrationBuilder.Sql("CREATE INDEX IX_JournalLines_Sums ON JournalLines (Account, Code, Amount_Cents);");
        // The list of customers goes by name and is read page by page.
        migrationBuilder.Sql($"CREATE INDEX IX_Customers_Sorted ON Customers ({SearchIndex.NameToSort}, Id) WHERE MergedIntoId IS NULL;");
    }

    /// <summary>Refuses every change and removal in a table.</summary>
    internal static void HoldAppendOnly(MigrationBuilder migrationBuilder, string table)
    {
        foreach (var act in new[] { "UPDATE", "DELETE" })
            migrationBuilder.Sql($"CREATE TRIGGER {table}_no_{act.ToLowerInvariant()} BEFORE {act} ON {table} BEGIN SELECT RAISE(ABORT, '{table} can only be added to'); END;");
    }
}
