namespace Yardstick.Core.Inspections;

/// <summary>What an inspection or an estimate waits for.</summary>
public enum WorkItemKind
{
    /// <summary>A technician is at it.</summary>
    UnderWay,

    /// <summary>It is finished, and no service writer read it.</summary>
    Unread,

    /// <summary>What was found has no job, or a job has no price.</summary>
    Unpriced,

    /// <summary>The customer was not asked.</summary>
    Unasked,

    /// <summary>The customer has not answered.</summary>
    Unanswered,

    /// <summary>It is approved, the vehicle is here, and nobody began.</summary>
    NotBegun,
}
