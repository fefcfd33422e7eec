using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Microsoft.Extensions.Time.Testing;
using Yardstick.Data;
using Yardstick.Data.Demo;

namespace Yardstick.Server.Tests;

/// <summary>
/// The real server on a real port with a demo shop of its own, the real stand-ins as their own process, and a clock
/// that stands at mid-morning.
/// </summary>
public sealed class ShopFixture : IAsyncLifetime
{
    /// <summary>Monday, 10:20 in the shop.</summary>
    public static readonly DateTimeOffset Start = new(2026, 11, 23, 15, 20, 0, TimeSpan.Zero);
    private static readonly Lazy<Task<string>> Template = new(MakeTemplateAsync);
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-test-").FullName;
    private WebApplication? app;
    private ShopFile? file;
    private Process? standIns;

    public FakeTimeProvider Time { get; } = new(Start);
    public Uri Address { get; private set; } = null!;
    public HttpClient Outside { get; private set; } = null!;
    /// <summary>Where the stand-in takes mail.</summary>
    public int MailPort { get; private set; }
    public IServiceProvider Services => app!.Services;
    public string Folder => folder;

    private static async Task<string> MakeTemplateAsync()
    {
        var made = Directory.CreateTempSubdirectory("yardstick-demo-").FullName;
        await DemoShop.FillAsync(made, new FakeTimeProvider(Start));
        return made;
    }

    public async Task InitializeAsync()
    {
        var template = await Template.Value;
        foreach (var name in new[] { "shop.db", "outside.json" }) File.Copy(Path.Combine(template, name), Path.Combine(folder, name));
        foreach (var place in new[] { "photos", "files" })
        {
            Directory.CreateDirectory(Path.Combine(folder, place));
            foreach (var kept in Directory.EnumerateFiles(Path.Combine(template, place))) File.Copy(kept, Path.Combine(folder, place, Path.GetFileName(kept)));
        }
        var (port, mail) = (FreePort(), FreePort());
        MailPort = mail;
        var start = new ProcessStartInfo("dotnet", [StandInsDll(), "--memory", Path.Combine(folder, "outside.json"), "--smtp", mail.ToString(System.Globalization.CultureInfo.InvariantCulture)]) { RedirectStandardOutput = true, RedirectStandardError = true };
        start.Environment["ASPNETCORE_URLS"] = $"http://127.0.0.1:{port}";
        standIns = Process.Start(start)!;
        Outside = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}/") };
        await UntilAnswersAsync(Outside, "health");

        file = ShopFile.Open(folder);
        await file.PrepareAsync();
        var options = new ServerOptions { DataFolder = folder, OutsideServices = Outside.BaseAddress, MailServer = ("127.0.0.1", mail), Proxies = [IPAddress.Loopback] };
        var builder = WebApplication.CreateBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        builder.AddYardstick(options, file, Time);
        app = builder.Build();
        app.UseYardstick(options);
        await app.StartAsync();
        Address = new Uri(app.Urls.Single() + "/");
    }

    /// <summary>The stand-ins as they were built; the tests refer to nothing of theirs.</summary>
    internal static string StandInsDll() => Built("Yardstick.StandIns");

    internal static string Built(string project)
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Yardstick.slnx"))) root = Path.GetDirectoryName(root)!;
        var configuration = AppContext.BaseDirectory.Contains("Release", StringComparison.Ordinal) ? "Release" : "Debug";
        return Path.Combine(root, "src", project, "bin", configuration, "net10.0", project + ".dll");
    }

    internal static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    internal static async Task UntilAnswersAsync(HttpClient client, string path)
    {
        for (var i = 0; i < 200; i++)
        {
            try
            {
                using var answer = await client.GetAsync(path);
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }
        throw new InvalidOperationException($"{client.BaseAddress} never answered.");
    }

    /// <summary>Somebody signed in, in a browser of their own.</summary>
    public async Task<Browser> SignInAsync(string userName)
    {
        var browser = new Browser(Address);
        await browser.PostAsync("session", new { userName, password = "lantern-bay" });
        return browser;
    }

    /// <summary>Sets how an outside service behaves.</summary>
    public async Task MoodAsync(string service, string mode, int times = 0, int delayMs = 0) =>
        (await Outside.PutAsJsonAsync($"control/{service}", new { mode, delayMs, times })).EnsureSuccessStatusCode();

    public ShopDb OpenDb() => new(ShopFile.Options(Path.Combine(folder, "shop.db")));

    public async Task DisposeAsync()
    {
        if (app is not null) await app.DisposeAsync();
        file?.Dispose();
        Outside?.Dispose();
        if (standIns is { HasExited: false }) standIns.Kill();
        standIns?.Dispose();
        Directory.Delete(folder, recursive: true);
    }
}

