namespace Yardstick.Core.WriteUp;

/// <summary>What a known thing is taken over from.</summary>
public enum AdvisoryTakeKind
{
    /// <summary>A job of an earlier order.</summary>
    Job,

    /// <summary>A job of an earlier order that did not hold: the shop pays for it.</summary>
    Comeback,

    /// <summary>A reminder of the car.</summary>
    Reminder,

    /// <summary>A finding of an earlier visit.</summary>
    Finding,

    /// <summary>A title only.</summary>
    Work,
}
