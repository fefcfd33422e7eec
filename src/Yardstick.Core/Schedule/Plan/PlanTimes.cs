using NodaTime.Text;
using NodaTime.TimeZones;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Schedule;

/// <summary>Wall times of a plan: the first of two that are alike, and where there is none, by the offset before the change.</summary>
/// <param name="zone">The shop's zone.</param>
internal sealed class PlanTimes(DateTimeZone zone)
{
    private static readonly LocalDateTimePattern Wall = LocalDateTimePattern.CreateWithInvariantCulture("uuuu'-'MM'-'dd'T'HH':'mm");
    private static readonly OffsetDateTimePattern WithOffset = OffsetDateTimePattern.CreateWithInvariantCulture(
        "uuuu'-'MM'-'dd'T'HH':'mmo<+HH:mm>"
    );

    /// <summary>Reads a wall time, or one with its offset.</summary>
    internal Instant Read(string text)
    {
        if (Wall.Parse(text) is { Success: true } wall)
            return wall.Value.InZone(zone, Resolvers.LenientResolver).ToInstant();
        if (WithOffset.Parse(text) is { Success: true } offset)
            return offset.Value.ToInstant();
        throw new CaseException("", "A time such as 2026-11-23T10:20 is expected.");
    }

    /// <summary>A time as it is read: the second of two that are alike carries its offset.</summary>
    internal string Write(Instant at)
    {
        var local = at.InZone(zone);
        var mapping = zone.MapLocal(local.LocalDateTime);
        return mapping.Count == 2 && mapping.Last().ToInstant() == at
            ? WithOffset.Format(local.ToOffsetDateTime())
            : Wall.Format(local.LocalDateTime);
    }

    private int Minute(Instant at) => at.InZone(zone) is var local ? local.Hour * 60 + local.Minute : 0;

    /// <summary>The first beginning on the grid at or after a time.</summary>
    /// <param name="at">The time.</param>
    /// <param name="step">Minutes of the grid, counted from the midnight of the day.</param>
    internal Instant RoundUp(Instant at, int step)
    {
        var whole = Instant.FromUnixTimeSeconds((at.ToUnixTimeSeconds() + 59) / 60 * 60);
        while (Minute(whole) % step != 0)
            whole += Duration.FromMinutes(1);
        return whole;
    }
}
