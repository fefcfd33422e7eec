using System.Diagnostics;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting.Internal;
using Microsoft.Extensions.Logging.Abstractions;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Processes;

/// <summary>
/// What was confirmed outlives a killed server; two servers never open one shop; screens hear of changes; backups restore.
/// </summary>
public class DurabilityTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private static async Task<(Process Server, Uri Address)> StartAsync(string folder)
    {
        var port = ShopFixture.FreePort();
        var start = new ProcessStartInfo("dotnet", [ShopFixture.Built("Yardstick.Server"), "--data", folder])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        start.Environment["YARDSTICK_FIRST_RUN_CODE"] = ShopFixture.FirstRunCode;
        start.Environment["ASPNETCORE_URLS"] = $"http://127.0.0.1:{port}";
        var server = Process.Start(start)!;
        var address = new Uri($"http://127.0.0.1:{port}/");
        using var http = new HttpClient { BaseAddress = address };
        await ShopFixture.UntilAnswersAsync(http, "api/welcome");
        return (server, address);
    }

    [Fact]
    public async Task A_real_shop_begins_empty_and_what_was_confirmed_is_there_after_a_kill()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-kill-").FullName;
        var (server, address) = await StartAsync(folder);
        long order,
            job = 0;
        using (var owner = new Browser(address))
        {
            Assert.Equal(
                "password",
                (
                    await owner.RefusedAsync(
                        "first-run",
                        new
                        {
                            shopName = "Quay",
                            timeZone = "Europe/Lisbon",
                            currency = "EUR",
                            distanceUnit = "Kilometers",
                            ownerName = "Inês Sá",
                            userName = "ines",
                            password = "short",
                            code = ShopFixture.FirstRunCode,
                        }
                    )
                ).Text("field")
            );
            await owner.PostAsync(
                "first-run",
                new
                {
                    shopName = "Quay",
                    timeZone = "Europe/Lisbon",
                    currency = "EUR",
                    distanceUnit = "Kilometers",
                    ownerName = "Inês Sá",
                    userName = "ines",
                    password = "long enough",
                    code = ShopFixture.FirstRunCode,
                }
            );
            order = (
                await owner.PostAsync("orders", new { customer = new { lastName = "Costa" }, vehicle = new { plate = "AA 00" } })
            ).Id();
            for (var i = 0; i < 20; i++)
                job = (await owner.PostAsync($"orders/{order}/jobs", new { title = $"Job {i}" })).Id();
        }
        server.Kill();
        await server.WaitForExitAsync();

        (server, address) = await StartAsync(folder);
        try
        {
            using var owner = new Browser(address);
            await owner.PostAsync("session", new { userName = "ines", password = "long enough" });
            var jobs = (await owner.SheetAsync(order)).List("jobs");
            Assert.Equal((20, job), (jobs.Count, jobs[19]!.Id()));

            var second = await StartAndFailAsync(folder);
            Assert.Contains("Another Yardstick is running", second, StringComparison.Ordinal);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
            Directory.Delete(folder, recursive: true);
        }
    }

    private static async Task<string> StartAndFailAsync(params string[] arguments)
    {
        string[] all = arguments.Length == 1 ? ["--data", arguments[0]] : arguments;
        var start = new ProcessStartInfo("dotnet", [ShopFixture.Built("Yardstick.Server"), .. all])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        using var server = Process.Start(start)!;
        var said = await server.StandardError.ReadToEndAsync() + await server.StandardOutput.ReadToEndAsync();
        await server.WaitForExitAsync();
        return said;
    }

    [Fact]
    public async Task A_damaged_database_is_a_sentence()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-damaged-").FullName;
        await File.WriteAllTextAsync(Path.Combine(folder, "shop.db"), new string('x', 9000));
        await File.WriteAllTextAsync(Path.Combine(folder, "running"), "");
        Assert.Contains("is damaged", await StartAndFailAsync(folder), StringComparison.Ordinal);
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_backup_made_while_it_runs_restores()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync("Backed-Up");
        var archive = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.zip");
        var target = Path.Combine(Path.GetTempPath(), $"restored-{Guid.NewGuid():N}");
        Assert.Contains("Backed up", await StartAndFailAsync("--data", shop.Folder, "--backup", archive), StringComparison.Ordinal);
        Assert.Contains("Restored", await StartAndFailAsync("--data", target, "--restore", archive), StringComparison.Ordinal);
        await using (var db = new ShopDb(ShopFile.Options(Path.Combine(target, "shop.db"))))
            Assert.NotNull(await db.Orders.FindAsync(order));
        await File.WriteAllTextAsync(archive, "not a backup");
        Assert.Contains("Nothing was changed", await StartAndFailAsync("--data", target, "--restore", archive), StringComparison.Ordinal);
        SqliteConnection.ClearAllPools();
        Directory.Delete(target, recursive: true);
        File.Delete(archive);
    }

    [Fact]
    public async Task What_one_screen_changes_another_hears()
    {
        using var writer = await shop.SignInAsync("mina");
        var (order, _) = await writer.WriteUpAsync();
        using var other = await shop.SignInAsync("dario");
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri(shop.Address, "live"), o => o.Headers["Cookie"] = other.Cookies)
            .Build();
        var heard = new TaskCompletionSource<string>(TaskCreationOptions.RunContinuationsAsynchronously);
        line.On<System.Text.Json.JsonElement>("changed", touched =>
        {
            if (touched.GetRawText().Contains($"\"id\":{order}", StringComparison.Ordinal))
                heard.TrySetResult(touched.GetRawText());
        });
        await line.StartAsync();
        await writer.HeaderAsync(order, "keyTag", "ZZ");
        var said = await heard.Task.WaitAsync(TimeSpan.FromSeconds(10));
        Assert.Contains("Order", said, StringComparison.Ordinal);
        Assert.DoesNotContain("ZZ", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Strangers_hear_nothing()
    {
        await using var line = new HubConnectionBuilder().WithUrl(new Uri(shop.Address, "live")).Build();
        await Assert.ThrowsAnyAsync<HttpRequestException>(() => line.StartAsync());
    }

    [Fact]
    public async Task Screens_are_told_why_it_stops_where_its_records_are_found_damaged()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-stops-").FullName;
        var path = Path.Combine(folder, ShopFile.FileName);
        await using (var db = shop.OpenDb())
            await db.Database.ExecuteSqlAsync($"VACUUM INTO {path}");
        await using (var db = new ShopDb(ShopFile.Options(path)))
            await db.Database.ExecuteSqlRawAsync("CREATE TABLE Ballast (Content); INSERT INTO Ballast VALUES (zeroblob(100000000));");
        SqliteConnection.ClearAllPools();
        await using (var content = File.OpenWrite(path))
        {
            content.Position = content.Length - 100 * 4096;
            await content.WriteAsync(new byte[50 * 4096]);
        }
        await File.WriteAllTextAsync(Path.Combine(folder, "running"), "");
        using var file = ShopFile.Open(folder);
        await file.PrepareAsync(checksBeside: true);
        Assert.True(file.IsChecking);

        using var mina = await shop.SignInAsync("mina");
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri(shop.Address, "live"), o => o.Headers["Cookie"] = mina.Cookies)
            .Build();
        var heard = new TaskCompletionSource<string>(TaskCreationOptions.RunContinuationsAsynchronously);
        line.On<string>("stopped", heard.SetResult);
        await line.StartAsync();
        var lifetime = new ApplicationLifetime(NullLogger<ApplicationLifetime>.Instance);
        lifetime.NotifyStarted();
        using var check = new DatabaseCheck(
            file,
            shop.Services.GetRequiredService<IHubContext<LiveHub>>(),
            lifetime,
            NullLogger<DatabaseCheck>.Instance
        );
        await check.StartedAsync(CancellationToken.None);
        await check.ExecuteTask!;
        Assert.Equal(DatabaseCheck.Stopped, await heard.Task.WaitAsync(TimeSpan.FromSeconds(10)));
        Assert.True(lifetime.ApplicationStopping.IsCancellationRequested);
        Assert.Contains("is damaged", file.Damage, StringComparison.Ordinal);
        Assert.DoesNotContain("\n", file.Damage, StringComparison.Ordinal);
    }
}
