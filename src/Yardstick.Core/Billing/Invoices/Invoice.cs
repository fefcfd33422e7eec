using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A posted invoice or credit memo. Never changes.</summary>
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

    /// <summary>Customer, another account or the shop itself.</summary>
    public Payer Payer { get; init; }

    /// <summary>Who owes it; null for somebody unknown over the counter, and where the shop itself pays.</summary>
    public long? CustomerId { get; init; }

    /// <summary>When it was posted, UTC.</summary>
    public Instant PostedAt { get; init; }

    /// <summary>Who posted it.</summary>
    public long PostedById { get; init; }

    /// <summary>When it is due; the day of posting where no days were agreed.</summary>
    public LocalDate DueOn { get; init; }

    /// <summary>Total; negative on a credit note.</summary>
    public Money Total { get; init; }

    /// <summary>Deductible of a contract: added to the customer's, taken off the payer's (then below zero).</summary>
    public Money Deductible { get; init; }

    /// <summary>What has to be paid: total and deductible; nothing where the shop itself pays.</summary>
    public Money AmountDue { get; init; }

    /// <summary>Taxes within or on top.</summary>
    public Money Tax { get; init; }

    /// <summary>Profit as the rules give it.</summary>
    public Money Profit { get; init; }

    /// <summary>What it comes to by kind, without taxes.</summary>
    public InvoiceSums Sums { get; init; } = new();

    /// <summary>What it adds to the shop's measures.</summary>
    public SaleRecord? Sale { get; init; }

    /// <summary>Its taxes, and fees held for others, by code.</summary>
    public List<InvoiceAmount> Amounts { get; } = [];

    /// <summary>The policy that priced it.</summary>
    public long PolicyVersionId { get; init; }

    /// <summary>The complete pricing case, as JSON; of a credit note that of its invoice.</summary>
    public required string CaseJson { get; init; }

    /// <summary>Frozen texts and figures, as JSON.</summary>
    public required string DocumentJson { get; init; }

    /// <summary>The invoice that a credit note takes something of back.</summary>
    public long? CorrectsId { get; init; }

    /// <summary>A credit note of everything that was left.</summary>
    public bool CreditsAll { get; init; }

    /// <summary>What a credit note credits, in the order in which it was judged; empty where it is everything that was left.</summary>
    public List<CreditedPick> Credits { get; } = [];

    /// <summary>Why it was credited.</summary>
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

    /// <summary>The invoice of an order to one of its payers.</summary>
    /// <param name="order">The order.</param>
    /// <param name="number">Its number.</param>
    /// <param name="of">What that payer is invoiced.</param>
    /// <param name="document">What it says, as JSON.</param>
    /// <param name="partsCost">What its parts cost, as they left stock and the order.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="actor">Who.</param>
    /// <param name="id">Its key, where it is not given by the database.</param>
    public static Invoice Post(
        Order order,
        long number,
        PayerInvoice of,
        string document,
        Money partsCost,
        LocalDate today,
        Actor actor,
        long id = 0
    )
    {
        var frozen = of.Frozen;
        var sale = new CreditedInvoice(frozen).Posted;
        var invoice = new Invoice
        {
            Id = id,
            Number = number,
            OrderId = order.Id,
            Payer = of.Payer,
            CustomerId = of.Account?.Id,
            PostedAt = actor.At,
            PostedById = actor.StaffId,
            DueOn = today.PlusDays(of.Account?.CreditDays ?? 0),
            Total = Money.Of(of.Result.Total),
            Deductible = of.Deductible,
            AmountDue = of.Due,
            Tax = Money.Of(of.Result.Taxes.Sum(t => t.Amount)),
            Profit = Money.Of(of.Result.Profit),
            PolicyVersionId = order.PolicyVersionId,
            Sums = InvoiceSums.Of(sale, 1, partsCost, Money.Of(SubletCost(frozen))),
            Sale = SaleRecord.Of(
                sale,
                1,
                today,
                order.Id,
                of.Payer == Payer.Shop,
                order.VehicleId is not null,
                of.CountsCar && order.VehicleId is not null ? 1 : 0,
                id
            ),
            CaseJson = CaseWriter.Write(frozen),
            DocumentJson = document,
        };
        invoice.Amounts.AddRange(InvoiceAmount.Of(sale, 1, id));
        return invoice;
    }

    private static decimal SubletCost(PricingCase pricing) =>
        pricing.Jobs.SelectMany(j => j.Lines).OfType<SubletCaseLine>().Where(l => !l.Out).Sum(l => Rounding.Round(l.Cost));

    /// <summary>The pricing case as posted.</summary>
    public PricingCase Case() => CaseReader.Read(System.Text.Encoding.UTF8.GetBytes(CaseJson));
}
