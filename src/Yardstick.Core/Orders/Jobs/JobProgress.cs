namespace Yardstick.Core.Orders;

/// <summary>How far a job is on the floor.</summary>
public enum JobProgress
{
    /// <summary>Nobody began.</summary>
    NotStarted,

    /// <summary>Begun.</summary>
    InWork,

    /// <summary>Finished.</summary>
    Finished,
}
