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
    /// <summary>Agreed to for another visit: it is not approved on this order (rules, 4.9), but on that visit's own.</summary>
    AnotherVisit,
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
    /// <summary>The frozen copy of what was shown; null for decisions from before copies were kept.</summary>
    public long? ShownId { get; set; }
    /// <summary>Lines that were left out of an approved job, in words; empty for none.</summary>
    public string LeftOut { get; set; } = "";
    /// <summary>The shop's words that were acknowledged when unsafe work was declined; empty where nothing was unsafe.</summary>
    public string Acknowledged { get; set; } = "";
    /// <summary>Content hash of the signature under it; empty without one.</summary>
    public string SignatureHash { get; set; } = "";
}

/// <summary>A frozen copy of exactly what a customer was shown when they decided, or was sent. Only added to.</summary>
public class ShownCopy
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>SHA-256 of <see cref="Json"/>, in hex.</summary>
    public required string Hash { get; set; }
    /// <summary>What was shown, as <see cref="ShownEstimate"/> writes it.</summary>
    public required string Json { get; set; }
}

/// <summary>A manager let the approved work go past the ceiling up to an amount. Only added to.</summary>
public class CeilingException
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>The approved work may come to this.</summary>
    public Money UpTo { get; set; }
    /// <summary>Why.</summary>
    public required string Reason { get; set; }
    /// <summary>Who let it.</summary>
    public long ById { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
}

/// <summary>Who pays for a job, as the shop noted it. The invoice is made to the customer, for everything, whoever stands here.</summary>
public enum Payer
{
    /// <summary>The customer.</summary>
    Customer,
    /// <summary>A service contract or an insurer.</summary>
    Contract,
    /// <summary>A warranty.</summary>
    Warranty,
    /// <summary>The shop itself.</summary>
    Shop,
}
