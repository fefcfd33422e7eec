namespace Yardstick.Core.Orders;

/// <summary>What was decided about a job.</summary>
public enum DecisionKind
{
    /// <summary>Nothing yet, or an earlier decision was taken back.</summary>
    Proposed,

    /// <summary>Agreed to, on this order.</summary>
    Approved,

    /// <summary>Refused.</summary>
    Declined,

    /// <summary>Put off to a date or a reading.</summary>
    Deferred,

    /// <summary>Agreed to for another visit: it is not approved on this order (rules, Consent), but on that visit's own.</summary>
    AnotherVisit,
}
