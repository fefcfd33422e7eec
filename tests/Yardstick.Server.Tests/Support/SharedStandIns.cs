using System.Diagnostics;
using System.Globalization;
using System.Text.Json;

namespace Yardstick.Server.Tests.Support;

/// <summary>
/// The outside services of all test shops in one process: a process for each takes longer to start than most tests to run.
/// </summary>
internal static class SharedStandIns
{
    private static readonly SemaphoreSlim One = new(1, 1);
    private static readonly Lazy<Process> Standing = new(() =>
    {
        var start = new ProcessStartInfo("dotnet", [ShopFixture.StandInsDll(), "--on-demand"])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
        };
        // They end with what they read from.
        return Process.Start(start)!;
    });

    /// <summary>Opens a shop's services; null where something else took one of the ports meanwhile.</summary>
    /// <param name="port">Where they are asked.</param>
    /// <param name="mail">Where they take mail.</param>
    /// <param name="memory">File in which they remember.</param>
    internal static async Task<int?> OpenAsync(int port, int mail, string memory)
    {
        string[] asked =
        [
            "--urls",
            FormattableString.Invariant($"http://127.0.0.1:{port}"),
            "--memory",
            memory,
            "--smtp",
            mail.ToString(CultureInfo.InvariantCulture),
        ];
        var answer = await SayAsync(JsonSerializer.Serialize(asked));
        return answer.StartsWith("open ", StringComparison.Ordinal) ? int.Parse(answer[5..], CultureInfo.InvariantCulture) : null;
    }

    /// <summary>Closes them; nothing answers any more.</summary>
    internal static Task CloseAsync(int number) => SayAsync(FormattableString.Invariant($"close {number}"));

    private static async Task<string> SayAsync(string line)
    {
        await One.WaitAsync();
        try
        {
            await Standing.Value.StandardInput.WriteLineAsync(line);
            return await Standing.Value.StandardOutput.ReadLineAsync() ?? throw new InvalidOperationException("The stand-ins ended.");
        }
        finally
        {
            One.Release();
        }
    }
}
