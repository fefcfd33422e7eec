using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Extensions.Http;

namespace Yardstick.Server.Hosting;

/// <summary>How long actions and outside services take since the server started; kept in memory, a few hundred times of each.</summary>
public sealed class RunStatistics
{
    private const int Kept = 256;
    private readonly ConcurrentDictionary<string, Series> actions = new();
    private readonly ConcurrentDictionary<string, Series> services = new();

    /// <summary>Times of one action or service, in milliseconds.</summary>
    /// <param name="Name">Its name.</param>
    /// <param name="Count">How often.</param>
    /// <param name="Failed">How often it failed.</param>
    /// <param name="Median">Half of the latest took no longer.</param>
    /// <param name="Slow">Of twenty of the latest one took longer.</param>
    /// <param name="FailedAt">Failed last, by the machine's clock, UTC; null where it never did.</param>
    /// <param name="FailedLast">The last call failed.</param>
    public sealed record Times(string Name, long Count, long Failed, double Median, double Slow, DateTimeOffset? FailedAt, bool FailedLast);

    /// <summary>An action was carried out.</summary>
    public void Action(string name, TimeSpan took, bool failed) => actions.GetOrAdd(name, _ => new Series()).Add(took, failed);

    /// <summary>An outside service was asked.</summary>
    public void Service(string name, TimeSpan took, bool failed) => services.GetOrAdd(name, _ => new Series()).Add(took, failed);

    /// <summary>The slowest actions, the slowest first.</summary>
    public IReadOnlyList<Times> Slowest(int count) => [.. Of(actions).OrderByDescending(t => t.Slow).Take(count)];

    /// <summary>Outside services by name.</summary>
    public IReadOnlyList<Times> Services => [.. Of(services).OrderBy(t => t.Name, StringComparer.Ordinal)];

    private static IEnumerable<Times> Of(ConcurrentDictionary<string, Series> all) => all.Select(s => s.Value.Read(s.Key));

    private sealed class Series
    {
        private readonly Lock gate = new();
        private readonly double[] latest = new double[Kept];
        private long count,
            failures;
        private DateTimeOffset? failedAt;
        private bool failedLast;

        internal void Add(TimeSpan took, bool failed)
        {
            lock (gate)
            {
                latest[count++ % Kept] = took.TotalMilliseconds;
                failedLast = failed;
                if (!failed)
                    return;
                failures++;
                failedAt = TimeProvider.System.GetUtcNow();
            }
        }

        internal Times Read(string name)
        {
            lock (gate)
            {
                var sorted = latest.Take((int)Math.Min(count, Kept)).Order().ToList();
                return new Times(
                    name,
                    count,
                    failures,
                    sorted[sorted.Count / 2],
                    sorted[Math.Min(sorted.Count - 1, sorted.Count * 19 / 20)],
                    failedAt,
                    failedLast
                );
            }
        }
    }
}

/// <summary>Takes the times.</summary>
internal static class RunClocks
{
    /// <summary>Times actions by the pattern of their address, never by the address itself.</summary>
    internal static void UseRunClocks(this IApplicationBuilder app)
    {
        var statistics = app.ApplicationServices.GetRequiredService<RunStatistics>();
        app.Use(
            async (http, next) =>
            {
                var clock = Stopwatch.GetTimestamp();
                var failed = true;
                try
                {
                    await next();
                    failed = http.Response.StatusCode >= 500;
                }
                finally
                {
                    if (
                        http.GetEndpoint() is RouteEndpoint { RoutePattern.RawText: { } pattern }
                        && pattern.StartsWith("/api/", StringComparison.Ordinal)
                    )
                        statistics.Action($"{http.Request.Method} {pattern}", Stopwatch.GetElapsedTime(clock), failed);
                }
            }
        );
    }

    /// <summary>Times outside services, each try by itself.</summary>
    internal sealed class Filter(RunStatistics statistics) : IHttpMessageHandlerBuilderFilter
    {
        public Action<HttpMessageHandlerBuilder> Configure(Action<HttpMessageHandlerBuilder> next) =>
            builder =>
            {
                next(builder);
                builder.AdditionalHandlers.Add(new Clock(statistics, builder.Name ?? ""));
            };
    }

    private sealed class Clock(RunStatistics statistics, string name) : DelegatingHandler
    {
        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
        {
            var clock = Stopwatch.GetTimestamp();
            var failed = true;
            try
            {
                var answer = await base.SendAsync(request, cancellationToken);
                failed = (int)answer.StatusCode >= 500;
                return answer;
            }
            finally
            {
                statistics.Service(name, Stopwatch.GetElapsedTime(clock), failed);
            }
        }
    }
}
