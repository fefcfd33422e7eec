using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Invoice or credit note; both take their number from the same series without gaps.</summary>
public enum InvoiceKind
{
    /// <summary>An invoice.</summary>
    Invoice,
    /// <summary>Takes back an invoice.</summary>
    CreditNote,
}

/// <summary>A posted invoice. Never changes.</summary>
public class Invoice
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Number without gaps.</summary>
    public long Number { get; set; }
    /// <summary>Invoice or credit note.</summary>
    public InvoiceKind Kind { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>Who owes it.</summary>
    public long? CustomerId { get; set; }
    /// <summary>When it was posted, UTC.</summary>
    public DateTime PostedAt { get; set; }
    /// <summary>Who posted it.</summary>
    public long PostedById { get; set; }
    /// <summary>Total; negative on a credit note.</summary>
    public Money Total { get; set; }
    /// <summary>Taxes within or on top.</summary>
    public Money Tax { get; set; }
    /// <summary>Profit as the rules give it.</summary>
    public Money Profit { get; set; }
    /// <summary>The policy that priced it.</summary>
    public long PolicyVersionId { get; set; }
    /// <summary>The complete pricing case, as JSON.</summary>
    public required string CaseJson { get; set; }
    /// <summary>Frozen texts and figures, as JSON.</summary>
    public required string DocumentJson { get; set; }
    /// <summary>The invoice that a credit note takes back.</summary>
    public long? CorrectsId { get; set; }
    /// <summary>Why it was taken back.</summary>
    public string Reason { get; set; } = "";
}

/// <summary>How money came or went.</summary>
public enum PaymentMethod
{
    /// <summary>Cash.</summary>
    Cash,
    /// <summary>Card through the terminal.</summary>
    Card,
}

/// <summary>Money that came (positive) or went back (negative). Only added to.</summary>
public class Payment
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>The invoice.</summary>
    public long InvoiceId { get; set; }
    /// <summary>How.</summary>
    public PaymentMethod Method { get; set; }
    /// <summary>Amount; negative for a refund.</summary>
    public Money Amount { get; set; }
    /// <summary>Cash handed over.</summary>
    public Money Tendered { get; set; }
    /// <summary>Cash handed back.</summary>
    public Money Change { get; set; }
    /// <summary>The card charge that it records.</summary>
    public long? CardChargeId { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who took it.</summary>
    public long ById { get; set; }

    /// <summary>Takes cash for an invoice: what is owed of it is kept, the rest is change.</summary>
    public static Result<Payment> Cash(Invoice invoice, Money owed, string? tendered, long byId, DateTime at)
    {
        var amount = Typed.Amount(tendered, "tendered");
        if (amount.Problem is { } problem) return problem;
        var given = Money.Of(amount.Value);
        if (given.Cents <= 0) return new Problem("payment.amount", "Type the cash that was handed over.", "tendered");
        if (owed.Cents <= 0) return new Problem("payment.paid", "Nothing is owed on this invoice.", "tendered");
        var kept = given.Cents < owed.Cents ? given : owed;
        return new Payment
        {
            OrderId = invoice.OrderId,
            InvoiceId = invoice.Id,
            Method = PaymentMethod.Cash,
            Amount = kept,
            Tendered = given,
            Change = given - kept,
            ById = byId,
            At = at,
        };
    }
}

/// <summary>Where a card charge is.</summary>
public enum CardChargeState
{
    /// <summary>Sent, not answered: looked up, never sent anew under another key.</summary>
    Pending,
    /// <summary>The money came.</summary>
    Approved,
    /// <summary>The card was refused.</summary>
    Declined,
    /// <summary>The terminal never got it.</summary>
    NotMade,
}

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

    /// <summary>Whether "unknown" from the terminal can be believed by now.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public bool UnknownMeansNotMade(DateTime utcNow) => HandedOverAt is { } since && utcNow >= since + OnItsWay;
}
