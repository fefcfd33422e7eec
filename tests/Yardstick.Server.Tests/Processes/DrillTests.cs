using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Processes;

/// <summary>
/// The server is killed while many people work, and the disk refuses: nothing that was confirmed is lost, nothing is there twice, and the
/// counter reads a sentence. <c>./yardstick test drills</c> kills it 200 times; every run does it once.
/// </summary>
public sealed class DrillTests(ShopFixture made) : IClassFixture<ShopFixture>, IDisposable
{
    private const int People = 50;
    private static readonly int Cycles = int.Parse(Environment.GetEnvironmentVariable("DRILL_CYCLES") ?? "1", CultureInfo.InvariantCulture);

    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-drill-").FullName;
    private readonly List<Process> running = [];
    private readonly List<string> mounted = [];
    private readonly ConcurrentQueue<string> said = new();

    private sealed record Confirmed(Guid Command, long Order);

    private sealed record Pending(Guid Command, string Name);

    /// <summary>The demo's shop, by itself in a folder.</summary>
    private string Shop(string place)
    {
        Directory.CreateDirectory(place);
        // Whole in one file, whoever works in the other.
        using var db = made.OpenDb();
        db.Database.ExecuteSql($"VACUUM INTO {Path.Combine(place, ShopFile.FileName)}");
        return place;
    }

    private Task<(Process Server, Uri Address, double Seconds)> StartAsync(string data, params string[] more) =>
        StartAsync(["dotnet", ShopFixture.Built("Yardstick.Server"), "--data", data, .. more]);

    private async Task<(Process Server, Uri Address, double Seconds)> StartAsync(string[] command)
    {
        var address = new Uri(string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{ShopFixture.FreePort()}/"));
        var start = new ProcessStartInfo(command[0], command[1..]) { RedirectStandardError = true, RedirectStandardOutput = true };
        start.Environment["ASPNETCORE_URLS"] = address.ToString();
        var clock = Stopwatch.StartNew();
        var server = Process.Start(start)!;
        running.Add(server);
        // What it says must not fill a pipe that nobody reads; the last of it tells why one ended.
        server.OutputDataReceived += (_, line) => said.Enqueue(line.Data ?? "");
        server.ErrorDataReceived += (_, line) => said.Enqueue(line.Data ?? "");
        server.BeginOutputReadLine();
        server.BeginErrorReadLine();
        using var http = new HttpClient { BaseAddress = address };
        await ShopFixture.UntilAnswersAsync(http, "health/live");
        return (server, address, clock.Elapsed.TotalSeconds);
    }

    private static async Task<Browser> SignInAsync(Uri address, string userName = "mina")
    {
        var browser = new Browser(address);
        await browser.PostAsync("session", new { userName, password = "lantern-bay" });
        return browser;
    }

    private static object OrderOf(string name) =>
        new
        {
            customer = new { firstName = "Drill", lastName = name },
            withoutVehicle = true,
            jobs = new[] { "Look at the brakes" },
        };

    /// <summary>The last that the server wrote down, its faults where nothing else is asked for.</summary>
    private static string Logged(string data, string part = "\"Error\"") =>
        string.Join(
            '\n',
            Directory
                .EnumerateFiles(Path.Combine(data, "logs"))
                .SelectMany(file =>
                {
                    using var reader = new StreamReader(new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite));
                    return reader.ReadToEnd().Split('\n');
                })
                .Where(line => line.Contains(part, StringComparison.Ordinal))
                .TakeLast(3)
        );

    /// <summary>One person begins orders until the server is gone; what was not answered is kept to be sent again.</summary>
    private static async Task WorkAsync(Browser browser, string data, ConcurrentBag<Confirmed> confirmed, ConcurrentBag<Pending> pending)
    {
        while (true)
        {
            var (command, name) = (Guid.NewGuid(), $"D{Guid.NewGuid():N}"[..20]);
            try
            {
                var (status, body) = await browser.SendAsync(HttpMethod.Post, "orders", OrderOf(name), command);
                Assert.True(status == HttpStatusCode.OK, $"{body?.ToJsonString()} {Logged(data)}");
                confirmed.Add(new(command, body!.Id()));
            }
            catch (Exception fault) when (fault is HttpRequestException or IOException)
            {
                pending.Add(new(command, name));
                return;
            }
        }
    }

