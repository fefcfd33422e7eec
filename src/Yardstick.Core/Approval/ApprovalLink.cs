namespace Yardstick.Core.Approval;

/// <summary>A link by which a customer sees an estimate and answers.</summary>
public class ApprovalLink : CustomerLink
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
        : utcNow >= ExpiresAt ? LinkState.Expired
        : AnsweredAt is not null ? LinkState.Answered
        : LinkState.Open;

    /// <summary>Questions that one link takes within an hour.</summary>
    public const int QuestionsAnHour = 5;

    /// <summary>Whether what was sent is still shown: while it can be answered, and after the answer until the link's time is over.</summary>
    public static bool Shows(LinkState state) => state is LinkState.Open or LinkState.Answered;

    /// <summary>What the customer is told about a link; empty while it can be answered.</summary>
    /// <param name="state">What it is good for.</param>
    /// <param name="local">UTC as wall time of the shop.</param>
    /// <param name="newer">A newer link went out since.</param>
    public string SentenceOf(LinkState state, Func<DateTime, DateTime> local, bool newer) => state switch
    {
        LinkState.Open => "",
        LinkState.Expired => $"This link was good until {local(ExpiresAt):MMMM d}. Call us and we send you the estimate as it is today.",
        LinkState.Withdrawn => "We took this estimate back. Call us if you expected an answer to it.",
        LinkState.Answered => "Thank you, we have your answer.",
        _ when newer => "We changed this estimate and sent you a newer one; please answer that.",
        _ => "We changed this estimate since we sent it, so nothing can be answered here any more. Please wait for a new link, or call us.",
    };

    /// <summary>What it is good for.</summary>
    /// <param name="sent">What was sent.</param>
    /// <param name="now">What would be sent now.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="closed">The order was invoiced, ended or made void meanwhile: nothing can be answered any more.</param>
    public LinkState StateAt(EstimateSnapshot sent, EstimateSnapshot now, DateTime utcNow, bool closed) =>
        StateAt(utcNow) is not LinkState.Open and var over ? over : closed || sent.OfferHash != now.OfferHash ? LinkState.Changed : LinkState.Open;
}
