using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>
/// The floor, the calendar, times to book and a better plan with 500 open orders, against the same with the demo's, in one run. The open orders are the
/// demo's many times over, so that the shop has far more work than people: the worst for the plan.
/// </summary>
internal static class ScheduleBench
{
    private const int Rounds = 15,
        Wanted = 500;

    private static readonly string Today = TimeProvider.System.GetLocalNow().ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static readonly (string Name, string Path)[] Asked =
    [
        ("floor", "floor"),
        ("calendar, week", $"calendar?from={Today}&days=7"),
        ("calendar, month", $"calendar?from={Today}&days=35"),
        ("promise at write-up", "write-up/promise?job=Clunk"),
        ("times to book", "customers-pages/booking/times?services=1"),
    ];

    internal static async Task<int> RunAsync(string folder)
    {
        if (!await ServedShop.PrepareAsync(folder))
            return 1;
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "shop.db")}");
        await connection.OpenAsync();
        Task<long> OpenAsync() => connection.NumberAsync("SELECT COUNT(*) FROM Orders WHERE State = 0");
        var few = await MeasureAsync(folder);
        var before = await OpenAsync();
        await SeedAsync(connection, before);
        var many = await MeasureAsync(folder);
        Console.WriteLine($"  {before} open orders against {await OpenAsync()}");
        foreach (var (name, small) in few)
            Console.WriteLine($"  {name, -20} {small, 7:0} ms   {many[name], 7:0} ms   {many[name] / small, 5:0.0} times");
        return 0;
    }

    private static async Task<Dictionary<string, double>> MeasureAsync(string folder)
    {
        using var shop = await ServedShop.OpenAsync(folder, "mina");
        var found = new Dictionary<string, double>();
        foreach (var (name, path) in Asked)
        {
            // The first two warm up and do not count.
            var times = new List<double>();
            for (var round = -2; round < Rounds; round++)
            {
                // What the floor shows is kept until something changes.
                await ChangeAsync(shop, round);
                var took = await shop.AskAsync(path);
                if (round >= 0)
                    times.Add(took);
            }
            times.Sort();
            found[name] = times[Rounds / 2];
        }
        found["a better plan"] = await shop.AskAsync("plan/proposal");
        return found;
    }

    private static async Task ChangeAsync(ServedShop shop, int round)
    {
        var version = (await shop.Http.GetFromJsonAsync<JsonObject>("orders/2511"))!["version"]!.GetValue<int>();
        using var message = new HttpRequestMessage(HttpMethod.Post, "orders/2511/header")
        {
            Content = JsonContent.Create(
                new
                {
                    field = "keyTag",
                    value = $"{40 + round}",
                    version,
                }
            ),
        };
        message.Headers.Add("X-Command-Id", Guid.NewGuid().ToString());
        (await shop.Http.SendAsync(message)).EnsureSuccessStatusCode();
    }

    private static async Task SeedAsync(SqliteConnection connection, long open)
    {
        await connection.RunAsync("PRAGMA foreign_keys = OFF;");
        const string copied = "SELECT Id FROM Orders WHERE State = 0 AND Id < 10000",
            jobs = $"SELECT Id FROM Jobs WHERE OrderId IN ({copied})";
        var tables = new (string Table, string Where, Dictionary<string, string> Changes)[]
        {
            ("Lines", $"JobId IN ({jobs})", new() { ["Id"] = "Id + $k * 1000000", ["JobId"] = "JobId + $k * 100000" }),
            (
                "PlannedWork",
                $"OrderId IN ({copied})",
                new()
                {
                    ["Id"] = "Id + $k * 1000",
                    ["JobId"] = "JobId + $k * 100000",
                    ["OrderId"] = "OrderId + $k * 10000",
                }
            ),
            ("Jobs", $"OrderId IN ({copied})", new() { ["Id"] = "Id + $k * 100000", ["OrderId"] = "OrderId + $k * 10000" }),
            ("Orders", $"Id IN ({copied})", new() { ["Id"] = "Id + $k * 10000", ["Number"] = "Number + $k * 10000" }),
        };
        await using var transaction = (SqliteTransaction)await connection.BeginTransactionAsync();
        foreach (var (table, where, changes) in tables)
        {
            var columns = await connection.ColumnsAsync(table);
            var values = columns.Select(c => changes.GetValueOrDefault(c, c));
            for (var k = 1; k < Wanted / open + 1; k++)
                await connection.RunAsync(
                    $"INSERT INTO {table} ({string.Join(", ", columns)}) SELECT {string.Join(", ", values)} FROM {table} WHERE {where}",
                    k
                );
        }
        await transaction.CommitAsync();
    }
}
