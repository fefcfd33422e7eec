using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A posted invoice. Never changes.</summary>
public class Invoice
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number without gaps.</summary>
    public long Number { get; init; }

    /// <summary>Invoice or credit note.</summary>
    public InvoiceKind Kind { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>Who owes it.</summary>
    public long? CustomerId { get; init; }

    /// <summary>When it was posted, UTC.</summary>
    public Instant PostedAt { get; init; }

    /// <summary>Who posted it.</summary>
    public long PostedById { get; init; }

    /// <summary>Total; negative on a credit note.</summary>
    public Money Total { get; init; }

    /// <summary>Taxes within or on top.</summary>
    public Money Tax { get; init; }

    /// <summary>Profit as the rules give it.</summary>
    public Money Profit { get; init; }

    /// <summary>The policy that priced it.</summary>
    public long PolicyVersionId { get; init; }

    /// <summary>The complete pricing case, as JSON.</summary>
    public required string CaseJson { get; init; }

    /// <summary>Frozen texts and figures, as JSON.</summary>
    public required string DocumentJson { get; init; }

    /// <summary>The invoice that a credit note takes back.</summary>
    public long? CorrectsId { get; init; }

    /// <summary>Why it was taken back.</summary>
    public string Reason { get; init; } = "";

    /// <summary>Whether an order can be invoiced. Refuses with <c>order.posted</c> and <c>order.obstacles</c>.</summary>
    /// <param name="order">The order.</param>
    /// <param name="blockers">What keeps it from being closed.</param>
    public static Result MayPost(Order order, IReadOnlyList<ClosingBlocker> blockers)
    {
        if (order.State == OrderState.Posted)
            return new Problem("order.posted", "This repair order is already invoiced.");
        return blockers.Count > 0 ? new Problem("order.obstacles", blockers[0].Message) : Result.Done;
    }

    /// <summary>The invoice of an order.</summary>
    /// <param name="order">The order.</param>
    /// <param name="number">Its number.</param>
    /// <param name="pricing">The case that prices it.</param>
    /// <param name="result">What that case comes to.</param>
    /// <param name="document">What it says, as JSON.</param>
    /// <param name="actor">Who.</param>
    public static Invoice Post(Order order, long number, PricingCase pricing, PricingResult result, string document, Actor actor) =>
        new()
        {
            Number = number,
            OrderId = order.Id,
            CustomerId = order.CustomerId,
            PostedAt = actor.At,
            PostedById = actor.StaffId,
            Total = Money.Of(result.Total),
            Tax = Money.Of(result.Taxes.Sum(t => t.Amount)),
            Profit = Money.Of(result.Profit),
            PolicyVersionId = order.PolicyVersionId,
            CaseJson = CaseWriter.Write(pricing),
            DocumentJson = document,
        };

    /// <summary>What is owed on it; below zero where too much was paid.</summary>
    /// <param name="paid">What was paid on it, refunds taken off.</param>
    public Money Balance(Money paid) => Total - paid;
}
