using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Microsoft.Extensions.Time.Testing;
using Yardstick.Data;
using Yardstick.Data.Demo;
using Yardstick.Data.Setup;
using Yardstick.Server.Hosting;
using Yardstick.Server.Setup;

namespace Yardstick.Server.Tests.Support;

/// <summary>
/// The real server on a real port with a demo shop of its own, the real stand-ins as their own process, and a clock
/// that stands at mid-morning.
/// </summary>
public sealed class ShopFixture : IAsyncLifetime
{
    /// <summary>
    /// Monday, 10:20 in the shop. Tests count days from it and name none; <c>./yardstick test dates</c> moves it by STANDING_DAYS.
    /// </summary>
    public static readonly DateTimeOffset Start = new DateTimeOffset(2026, 11, 23, 15, 20, 0, TimeSpan.Zero).AddDays(
        int.Parse(Environment.GetEnvironmentVariable("STANDING_DAYS") ?? "0", CultureInfo.InvariantCulture)
    );

    /// <summary>A time of day in the shop, as the API writes it, so many days after the first.</summary>
    public static string At(string time, int days = 0) => $"{Day(days)}T{time}:00";

    /// <summary>A day, as the API writes it, so many days and months after the first.</summary>
    public static string Day(int days = 0, int months = 0) =>
        Start.UtcDateTime.Date.AddMonths(months).AddDays(days).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>What the first owner types on a server that a test starts.</summary>
    internal const string FirstRunCode = "TEST-CODE";

    private static readonly Lazy<Task<string>> Template = new(MakeTemplateAsync);
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-test-").FullName;
    private WebApplication? app;
    private ShopFile? file;
    private int? standIns;

    public FakeTimeProvider Time { get; } = new(Start);

    /// <summary>Days go by as for a machine that slept: what runs by the second does so for an hour, not for all of them.</summary>
    public void DaysPass(int days)
    {
        Time.AdjustTime(Time.GetUtcNow() + TimeSpan.FromDays(days) - TimeSpan.FromHours(1));
        Time.Advance(TimeSpan.FromHours(1));
    }

    public Uri Address { get; private set; } = null!;
    public HttpClient Outside { get; private set; } = null!;

    /// <summary>Where the stand-in takes mail.</summary>
    public int MailPort { get; private set; }
    public IServiceProvider Services => app!.Services;
    public string Folder => folder;

    /// <summary>What the first owner would have to type.</summary>
    public string Code => Services.GetRequiredService<FirstRunCode>().Text;

    /// <summary>Where the demo shop stands that every test's shop is a copy of; nobody works in it.</summary>
    internal static Task<string> TemplateAsync() => Template.Value;

    /// <summary>What a build made of a moment is taken by its next run, too, also by one under another clock of the machine.</summary>
    private static async Task<string> MakeTemplateAsync()
    {
        var build = $"{typeof(DemoShop).Module.ModuleVersionId:N}{typeof(Core.Values.Money).Module.ModuleVersionId:N}";
        var kept = Path.Combine(Path.GetTempPath(), $"yardstick-demo-{build}-{Start.ToUnixTimeSeconds()}");
        if (Directory.Exists(kept))
            return kept;
        var made = Directory.CreateTempSubdirectory("yardstick-demo-").FullName;
        await DemoShop.FillAsync(made, new FakeTimeProvider(Start));
        try
        {
            Directory.Move(made, kept);
        }
        catch (IOException) when (Directory.Exists(kept)) // another run was sooner
        {
            Directory.Delete(made, recursive: true);
        }
        return kept;
    }

    public async ValueTask InitializeAsync()
    {
        var template = await Template.Value;
        foreach (var name in new[] { "shop.db", "outside.json" })
            File.Copy(Path.Combine(template, name), Path.Combine(folder, name));
        foreach (var place in new[] { "photos", "files" })
        {
            Directory.CreateDirectory(Path.Combine(folder, place));
            foreach (var kept in Directory.EnumerateFiles(Path.Combine(template, place)))
                File.Copy(kept, Path.Combine(folder, place, Path.GetFileName(kept)));
        }
        var mail = await StartStandInsAsync();

        file = ShopFile.Open(folder);
        await file.PrepareAsync();
        var options = new ServerOptions
        {
            DataFolder = folder,
            OutsideServices = Outside.BaseAddress!,
            MailServer = ("127.0.0.1", mail),
            Proxies = [IPAddress.Loopback],
            AllowPrivateWebhooks = true,
        };
        var builder = WebApplication.CreateBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        builder.AddYardstick(options, file, Time);
        // Tests sign in hundreds of times.
        builder.Services.Configure<PasswordHasherOptions>(o => o.IterationCount = DemoShop.HashRounds);
        app = builder.Build();
        app.UseYardstick(options);
        await app.StartAsync();
        Address = new Uri(app.Urls.Single() + "/");
    }

    /// <summary>
    /// Starts the stand-ins; where something else took one of their ports meanwhile, on others. Returns where they take mail.
    /// </summary>
    private async Task<int> StartStandInsAsync()
    {
        for (var tries = 0; ; tries++)
        {
            var (port, mail) = (FreePort(), FreePort());
            standIns = await SharedStandIns.OpenAsync(port, mail, Path.Combine(folder, "outside.json"));
            MailPort = mail;
            Outside = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}/") };
            if (standIns is not null)
                return mail;
            if (tries == 3)
                throw new InvalidOperationException("No port is free for the stand-ins.");
            Outside.Dispose();
        }
    }

    /// <summary>The stand-ins as they were built; the tests refer to nothing of theirs.</summary>
    internal static string StandInsDll() => Built("Yardstick.StandIns");

    internal static string Built(string project)
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Yardstick.slnx")))
            root = Path.GetDirectoryName(root)!;
        var configuration = AppContext.BaseDirectory.Contains("Release", StringComparison.Ordinal) ? "Release" : "Debug";
        return Path.Combine(root, "src", project, "bin", configuration, "net10.0", project + ".dll");
    }

    private static int lastPort = Random.Shared.Next(10_000, 30_000);

    /// <summary>
    /// A port that nobody listens on. Not one that the machine would give: it gives the same to whoever calls out next, which tests do
    /// all the time, and a server that starts meanwhile finds it taken.
    /// </summary>
    internal static int FreePort()
    {
        while (true)
        {
            var port = 10_000 + Interlocked.Increment(ref lastPort) % 20_000;
            using var listener = new TcpListener(IPAddress.Loopback, port);
            try
            {
                listener.Start();
                return port;
            }
            catch (SocketException)
            {
                // Somebody has it.
            }
        }
    }

    internal static async Task UntilAnswersAsync(HttpClient client, string path)
    {
        for (var i = 0; i < 600; i++)
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
        var browser = new Browser(Address, Time);
        await browser.PostAsync("session", new { userName, password = "lantern-bay" });
        return browser;
    }

    /// <summary>Sets how an outside service behaves.</summary>
    public async Task MoodAsync(string service, string mode, int times = 0, int delayMs = 0) =>
        (
            await Outside.PutAsJsonAsync(
                $"control/{service}",
                new
                {
                    mode,
                    delayMs,
                    times,
                }
            )
        ).EnsureSuccessStatusCode();

    public ShopDb OpenDb() => new(ShopFile.Options(Path.Combine(folder, "shop.db")));

    public async ValueTask DisposeAsync()
    {
        if (app is not null)
            await app.DisposeAsync();
        file?.Dispose();
        Outside?.Dispose();
        if (standIns is { } number)
            await SharedStandIns.CloseAsync(number);
        Directory.Delete(folder, recursive: true);
    }
}
