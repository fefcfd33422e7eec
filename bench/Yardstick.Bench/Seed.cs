using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>
/// A large shop for measuring: the demo shop's customers, cars and orders many times over, with other names, plates,
/// numbers and VINs. About 100,000 customers, 150,000 cars and 400,000 orders of two jobs and five lines on average, with their invoices,
/// payments and books.
/// </summary>
internal static class Seed
{
    private const int Copies = 238;
    private static readonly string[] Endings = ["", "a", "ov", "sen", "ley", "mann", "ström", "ides", "ko", "etti", "well", "ash"];

    internal static async Task<int> RunAsync(string folder)
    {
        var clock = Stopwatch.StartNew();
        var database = Path.Combine(folder, "shop.db");
        if (!await ServedShop.PrepareAsync(folder))
            return 1;
        await using var connection = new SqliteConnection($"Data Source={database}");
        await connection.OpenAsync();
        await connection.RunAsync(
            "PRAGMA journal_mode = WAL; PRAGMA synchronous = OFF; PRAGMA cache_size = -400000; PRAGMA foreign_keys = OFF;"
        );
        if (await connection.NumberAsync("SELECT COUNT(*) FROM Customers") < 1000)
        {
            var tables = new List<(string Table, string Sql)>();
            foreach (var (table, changes) in Changes())
                tables.Add((table, await CopyOfAsync(connection, table, changes)));
            var books = new SeedBooks(connection);
            await books.PrepareAsync();
            for (var k = 1; k <= Copies; k++)
            {
                await using var transaction = (SqliteTransaction)await connection.BeginTransactionAsync();
                foreach (var (_, sql) in tables)
                    await connection.RunAsync(sql, k);
                await books.CopyAsync(k);
                await transaction.CommitAsync();
                if (k % 34 == 0)
                    Console.WriteLine($"  {k * 100 / Copies, 3} %  {clock.Elapsed.TotalSeconds, 5:0} s");
            }
            await books.FinishAsync(Copies);
            await connection.RunAsync("PRAGMA wal_checkpoint(TRUNCATE); ANALYZE;");
        }
        foreach (var table in new[] { "Customers", "Vehicles", "Orders", "Jobs", "Lines", "Invoices", "Payments", "JournalLines" })
            Console.WriteLine($"  {await connection.NumberAsync($"SELECT COUNT(*) FROM {table}"), 10:N0} {table.ToLowerInvariant()}");
        Console.WriteLine($"  made in {clock.Elapsed.TotalSeconds:0} s");
        return 0;
    }

    /// <summary>What a copy says otherwise; keys move by a step of each table that is wide enough for the demo's rows.</summary>
    private static IEnumerable<(string Table, Dictionary<string, string> Changes)> Changes()
    {
        var ending = $"CASE ($k + Id) % {Endings.Length} {string.Join(' ', Endings.Select((e, i) => $"WHEN {i} THEN '{e}'"))} END";
        const string customer = "CustomerId + $k * 1000",
            order = "OrderId + $k * 10000";
        yield return (
            "Customers",
            new()
            {
                ["Id"] = "Id + $k * 1000",
                ["LastName"] = $"LastName || {ending}",
                ["BusinessName"] = "CASE BusinessName WHEN '' THEN '' ELSE BusinessName || ' ' || $k END",
            }
        );
        yield return (
            "CustomerPhones",
            new()
            {
                ["Id"] = "Id + $k * 1000",
                ["CustomerId"] = customer,
                ["Number"] = "'+1' || (2000000000 + ($k * 420 + Id) * 7919 % 7999999999)",
            }
        );
        yield return (
            "Vehicles",
            new()
            {
                ["Id"] = "Id + $k * 1000",
                ["CustomerId"] = customer,
                ["Plate"] = "substr(Plate, 1, 3) || ' ' || ($k * 1000 + Id)",
                ["Vin"] = "substr(Vin, 1, 9) || char(65 + $k % 8) || char(65 + ($k / 8) % 8) || printf('%06d', ($k * 560 + Id) % 1000000)",
            }
        );
        yield return (
            "Orders",
            new()
            {
                ["Id"] = "Id + $k * 10000",
                ["Number"] = "Number + $k * 10000",
                ["CustomerId"] = customer,
                ["VehicleId"] = "VehicleId + $k * 1000",
            }
        );
        yield return ("Jobs", new() { ["Id"] = "Id + $k * 100000", ["OrderId"] = order });
        yield return ("Lines", new() { ["Id"] = "Id + $k * 1000000", ["JobId"] = "JobId + $k * 100000" });
        // The demo's orders are a little shorter than those of a large shop: some have their jobs twice, some jobs their lines.
        yield return (
            "Jobs",
            new()
            {
                ["Id"] = "Id + 50000 + $k * 100000",
                ["OrderId"] = order,
                ["Position"] = "Position + 100",
            }
        );
        yield return ("Lines", new() { ["Id"] = "Id + 300000 + $k * 1000000", ["JobId"] = "JobId + 50000 + $k * 100000" });
        yield return ("Lines", new() { ["Id"] = "Id + 600000 + $k * 1000000", ["JobId"] = "JobId + $k * 100000" });
    }

    private static async Task<string> CopyOfAsync(SqliteConnection connection, string table, Dictionary<string, string> changes)
    {
        var columns = await connection.ColumnsAsync(table);
        var step = table switch
        {
            "Jobs" => "50000",
            "Lines" => "300000",
            _ => changes["Id"].Split('*')[^1].Trim(),
        };
        // Two thirds of the orders of each copy: 2,516 × 238 would be 600,000.
        var again = changes.Values.Any(c => c.Contains("50000 +", StringComparison.Ordinal));
        var orders =
            (again ? "OrderId % 9 = 0" : "OrderId % 3 < 2") + " AND OrderId NOT IN (SELECT Id FROM Orders WHERE Id < 10000 AND State = 0)";
        var some = table switch
        {
            "Orders" => " AND Id % 3 < 2 AND State <> 0",
            "Jobs" => $" AND {orders}",
            "Lines" =>
                $" AND JobId IN (SELECT Id FROM Jobs WHERE Id < 50000 AND {orders}){(changes["Id"].Contains("600000", StringComparison.Ordinal) ? " AND JobId % 6 = 0" : "")}",
            _ => "",
        };
        return $"INSERT INTO {table} ({string.Join(", ", columns)}) SELECT {string.Join(", ", columns.Select(c => changes.GetValueOrDefault(c, c)))} FROM {table} WHERE Id < {step}{some}";
    }
}
