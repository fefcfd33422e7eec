namespace Yardstick.Core.Orders;

/// <summary>Where a job came from.</summary>
public enum JobOrigin
{
    /// <summary>Written by hand.</summary>
    Written,

    /// <summary>Taken from the canned jobs.</summary>
    Canned,

    /// <summary>Taken over from an earlier visit.</summary>
    EarlierVisit,

    /// <summary>From a finding.</summary>
    Finding,

    /// <summary>From what was known: a reminder, a schedule, a recall, work on like cars.</summary>
    Advice,

    /// <summary>A service of the maker's schedule.</summary>
    Service,

    /// <summary>Copied from earlier work, on this car or another.</summary>
    Copied,
}