    [Fact]
    public async Task Killed_while_fifty_people_work_it_keeps_what_it_confirmed_and_doubles_nothing()
    {
        var data = Shop(Path.Combine(folder, "shop"));
        var (server, address, _) = await StartAsync(data);
        var random = new Random(20261130);
        var (all, starts) = (0, new List<double>());
        for (var cycle = 0; cycle < Cycles; cycle++)
        {
            using var mina = await SignInAsync(address);
            var (confirmed, pending) = (new ConcurrentBag<Confirmed>(), new ConcurrentBag<Pending>());
            var work = Enumerable.Range(0, People).Select(_ => Task.Run(() => WorkAsync(mina, data, confirmed, pending))).ToList();
            await Task.Delay(random.Next(200, 1500));
            server.Kill();
            await server.WaitForExitAsync();
            await Task.WhenAll(work);

            (server, address, var seconds) = await StartAsync(data);
            starts.Add(seconds);
            using var after = await SignInAsync(address);
            foreach (var lost in pending)
            {
                var (status, body) = await after.SendAsync(HttpMethod.Post, "orders", OrderOf(lost.Name), lost.Command);
                Assert.True(status == HttpStatusCode.OK, body?.ToJsonString());
            }
            await using var db = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
            var numbers = await db.Orders.Select(o => o.Number).ToListAsync();
            Assert.Equal(numbers.Count, numbers.Distinct().Count());
            var orders = (await db.Orders.Select(o => o.Id).ToListAsync()).ToHashSet();
            Assert.All(confirmed, c => Assert.Contains(c.Order, orders));
            var names = pending.Select(p => p.Name).ToList();
            Assert.Equal(names.Count, await db.Customers.CountAsync(c => names.Contains(c.LastName)));
            all += confirmed.Count + pending.Count;
            if ((cycle + 1) % 10 == 0)
                TestContext.Current.SendDiagnosticMessage(string.Create(CultureInfo.InvariantCulture, $"{cycle + 1} kills, {all} orders"));
        }
        await using var books = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
        Assert.Empty(await new BooksCheck(books).RunAsync());
        starts.Sort();
        TestContext.Current.SendDiagnosticMessage(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{Cycles} kills, {all} orders; started again in {starts[starts.Count / 2]:0.0} s (half), {starts[^1]:0.0} s (longest)"
            )
        );
    }

    /// <summary>An order on its way through the till, step by step; each is one change, sent again until it is answered.</summary>
    private sealed class Closing(long order, params string[] steps)
    {
        private readonly Guid[] commands = [.. steps.Select(_ => Guid.NewGuid())];
        private int done;

        internal long Order => order;
        internal long Invoice { get; private set; }
        private long Charge { get; set; }

        /// <summary>Goes on until it is through, or the server is gone.</summary>
        internal async Task GoOnAsync(Browser owner)
        {
            try
            {
                for (; done < steps.Length; done++)
                {
                    var path = steps[done] switch
                    {
                        "invoice" or "deposits" => $"orders/{order}/{steps[done]}",
                        "settle" => $"card-charges/{Charge}/settle",
                        _ => $"invoices/{Invoice}/{steps[done]}",
                    };
                    var amount = steps[done] is "deposits" or "card-charges" ? "15" : "";
                    var (status, body) = await owner.SendAsync(
                        HttpMethod.Post,
                        path,
                        new
                        {
                            amount,
                            method = "Cash",
                            tendered = "5000",
                            reason = "Drill",
                        },
                        commands[done]
                    );
                    Assert.True(status == HttpStatusCode.OK, $"{path}: {body?.ToJsonString()}");
                    if (steps[done] == "invoice")
                        Invoice = body!["invoiceId"]!.GetValue<long>();
                    else if (steps[done] == "card-charges")
                        Charge = body!.Id();
                }
            }
            catch (Exception fault) when (fault is HttpRequestException or IOException) { }
        }
    }

    private static async Task<long> FinishedAsync(Browser owner, string name)
    {
        var order = (
            await owner.PostAsync(
                "orders",
                new
                {
                    customer = new
                    {
                        firstName = "Drill",
                        lastName = name,
                        source = "Referral",
                    },
                    vehicle = new
                    {
                        plate = name,
                        make = "Tarnow",
                        model = "Dunlin",
                    },
                    odometer = "42,118",
                    promisedAt = "4:30 pm",
                }
            )
        ).Id();
        var job = (await owner.PostAsync($"orders/{order}/jobs", new { title = "Brakes" })).Id();
        await owner.PostAsync(
            $"orders/{order}/jobs/{job}/lines",
            new
            {
                kind = "Labor",
                description = "Brakes",
                hours = "1.3",
            }
        );
        await owner.ApproveAsync(order, job);
        await owner.PostAsync($"orders/{order}/finish-jobs");
        await owner.HeaderAsync(order, "odometerOut", "42,120");
        return order;
    }

    [Fact]
    public async Task Killed_between_deposit_invoice_card_cash_and_credit_each_is_booked_once_and_no_number_is_missing()
    {
        var data = Shop(Path.Combine(folder, "books"));
        var outside = made.Outside.BaseAddress!.ToString();
        var (server, address, _) = await StartAsync(data, "--outside", outside);
        var charged = await made.Outside.GetStringAsync("card/count");
        var random = new Random(20261201);
        for (var cycle = 0; cycle < Cycles; cycle++)
        {
            using var ingrid = await SignInAsync(address, "ingrid");
            List<Closing> credited = [],
                paid = [];
            for (var i = 0; i < 3; i++)
            {
                credited.Add(new(await FinishedAsync(ingrid, $"B{cycle} {i}"), "invoice", "cash", "credit"));
                paid.Add(new(await FinishedAsync(ingrid, $"P{cycle} {i}"), "deposits", "invoice", "card-charges", "settle", "cash"));
            }
            var closing = credited.Concat(paid).ToList();
            var work = Task.WhenAll(closing.Select(c => c.GoOnAsync(ingrid)));
            await Task.Delay(random.Next(5, 400));
            server.Kill();
            await server.WaitForExitAsync();
            await work;

            (server, address, _) = await StartAsync(data, "--outside", outside);
            using var after = await SignInAsync(address, "ingrid");
            await Task.WhenAll(closing.Select(c => c.GoOnAsync(after)));
            await using var db = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
            foreach (var id in credited.Select(c => c.Invoice))
            {
                Assert.Equal(1, await db.Invoices.CountAsync(i => i.CorrectsId == id && i.CreditsAll));
                var moved = await db.Payments.Where(p => p.InvoiceId == id).Select(p => p.Amount.Cents).OrderBy(c => c).ToListAsync();
                Assert.Equal((2, -moved[1]), (moved.Count, moved[0]));
            }
            foreach (var one in paid)
            {
                Assert.Equal(1, await db.Deposits.CountAsync(d => d.OrderId == one.Order));
                var due = await db.Invoices.Where(i => i.Id == one.Invoice).Select(i => i.AmountDue.Cents).SingleAsync();
                var taken = await db.Payments.Where(p => p.InvoiceId == one.Invoice).Select(p => p.Amount.Cents).ToListAsync();
                Assert.Equal((3, due, 2), (taken.Count, taken.Sum(), taken.Count(c => c == 1500)));
            }
        }
        // What the terminal charged, by its own count.
        Assert.Equal(
            int.Parse(charged, CultureInfo.InvariantCulture) + 3 * Cycles,
            int.Parse(await made.Outside.GetStringAsync("card/count"), CultureInfo.InvariantCulture)
        );
        await using var books = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
        Assert.Empty(await new BooksCheck(books).RunAsync());
    }

    [Fact]
    public async Task A_full_disk_is_a_sentence_and_work_goes_on_once_there_is_room()
    {
        var small = Path.Combine(folder, "small");
        Directory.CreateDirectory(small);
        Assert.SkipUnless(Mounted(small, "80m"), "A file system in memory can't be mounted here.");
        var (_, address, _) = await StartAsync(Shop(Path.Combine(small, "shop")));
        using var mina = await SignInAsync(address);
        var ballast = Path.Combine(small, "ballast");
        await using (var filling = File.Create(ballast))
        {
            try
            {
                while (true)
                    await filling.WriteAsync(new byte[64 * 1024]);
            }
            catch (IOException)
            {
                // Full.
            }
        }
        var (refused, sentence) = (HttpStatusCode.OK, "");
        var command = Guid.NewGuid();
        // Some room is left in what was written already.
        for (var i = 0; i < 500 && refused == HttpStatusCode.OK; i++)
        {
            command = Guid.NewGuid();
            (refused, var body) = await mina.SendAsync(HttpMethod.Post, "orders", OrderOf($"Full{i}"), command);
            sentence = refused == HttpStatusCode.OK ? "" : body!.Text("code");
        }
        Assert.Equal((HttpStatusCode.ServiceUnavailable, "disk.full"), (refused, sentence));
        File.Delete(ballast);
        var (again, answer) = await mina.SendAsync(HttpMethod.Post, "orders", OrderOf("Roomy"), command);
        Assert.True(again == HttpStatusCode.OK || answer!.Text("code") == "command.reused", answer?.ToJsonString());
        Assert.Equal(HttpStatusCode.OK, (await mina.SendAsync(HttpMethod.Post, "orders", OrderOf("Roomy"), Guid.NewGuid())).Status);
    }

    [Fact]
    public async Task A_damaged_page_is_found_at_the_start_after_a_kill_and_said_in_a_sentence()
    {
        var data = Shop(Path.Combine(folder, "damaged"));
        var (server, _, _) = await StartAsync(data);
        server.Kill();
        await server.WaitForExitAsync();
        await using (var file = File.OpenWrite(Path.Combine(data, ShopFile.FileName)))
        {
            file.Position = 40 * 4096;
            await file.WriteAsync(new byte[200 * 4096]);
        }
        var (code, said) = await RefusedAsync(data);
        Assert.Equal(2, code);
        Assert.Contains("is damaged", said, StringComparison.Ordinal);
        Assert.Contains("Restore the latest backup", said, StringComparison.Ordinal);
    }

    /// <summary>What is damaged lies where nothing of the start is read, in a database that is too large to be checked first.</summary>
    [Fact]
    public async Task A_large_database_is_checked_while_it_serves_and_one_that_is_damaged_is_served_no_more()
    {
        var data = Shop(Path.Combine(folder, "large"));
        var path = Path.Combine(data, ShopFile.FileName);
        await using (var db = new ShopDb(ShopFile.Options(path)))
            await db.Database.ExecuteSqlRawAsync("CREATE TABLE Ballast (Content); INSERT INTO Ballast VALUES (zeroblob(100000000));");
        var mark = Path.Combine(data, "running");
        await File.WriteAllTextAsync(mark, "");
        var (whole, _, _) = await StartAsync(data);
        const string Whole = "was checked and is whole";
        for (var i = 0; i < 600 && !Logged(data, Whole).Contains(Whole, StringComparison.Ordinal); i++)
            await Task.Delay(100);
        Assert.Contains(Whole, Logged(data, Whole), StringComparison.Ordinal);
        whole.Kill();
        await whole.WaitForExitAsync();
        await using (var file = File.OpenWrite(path))
        {
            file.Position = file.Length - 100 * 4096;
            await file.WriteAsync(new byte[50 * 4096]);
        }
        var (code, words) = await RefusedAsync(data);
        Assert.Equal(2, code);
        Assert.Contains("Yardstick is open", words, StringComparison.Ordinal);
        Assert.Contains("is damaged", words, StringComparison.Ordinal);
        var (again, before) = await RefusedAsync(data);
        Assert.Equal(2, again);
        Assert.DoesNotContain("Yardstick is open", before, StringComparison.Ordinal);
        Assert.Contains("is damaged", before, StringComparison.Ordinal);
    }

    /// <summary>Drills of things that happen once in years, by <c>./yardstick test drills</c> alone.</summary>
    private static void OnlyInDrills() => Assert.SkipUnless(Cycles > 1, "Runs with ./yardstick test drills.");

    /// <summary>
    /// What was written since the last checkpoint lies in the log beside the database. Where that is damaged, all up to the damage is
    /// there, in order and with its books; nothing behind it.
    /// </summary>
    [Fact]
    public async Task A_damaged_log_beside_the_database_gives_all_that_was_before_the_damage()
    {
        OnlyInDrills();
        var data = Shop(Path.Combine(folder, "log"));
        var (server, address, _) = await StartAsync(data);
        var names = new List<string>();
        using (var mina = await SignInAsync(address))
            for (var i = 0; i < 40; i++)
            {
                names.Add($"L{Guid.NewGuid():N}"[..20]);
                Assert.Equal(
                    HttpStatusCode.OK,
                    (await mina.SendAsync(HttpMethod.Post, "orders", OrderOf(names[^1]), Guid.NewGuid())).Status
                );
            }
        server.Kill();
        await server.WaitForExitAsync();
        var log = new FileInfo(Path.Combine(data, ShopFile.FileName + "-wal"));
        Assert.True(
            log is { Exists: true, Length: > 100_000 },
            $"Nothing was left in the log: {string.Join(' ', Directory.GetFiles(data).Select(f => $"{Path.GetFileName(f)} {new FileInfo(f).Length}"))}"
        );
        await using (var file = log.OpenWrite())
        {
            // Its head and each page's have 32 and 24 bytes (SQLite, the WAL file format).
            file.Position = 32 + 20 * (24 + 4096);
            await file.WriteAsync(new byte[2 * (24 + 4096)]);
        }
        var (_, again, _) = await StartAsync(data);
        using var later = await SignInAsync(again);
        await using var db = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
        var there = await db.Customers.Where(c => names.Contains(c.LastName)).OrderBy(c => c.Id).Select(c => c.LastName).ToListAsync();
        Assert.InRange(there.Count, 0, names.Count - 1);
        Assert.Equal(names.Take(there.Count), there);
        Assert.Empty(await new BooksCheck(db).RunAsync());
        Assert.Equal(HttpStatusCode.OK, (await later.SendAsync(HttpMethod.Post, "orders", OrderOf("After"), Guid.NewGuid())).Status);
    }

    /// <summary>
    /// More connections than the system gives the process handles: those that are there are served, and all once they are gone.
    /// </summary>
    [Fact]
    public async Task Handles_that_run_out_lose_nothing_and_work_goes_on_once_there_are_some()
    {
        OnlyInDrills();
        var data = Shop(Path.Combine(folder, "handles"));
        var (server, address, _) = await StartAsync([
            "prlimit",
            "--nofile=700",
            "dotnet",
            ShopFixture.Built("Yardstick.Server"),
            "--data",
            data,
        ]);
        using var mina = await SignInAsync(address);
        var crowd = new List<TcpClient>();
        for (var i = 0; i < 900; i++)
        {
            var one = new TcpClient();
            crowd.Add(one);
            try
            {
                await one.ConnectAsync(IPAddress.Loopback, address.Port).WaitAsync(TimeSpan.FromSeconds(2));
            }
            catch (Exception refused) when (refused is SocketException or TimeoutException)
            {
                break;
            }
        }
        var (command, name) = (Guid.NewGuid(), "Crowded");
        var first = HttpStatusCode.ServiceUnavailable;
        try
        {
            first = (await mina.SendAsync(HttpMethod.Post, "orders", OrderOf(name), command)).Status;
        }
        catch (HttpRequestException)
        {
            // Nobody could take the call.
        }
        foreach (var one in crowd)
            one.Dispose();
        await Task.Delay(2000);
        Assert.False(
            server.HasExited,
            $"It ended with {(server.HasExited ? server.ExitCode : 0)}: {string.Join('\n', said.Where(s => !s.StartsWith("WARN", StringComparison.Ordinal)).TakeLast(20))}"
        );
        using var later = await SignInAsync(address);
        var (status, body) = await later.SendAsync(HttpMethod.Post, "orders", OrderOf(name), command);
        Assert.True(status == HttpStatusCode.OK, $"{first}, then {status} {body?.ToJsonString()} {Logged(data)}");
        await using var db = new ShopDb(ShopFile.Options(Path.Combine(data, ShopFile.FileName)));
        Assert.Equal(1, await db.Customers.CountAsync(c => c.LastName == name));
    }

    /// <summary>A server that does not start: its exit code and what it said.</summary>
    private static async Task<(int Code, string Said)> RefusedAsync(string data)
    {
        var start = new ProcessStartInfo("dotnet", [ShopFixture.Built("Yardstick.Server"), "--data", data])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        start.Environment["ASPNETCORE_URLS"] = "http://127.0.0.1:0";
        using var server = Process.Start(start)!;
        var said = await Task.WhenAll(server.StandardOutput.ReadToEndAsync(), server.StandardError.ReadToEndAsync());
        await server.WaitForExitAsync();
        return (server.ExitCode, string.Concat(said));
    }

    [Fact]
    public async Task A_folder_that_nobody_may_write_to_is_a_sentence_at_the_start()
    {
        var closed = Path.Combine(folder, "closed");
        Directory.CreateDirectory(closed);
        Assert.SkipUnless(Mounted(closed, "80m"), "A file system in memory can't be mounted here.");
        var data = Shop(Path.Combine(closed, "shop"));
        Process.Start("mount", ["-o", "remount,ro", closed]).WaitForExit();
        var (code, said) = await RefusedAsync(data);
        Assert.Equal(2, code);
        Assert.Contains("Nothing can be written in", said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
    }

    /// <summary>An outside service that sends a gigabyte, never ends, or speaks nonsense is one that does not answer.</summary>
    [Fact]
    public async Task An_outside_service_gone_mad_holds_nobody_up()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        using var over = new CancellationTokenSource();
        var mad = new Madness();
        _ = mad.AnswerAsync(listener, over.Token);
        var (server, address, _) = await StartAsync(
            Shop(Path.Combine(folder, "mad")),
            "--outside",
            string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{((IPEndPoint)listener.LocalEndpoint).Port}/")
        );
        using var mina = await SignInAsync(address);
        foreach (var how in new[] { "huge", "endless", "nonsense" })
        {
            mad.How = how;
            var asked = mad.Asked;
            var answer = await mina.GetAsync("look-up/phone?number=207%20555%200142");
            Assert.Null(answer["entry"]);
            Assert.NotEqual("", answer.Text("sentence"));
            Assert.True(mad.Asked > asked, $"Nobody was asked when the service was {how}.");
            Assert.Equal(
                HttpStatusCode.OK,
                (await mina.SendAsync(HttpMethod.Post, "orders", OrderOf($"Calm {how}"), Guid.NewGuid())).Status
            );
            server.Refresh();
            Assert.InRange(server.WorkingSet64, 0, 1_000_000_000);
        }
        await over.CancelAsync();
    }

    /// <summary>A service that answers whoever asks in one bad way or another.</summary>
    private sealed class Madness
    {
        private int asked;

        /// <summary>What the next who ask get.</summary>
        internal string How { get; set; } = "nonsense";

        /// <summary>How often somebody's number was asked for.</summary>
        internal int Asked => Volatile.Read(ref asked);

        internal async Task AnswerAsync(TcpListener listener, CancellationToken over)
        {
            while (!over.IsCancellationRequested)
            {
                var client = await listener.AcceptTcpClientAsync(over);
                _ = Task.Run(() => AnswerAsync(client, How, over), over);
            }
        }

        private async Task AnswerAsync(TcpClient client, string how, CancellationToken over)
        {
            using (client)
            await using (var stream = client.GetStream())
            {
                var request = new byte[8192];
                var length = await stream.ReadAsync(request, over);
                // Texts and cars are asked for by themselves.
                if (System.Text.Encoding.ASCII.GetString(request, 0, length).Contains("/directory/", StringComparison.Ordinal))
                    Interlocked.Increment(ref asked);
                var head =
                    how == "nonsense"
                        ? "HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: 6\r\nConnection: close\r\n\r\n{]]]]]"
                        : "HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: 1073741824\r\n\r\n";
                await stream.WriteAsync(System.Text.Encoding.ASCII.GetBytes(head), over);
                while (how != "nonsense")
                {
                    await stream.WriteAsync(new byte[how == "huge" ? 65536 : 1], over);
                    if (how == "endless")
                        await Task.Delay(200, over);
                }
            }
        }
    }

    private bool Mounted(string place, string size)
    {
        if (!OperatingSystem.IsLinux())
            return false;
        using var mount = Process.Start(
            new ProcessStartInfo("mount", ["-t", "tmpfs", "-o", $"size={size}", "tmpfs", place]) { RedirectStandardError = true }
        );
        mount!.WaitForExit();
        if (mount.ExitCode == 0)
            mounted.Add(place);
        return mount.ExitCode == 0;
    }

    public void Dispose()
    {
        foreach (var server in running)
        {
            if (!server.HasExited)
                server.Kill();
            server.WaitForExit();
            server.Dispose();
        }
        SqliteConnection.ClearAllPools();
        foreach (var place in mounted)
            Process.Start("umount", ["-l", place]).WaitForExit();
        Directory.Delete(folder, recursive: true);
    }
}
