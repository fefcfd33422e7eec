using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>A link by which a customer sees an estimate and answers.</summary>
public class ApprovalLink : CustomerLink
{
    /// <summary>The frozen copy that was sent.</summary>
    public long ShownId { get; init; }

    /// <summary>Answered, UTC.</summary>
    public Instant? AnsweredAt { get; internal set; }

    /// <summary>So long a link is good for.</summary>
    public static readonly Duration Good = Duration.FromDays(14);

    /// <summary>What it is good for by itself, whatever became of the estimate.</summary>
    public LinkState StateAt(Instant utcNow) =>
        WithdrawnAt is not null ? LinkState.Withdrawn
        : utcNow >= ExpiresAt ? LinkState.Expired
        : AnsweredAt is not null ? LinkState.Answered
        : LinkState.Open;

    /// <summary>Questions that one link takes within an hour.</summary>
    public const int QuestionsAnHour = 5;

    /// <summary>
    /// Whether what was sent is still shown: while it can be answered, and after the answer until the link's time is over.
    /// </summary>
    public static bool Shows(LinkState state) => state is LinkState.Open or LinkState.Answered;

    /// <summary>What the customer is told about a link; empty while it can be answered.</summary>
    /// <param name="state">What it is good for.</param>
    /// <param name="local">UTC as wall time of the shop.</param>
    /// <param name="newer">A newer link went out since.</param>
    public string SentenceOf(LinkState state, Func<Instant, LocalDateTime> local, bool newer) =>
        state switch
        {
            LinkState.Open => "",
            LinkState.Expired => Invariant(
                $"This link was good until {local(ExpiresAt):MMMM d}. Call us and we will send an updated estimate."
            ),
            LinkState.Withdrawn => "We withdrew this estimate. Call us if you have questions.",
            LinkState.Answered => "Thank you, we have your answer.",
            _ when newer => "We updated this estimate and sent you a new link. Please answer there.",
            _ => "We changed this estimate after we sent it. Please wait for the new link, or call us.",
        };

    /// <summary>What it is good for.</summary>
    /// <param name="sent">What was sent.</param>
    /// <param name="now">What would be sent now.</param>
    /// <param name="utcNow">Now, UTC.</param>
    /// <param name="closed">The order was invoiced, ended or made void meanwhile: nothing can be answered any more.</param>
    public LinkState StateAt(EstimateSnapshot sent, EstimateSnapshot now, Instant utcNow, bool closed) =>
        StateAt(utcNow) is not LinkState.Open and var over ? over
        : closed || sent.OfferHash != now.OfferHash ? LinkState.Changed
        : LinkState.Open;

    /// <summary>Why nothing is taken through it any more.</summary>
    /// <param name="sentence">What the page says of the state that it is in.</param>
    public static Problem Closed(string sentence) =>
        new("link.closed", sentence.Length > 0 ? sentence : "Questions are closed here. Please call us.");

    /// <summary>Takes the customer's answer: once, and only to what was sent. Refuses with <c>link.closed</c>.</summary>
    /// <param name="sent">What they were sent.</param>
    /// <param name="now">What the order offers by now.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Answer(EstimateSnapshot sent, EstimateSnapshot now, Instant utcNow)
    {
        if (StateAt(sent, now, utcNow, closed: false) != LinkState.Open)
            return Closed("We changed this estimate while you looked at it. Please wait for a new link, or call us.");
        AnsweredAt = utcNow;
        return Result.Done;
    }

    /// <summary>Takes a question that was asked on the page.</summary>
    /// <param name="state">State that the link is in.</param>
    /// <param name="text">What they typed, 1 to 2,000 characters.</param>
    /// <param name="askedLately">Questions of the last hour; refused with <c>question.often</c> from <see cref="QuestionsAnHour"/>
    /// on.</param>
    /// <param name="customerId">Who asks.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result<Message> Ask(LinkState state, string? text, int askedLately, long? customerId, Instant utcNow)
    {
        var question = (text ?? "").Trim();
        if (question.Length is 0 or > 2000)
            return new Problem("question.empty", "Write your question in at most 2,000 characters.", "text");
        if (state != LinkState.Open)
            return Closed("");
        if (askedLately >= QuestionsAnHour)
            return new Problem("question.often", "We have your questions and answer them soon. If it is urgent, please call us.");
        return Message.Received(MessageChannel.Page, "", "", question, Guid.NewGuid().ToString("N"), customerId, OrderId, utcNow);
    }

    /// <summary>A link to an estimate, good for <see cref="Good"/>.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="token">Its secret, of which only a hash is kept.</param>
    /// <param name="shownId">What it shows.</param>
    /// <param name="actor">Who sends it.</param>
    public static ApprovalLink For(long orderId, string token, long shownId, Actor actor) =>
        new()
        {
            OrderId = orderId,
            TokenHash = LinkToken.HashOf(token),
            ShownId = shownId,
            SentAt = actor.At,
            SentById = actor.StaffId,
            ExpiresAt = actor.At + Good,
        };

    /// <summary>Whether there is anything to ask. Refuses with <c>link.nothing</c>.</summary>
    public static Result MaySend(Order order) =>
        order.OnJobs.Any(j => j.Decision == DecisionKind.Proposed)
            ? Result.Done
            : new Problem("link.nothing", "Every job has been answered, so there is nothing to send.");
}
