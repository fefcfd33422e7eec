namespace Yardstick.Core.Setup;

/// <summary>Follow-up messages that go out by themselves when they are due. None, unless the shop says so.</summary>
[Flags]
public enum AutomaticFollowUps
{
    /// <summary>Somebody looks at each.</summary>
    None = 0,

    /// <summary>Services that a reminder was set for.</summary>
    Reminders = 1,

    /// <summary>Work that was deferred, declined or advised.</summary>
    Work = 2,

    /// <summary>Estimates without an answer.</summary>
    Estimates = 4,

    /// <summary>Appointments that were missed.</summary>
    Missed = 8,

    /// <summary>Thanks after a visit.</summary>
    Thanks = 16,

    /// <summary>Vehicles that were not seen for a while.</summary>
    Away = 32,

    /// <summary>Looks at work before its warranty ends.</summary>
    Warranty = 64,
}
