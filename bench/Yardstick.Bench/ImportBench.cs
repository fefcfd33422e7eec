using System.Diagnostics;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Yardstick.Bench;

/// <summary>A file of customers sent, looked at, brought in and taken back over HTTP.</summary>
internal static class ImportBench
{
    private static readonly int[] Areas = [207, 603, 802, 978, 413];

    internal static async Task<int> RunAsync(int rows)
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-import-").FullName;
        var server = new ProcessStartInfo(
            "dotnet",
            ["src/Yardstick.Server/bin/Release/net10.0/Yardstick.Server.dll", "--data", folder, "--demo"]
        );
        server.Environment["ASPNETCORE_URLS"] = "http://127.0.0.1:5290";
        using var process = Process.Start(server)!;
        try
        {
            using var http = new HttpClient(new SocketsHttpHandler { CookieContainer = new() })
            {
                BaseAddress = new Uri("http://127.0.0.1:5290/api/"),
                Timeout = TimeSpan.FromMinutes(5),
            };
            for (var i = 0; i < 300 && !await AnswersAsync(http); i++)
                await Task.Delay(100);
            (await SendAsync(http, "session", JsonContent.Create(new { userName = "ingrid", password = "lantern-bay" }))).Dispose();
            var text = new StringBuilder("Customer number,First name,Last name,Phone,E-mail,Street,City,State,Postal code,Notes\n");
            for (var i = 0; i < rows; i++)
                text.Append(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"N{i},Given{i % 997},Family{i},{Areas[i / 10_000 % Areas.Length]}555{i % 10_000:0000},p{i}@mail.example,{i} Mill Street,Lantern Bay,ME,04999,\"Came {i} times, likes tea\"\n"
                );
            var bytes = Encoding.UTF8.GetBytes(text.ToString());

            var clock = Stopwatch.StartNew();
            var id = (
                await JsonAsync(
                    await SendAsync(
                        http,
                        "imports/Customers?name=bench.csv",
                        new ByteArrayContent(bytes) { Headers = { { "Content-Type", "application/octet-stream" } } }
                    )
                )
            )["id"]!.GetValue<long>();
            var upload = clock.Elapsed;
            clock.Restart();
            var preview = await JsonAsync(await http.GetAsync(new Uri($"imports/{id}", UriKind.Relative)));
            var look = clock.Elapsed;
            var write = await TurnAsync(http, id, "run", "Done");
            var undo = await TurnAsync(http, id, "undo", "Undone");
            Console.WriteLine(
                $"""
                  {rows:N0} rows, {bytes.Length / 1024.0 / 1024.0:0.0} MB, {preview["good"]} would be made
                  sent         {upload.TotalSeconds, 6:0.0} s
                  looked at    {look.TotalSeconds, 6:0.0} s
                  brought in   {write.TotalSeconds, 6:0.0} s   {rows / write.TotalSeconds:N0} rows a second
                  taken back   {undo.TotalSeconds, 6:0.0} s   {undo / write:0.00} of bringing in
                """
            );
            return 0;
        }
        finally
        {
            process.Kill();
            await process.WaitForExitAsync();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task<bool> AnswersAsync(HttpClient http)
    {
        try
        {
            using var answer = await http.GetAsync(new Uri("welcome", UriKind.Relative));
            return true;
        }
        catch (HttpRequestException)
        {
            return false;
        }
    }

    private static async Task<TimeSpan> TurnAsync(HttpClient http, long id, string act, string until)
    {
        var clock = Stopwatch.StartNew();
        (await SendAsync(http, $"imports/{id}/{act}", null)).Dispose();
        while (
            (await JsonAsync(await http.GetAsync(new Uri($"imports/{id}/progress", UriKind.Relative))))["state"]!.GetValue<string>()
            != until
        )
            await Task.Delay(50);
        return clock.Elapsed;
    }

    private static async Task<HttpResponseMessage> SendAsync(HttpClient http, string path, HttpContent? content)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = content };
        request.Headers.Add("X-Command-Id", Guid.NewGuid().ToString());
        return (await http.SendAsync(request)).EnsureSuccessStatusCode();
    }

    private static async Task<JsonNode> JsonAsync(HttpResponseMessage answer)
    {
        using (answer)
            return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
    }
}
