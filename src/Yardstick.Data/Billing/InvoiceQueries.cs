using Yardstick.Core.Billing;

namespace Yardstick.Data.Billing;

/// <summary>Reads what stands on invoices.</summary>
public static class InvoiceQueries
{
    /// <summary>Invoices, no credit memos, with their sums.</summary>
    /// <param name="db">The database.</param>
    /// <param name="invoices">Which.</param>
    public static IQueryable<InvoiceStanding> Standing(this ShopDb db, IQueryable<Invoice> invoices) =>
        invoices
            .Where(i => i.Kind == InvoiceKind.Invoice)
            .Select(i => new InvoiceStanding
            {
                Invoice = i,
                PaidCents = db.Payments.Where(p => p.InvoiceId == i.Id).Sum(p => p.Amount.Cents),
                AdjustedCents = db.Adjustments.Where(a => a.InvoiceId == i.Id).Sum(a => a.Amount.Cents),
                CreditCents = db.Invoices.Where(c => c.CorrectsId == i.Id).Sum(c => c.AmountDue.Cents),
                Reversed = db.Invoices.Any(c => c.CorrectsId == i.Id && c.CreditsAll),
            });

    /// <summary>Those of which something is owed, or too much was paid.</summary>
    /// <param name="db">The database.</param>
    /// <param name="invoices">Which.</param>
    public static IQueryable<InvoiceStanding> OpenStanding(this ShopDb db, IQueryable<Invoice> invoices) =>
        db.Standing(invoices).Where(s => s.Invoice.AmountDue.Cents + s.CreditCents - s.PaidCents - s.AdjustedCents != 0);

    /// <summary>Those of which something is owed, or too much was paid, without what they charge.</summary>
    /// <param name="db">The database.</param>
    /// <param name="invoices">Which.</param>
    public static IQueryable<OwedInvoice> Owed(this ShopDb db, IQueryable<Invoice> invoices) =>
        db.OpenStanding(invoices)
            .Select(s => new OwedInvoice(
                s.Invoice.Id,
                s.Invoice.Number,
                s.Invoice.OrderId,
                s.Invoice.CustomerId,
                s.Invoice.DueOn,
                s.Invoice.AmountDue.Cents + s.CreditCents - s.PaidCents - s.AdjustedCents
            ));
}
