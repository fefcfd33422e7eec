using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What one payer of an order is invoiced.</summary>
/// <param name="Payer">Customer, another account or the shop itself.</param>
/// <param name="Account">Who owes it; null for somebody unknown over the counter, and where the shop itself pays.</param>
/// <param name="Shown">The case with all jobs of the order, the payer's alone included: what documents are made of.</param>
/// <param name="Result">What it comes to.</param>
/// <param name="Deductible">Added to the customer's, taken off another payer's (then below zero).</param>
public sealed record PayerInvoice(Payer Payer, Customer? Account, PricingCase Shown, PricingResult Result, Money Deductible)
{
    /// <summary>The order's vehicle counts with this one: the first that somebody but the shop pays.</summary>
    public bool CountsCar { get; init; }

    /// <summary>What has to be paid; nothing where the shop itself pays.</summary>
    public Money Due => Payer == Payer.Shop ? Money.Zero : Money.Of(Result.Total) + Deductible;

    /// <summary>The case that is frozen with the invoice: the payer's approved jobs and no other.</summary>
    public PricingCase Frozen
    {
        get
        {
            var ids = Shown.Include.Ids!.ToHashSet();
            return Shown with
            {
                Authorized = null,
                Jobs = [.. Shown.Jobs.Where(j => ids.Contains(j.Id)).Select(j => j with { Credit = Within(j.Credit, ids) })],
            };
        }
    }

    /// <summary>Keys of the jobs on it.</summary>
    public IReadOnlyList<string> Jobs => Shown.Include.Ids!;

    /// <summary>The invoices that an order's approved work makes: the customer's first, then those of other accounts, the shop's own last.</summary>
    /// <param name="order">The order.</param>
    /// <param name="customer">Its customer.</param>
    /// <param name="policy">The policy that prices it.</param>
    /// <param name="day">Today in the shop.</param>
    public static IReadOnlyList<PayerInvoice> Of(Order order, Customer? customer, ShopPolicy policy, LocalDate day)
    {
        var whole = OrderPricing.CaseOf(order, customer, policy, JobSelection.ApprovedOnly, day);
        var invoices = new List<PayerInvoice>();
        var charged = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (key, own) in PayerCases.Split(whole))
        {
            var ids = own.Jobs.Where(j => j.Payer == key && j.Decision == JobDecision.Approved).Select(j => j.Id).ToList();
            var alone = own with
            {
                Include = JobSelection.Of(ids),
                Policy = own.Policy with { OrderFees = [.. own.Policy.OrderFees.Where(f => !charged.Contains(f.Code))] },
            };
            var result = OrderPricer.Price(alone);
            charged.UnionWith(result.OrderFees.Select(f => f.Code));
            invoices.Add(Made(order, customer, key, alone, result));
        }
        // What the customer bears of the others' invoices stands on theirs, if need be alone.
        var borne = -invoices.Sum(i => i.Deductible.Cents);
        invoices[0] = invoices[0] with { Deductible = new Money(borne) };
        var posted = invoices.Where(i => i.Jobs.Count > 0 || i.Deductible.Cents > 0).ToList();
        var counts = posted.FindIndex(i => i.Payer != Payer.Shop);
        return [.. posted.Select((p, i) => i == counts ? p with { CountsCar = true } : p)];
    }

    private static PayerInvoice Made(Order order, Customer? customer, string key, PricingCase alone, PricingResult result)
    {
        if (key.Length == 0)
            return new PayerInvoice(Payer.Customer, customer, alone, result, Money.Zero);
        if (key == CasePayer.Shop.Key)
            return new PayerInvoice(Payer.Shop, null, alone, result, Money.Zero);
        var payer = order.PayingAccounts.First(p => OrderPricing.PayerKey(p.CustomerId) == key);
        var deductible = Math.Min(payer.Deductible.Cents, Money.Of(result.Total).Cents);
        return new PayerInvoice(Payer.Account, payer.Account, alone, result, new Money(-deductible));
    }

    private static JobCredit? Within(JobCredit? credit, HashSet<string> ids) =>
        credit is not null && credit.When.Where(ids.Contains).ToList() is { Count: > 0 } there ? credit with { When = there } : null;
}
