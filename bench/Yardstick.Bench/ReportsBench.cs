using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Yardstick.Bench;

/// <summary>
/// Pages of measures on the large shop over HTTP against the bare SQL that adds up the same sales, three periods each, in turns. The first
/// request of a page warms up and is told by itself.
/// </summary>
internal static class ReportsBench
{
    private const int Rounds = 15;
    private static readonly string[] Pages = ["Today", "Sales", "Technicians", "Approval", "Floor", "Parts", "Customers", "Money"];

    internal static async Task<int> RunAsync(string folder)
    {
        if (!File.Exists(Path.Combine(folder, "shop.db")))
        {
            Console.WriteLine($"There is no shop in {folder}: ./yardstick bench seed {folder}");
            return 1;
        }
        using var shop = await ServedShop.OpenAsync(folder, "ingrid");
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "shop.db")};Mode=ReadOnly");
        await connection.OpenAsync();
        Console.WriteLine($"  {await connection.NumberAsync("SELECT COUNT(*) FROM Sales"), 10:N0} sales");
        var (last, earlier) = (DateTime.UtcNow.AddMonths(-1), DateTime.UtcNow.AddMonths(-5));
        foreach (
            var (period, from, through) in new[]
            {
                ("this month", Month(DateTime.UtcNow, 0), Month(DateTime.UtcNow, 1)),
                ("last month", Month(last, 0), Month(last, 1)),
                // By now the server is warm; only this month is not.
                ($"{Month(earlier, 0)} to {Month(earlier, 1)}", Month(earlier, 0), Month(earlier, 1)),
            }
        )
        {
            var sql =
                $"SELECT SUM(Cars), SUM(Labor_Cents), SUM(Parts_Cents), SUM(Sublet_Cents), SUM(Fees_Cents), SUM(Supplies_Cents), SUM(LaborCost_Cents), SUM(PartsCost_Cents), SUM(HoursSold), SUM(AtBands_Cents) FROM Sales WHERE Day >= '{from}' AND Day <= '{through}' AND NOT ShopPays";
            foreach (var page in Pages)
            {
                var path = $"measures/{page}?period={Uri.EscapeDataString(period)}";
                var first = await shop.AskAsync(path);
                var (over, bare) = (new List<double>(), new List<double>());
                for (var round = 0; round < Rounds; round++)
                {
                    over.Add(await shop.AskAsync(path));
                    var clock = Stopwatch.StartNew();
                    for (var three = 0; three < 3; three++)
                        await ReadAsync(connection, sql);
                    bare.Add(clock.Elapsed.TotalMilliseconds);
                    if (over[^1] > 5000)
                        break;
                }
                over.Sort();
                bare.Sort();
                var (mine, plain) = (over[over.Count / 2], bare[bare.Count / 2]);
                Console.WriteLine(
                    $"  {page, -12} {period, -24} first {first, 7:0} ms   then {mine, 7:0.0} ms   bare SQL {plain, 6:0.0} ms   less 5 ms {(mine - 5) / plain, 6:0.00} times; at most 3 and 300 ms wanted"
                );
            }
        }
        return 0;
    }

    private static string Month(DateTime of, int end) =>
        (end == 0 ? new DateTime(of.Year, of.Month, 1) : new DateTime(of.Year, of.Month, 1).AddMonths(1).AddDays(-1)).ToString(
            "yyyy-MM-dd",
            System.Globalization.CultureInfo.InvariantCulture
        );

    private static async Task ReadAsync(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync()) { }
    }
}
