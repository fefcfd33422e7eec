using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Processes;

/// <summary>An owner puts a backup back, and a new machine begins with one: the server starts again on it by itself.</summary>
public sealed class RestoreTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-restore-").FullName;
    private readonly List<Process> running = [];

    private async Task<Uri> StartAsync(string data)
    {
        var port = ShopFixture.FreePort();
        var address = new Uri(string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{port}/"));
        var start = new ProcessStartInfo("dotnet", [ShopFixture.Built("Yardstick.Server"), "--data", Path.Combine(folder, data)])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        start.Environment["YARDSTICK_FIRST_RUN_CODE"] = ShopFixture.FirstRunCode;
        start.Environment["ASPNETCORE_URLS"] = address.ToString();
        running.Add(Process.Start(start)!);
        using var http = new HttpClient { BaseAddress = address };
        await ShopFixture.UntilAnswersAsync(http, "api/welcome");
        return address;
    }

    private static async Task<JsonNode> UntilAsync(Browser browser, string path, Func<JsonNode, bool> reached)
    {
        for (var i = 0; ; i++)
        {
            try
            {
                var (status, body) = await browser.SendAsync(HttpMethod.Get, path);
                if (status == HttpStatusCode.OK && reached(body!))
                    return body!;
            }
            catch (HttpRequestException) when (i < 300)
            {
                // It is starting again.
            }
            Assert.True(i < 300, $"{path} never said so.");
            await Task.Delay(100);
        }
    }

    private static async Task SignInAsync(Browser browser) =>
        await browser.PostAsync("session", new { userName = "hana", password = "copper kettle north" });

    [Fact]
    public async Task A_backup_takes_the_place_of_the_shop_and_begins_one_elsewhere()
    {
        var address = await StartAsync("shop");
        using var hana = new Browser(address);
        await hana.PostAsync(
            "first-run",
            new
            {
                shopName = "Kauri Lane Motors",
                timeZone = "Pacific/Auckland",
                currency = "NZD",
                distanceUnit = "Kilometers",
                ownerName = "Hana Reweti",
                userName = "hana",
                password = "copper kettle north",
                code = ShopFixture.FirstRunCode,
            }
        );
        var kept = Path.Combine(folder, "kept");
        await hana.PostAsync(
            "backups/plan",
            new
            {
                field = "folder",
                value = kept,
                version = 0,
            }
        );
        await hana.PostAsync("backups");
        var made = await UntilAsync(hana, "backups", b => b.List("records").Count == 1 && b.Text("doing").Length == 0);
        Assert.Equal("", made.List("records")[0]!.Text("problem"));
        var file = made.List("files")[0]!.Text("name");

        // What comes after it goes with the restore.
        await hana.PostAsync(
            "setup/shop",
            new
            {
                field = "name",
                value = "Renamed",
                version = 1,
            }
        );
        await hana.PostAsync(
            "backups/restore",
            new
            {
                folder = kept,
                name = file,
                shopName = "Renamed",
            }
        );
        using var after = new Browser(address);
        await UntilAsync(after, "welcome", w => w.Text("shopName") == "Kauri Lane Motors");
        await SignInAsync(after);
        Assert.Single(Directory.GetDirectories(folder, "shop.before-*"));

        // A machine that has nothing begins with it.
        var elsewhere = await StartAsync("elsewhere");
        using var stranger = new Browser(elsewhere);
        await stranger.RefusedAsync("first-run/backups", new { code = "WRONG", folder = kept });
        var code = ShopFixture.FirstRunCode;
        Assert.Equal(file, (await stranger.PostAsync("first-run/backups", new { code, folder = kept }))[0]!.Text("name"));
        await stranger.PostAsync(
            "first-run/restore",
            new
            {
                code,
                folder = kept,
                name = file,
            }
        );
        await UntilAsync(stranger, "welcome", w => w.Text("shopName") == "Kauri Lane Motors");
        await SignInAsync(stranger);
        // A copy comes without the log that lets some read while another writes; the shop has it again.
        foreach (var place in new[] { "shop", "elsewhere" })
        {
            await using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, place, "shop.db")};Pooling=False");
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA journal_mode";
            Assert.Equal("wal", await command.ExecuteScalarAsync());
        }
    }

    public void Dispose()
    {
        foreach (var server in running)
        {
            server.Kill(entireProcessTree: true);
            server.WaitForExit();
            server.Dispose();
        }
        Directory.Delete(folder, recursive: true);
    }
}
