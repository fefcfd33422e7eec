namespace Yardstick.Core.Approval;

/// <summary>What a customer's link is good for now.</summary>
public enum LinkState
{
    /// <summary>It can be answered.</summary>
    Open,
    /// <summary>Its time is over.</summary>
    Expired,
    /// <summary>The shop withdrew it.</summary>
    Withdrawn,
    /// <summary>Everything on it was answered.</summary>
    Answered,
    /// <summary>The estimate was changed since it was sent.</summary>
    Changed,
}

/// <summary>A link by which a customer sees an estimate and answers.</summary>
public class ApprovalLink : CustomersLink
{
    /// <summary>The frozen copy that was sent.</summary>
    public long ShownId { get; set; }
    /// <summary>Answered, UTC.</summary>
    public DateTime? AnsweredAt { get; set; }

    /// <summary>So long a link is good for.</summary>
    public static readonly TimeSpan Good = TimeSpan.FromDays(14);

    /// <summary>What it is good for by itself, whatever became of the estimate.</summary>
    public LinkState StateAt(DateTime utcNow) =>
        WithdrawnAt is not null ? LinkState.Withdrawn
        : AnsweredAt is not null ? LinkState.Answered
        : utcNow >= ExpiresAt ? LinkState.Expired
        : LinkState.Open;

    /// <summary>What it is good for.</summary>
    /// <param name="sent">What was sent.</param>
    /// <param name="now">What would be sent now.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="posted">The order was invoiced meanwhile: nothing can be answered any more.</param>
    public LinkState StateAt(ShownEstimate sent, ShownEstimate now, DateTime utcNow, bool posted) =>
        StateAt(utcNow) is not LinkState.Open and var over ? over : posted || sent.OfferHash != now.OfferHash ? LinkState.Changed : LinkState.Open;
}