/// <summary>A browser tab: cookies, a client id, command ids.</summary>
public sealed class Browser : IDisposable
{
    private readonly HttpClient http;

    public Browser(Uri address)
    {
        http = new HttpClient(new SocketsHttpHandler { CookieContainer = new CookieContainer() }) { BaseAddress = new Uri(address, "api/") };
        http.DefaultRequestHeaders.Add("X-Client-Id", Guid.NewGuid().ToString());
    }

    public async Task<(HttpStatusCode Status, JsonNode? Body)> SendAsync(HttpMethod method, string path, object? body = null, Guid? commandId = null)
    {
        using var request = new HttpRequestMessage(method, path);
        if (method != HttpMethod.Get) request.Headers.Add("X-Command-Id", (commandId ?? Guid.NewGuid()).ToString());
        if (body is not null) request.Content = JsonContent.Create(body, options: new JsonSerializerOptions(JsonSerializerDefaults.Web));
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length > 0 && text[0] is '{' or '[' ? JsonNode.Parse(text) : null);
    }

    private async Task<JsonNode> WantAsync(HttpMethod method, string path, object? body)
    {
        var (status, answer) = await SendAsync(method, path, body);
        Assert.True((int)status < 300, $"{method} {path}: {(int)status} {answer?.ToJsonString()}");
        return answer ?? new JsonObject();
    }

    public Task<JsonNode> GetAsync(string path) => WantAsync(HttpMethod.Get, path, null);

    public Task<JsonNode> PostAsync(string path, object? body = null) => WantAsync(HttpMethod.Post, path, body);

    /// <summary>Sends a change that has to be refused, and returns its problem.</summary>
    public async Task<JsonNode> RefusedAsync(string path, object? body = null, HttpStatusCode status = HttpStatusCode.UnprocessableEntity)
    {
        var (got, answer) = await SendAsync(HttpMethod.Post, path, body);
        Assert.True(got == status, $"{path}: {(int)got} {answer?.ToJsonString()}");
        Assert.False(string.IsNullOrWhiteSpace(answer!["detail"]!.GetValue<string>()));
        return answer;
    }

    public async Task<byte[]> BytesAsync(string path) => await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));

    /// <summary>Sends bytes, as files are sent.</summary>
    public async Task<(HttpStatusCode Status, JsonNode? Body)> UploadAsync(string path, byte[] content)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = new ByteArrayContent(content) };
        request.Headers.Add("X-Command-Id", Guid.NewGuid().ToString());
        request.Content.Headers.ContentType = new("application/octet-stream");
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.Length > 0 && text[0] is '{' or '[' ? JsonNode.Parse(text) : null);
    }

    /// <summary>Sends bytes that have to be kept.</summary>
    public async Task<(HttpStatusCode Status, JsonNode Body)> KeepAsync(string path, byte[] content)
    {
        var (status, body) = await UploadAsync(path, content);
        Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
        return (status, body!);
    }

    public async Task<HttpResponseMessage> RawAsync(HttpRequestMessage request) => await http.SendAsync(request);

    public void Dispose() => http.Dispose();
}

internal static class Json
{
    internal static long Id(this JsonNode node) => node["id"]!.GetValue<long>();
    internal static string Text(this JsonNode node, string field) => node[field]!.GetValue<string>();
    internal static decimal Number(this JsonNode node, string field) => node[field]!.GetValue<decimal>();
    internal static bool Flag(this JsonNode node, string field) => node[field]!.GetValue<bool>();
    internal static JsonArray List(this JsonNode node, string field) => node[field]!.AsArray();
}
