using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using Microsoft.Data.Sqlite;
using Yardstick.Server.Orders;

namespace Yardstick.Bench;

/// <summary>The find field on a large shop: p95 over HTTP, signed in, against the bare SQL of the same searches in the same run.</summary>
internal static class FindBench
{
    private const int Port = 5899,
        Rounds = 7,
        Most = 12;

    internal static async Task<int> RunAsync(string folder)
    {
        if (!File.Exists(Path.Combine(folder, "shop.db")))
        {
            Console.WriteLine($"There is no shop in {folder}; ./yardstick bench seed makes one.");
            return 1;
        }
        var texts = await TextsAsync(folder);
        using var server = Process.Start(
            new ProcessStartInfo("dotnet", ["src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll", "--data", folder, "--demo"])
            {
                Environment = { ["ASPNETCORE_URLS"] = $"http://127.0.0.1:{Port}" },
            }
        )!;
        try
        {
            using var http = new HttpClient(new SocketsHttpHandler { CookieContainer = new CookieContainer() })
            {
                BaseAddress = new Uri($"http://127.0.0.1:{Port}/api/"),
            };
            await UntilUpAsync(http);
            (await http.PostAsJsonAsync("session", new { userName = "mina", password = "lantern-bay" })).EnsureSuccessStatusCode();
            await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "shop.db")};Mode=ReadOnly");
            await connection.OpenAsync();
            var (overHttp, bare) = (new List<double>(), new List<double>());
            // The first round warms up and does not count.
            for (var round = 0; round <= Rounds; round++)
            {
                foreach (var text in texts)
                {
                    var clock = Stopwatch.StartNew();
                    using (var answer = await http.GetAsync($"find?q={Uri.EscapeDataString(text)}"))
                    {
                        answer.EnsureSuccessStatusCode();
                        await answer.Content.ReadAsByteArrayAsync();
                    }
                    if (round > 0)
                        overHttp.Add(clock.Elapsed.TotalMilliseconds);
                    clock.Restart();
                    await BareAsync(connection, text);
                    if (round > 0)
                        bare.Add(clock.Elapsed.TotalMilliseconds);
                }
            }
            var (slow, plain) = (Percentile(overHttp, 95), Percentile(bare, 95));
            Console.WriteLine($"{texts.Count} searches, {Rounds} rounds in turns");
            Console.WriteLine($"  over HTTP   median {Percentile(overHttp, 50), 6:0.0} ms   p95 {slow, 6:0.0} ms");
            Console.WriteLine($"  bare SQL    median {Percentile(bare, 50), 6:0.0} ms   p95 {plain, 6:0.0} ms");
            Console.WriteLine($"  p95 over HTTP less 5 ms is {(slow - 5) / plain:0.00} times the bare SQL's; at most 3 wanted");
            return 0;
        }
        finally
        {
            server.Kill();
        }
    }

    /// <summary>Whole identifiers, beginnings of names as they are typed, and names with a slip.</summary>
    private static async Task<List<string>> TextsAsync(string folder)
    {
        var texts = new List<string>
        {
            "s",
            "so",
            "sor",
            "soren",
            "imke",
            "imke so",
            "abio",
            "tarnow",
            "vireo so",
            "gannet",
            "35",
            "3501",
            "207",
            "0142",
            "Sorennsen",
            "Banrejee",
            "Kowalcyzk",
            "Halvorson",
            "xqzzyw",
        };
        await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "shop.db")};Mode=ReadOnly");
        await connection.OpenAsync();
        foreach (
            var sql in new[]
            {
                "SELECT Number FROM CustomerPhones WHERE Id % 15013 = 77",
                "SELECT Plate FROM Vehicles WHERE Id % 19013 = 77",
                "SELECT substr(Vin, -6) FROM Vehicles WHERE Id % 23017 = 99",
                "SELECT FirstName || ' ' || LastName FROM Customers WHERE Id % 17011 = 55",
                "SELECT Number FROM Orders WHERE Id % 300007 = 99",
            }
        )
        {
            await using var command = connection.CreateCommand();
            command.CommandText = sql;
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
                texts.Add(Convert.ToString(reader.GetValue(0), System.Globalization.CultureInfo.InvariantCulture)!);
        }
        return texts;
    }

    private static async Task BareAsync(SqliteConnection connection, string text)
    {
        var words = FindQuery.WordsOf(text);
        var found = 0;
        foreach (var query in new[] { FindQuery.Exact(words), FindQuery.Prefix(words) })
        {
            found += await CountAsync(connection, FindQuery.OrdersSql, $"Ids : ({query})", Most, string.Concat(words));
            found += await CountAsync(connection, FindQuery.CarsSql, query, Most);
            found += await CountAsync(
                connection,
                string.Concat(words).Length < 3 ? FindQuery.NewestPeopleSql : FindQuery.PeopleSql,
                query,
                Most
            );
            if (found >= Most)
                return;
        }
        if (found < 5 && FindQuery.Trigrams(words) is { } trigrams)
            await CountAsync(connection, FindQuery.TyposSql, trigrams, 150);
    }

    private static async Task<int> CountAsync(SqliteConnection connection, string sql, string query, int most, string? text = null)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.Parameters.AddWithValue("$query", query);
        command.Parameters.AddWithValue("$most", most);
        if (text is not null)
            command.Parameters.AddWithValue("$text", text);
        await using var reader = await command.ExecuteReaderAsync();
        var rows = 0;
        while (await reader.ReadAsync())
            rows++;
        return rows;
    }

    private static double Percentile(List<double> values, int percent)
    {
        values.Sort();
        return values[Math.Min(values.Count - 1, values.Count * percent / 100)];
    }

    private static async Task UntilUpAsync(HttpClient http)
    {
        for (var i = 0; i < 300; i++)
        {
            try
            {
                using var answer = await http.GetAsync("welcome");
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }
        throw new InvalidOperationException("The server never answered.");
    }
}
