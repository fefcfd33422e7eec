using System.Globalization;
using Serilog;
using Serilog.Core;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Yardstick.Server.Hosting;

/// <summary>
/// What the program writes down of itself: JSON Lines in the data folder, a file a day for two weeks, with the trace id that an error
/// shows. No address of a request stands in it, for those of customers' pages let whoever has them in; nor any parameter of a query.
/// </summary>
internal static class Logs
{
    private const int Days = 14;
    private const long MostBytes = 20 * 1024 * 1024;

    /// <summary>The folder of a shop's logs.</summary>
    internal static string FolderOf(string data) => Path.Combine(data, "logs");

    /// <summary>Logs into the data folder, and warnings where the server was started.</summary>
    /// <param name="builder">The server.</param>
    /// <param name="data">The shop's data folder.</param>
    /// <param name="says">From which level on it is said where the server was started, too.</param>
    internal static void WriteLogs(this WebApplicationBuilder builder, string data, LogEventLevel says = LogEventLevel.Warning)
    {
        Data.ShopFile.PrivateFolder(FolderOf(data));
        builder.Services.AddSerilog(
            log =>
                log.MinimumLevel.Warning()
                    .MinimumLevel.Override("Yardstick", LogEventLevel.Information)
                    // Said in words where it matters, or of no use to whoever reads the log.
                    .MinimumLevel.Override("Polly", LogEventLevel.Fatal)
                    .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
                    .MinimumLevel.Override("Microsoft.EntityFrameworkCore.Query", LogEventLevel.Error)
                    .Enrich.With(new WithoutAddresses())
                    .WriteTo.Console(
                        restrictedToMinimumLevel: says,
                        outputTemplate: "{Level:u4} {Message:lj}{NewLine}{Exception}",
                        formatProvider: CultureInfo.InvariantCulture
                    )
                    .WriteTo.File(
                        new CompactJsonFormatter(),
                        Path.Combine(FolderOf(data), "yardstick-.log"),
                        rollingInterval: RollingInterval.Day,
                        retainedFileCountLimit: Days,
                        fileSizeLimitBytes: MostBytes,
                        rollOnFileSizeLimit: true
                    ),
            preserveStaticLogger: true
        );
    }

    /// <summary>Takes out what the web server adds by itself.</summary>
    private sealed class WithoutAddresses : ILogEventEnricher
    {
        private static readonly string[] Names = ["RequestPath", "Path", "QueryString", "Host", "Referer", "ConnectionId", "RequestId"];

        public void Enrich(LogEvent logEvent, ILogEventPropertyFactory propertyFactory)
        {
            foreach (var name in Names)
                logEvent.RemovePropertyIfPresent(name);
        }
    }
}
