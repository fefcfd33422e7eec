namespace Yardstick.Core.FollowUp;

/// <summary>How far asking a customer came.</summary>
public enum FollowUpOutcomeState
{
    /// <summary>Nothing yet.</summary>
    Nothing,

    /// <summary>They opened the link in the message.</summary>
    Opened,

    /// <summary>They answered.</summary>
    Answered,

    /// <summary>An appointment was made.</summary>
    Booked,

    /// <summary>They came, without that work being invoiced.</summary>
    Came,

    /// <summary>The work was sold and invoiced.</summary>
    Sold,
}
