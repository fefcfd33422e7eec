using System.Reflection;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup.Backups;

/// <summary>How the program runs, for owners: room, what waits, outside services, slow actions, errors of the week.</summary>
public static class HowItRuns
{
    private const int SlowestShown = 8,
        ErrorsShown = 12;
    private const long MostOfALog = 20 * 1024 * 1024;
    private static readonly Instant Started = Instant.FromDateTimeOffset(TimeProvider.System.GetUtcNow());

    /// <summary>Names of outside services, as people know them.</summary>
    private static readonly Dictionary<string, string> Services = new()
    {
        ["ISupplierClient"] = "Suppliers",
        ["IVehicleDataClient"] = "Vehicle data",
        ["guide"] = "Labor guide",
        ["facts"] = "Vehicle facts",
        ["catalogs"] = "Supplier catalogs",
        ["IPhoneDirectory"] = "Phone directory",
        ["ITextGateway"] = "Texting",
        ["IMailFiles"] = "Files of emails",
        ["IConnectedCarService"] = "Connected vehicles",
        ["ICardTerminal"] = "Card payments",
        ["webhooks"] = "Webhooks",
    };

    /// <summary>An outside service.</summary>
    public sealed record OutsideState(string Name, long Calls, long Failed, int Median, int Slow, bool FailsNow);

    /// <summary>An action and how long it takes, in milliseconds.</summary>
    public sealed record SlowAction(string Name, long Count, int Median, int Slow);

    /// <summary>An error that was written down.</summary>
    /// <param name="Text">What was written.</param>
    /// <param name="Kind">What kind of fault; empty for none.</param>
    /// <param name="Count">How often this week.</param>
    /// <param name="LastAt">When last, UTC.</param>
    /// <param name="Trace">The id that a screen showed last; empty for none.</param>
    public sealed record ErrorOfWeek(string Text, string Kind, int Count, Instant LastAt, string Trace);

    /// <summary>How it runs.</summary>
    public sealed record RunsView
    {
        /// <summary>The program's version.</summary>
        public required string Version { get; init; }

        /// <summary>Started, UTC.</summary>
        public required Instant StartedAt { get; init; }

        /// <summary>Bytes that are free where the data lies; null where the machine does not say.</summary>
        public long? DiskFree { get; init; }

        /// <summary>Bytes that there are.</summary>
        public long? DiskTotal { get; init; }

        /// <summary>The database, bytes.</summary>
        public required long Database { get; init; }

        /// <summary>Whether it is being checked after an unclean stop.</summary>
        public required bool IsChecking { get; init; }

        /// <summary>What it holds that is not in its main file yet, bytes.</summary>
        public required long Journal { get; init; }

        /// <summary>Photos and files, bytes.</summary>
        public required long Files { get; init; }

        /// <summary>Memory of the program, bytes.</summary>
        public required long Memory { get; init; }

        /// <summary>People whose screens are open.</summary>
        public required int Connected { get; init; }

        /// <summary>Texts and emails that wait to go out.</summary>
        public required int MessagesWaiting { get; init; }

        /// <summary>Messages to other programs that wait.</summary>
        public required int WebhooksWaiting { get; init; }

        /// <summary>Outside services that were asked since the start.</summary>
        public required IReadOnlyList<OutsideState> Outside { get; init; }

        /// <summary>The slowest actions since the start.</summary>
        public required IReadOnlyList<SlowAction> Slowest { get; init; }

        /// <summary>Errors of the last seven days, the latest first.</summary>
        public required IReadOnlyList<ErrorOfWeek> Errors { get; init; }
    }

    /// <summary>Version of the program.</summary>
    internal static string Version { get; } =
        typeof(HowItRuns).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()?.InformationalVersion ?? "";

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/runs", ShowAsync).Asks(Permission.KeepData).Produces<RunsView>();

