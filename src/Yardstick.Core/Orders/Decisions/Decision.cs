using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>The record of a decision. Only added to: a changed mind is a new one.</summary>
public class Decision
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The order.</summary>
    public long OrderId { get; internal set; }

    /// <summary>The job.</summary>
    public long JobId { get; init; }

    /// <summary>What was decided; <see cref="DecisionKind.Proposed"/> takes an earlier one back.</summary>
    public DecisionKind Kind { get; init; }

    /// <summary>Who decided: the customer or somebody for them.</summary>
    public required string DecidedBy { get; init; }

    /// <summary>How the answer came.</summary>
    public AnswerChannel Channel { get; init; }

    /// <summary>When it was recorded, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who asked.</summary>
    public long AskedById { get; init; }

    /// <summary>Total over all approved jobs that was agreed to with it.</summary>
    public Money AmountAgreed { get; init; }

    /// <summary>What the job came to, by itself, when it was decided.</summary>
    public Money JobAmount { get; init; }

    /// <summary>A note.</summary>
    public string Note { get; init; } = "";

    /// <summary>Deferred to this day.</summary>
    public LocalDate? DeferUntil { get; init; }

    /// <summary>Deferred to this odometer reading.</summary>
    public Odometer? DeferAtReading { get; init; }

    /// <summary>The frozen copy of what was shown; null for decisions from before copies were kept.</summary>
    public long? ShownId { get; init; }

    /// <summary>Lines that were left out of an approved job, in words; empty for none.</summary>
    public string LeftOut { get; init; } = "";

    /// <summary>The shop's words that were acknowledged when unsafe work was declined; empty where nothing was unsafe.</summary>
    public string Acknowledged { get; init; } = "";

    /// <summary>Content hash of the signature under it; empty without one.</summary>
    public string SignatureHash { get; init; } = "";
}
