using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

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
}

/// <summary>How an answer came.</summary>
public enum AnswerChannel
{
    /// <summary>Face to face.</summary>
    InPerson,
    /// <summary>By telephone.</summary>
    Phone,
    /// <summary>By text or e-mail.</summary>
    Message,
    /// <summary>On the customer's page.</summary>
    Link,
}

/// <summary>The record of a decision. Only added to: a changed mind is a new one.</summary>
public class Decision
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>The job.</summary>
    public long JobId { get; set; }
    /// <summary>What was decided; <see cref="DecisionKind.Proposed"/> takes an earlier one back.</summary>
    public DecisionKind Kind { get; set; }
    /// <summary>Who decided: the customer or somebody for them.</summary>
    public required string DecidedBy { get; set; }
    /// <summary>How the answer came.</summary>
    public AnswerChannel Channel { get; set; }
    /// <summary>When it was recorded, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who asked.</summary>
    public long AskedById { get; set; }
    /// <summary>Total over all approved jobs that was agreed to with it.</summary>
    public Money AmountAgreed { get; set; }
    /// <summary>What the job came to, by itself, when it was decided.</summary>
    public Money JobAmount { get; set; }
    /// <summary>A note.</summary>
    public string Note { get; set; } = "";
    /// <summary>Deferred to this day.</summary>
    public DateOnly? DeferUntil { get; set; }
    /// <summary>Deferred to this odometer reading.</summary>
    public int? DeferAtReading { get; set; }
}
