using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

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
