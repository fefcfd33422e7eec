using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A charge, or with a negative amount a refund, through the card terminal.</summary>
public class CardCharge
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Sent with every try, so that the card is charged once.</summary>
    public Guid IdempotencyKey { get; init; }

    /// <summary>The invoice that it pays; null for a deposit.</summary>
    public long? InvoiceId { get; init; }

    /// <summary>The deposit that it makes; null for an invoice.</summary>
    public long? DepositId { get; init; }

    /// <summary>A refund: the payment that it gives back of; null where it gives back a surplus.</summary>
    public long? RefundsId { get; init; }

    /// <summary>What the customer adds for the people who did the work.</summary>
    public Money Tip { get; init; }

    /// <summary>What the card is charged: amount and tip.</summary>
    public Money Charged => Amount + Tip;

    /// <summary>Amount; negative for a refund.</summary>
    public Money Amount { get; init; }

    /// <summary>Where it is.</summary>
    public CardChargeState State { get; internal set; }

    /// <summary>The terminal's reference.</summary>
    public string Reference { get; internal set; } = "";

    /// <summary>Last four of the card.</summary>
    public string CardEnding { get; internal set; } = "";

    /// <summary>What the terminal said when it refused.</summary>
    public string Message { get; internal set; } = "";

    /// <summary>The customer types the card on the payment service's own page; else it is charged at the terminal.</summary>
    public bool OnPage { get; init; }

    /// <summary>Where that page is; empty before the service told.</summary>
    public string PageUrl { get; internal set; } = "";

    /// <summary>When it was begun, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who began it.</summary>
    public long ById { get; init; }

    /// <summary>When it first went to the terminal, UTC; null while it never did. From then on it is looked up, not sent.</summary>
    public Instant? HandedOverAt { get; internal set; }

    /// <summary>For this long a charge that the terminal does not know may still be on its way to it.</summary>
    public static readonly Duration OnItsWay = Duration.FromMinutes(1);

    /// <summary>Writes down a charge, or with a negative amount a refund, before it goes to the terminal.</summary>
    public static CardCharge Begin(long invoiceId, Money amount, Actor actor, Money tip = default, long? refundsId = null) =>
        new()
        {
            IdempotencyKey = Guid.NewGuid(),
            InvoiceId = invoiceId,
            Amount = amount,
            Tip = tip,
            RefundsId = refundsId,
            State = CardChargeState.Pending,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>A charge that the customer makes on the payment service's page; nobody of the shop began it.</summary>
    public static CardCharge BeginOnPage(long invoiceId, Money amount, Money tip, Instant utcNow) =>
        new()
        {
            IdempotencyKey = Guid.NewGuid(),
            InvoiceId = invoiceId,
            Amount = amount,
            Tip = tip,
            OnPage = true,
            State = CardChargeState.Pending,
            At = utcNow,
        };

    /// <summary>The service told where its page is.</summary>
    public void Opened(string url) => (PageUrl, Message) = (url, $"The customer has the payment page of {Charged} open.");

    /// <summary>The same for a deposit.</summary>
    public static CardCharge ForDeposit(Deposit deposit, Money amount, Money tip, Actor actor) =>
        new()
        {
            IdempotencyKey = Guid.NewGuid(),
            DepositId = deposit.Id,
            Amount = amount,
            Tip = tip,
            State = CardChargeState.Pending,
            At = actor.At,
            ById = actor.StaffId,
        };

    /// <summary>Settles it without the terminal: the invoice was paid otherwise before it went there.</summary>
    internal void CallOff() => (State, Message) = (CardChargeState.NotMade, "The invoice was paid meanwhile, so the card was not charged.");

    /// <summary>
    /// Whether it was begun so long ago without going to the terminal that nobody stands there with a card any more. A refund needs none.
    /// </summary>
    /// <param name="utcNow">Now, UTC.</param>
    internal bool IsTooLate(Instant utcNow) => HandedOverAt is null && Amount.Cents > 0 && utcNow >= At + OnItsWay;

    /// <summary>Settles it without the terminal: the program stopped before it went there.</summary>
    internal void CallOffLate() =>
        (State, Message) = (
            CardChargeState.NotMade,
            "The program stopped before the terminal was asked, so the card was not charged. Start again."
        );

    /// <summary>Whether "unknown" from the terminal can be believed by now.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    internal bool UnknownMeansNotMade(Instant utcNow) => HandedOverAt is { } since && utcNow >= since + OnItsWay;

    /// <summary>It goes to the terminal now.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    internal void HandOver(Instant utcNow) => HandedOverAt = utcNow;

    /// <summary>A deposit's charge goes to the terminal, unless it comes too late; it is called off then.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public void HandOverForDeposit(Instant utcNow)
    {
        if (IsTooLate(utcNow))
            CallOffLate();
        else
            HandOver(utcNow);
    }

    /// <summary>The payment that it is once the terminal made it.</summary>
    /// <param name="customerId">Whose card; null for somebody unknown over the counter.</param>
    /// <param name="orderId">The order of its invoice or deposit.</param>
    /// <param name="utcNow">Now, UTC.</param>
    internal Payment Made(long? customerId, long? orderId, Instant utcNow) =>
        new()
        {
            CustomerId = customerId,
            OrderId = orderId,
            InvoiceId = InvoiceId,
            DepositId = DepositId,
            Method = PaymentMethod.Card,
            Amount = Amount,
            Tip = Tip,
            CardChargeId = Id,
            RefundsId = RefundsId,
            At = utcNow,
            ById = ById,
        };

    /// <summary>The terminal did not tell what became of it.</summary>
    /// <param name="why">What the terminal does, in words that follow its name.</param>
    public void NotAnswered(string why)
    {
        if (State == CardChargeState.Pending)
            Message =
                $"The card terminal {why}. The charge of {Charged} may or may not have gone through. Check it again before you do anything else.";
    }

    /// <summary>The terminal told what became of it. That it knows nothing of it counts only after <see cref="OnItsWay"/>.</summary>
    /// <param name="state">What became of it.</param>
    /// <param name="reference">The terminal's own name for it.</param>
    /// <param name="cardEnding">Last digits of the card.</param>
    /// <param name="message">What the terminal says, in words.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Answered(CardChargeState state, string reference, string cardEnding, string message, Instant utcNow)
    {
        if (State != CardChargeState.Pending)
            return;
        if (state == CardChargeState.Pending)
            Message = $"The customer has the payment page of {Charged} open.";
        else if (state == CardChargeState.NotMade && !UnknownMeansNotMade(utcNow))
            NotAnswered("has no data for this charge yet");
        else
            (State, Reference, CardEnding, Message) = (state, reference, cardEnding, message);
    }
}
