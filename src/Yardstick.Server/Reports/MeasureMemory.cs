using System.Collections.Concurrent;
using Yardstick.Core.Reports;
using Yardstick.Server.Billing;

namespace Yardstick.Server.Reports;

/// <summary>
/// Keeps what was read of days that are over, so that a page of a long period reads only today again. Sales and decisions of a past day
/// never change; what may, such as a corrected time, shows after some minutes.
/// </summary>
internal sealed class MeasureMemory(OpenBalances balances)
{
    private const int Most = 4000;
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(10);
    private readonly ConcurrentDictionary<(string What, LocalDate From, LocalDate Until, MeasureFilter), (object Value, long At)> values =
    [];

    /// <summary>Who owes.</summary>
    internal OpenBalances Balances => balances;

    /// <summary>What was read of a period lately, or is read now.</summary>
    /// <param name="what">Name of what is read.</param>
    /// <param name="period">Its period; of one that is not over the days before today are kept, where they can be joined.</param>
    /// <param name="filter">What it is narrowed to.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="read">Reads it.</param>
    /// <param name="join">Makes one of two stretches that follow each other; null where that is not the sum of its days.</param>
    internal async Task<T> OfAsync<T>(
        string what,
        ReportPeriod period,
        MeasureFilter filter,
        LocalDate today,
        Func<ReportPeriod, Task<T>> read,
        Func<T, T, T>? join = null
    )
        where T : notnull
    {
        if (period.Until < today)
            return await KeptAsync(what, period, filter, read);
        if (join is null || period.From >= today)
            return await read(period);
        var yesterday = today.PlusDays(-1);
        var past = await KeptAsync(what, period with { Through = yesterday, Until = yesterday }, filter, read);
        return join(past, await read(period with { From = today }));
    }

    private async Task<T> KeptAsync<T>(string what, ReportPeriod period, MeasureFilter filter, Func<ReportPeriod, Task<T>> read)
        where T : notnull
    {
        var key = (what, period.From, period.Until, filter);
        if (values.TryGetValue(key, out var kept) && TimeProvider.System.GetElapsedTime(kept.At) < Kept)
            return (T)kept.Value;
        var value = await read(period);
        if (values.Count >= Most)
            values.Clear();
        values[key] = (value, TimeProvider.System.GetTimestamp());
        return value;
    }
}
