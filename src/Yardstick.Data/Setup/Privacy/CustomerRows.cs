using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data.Billing;

namespace Yardstick.Data.Setup.Privacy;

/// <summary>The keys of everything that is a customer's, put where the conditions of <see cref="PersonalTables"/> look for them.</summary>
internal static class CustomerRows
{
    /// <summary>
    /// Fills the temporary tables of this connection: the customer's records, also those merged into it, vehicles that are theirs now, and
    /// orders.
    /// </summary>
    internal static async Task FindAsync(ShopDb db, long customerId)
    {
        var records = string.Join(',', (await db.AccountRecordsAsync(customerId)).Select(id => id.ToString(CultureInfo.InvariantCulture)));
        foreach (
            var (table, rows) in new[]
            {
                ("OfCustomers", $"SELECT Id FROM Customers WHERE Id IN ({records})"),
                ("OfVehicles", $"SELECT Id FROM Vehicles WHERE CustomerId IN ({records})"),
                ("OfOrders", $"SELECT Id FROM Orders WHERE CustomerId IN ({records})"),
            }
        )
        {
            await db.RunAsync($"CREATE TEMP TABLE IF NOT EXISTS {table} (Id INTEGER PRIMARY KEY)");
            await db.RunAsync($"DELETE FROM temp.{table}");
            await db.RunAsync($"INSERT INTO temp.{table} {rows}");
        }
    }

    /// <summary>Drops them.</summary>
    internal static async Task ForgetAsync(ShopDb db)
    {
        foreach (var table in new[] { "OfCustomers", "OfVehicles", "OfOrders" })
            await db.RunAsync($"DROP TABLE IF EXISTS temp.{table}");
    }

    /// <summary>Runs a statement whose text is the program's own.</summary>
    internal static Task<int> RunAsync(this ShopDb db, string statement, params object[] values) =>
        db.Database.ExecuteSqlRawAsync(statement, values);

    /// <summary>The texts in the column <c>Value</c> of a query whose text is the program's own.</summary>
    internal static Task<List<string>> TextsAsync(this ShopDb db, string query, params object[] values) =>
        db.Database.SqlQueryRaw<string>(query, values).ToListAsync();
}
