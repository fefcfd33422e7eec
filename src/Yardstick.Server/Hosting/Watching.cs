using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using OpenTelemetry.Metrics;
using OpenTelemetry.Trace;
using Yardstick.Data;

namespace Yardstick.Server.Hosting;

/// <summary>What watches the program from outside: whether it lives, whether it is ready, figures and traces.</summary>
internal static class Watching
{
    private const string Exporter = "OTEL_EXPORTER_OTLP_ENDPOINT";

    /// <summary>Adds it. Figures and traces go to a collector where the standard variables of OpenTelemetry name one.</summary>
    internal static void AddWatching(this IServiceCollection services)
    {
        services.AddHealthChecks().AddCheck<Ready>("shop");
        var sends = Environment.GetEnvironmentVariable(Exporter) is { Length: > 0 };
        var telemetry = services
            .AddOpenTelemetry()
            .WithMetrics(metrics =>
            {
                metrics.AddAspNetCoreInstrumentation().AddMeter("System.Runtime").AddPrometheusExporter();
                if (sends)
                    metrics.AddOtlpExporter();
            });
        if (sends)
            telemetry.WithTracing(traces => traces.AddAspNetCoreInstrumentation().AddOtlpExporter());
    }

    /// <summary>Maps <c>/health/live</c>, <c>/health/ready</c> and, for this machine alone, <c>/metrics</c>.</summary>
    internal static void MapWatching(this WebApplication app)
    {
        app.MapHealthChecks("/health/live", new() { Predicate = _ => false }).AllowAnonymous();
        app.MapHealthChecks("/health/ready").AllowAnonymous();
        app.MapPrometheusScrapingEndpoint("/metrics").AllowAnonymous();
        app.UseWhen(
            http => http.Request.Path.StartsWithSegments("/metrics"),
            branch =>
                branch.Use(
                    (http, next) =>
                    {
                        if (IsHere(http))
                            return next();
                        http.Response.StatusCode = StatusCodes.Status404NotFound;
                        return Task.CompletedTask;
                    }
                )
        );
    }

    /// <summary>Asked from this machine itself, not through a proxy on it.</summary>
    private static bool IsHere(HttpContext http) =>
        http.Connection.RemoteIpAddress is { } from
        && IPAddress.IsLoopback(from)
        && (http.Request.Host.Host == "localhost" || IPAddress.TryParse(http.Request.Host.Host, out var to) && IPAddress.IsLoopback(to))
        && !http.Request.Headers.ContainsKey("X-Forwarded-For")
        && !http.Request.Headers.ContainsKey("Forwarded");

    /// <summary>The database answers, and there is room to write.</summary>
    private sealed class Ready(IDbContextFactory<ShopDb> factory, ShopFile file) : IHealthCheck
    {
        private const long Least = 50 * 1024 * 1024;

        public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
        {
            try
            {
                await using var db = await factory.CreateDbContextAsync(cancellationToken);
                await db.Shops.AsNoTracking().Select(s => s.Id).FirstOrDefaultAsync(cancellationToken);
                return Disk.Of(file.Folder) is { AvailableFreeSpace: < Least }
                    ? HealthCheckResult.Unhealthy("The disk is full.")
                    : HealthCheckResult.Healthy();
            }
            catch (Exception fault) when (fault is IOException or System.Data.Common.DbException)
            {
                return HealthCheckResult.Unhealthy("The database does not answer.", fault);
            }
        }
    }
}
