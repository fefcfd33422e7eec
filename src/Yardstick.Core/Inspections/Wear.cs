using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>How a part wears between two inspections, and how far it will still do.</summary>
/// <param name="Per1000">Loss for each 1,000 miles or kilometers, above zero, in the point's unit.</param>
public sealed record Wear(decimal Per1000)
{
    /// <summary>Distances shorter than this tell nothing.</summary>
    public const int Least = 500;

    /// <summary>The wear between two measured values; null where too little was driven or nothing was lost.</summary>
    /// <param name="then">Value at the earlier inspection.</param>
    /// <param name="thenAt">Odometer then.</param>
    /// <param name="now">Value now.</param>
    /// <param name="nowAt">Odometer now.</param>
    /// <param name="highIsWorse">More is worse.</param>
    public static Wear? Between(decimal then, Odometer? thenAt, decimal now, Odometer? nowAt, bool highIsWorse)
    {
        if (thenAt is not { } from || nowAt is not { } to || to.Value - from.Value < Least)
            return null;
        var lost = highIsWorse ? now - then : then - now;
        return lost <= 0 ? null : new Wear(decimal.Round(lost / (to.Value - from.Value) * 1000, 3, MidpointRounding.AwayFromZero));
    }

    /// <summary>
    /// The reading at which the limit is reached, to full 500 below; null where it is reached already, or in no time that matters
    /// (300,000).
    /// </summary>
    /// <param name="now">Value now.</param>
    /// <param name="nowAt">Odometer now.</param>
    /// <param name="limits">Limits of the point.</param>
    public Odometer? LastsTo(decimal now, Odometer nowAt, PointLimits limits)
    {
        if (limits.End is not { } end || Per1000 <= 0)
            return null;
        var left = limits.HighIsWorse ? end - now : now - end;
        if (left <= 0)
            return null;
        var distance = left / Per1000 * 1000;
        if (distance > 300_000)
            return null;
        var reading = (nowAt.Value + (int)distance) / 500 * 500;
        return reading > nowAt.Value ? new Odometer(reading) : null;
    }
}
