using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>
/// The books of the large shop: invoices, payments, journal, decisions, stage changes, time entries and what the shelf lost, copied with
/// the orders they belong to, so that <c>./yardstick check-books</c> accepts them. Invoice numbers go on without a gap.
/// </summary>
internal sealed class SeedBooks(SqliteConnection connection)
{
    // Keys of a copy move by more than the demo has rows.
    private const string Order = "OrderId + $k * 10000",
        Job = "JobId + $k * 100000",
        Customer = "CustomerId + $k * 1000",
        Invoice = "InvoiceId + $k * 10000";

    private readonly List<string> statements = [];

    /// <summary>Finds what can be copied: invoices that nothing was credited of, paid in cash, by card or check.</summary>
    internal async Task PrepareAsync()
    {
        await connection.RunAsync(
            """
            CREATE TEMP TABLE CopiedInvoices AS
              SELECT i.Id, i.OrderId, ROW_NUMBER() OVER (ORDER BY i.Id) - 1 AS Place FROM Invoices i
              WHERE i.Kind = 0 AND i.Payer = 0 AND i.CorrectsId IS NULL AND i.Deductible_Cents = 0 AND i.OrderId % 3 < 2
                AND NOT EXISTS (SELECT 1 FROM Invoices n WHERE n.Id <> i.Id AND (n.CorrectsId = i.Id OR n.OrderId = i.OrderId));
            CREATE TEMP TABLE CopiedPayments AS
              SELECT p.Id FROM Payments p JOIN CopiedInvoices c ON p.InvoiceId = c.Id
              WHERE p.Method IN (0, 1, 2) AND p.RefundsId IS NULL AND p.DepositId IS NULL;
            CREATE TEMP TABLE CopiedEntries AS
              SELECT Id FROM Journal WHERE Event = 0 AND DocumentId IN (SELECT Id FROM CopiedInvoices)
              UNION ALL SELECT Id FROM Journal WHERE Event = 2 AND DocumentId IN (SELECT Id FROM CopiedPayments);
            CREATE TEMP TABLE CopiedMoves AS
              SELECT m.Id FROM StockMovements m JOIN Lines l ON l.Id = m.LineId JOIN Jobs j ON j.Id = l.JobId
              WHERE j.OrderId IN (SELECT OrderId FROM CopiedInvoices);
            CREATE TEMP TABLE FirstNumber AS SELECT Next, (SELECT COUNT(*) FROM CopiedInvoices) AS Count FROM Counters WHERE Name = 'invoices';
            """
        );
        await AddAsync(
            "Invoices",
            "Id IN (SELECT Id FROM CopiedInvoices)",
            new()
            {
                ["Id"] = "Id + $k * 10000",
                ["Number"] = "(SELECT f.Next + ($k - 1) * f.Count + c.Place FROM FirstNumber f, CopiedInvoices c WHERE c.Id = Invoices.Id)",
                ["OrderId"] = Order,
                ["CustomerId"] = Customer,
            }
        );
        await AddAsync("Sales", "InvoiceId IN (SELECT Id FROM CopiedInvoices)", new() { ["InvoiceId"] = Invoice, ["OrderId"] = Order });
        await AddAsync(
            "InvoiceAmounts",
            "InvoiceId IN (SELECT Id FROM CopiedInvoices)",
            new() { ["Id"] = "Id + $k * 20000", ["InvoiceId"] = Invoice }
        );
        await AddAsync(
            "Payments",
            "Id IN (SELECT Id FROM CopiedPayments)",
            new()
            {
                ["Id"] = "Id + $k * 10000",
                ["CustomerId"] = Customer,
                ["OrderId"] = Order,
                ["InvoiceId"] = Invoice,
                ["CardChargeId"] = "NULL",
            }
        );
        await AddAsync(
            "Journal",
            "Id IN (SELECT Id FROM CopiedEntries)",
            new() { ["Id"] = "Id + $k * 20000", ["DocumentId"] = "DocumentId + $k * 10000" }
        );
        await AddAsync(
            "JournalLines",
            "EntryId IN (SELECT Id FROM CopiedEntries)",
            new()
            {
                ["Id"] = "Id + $k * 100000",
                ["EntryId"] = "EntryId + $k * 20000",
                ["Code"] = "CASE WHEN Account = 1100 AND Code <> '' THEN CAST(CAST(Code AS INTEGER) + $k * 1000 AS TEXT) ELSE Code END",
            }
        );
        await AddAsync(
            "StockMovements",
            "Id IN (SELECT Id FROM CopiedMoves)",
            new() { ["Id"] = "Id + $k * 20000", ["LineId"] = "LineId + $k * 1000000" }
        );
        const string copied = "Id < 20000 AND OrderId IN (SELECT OrderId FROM CopiedInvoices)";
        await AddAsync(
            "Decisions",
            copied,
            new()
            {
                ["Id"] = "Id + $k * 20000",
                ["OrderId"] = Order,
                ["JobId"] = Job,
                ["ShownId"] = "NULL",
            }
        );
        await AddAsync("StageChanges", copied, new() { ["Id"] = "Id + $k * 20000", ["OrderId"] = Order });
        await AddAsync(
            "TimeEntries",
            copied,
            new()
            {
                ["Id"] = "Id + $k * 20000",
                ["OrderId"] = Order,
                ["JobId"] = Job,
            }
        );
    }

    /// <summary>Makes one copy.</summary>
    /// <param name="k">Its number, from 1.</param>
    internal async Task CopyAsync(int k)
    {
        foreach (var sql in statements)
            await connection.RunAsync(sql, k);
    }

    /// <summary>The next invoice follows the last copy.</summary>
    /// <param name="copies">How many copies were made.</param>
    internal Task FinishAsync(int copies) =>
        connection.RunAsync("UPDATE Counters SET Next = Next + $k * (SELECT COUNT(*) FROM CopiedInvoices) WHERE Name = 'invoices'", copies);

    private async Task AddAsync(string table, string which, Dictionary<string, string> changes)
    {
        var columns = await connection.ColumnsAsync(table);
        statements.Add(
            $"INSERT INTO {table} ({string.Join(", ", columns.Select(Quoted))}) SELECT {string.Join(", ", columns.Select(c => changes.GetValueOrDefault(c, Quoted(c))))} FROM {table} WHERE {which}"
        );
    }

    private static string Quoted(string column) => $"\"{column}\"";
}
