using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;

namespace Yardstick.Data.Billing;

/// <summary>Reads what stands on invoices.</summary>
public static class InvoiceQueries
{
    /// <summary>Customers with a balance on an account of the books: what is owed or held is read of theirs, nobody else's.</summary>
    /// <param name="db">The database.</param>
    /// <param name="account">The account.</param>
    public static async Task<List<long>> CustomersWithBalanceAsync(this ShopDb db, LedgerAccount account) =>
        [
            .. (
                await db
                    .JournalLines.Where(l => l.Account == account)
                    .GroupBy(l => l.Code)
                    .Where(g => g.Sum(l => l.Amount.Cents) != 0)
                    .Select(g => g.Key)
                    .ToListAsync()
            )
                .Where(c => c.Length > 0)
                .Select(c => long.Parse(c, CultureInfo.InvariantCulture)),
        ];

    /// <summary>Invoices of which something is owed, or too much was paid, of everybody.</summary>
    /// <param name="db">The database.</param>
    public static async Task<List<InvoiceStanding>> EverybodysOpenAsync(this ShopDb db)
    {
        var owing = await db.CustomersWithBalanceAsync(LedgerAccount.Receivable);
        var open = await db.OpenStanding(db.Invoices.Where(i => i.CustomerId != null && owing.Contains(i.CustomerId.Value))).ToListAsync();
        // Nobody known: looked at only where the books say that something is open there.
        if (await db.JournalLines.Where(l => l.Account == LedgerAccount.Receivable && l.Code == "").SumAsync(l => l.Amount.Cents) != 0)
            open.AddRange(await db.OpenStanding(db.Invoices.Where(i => i.CustomerId == null)).ToListAsync());
        return open;
    }

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
}
