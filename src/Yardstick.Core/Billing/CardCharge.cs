using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A charge, or with a negative amount a refund, through the card terminal.</summary>
public class CardCharge
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Sent with every try, so that the card is charged once.</summary>
    public Guid IdempotencyKey { get; set; }
    /// <summary>The invoice.</summary>
    public long InvoiceId { get; set; }
    /// <summary>Amount; negative for a refund.</summary>
    public Money Amount { get; set; }
    /// <summary>Where it is.</summary>
    public CardChargeState State { get; set; }
    /// <summary>The terminal's reference.</summary>
    public string Reference { get; set; } = "";
    /// <summary>Last four of the card.</summary>
    public string CardEnding { get; set; } = "";
    /// <summary>What the terminal said when it refused.</summary>
    public string Message { get; set; } = "";
    /// <summary>When it was begun, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who began it.</summary>
    public long ById { get; set; }
    /// <summary>When it first went to the terminal, UTC; null while it never did. From then on it is looked up, not sent.</summary>
    public DateTime? HandedOverAt { get; set; }

    /// <summary>For this long a charge that the terminal does not know may still be on its way to it.</summary>
    public static readonly TimeSpan OnItsWay = TimeSpan.FromMinutes(1);

    /// <summary>Writes down a charge, or with a negative amount a refund, before it goes to the terminal.</summary>
    public static CardCharge Begin(long invoiceId, Money amount, Actor actor) =>
        new() { IdempotencyKey = Guid.NewGuid(), InvoiceId = invoiceId, Amount = amount, State = CardChargeState.Pending, At = actor.At, ById = actor.StaffId };

    /// <summary>Settles it without the terminal: the invoice was paid otherwise before it went there.</summary>
    public void CallOff() => (State, Message) = (CardChargeState.NotMade, "The invoice was paid meanwhile, so the card was not charged.");

    /// <summary>Whether it was begun so long ago without going to the terminal that nobody stands there with a card any more. A refund needs none.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public bool IsTooLate(DateTime utcNow) => HandedOverAt is null && Amount.Cents > 0 && utcNow >= At + OnItsWay;

    /// <summary>Settles it without the terminal: the program stopped before it went there.</summary>
    public void CallOffLate() => (State, Message) = (CardChargeState.NotMade, "The program stopped before the terminal was asked, so the card was not charged. Start again.");

    /// <summary>Whether "unknown" from the terminal can be believed by now.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public bool UnknownMeansNotMade(DateTime utcNow) => HandedOverAt is { } since && utcNow >= since + OnItsWay;
}
