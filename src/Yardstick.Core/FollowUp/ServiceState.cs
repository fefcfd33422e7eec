namespace Yardstick.Core.FollowUp;

/// <summary>Where a car stands with a service, in a word.</summary>
public enum ServiceState
{
    /// <summary>Due now.</summary>
    Due,

    /// <summary>The car passed it long ago, and it was not done here.</summary>
    Missed,

    /// <summary>Due soon.</summary>
    Soon,

    /// <summary>Due later, or by time only.</summary>
    Later,
}
