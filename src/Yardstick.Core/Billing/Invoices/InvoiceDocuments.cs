using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What invoices and credit memos say.</summary>
public static class InvoiceDocuments
{
    /// <summary>The invoice of one payer: its jobs alone, to its name, with what the customer bears.</summary>
    /// <param name="order">The order.</param>
    /// <param name="parties">Customer, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="payer">What the payer is invoiced.</param>
    /// <param name="all">What all payers are invoiced: the customer reads who pays for the rest.</param>
    /// <param name="next">What comes next for the vehicle: the customer reads it.</param>
    /// <param name="number">Its number.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument Of(
        Order order,
        DocumentParties parties,
        Shop shop,
        PayerInvoice payer,
        IReadOnlyList<PayerInvoice> all,
        IEnumerable<NextWork> next,
        long number,
        LocalDateTime localNow
    )
    {
        var document = DocumentMaker.OfOrder(
            order,
            payer.Payer == Payer.Customer ? parties : parties with { Customer = payer.Account },
            shop,
            payer.Result,
            DocumentKind.Invoice,
            number,
            localNow
        );
        return document with
        {
            CustomerName = payer.Payer == Payer.Shop ? $"{shop.Name}, internal" : document.CustomerName,
            Totals = [.. document.Totals, .. DeductibleRows(payer)],
            NotDone = payer.Payer == Payer.Customer ? [.. document.NotDone, .. PaidByOthers(order, all)] : [],
            NextWork = payer.Payer == Payer.Customer ? [.. next.Select(n => n.Sentence)] : [],
            Consent = payer.Payer == Payer.Customer ? document.Consent : [],
            Acknowledged = payer.Payer == Payer.Customer ? document.Acknowledged : [],
        };
    }

    /// <summary>A credit memo: of the whole invoice with its lines, of single lines with what was credited of them.</summary>
    /// <param name="invoice">The invoice's document.</param>
    /// <param name="sale">What is credited.</param>
    /// <param name="picks">The lines; null for all that was left.</param>
    /// <param name="isWhole">Nothing was credited before, and nothing is left.</param>
    /// <param name="number">Its number.</param>
    /// <param name="reason">Why.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument Credit(
        ShopDocument invoice,
        CreditedSale sale,
        IReadOnlyList<CreditPick>? picks,
        bool isWhole,
        long number,
        string reason,
        LocalDateTime localNow
    )
    {
        if (isWhole)
            return invoice.AsCreditNote(number, localNow, reason);
        return invoice with
        {
            Kind = DocumentKind.CreditNote,
            Number = number,
            Date = localNow,
            Reason = $"Credit on invoice {invoice.Number}: {reason}",
            Jobs = picks is null
                ? [new DocumentJob("Everything that was left of the invoice", -sale.Figures.Subtotal, [])]
                : [.. invoice.Jobs.Select(j => OfPicks(j, picks)).OfType<DocumentJob>()],
            NotDone = [],
            NextWork = [],
            Consent = [],
            Acknowledged = [],
            Concerns = [],
            Totals = Totals(sale),
        };
    }

    private static IEnumerable<DocumentAmount> DeductibleRows(PayerInvoice payer) =>
        payer.Deductible.Cents == 0
            ? []
            : [new DocumentAmount("Deductible", payer.Deductible.Amount), new DocumentAmount("Amount due", payer.Due.Amount)];

    private static IEnumerable<string> PaidByOthers(Order order, IEnumerable<PayerInvoice> all) =>
        all.Where(p => p.Payer != Payer.Customer)
            .SelectMany(p =>
                p.Jobs.Select(key =>
                    $"{order.OnJobs.First(j => OrderPricing.JobKey(j) == key).Title}: paid by {p.Account?.DisplayName ?? "the shop"}"
                )
            );

    private static DocumentJob? OfPicks(DocumentJob job, IReadOnlyList<CreditPick> picks)
    {
        var lines = picks
            .Where(p => p.Job == job.Key)
            .Select(p => (Pick: p, Line: job.Lines.FirstOrDefault(l => l.Index == p.Line)))
            .Where(x => x.Line is not null)
            .Select(x =>
                x.Line! with
                {
                    Description = x.Pick.IsCore ? $"Core returned, {x.Line.Description}" : x.Line.Description,
                    Quantity = x.Pick.Quantity is { } some ? Invariant($"{some:0.###}") : x.Line.Quantity,
                    Each = null,
                    Amount = null,
                }
            )
            .ToList();
        return lines.Count == 0 ? null : job with { Lines = lines, Amount = 0, Text = "" };
    }

    private static List<DocumentAmount> Totals(CreditedSale sale)
    {
        var (rows, f) = (new List<DocumentAmount>(), sale.Figures);
        void Add(string label, decimal amount)
        {
            if (amount != 0)
                rows.Add(new DocumentAmount(label, -amount));
        }
        Add("Labor", f.Labor);
        Add("Parts", f.Parts);
        Add("Sublet", f.Sublet);
        Add("Fees", f.Fees);
        Add("Core charges", f.Core);
        Add("Shop supplies", f.Supplies);
        foreach (var tax in f.Taxes)
            Add($"Tax, {tax.Code.ToLowerInvariant()}", tax.Amount);
        rows.Add(new DocumentAmount("Total", -f.Total));
        if (sale.Deductible.Cents != 0)
            rows.AddRange([new DocumentAmount("Deductible", -sale.Deductible.Amount), new DocumentAmount("Amount due", -sale.Due.Amount)]);
        return rows;
    }
}
