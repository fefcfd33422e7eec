using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Yardstick.Server.Hosting;
using Yardstick.Server.Setup.Backups;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>Whether it lives and is ready, figures for this machine alone, logs without what is nobody's business.</summary>
public sealed class WatchingTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private async Task<(HttpStatusCode Status, string Text)> AskAsync(string path, string? header = null, string value = "")
    {
        using var http = new HttpClient { BaseAddress = shop.Address };
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        if (header is not null)
            request.Headers.Add(header, value);
        using var answer = await http.SendAsync(request);
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task It_lives_and_is_ready_without_a_sign_in_and_says_no_more()
    {
        Assert.Equal((HttpStatusCode.OK, "Healthy"), await AskAsync("health/live"));
        Assert.Equal((HttpStatusCode.OK, "Healthy"), await AskAsync("health/ready"));
    }

    [Fact]
    public async Task Figures_are_for_this_machine_alone()
    {
        await AskAsync("api/welcome");
        var (status, text) = await AskAsync("metrics");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("http_server_request_duration", text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync("metrics", "X-Forwarded-For", "203.0.113.9")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync("metrics", "Forwarded", "for=203.0.113.9")).Status);
        Assert.NotEqual(HttpStatusCode.OK, (await AskAsync("metrics", "Host", "shop.example")).Status);
    }

    [Fact]
    public async Task An_owner_sees_how_it_runs_in_figures()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        await ingrid.GetAsync("orders");
        var runs = await ingrid.GetAsync("runs");
        Assert.Equal("1.8.0", runs.Text("version"));
        Assert.True(runs.Number("database") > 1_000_000);
        Assert.Contains(runs.List("slowest"), a => a!.Text("name").StartsWith("GET /api/", StringComparison.Ordinal));
        Assert.DoesNotContain(runs.List("slowest"), a => a!.Text("name").Contains('?'));
    }

    [Fact]
    public async Task An_error_is_written_down_with_its_trace_and_without_the_address_that_lets_people_in()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-logs-").FullName;
        try
        {
            var builder = WebApplication.CreateBuilder();
            builder.WebHost.UseUrls("http://127.0.0.1:0");
            builder.WriteLogs(folder, Serilog.Events.LogEventLevel.Fatal);
            await using (var app = builder.Build())
            {
                app.MapGet("/estimates/{token}", string (string token) => throw new InvalidOperationException("It broke."));
                await app.StartAsync();
                using var http = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
                await http.GetAsync(new Uri("estimates/secret-of-the-link?plate=HVN220", UriKind.Relative));
            }
            var written = string.Concat(Directory.GetFiles(Logs.FolderOf(folder)).Select(File.ReadAllText));
            Assert.Contains("It broke.", written, StringComparison.Ordinal);
            Assert.DoesNotContain("secret-of-the-link", written, StringComparison.Ordinal);
            Assert.DoesNotContain("HVN220", written, StringComparison.Ordinal);

            await File.AppendAllTextAsync(Directory.GetFiles(Logs.FolderOf(folder))[0], "{\"@l\":\"Error\",\"@t\":\"cut o");
            var found = Assert.Single(HowItRuns.ErrorsOf(Logs.FolderOf(folder), Instant.FromDateTimeOffset(DateTimeOffset.UtcNow)));
            Assert.Equal("System.InvalidOperationException", found.Kind);
            Assert.Matches("^[0-9a-f]{32}$", found.Trace);
            Assert.Empty(HowItRuns.ErrorsOf(Logs.FolderOf(folder), Instant.FromDateTimeOffset(DateTimeOffset.UtcNow.AddDays(8))));
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }

    [Theory]
    [InlineData("Max open files            1024                 524288               files     \n", 512)]
    [InlineData("Max processes 1 1 processes\nMax open files            600                  600                  files     \n", 88)]
    [InlineData("Max open files            100                  100                  files     \n", 32)]
    [InlineData("Max open files            unlimited            unlimited            files     \n", 4096)]
    [InlineData("", 4096)]
    public void Connections_leave_enough_handles_for_files(string limits, int most) =>
        Assert.Equal(most, Handles.MostConnectionsOf(limits));
}
