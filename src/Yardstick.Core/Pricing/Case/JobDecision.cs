namespace Yardstick.Core.Pricing;

/// <summary>How a job was decided, as pricing sees it.</summary>
public enum JobDecision
{
    /// <summary>No answer yet.</summary>
    Proposed,

    /// <summary>Agreed to on this order.</summary>
    Approved,

    /// <summary>Refused.</summary>
    Declined,

    /// <summary>Put off.</summary>
    Deferred,
}
