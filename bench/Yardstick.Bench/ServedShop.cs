using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;

namespace Yardstick.Bench;

/// <summary>A shop in a folder, served for measuring, with somebody signed in.</summary>
internal sealed class ServedShop : IDisposable
{
    private const int Port = 5897;
    private const string Server = "src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll";
    private readonly Process server;

    private ServedShop(Process server)
    {
        this.server = server;
        Http = new HttpClient(new SocketsHttpHandler { CookieContainer = new CookieContainer() })
        {
            BaseAddress = new Uri($"http://127.0.0.1:{Port}/api/"),
        };
    }

    /// <summary>Asks it.</summary>
    internal HttpClient Http { get; }

    /// <summary>Makes the demo in a folder where there is none.</summary>
    internal static async Task<bool> PrepareAsync(string folder)
    {
        if (File.Exists(Path.Combine(folder, "shop.db")))
            return true;
        using var made = Serve(folder, "--only-prepare");
        await made.WaitForExitAsync();
        return made.ExitCode == 0;
    }

    /// <summary>Serves it.</summary>
    internal static async Task<ServedShop> OpenAsync(string folder, string userName)
    {
        var shop = new ServedShop(Serve(folder));
        for (var i = 0; i < 300 && !await AnswersAsync(shop.Http); i++)
            await Task.Delay(100);
        (await shop.Http.PostAsJsonAsync("session", new { userName, password = "lantern-bay" })).EnsureSuccessStatusCode();
        return shop;
    }

    /// <summary>Milliseconds of one question, the whole answer read.</summary>
    internal async Task<double> AskAsync(string path)
    {
        var clock = Stopwatch.StartNew();
        using var answer = await Http.GetAsync(path);
        answer.EnsureSuccessStatusCode();
        await answer.Content.ReadAsByteArrayAsync();
        return clock.Elapsed.TotalMilliseconds;
    }

    public void Dispose()
    {
        Http.Dispose();
        server.Kill();
        server.WaitForExit();
        server.Dispose();
    }

    private static Process Serve(string folder, params string[] more) =>
        Process.Start(
            new ProcessStartInfo("dotnet", [Server, "--data", folder, "--demo", .. more])
            {
                Environment = { ["ASPNETCORE_URLS"] = $"http://127.0.0.1:{Port}" },
            }
        )!;

    private static async Task<bool> AnswersAsync(HttpClient http)
    {
        try
        {
            using var answer = await http.GetAsync("welcome");
            return true;
        }
        catch (HttpRequestException)
        {
            return false;
        }
    }
}
