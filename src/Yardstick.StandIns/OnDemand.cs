using System.Globalization;
using System.Net.Sockets;
using System.Text.Json;

namespace Yardstick.StandIns;

/// <summary>
/// Services of many shops in one process, for tests: each line of input is the arguments of one set as a JSON array, or <c>close N</c> for
/// the set that was opened as number N. Answers each with a line.
/// </summary>
internal static class OnDemand
{
    /// <summary>Serves until the input ends.</summary>
    internal static async Task RunAsync(TextReader input, TextWriter output)
    {
        var open = new List<WebApplication?>();
        while (await input.ReadLineAsync() is { } line)
        {
            if (line.StartsWith("close ", StringComparison.Ordinal))
            {
                var at = int.Parse(line[6..], CultureInfo.InvariantCulture);
                if (open[at] is { } closing)
                {
                    // Whoever was kept waiting on purpose waits no longer.
                    using var soon = new CancellationTokenSource(TimeSpan.FromSeconds(1));
                    await closing.StopAsync(soon.Token);
                    await closing.DisposeAsync();
                }
                open[at] = null;
                await output.WriteLineAsync("closed");
                continue;
            }
            var services = Services.Build(JsonSerializer.Deserialize<string[]>(line)!);
            try
            {
                await services.StartAsync();
                open.Add(services);
                await output.WriteLineAsync($"open {open.Count - 1}");
            }
            catch (Exception taken) when (taken is IOException or SocketException)
            {
                await services.DisposeAsync();
                await output.WriteLineAsync($"refused: {taken.Message}");
            }
        }
    }
}