    private static async Task<IResult> ShowAsync(ShopDb db, ShopFile file, RunStatistics statistics, OpenScreens screens)
    {
        var disk = Disk.Of(file.Folder);
        var sessions = screens.Sessions;
        return Results.Ok(
            new RunsView
            {
                Version = Version,
                StartedAt = Started,
                DiskFree = disk?.AvailableFreeSpace,
                DiskTotal = disk?.TotalSize,
                Database = SizeOf(file.Database),
                IsChecking = file.IsChecking,
                Journal = SizeOf(file.Database + "-wal"),
                Files = FolderSize(file.Photos) + FolderSize(file.Files),
                Memory = Environment.WorkingSet,
                Connected = await db.Sessions.Where(s => sessions.Contains(s.Id)).Select(s => s.StaffId).Distinct().CountAsync(),
                MessagesWaiting = await db.Messages.CountAsync(m => m.State == MessageState.Waiting || m.State == MessageState.HandingOver),
                WebhooksWaiting = await db.WebhookMessages.CountAsync(m => m.DueAt != null),
                Outside =
                [
                    .. statistics
                        .Services.Where(s => s.Name.Length > 0)
                        .Select(s => new OutsideState(
                            Services.GetValueOrDefault(s.Name, s.Name),
                            s.Count,
                            s.Failed,
                            (int)s.Median,
                            (int)s.Slow,
                            s.FailedLast
                        )),
                ],
                Slowest = [.. statistics.Slowest(SlowestShown).Select(a => new SlowAction(a.Name, a.Count, (int)a.Median, (int)a.Slow))],
                Errors = ErrorsOf(Logs.FolderOf(file.Folder), Instant.FromDateTimeOffset(TimeProvider.System.GetUtcNow())),
            }
        );
    }

    private static long SizeOf(string path) => File.Exists(path) ? new FileInfo(path).Length : 0;

    private static long FolderSize(string folder) =>
        Directory.Exists(folder) ? new DirectoryInfo(folder).EnumerateFiles().Sum(f => f.Length) : 0;

    /// <summary>Errors of the last seven days in a folder of logs, each kind once, the latest first.</summary>
    internal static IReadOnlyList<ErrorOfWeek> ErrorsOf(string folder, Instant utcNow)
    {
        if (!Directory.Exists(folder))
            return [];
        var since = utcNow - Duration.FromDays(7);
        return
        [
            .. new DirectoryInfo(folder)
                .EnumerateFiles("*.log")
                .Where(f => f.LastWriteTimeUtc >= since.ToDateTimeUtc() && f.Length <= MostOfALog)
                .SelectMany(f => LinesOf(f.FullName))
                .Select(ErrorOf)
                .OfType<ErrorOfWeek>()
                .Where(e => e.LastAt >= since)
                .GroupBy(e => (e.Text, e.Kind))
                .Select(g => g.MaxBy(e => e.LastAt)! with { Count = g.Count() })
                .OrderByDescending(e => e.LastAt)
                .Take(ErrorsShown),
        ];
    }

    private static IEnumerable<string> LinesOf(string path)
    {
        // It is being written to.
        using var reader = new StreamReader(new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite));
        while (reader.ReadLine() is { } line)
            yield return line;
    }

    private static ErrorOfWeek? ErrorOf(string line)
    {
        if (!line.Contains("\"@l\":\"Error\"", StringComparison.Ordinal) && !line.Contains("\"@l\":\"Fatal\"", StringComparison.Ordinal))
            return null;
        try
        {
            using var read = JsonDocument.Parse(line);
            string Of(string name) => read.RootElement.TryGetProperty(name, out var value) ? value.GetString() ?? "" : "";
            return new ErrorOfWeek(
                Of("@mt"),
                Of("@x").Split(':', '\n')[0],
                1,
                Instant.FromDateTimeOffset(DateTimeOffset.Parse(Of("@t"), System.Globalization.CultureInfo.InvariantCulture)),
                Of("@tr")
            );
        }
        catch (Exception fault) when (fault is JsonException or FormatException)
        {
            // A line that was cut off as the machine went down.
            return null;
        }
    }
}
