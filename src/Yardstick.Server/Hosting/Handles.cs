using System.Globalization;

namespace Yardstick.Server.Hosting;

/// <summary>
/// How many connections are taken at once: a shop has some hundred, and where the system gives the process few handles they leave enough
/// for its files, for a runtime that finds none ends the process. Whoever comes beyond is turned away at the door.
/// </summary>
internal static class Handles
{
    private const int Most = 4096,
        Least = 32,
        ForFiles = 512;

    /// <summary>The limit of connections of this process.</summary>
    internal static int MostConnections => MostConnectionsOf(File.Exists(Limits) ? File.ReadAllText(Limits) : "");

    private const string Limits = "/proc/self/limits";

    /// <summary>The same of what the system says of a process; the most where it says nothing.</summary>
    /// <param name="limits">Text of <c>/proc/PID/limits</c> (proc(5)).</param>
    internal static int MostConnectionsOf(string limits)
    {
        var line = limits.Split('\n').FirstOrDefault(l => l.StartsWith("Max open files", StringComparison.Ordinal));
        return
            line?.Split(' ', StringSplitOptions.RemoveEmptyEntries) is [_, _, _, var soft, ..]
            && int.TryParse(soft, NumberStyles.None, CultureInfo.InvariantCulture, out var open)
            ? Math.Clamp(open - ForFiles, Least, Most)
            : Most;
    }
}
