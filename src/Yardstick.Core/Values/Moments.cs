namespace Yardstick.Core.Values;

/// <summary>Moments so much later or earlier.</summary>
public static class Moments
{
    /// <summary>So many minutes later; earlier below zero.</summary>
    public static Instant PlusMinutes(this Instant at, double minutes) => at + Duration.FromMinutes(minutes);

    /// <summary>So many hours later; earlier below zero.</summary>
    public static Instant PlusHours(this Instant at, double hours) => at + Duration.FromHours(hours);

    /// <summary>So many times 24 hours later; earlier below zero.</summary>
    public static Instant PlusDays(this Instant at, double days) => at + Duration.FromDays(days);

    /// <summary>The moment that a clock shows.</summary>
    public static Instant Now(this TimeProvider clock) => Instant.FromDateTimeOffset(clock.GetUtcNow());

    /// <summary>How far two moments lie apart, whichever is the earlier: a clock that is set back makes nothing last for ever.</summary>
    public static TimeSpan Apart(this Instant one, Instant other) => (one - other).ToTimeSpan().Duration();
}
