using System.Collections.Concurrent;
using Yardstick.Core.Reports;

namespace Yardstick.Server.Reports;

/// <summary>
/// Keeps measures of periods that are over: what a page is compared with. Sales and decisions of a past day never change; what may, such
/// as a corrected time, shows after some minutes.
/// </summary>
internal sealed class MeasureMemory
{
    private const int Most = 4000;
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(10);
    private readonly ConcurrentDictionary<
        (Measure, LocalDate From, LocalDate Until, MeasureFilter),
        (MeasureValue Value, long At)
    > values = [];

    /// <summary>The measure as it was read lately, or read now.</summary>
    /// <param name="measure">Which.</param>
    /// <param name="period">Its period; one that is not over is always read.</param>
    /// <param name="filter">What it is narrowed to.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="read">Reads it.</param>
    internal async Task<MeasureValue> OfAsync(
        Measure measure,
        ReportPeriod period,
        MeasureFilter filter,
        LocalDate today,
        Func<Task<MeasureValue>> read
    )
    {
        if (period.Until >= today || MeasureInfo.Of(measure).IsNow)
            return await read();
        var key = (measure, period.From, period.Until, filter);
        if (values.TryGetValue(key, out var kept) && TimeProvider.System.GetElapsedTime(kept.At) < Kept)
            return kept.Value;
        var value = await read();
        if (values.Count >= Most)
            values.Clear();
        values[key] = (value, TimeProvider.System.GetTimestamp());
        return value;
    }
}
