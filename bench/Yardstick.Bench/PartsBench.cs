using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>
/// A large store of parts: 20,000 parts, 300,000 movements, 30,000 purchase orders. The stock page, its search, a part's card and the parts
/// page over HTTP against the bare SQL of the same rows, in turns; and what is stored of every part against the sum of its movements.
/// </summary>
internal static class PartsBench
{
    private const int Port = 5897,
        Rounds = 51,
        WarmUp = 1000,
        Copies = 99,
        Pairs = 17,
        Purchases = 30_000;
    private const string Server = "src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll";

    private static readonly (string Name, string Path, string Sql)[] Asked =
    [
        ("stock page", "stock?filter=All", "SELECT * FROM Parts ORDER BY Number, Id LIMIT 61"),
        (
            "stock search",
            "stock?filter=All&text=filter",
            "SELECT * FROM Parts WHERE Number LIKE '%filter%' OR Description LIKE '%filter%' OR Category LIKE '%filter%' OR Brand LIKE '%filter%' OR Bin LIKE '%filter%' ORDER BY Number, Id LIMIT 61"
        ),
        ("a part's card", "stock/77", "SELECT * FROM StockMovements WHERE PartId = 77 ORDER BY Id DESC LIMIT 41"),
        (
            "needed and on order",
            "parts",
            "SELECT l.*, o.* FROM Orders o JOIN Jobs j ON j.OrderId = o.Id JOIN Lines l ON l.JobId = j.Id WHERE o.State = 0 AND j.Decision = 1 AND l.Kind = 1"
        ),
    ];

    internal static async Task<int> RunAsync(string folder)
    {
        if (!await ServedShop.PrepareAsync(folder))
            return 1;
        var database = Path.Combine(folder, "shop.db");
        await SeedAsync(database);
        using var shop = await ServedShop.OpenAsync(folder, "wen");
        await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly");
        await connection.OpenAsync();
        foreach (var (name, path, sql) in Asked)
        {
            var (over, bare) = (new List<double>(), new List<double>());
            // As after a morning's work: the server's code is compiled for speed once it has run often.
            for (var round = -WarmUp; round < Rounds; round++)
            {
                var slow = await shop.AskAsync(path);
                var clock = Stopwatch.StartNew();
                await ReadAsync(connection, sql);
                if (round < 0)
                    continue;
                over.Add(slow);
                bare.Add(clock.Elapsed.TotalMilliseconds);
            }
            over.Sort();
            bare.Sort();
            var (mine, plain) = (over[Rounds / 2], bare[Rounds / 2]);
            Console.WriteLine(
                $"  {name, -20} over HTTP {mine, 6:0.0} ms   bare SQL {plain, 6:0.0} ms   less 5 ms {(mine - 5) / plain, 5:0.00} times; at most 3 wanted"
            );
        }
        Console.WriteLine($"  {await OffAsync(connection)} parts differ from the sum of their movements; none wanted");
        return 0;
    }

    /// <summary>Copies of the demo's parts with a count and pairs of movements each, and purchase orders that were received.</summary>
    private static async Task SeedAsync(string database)
    {
        await using var connection = new SqliteConnection($"Data Source={database}");
        await connection.OpenAsync();
        if (await connection.NumberAsync("SELECT COUNT(*) FROM Parts") < 1000)
        {
            await connection.RunAsync("PRAGMA journal_mode = WAL; PRAGMA synchronous = OFF; PRAGMA foreign_keys = OFF;");
            var parts = await connection.ColumnsAsync("Parts");
            var copied = parts.Select(c =>
                c switch
                {
                    "Id" => "Id + $k * 1000",
                    "Number" => "Number || '-' || $k",
                    "Reserved" => "0",
                    "OnHand" => "max(OnHand, 0)",
                    _ => c,
                }
            );
            await using var transaction = (SqliteTransaction)await connection.BeginTransactionAsync();
            for (var k = 1; k <= Copies; k++)
                await connection.RunAsync(
                    $"INSERT INTO Parts ({string.Join(", ", parts)}) SELECT {string.Join(", ", copied)} FROM Parts WHERE Id < 1000",
                    k
                );
            const string worth = "((OnHand * AverageCost + 500000) / 1000000)",
                less = "(((OnHand - 10000) * AverageCost + 500000) / 1000000)";
            string Moved(int kind, string quantity, string change) =>
                $"INSERT INTO StockMovements (PartId, Document, Kind, Quantity, UnitCost, Reason, At, ById, ValueChange) SELECT Id, 0, {kind}, {quantity}, AverageCost, '', '2026-01-02 09:00:00', 4, {change} FROM Parts WHERE Id > 1000";
            await connection.RunAsync(Moved(0, "OnHand", worth));
            for (var pair = 0; pair < Pairs; pair++)
            {
                await connection.RunAsync(Moved(3, "-10000", $"{less} - {worth}") + " AND OnHand > 10000");
                await connection.RunAsync(Moved(1, "10000", $"{worth} - {less}") + " AND OnHand > 10000");
            }
            foreach (
                var (table, key, head) in new[]
                {
                    ("PurchaseOrders", "Id + $k * 100", ""),
                    ("PurchaseOrderLines", "Id + $k * 1000", "PurchaseOrderId + $k * 100"),
                }
            )
            {
                var columns = await connection.ColumnsAsync(table);
                var changed = columns.Select(c =>
                    c switch
                    {
                        "Id" => key,
                        "Number" => "Number + $k * 100",
                        "PurchaseOrderId" => head,
                        "State" when table == "PurchaseOrders" => "6",
                        "LineId" or "OrderId" => "NULL",
                        "PartId" => "PartId + $k % 100 * 1000",
                        "Received" => "Quantity",
                        _ => c,
                    }
                );
                var old = table == "PurchaseOrders" ? "Id < 100" : "Id < 1000";
                for (var k = 1; k <= Purchases / 5; k++)
                    await connection.RunAsync(
                        $"INSERT INTO {table} ({string.Join(", ", columns)}) SELECT {string.Join(", ", changed)} FROM {table} WHERE {old}",
                        k
                    );
            }
            await transaction.CommitAsync();
            await connection.RunAsync("PRAGMA wal_checkpoint(TRUNCATE); ANALYZE;");
        }
        foreach (var table in new[] { "Parts", "StockMovements", "PurchaseOrders" })
            Console.WriteLine($"  {await connection.NumberAsync($"SELECT COUNT(*) FROM {table}"), 10:N0} {table}");
    }

    /// <summary>Parts whose stock is not the sum of its movements, in units or in cents.</summary>
    private static Task<long> OffAsync(SqliteConnection connection) =>
        connection.NumberAsync(
            "SELECT COUNT(*) FROM Parts p JOIN (SELECT PartId, SUM(CASE Kind WHEN 2 THEN 0 ELSE Quantity END) q, SUM(ValueChange) v FROM StockMovements GROUP BY PartId) m ON m.PartId = p.Id WHERE m.q <> p.OnHand OR abs(m.v - p.OnHand * p.AverageCost / 1000000.0) > 0.5001"
        );

    private static async Task ReadAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await using var reader = await command.ExecuteReaderAsync();
        var values = new object[reader.FieldCount];
        while (await reader.ReadAsync())
            reader.GetValues(values);
    }
}
