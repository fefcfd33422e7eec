using System.Diagnostics;
using System.Globalization;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Messaging;
using Yardstick.Data;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Processes;

/// <summary>A server that is really killed while it hands messages over: a text goes out once, of an email a person decides.</summary>
public class KilledOutboxTests(ShopFixture shop) : IClassFixture<ShopFixture>
{
    private const string Number = "505 555 0161",
        Mailbox = "killed-for-real@example.com";

    private async Task<(Process Server, Uri Address)> StartAsync(string folder)
    {
        var port = ShopFixture.FreePort();
        var address = new Uri(string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{port}/"));
        var start = new ProcessStartInfo(
            "dotnet",
            [
                ShopFixture.Built("Yardstick.Server"),
                "--data",
                folder,
                "--outside",
                shop.Outside.BaseAddress!.ToString(),
                "--mail",
                $"127.0.0.1:{shop.MailPort}",
            ]
        )
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        start.Environment["YARDSTICK_FIRST_RUN_CODE"] = ShopFixture.FirstRunCode;
        start.Environment["ASPNETCORE_URLS"] = address.ToString();
        var server = Process.Start(start)!;
        using var http = new HttpClient { BaseAddress = address };
        await ShopFixture.UntilAnswersAsync(http, "api/welcome");
        return (server, address);
    }

    private static async Task<Message> UntilAsync(string folder, long id, Func<Message, bool> ready)
    {
        for (var i = 0; i < 300; i++)
        {
            await using var db = new ShopDb(ShopFile.Options(Path.Combine(folder, "shop.db")));
            var message = await db.Messages.AsNoTracking().SingleAsync(m => m.Id == id);
            if (ready(message))
                return message;
            await Task.Delay(50);
        }
        throw new InvalidOperationException("It never came to that.");
    }

    private async Task<int> OutAsync(string address) =>
        JsonNode
            .Parse(await shop.Outside.GetStringAsync("post/all"))!
            .AsArray()
            .Count(p => p!.Text("address") == address && p!.Text("way") == "out");

    [Fact]
    public async Task A_text_goes_out_once_and_an_email_waits_for_a_person()
    {
        var folder = Directory.CreateTempSubdirectory("yardstick-killed-").FullName;
        var (server, address) = await StartAsync(folder);
        try
        {
            long text,
                email;
            using (var owner = new Browser(address))
            {
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
                var order = (
                    await owner.PostAsync("orders", new { customer = new { lastName = "Costa" }, vehicle = new { plate = "AA 00" } })
                ).Id();
                // The gateway takes the text and is slow to say so; the mail server keeps everybody waiting.
                await shop.MoodAsync("texts", "ok", times: 1, delayMs: 2500);
                text = (
                    await owner.PostAsync(
                        $"orders/{order}/messages",
                        new
                        {
                            channel = "Text",
                            address = Number,
                            body = "Ready",
                            now = true,
                        }
                    )
                ).Id();
                await UntilAsync(folder, text, m => m.State == MessageState.HandingOver);
            }
            server.Kill();
            await server.WaitForExitAsync();
            Assert.Equal(MessageState.HandingOver, (await UntilAsync(folder, text, _ => true)).State);

            (server, address) = await StartAsync(folder);
            Assert.Equal(2, (await UntilAsync(folder, text, m => m.State == MessageState.Delivered)).Tries);
            Assert.Equal(1, await OutAsync("+15055550161"));

            using (var owner = new Browser(address))
            {
                await owner.PostAsync("session", new { userName = "ines", password = "long enough" });
                var order = (await owner.GetAsync("orders")).List("rows")[0]!.Id();
                await shop.MoodAsync("mail", "ok", times: 1, delayMs: 2500);
                email = (
                    await owner.PostAsync(
                        $"orders/{order}/messages",
                        new
                        {
                            channel = "Email",
                            address = Mailbox,
                            subject = "Your car",
                            body = "Ready",
                            now = true,
                        }
                    )
                ).Id();
                await UntilAsync(folder, email, m => m.State == MessageState.HandingOver);
            }
            server.Kill();
            await server.WaitForExitAsync();
            (server, address) = await StartAsync(folder);
            // It says so, or what the mail server told meanwhile; by itself it goes out no second time.
            await UntilAsync(folder, email, m => m.State is MessageState.MayHaveBeenSent or MessageState.Delivered);
            using (var owner = new Browser(address))
            {
                // The outbox goes by turns: what was written later being out, nothing from before waits.
                await owner.PostAsync("session", new { userName = "ines", password = "long enough" });
                var order = (await owner.GetAsync("orders")).List("rows")[0]!.Id();
                var later = (
                    await owner.PostAsync(
                        $"orders/{order}/messages",
                        new
                        {
                            channel = "Text",
                            address = "505 555 0162",
                            body = "Ready",
                            now = true,
                        }
                    )
                ).Id();
                await UntilAsync(folder, later, m => m.State == MessageState.Delivered);
            }
            Assert.InRange(await OutAsync(Mailbox), 0, 1);
            Assert.Equal(1, (await UntilAsync(folder, email, _ => true)).Tries);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
}
