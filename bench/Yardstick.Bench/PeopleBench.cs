using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Net.Sockets;

namespace Yardstick.Bench;

/// <summary>
/// A shop at work: people who behave as real screens do, with think times of one to five seconds and a live connection each. On a notice
/// a screen reads again what it shows, and what is superseded is broken off. Of ten, five write, three work the bench, one orders parts,
/// one watches the floor. Measured at the client; sign-in is counted apart. It decides nothing.
/// </summary>
internal static class PeopleBench
{
    private const int WarmUp = 25;

    internal static async Task<int> RunAsync(int people, string folder, int seconds)
    {
        var (port, outside) = (FreePort(), FreePort());
        if (!File.Exists(Path.Combine(folder, "shop.db")))
            await RunToEndAsync("Yardstick.Server", ["--data", folder, "--demo", "--only-prepare"]);
        using var standIns = Start("Yardstick.StandIns", outside, ["--memory", Path.Combine(folder, "outside.json")]);
        using var server = Start("Yardstick.Server", port, ["--data", folder, "--demo", "--outside", $"http://127.0.0.1:{outside}/"]);
        try
        {
            var address = new Uri($"http://127.0.0.1:{port}/");
            await UntilAnswersAsync(address);
            var figures = new Figures();
            var all = Enumerable.Range(0, people).Select(i => new VirtualPerson(i, address, figures)).ToList();
            foreach (var person in all)
                await person.SignInAsync();
            using var end = new CancellationTokenSource(TimeSpan.FromSeconds(WarmUp + seconds));
            var work = Task.WhenAll(all.Select(p => p.WorkAsync(end.Token)));
            // A server that has just started compiles itself first; a shop's runs all day.
            await Task.Delay(TimeSpan.FromSeconds(WarmUp));
            var before = CpuSeconds(server);
            figures.Begin();
            await work;
            var cpu = CpuSeconds(server) - before;
            server.Refresh();
            figures.Print(
                $"{people} people on {folder}, {seconds} s, {Environment.ProcessorCount} cores shared with the people",
                cpu,
                server.WorkingSet64,
                seconds
            );
            foreach (var person in all)
                await person.DisposeAsync();
            return 0;
        }
        finally
        {
            server.Kill(entireProcessTree: true);
            standIns.Kill(entireProcessTree: true);
        }
    }

    private static string Dll(string project) => $"src/{project}/bin/Release/net10.0/{project}.dll";

    private static Process Start(string project, int port, string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet", [Dll(project), .. arguments]) { RedirectStandardOutput = true };
        start.Environment["ASPNETCORE_URLS"] = $"http://127.0.0.1:{port}";
        start.Environment["Logging__LogLevel__Default"] = "Error";
        var process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        return process;
    }

    private static async Task RunToEndAsync(string project, string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", [Dll(project), .. arguments]))!;
        await process.WaitForExitAsync();
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        return ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static async Task UntilAnswersAsync(Uri address)
    {
        using var http = new HttpClient { BaseAddress = address };
        for (var i = 0; i < 1200; i++)
        {
            try
            {
                using var answer = await http.GetAsync(new Uri("api/welcome", UriKind.Relative));
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }
        throw new InvalidOperationException("The server never answered.");
    }

    private static double CpuSeconds(Process process)
    {
        process.Refresh();
        return process.TotalProcessorTime.TotalSeconds;
    }

    /// <summary>What was measured, by kind of action.</summary>
    internal sealed class Figures
    {
        private readonly ConcurrentDictionary<string, ConcurrentBag<double>> taken = new();
        private readonly ConcurrentDictionary<string, int> faults = new();
        private int notices,
            brokenOff;
        private bool begun;

        internal void Begin() => begun = true;

        internal void Took(string kind, double milliseconds)
        {
            if (begun)
                taken.GetOrAdd(kind, _ => []).Add(milliseconds);
        }

        internal void Heard()
        {
            if (begun)
                Interlocked.Increment(ref notices);
        }

        internal void BrokenOff()
        {
            if (begun)
                Interlocked.Increment(ref brokenOff);
        }

        internal void Fault(string what) => faults.AddOrUpdate(what, 1, (_, n) => n + 1);

        internal void Print(string title, double cpu, long memory, int seconds)
        {
            string At(List<double> sorted, double share) =>
                sorted[Math.Min(sorted.Count - 1, (int)(sorted.Count * share))].ToString("0", CultureInfo.InvariantCulture).PadLeft(6);
            Console.WriteLine($"  {title}");
            Console.WriteLine("  action              count    p50    p95    p99    most, ms");
            foreach (
                var (kind, bag) in taken
                    .Append(new("all", [.. taken.Values.SelectMany(b => b)]))
                    .OrderBy(k => k.Key == "all")
                    .ThenBy(k => k.Key, StringComparer.Ordinal)
            )
            {
                var sorted = bag.Order().ToList();
                if (sorted.Count > 0)
                    Console.WriteLine(
                        $"  {kind, -18} {sorted.Count, 6} {At(sorted, 0.5)} {At(sorted, 0.95)} {At(sorted, 0.99)} {At(sorted, 1)}"
                    );
            }
            var requests = taken.Values.Sum(b => b.Count);
            Console.WriteLine(
                $"  {requests} requests ({(double)requests / seconds:0.0}/s), {notices} notices, {brokenOff} broken off; server {cpu:0.0} CPU s ({cpu / seconds * 100:0} % of one core), {memory / 1048576} MB"
            );
            foreach (var (what, count) in faults.OrderByDescending(f => f.Value).Take(8))
                Console.WriteLine($"  fault {count, 5} × {what}");
        }
    }
}
