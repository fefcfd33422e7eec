namespace Yardstick.Core.FollowUp;

/// <summary>Whether the time has come.</summary>
public enum DueState
{
    /// <summary>In more than 30 days.</summary>
    Later,

    /// <summary>Within 30 days.</summary>
    Soon,

    /// <summary>Today.</summary>
    Due,

    /// <summary>The day has passed.</summary>
    Late,
}
