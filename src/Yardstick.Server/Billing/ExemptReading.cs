using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Billing;

/// <summary>Reads what exemptions freed of tax in a period.</summary>
internal static class ExemptReading
{
    /// <summary>
    /// In cents by tax: of invoices posted in the period as they stood at its end, of earlier ones what was credited in it.
    /// </summary>
    /// <param name="db">The database.</param>
    /// <param name="begin">The first moment.</param>
    /// <param name="end">The first moment after it.</param>
    internal static async Task<IReadOnlyDictionary<string, long>> SumsAsync(ShopDb db, Instant begin, Instant end)
    {
        var inPeriod = db.Invoices.Where(i => i.PostedAt >= begin && i.PostedAt < end && i.Payer != Payer.Shop);
        // Whether somebody was exempt stands in the case as it was posted, whatever became of the customer since.
        var ids = await inPeriod
            .Where(i => i.Kind == InvoiceKind.Invoice && EF.Functions.Like(i.CaseJson, Mark))
            .Select(i => i.Id)
            .Union(
                inPeriod
                    .Where(c => c.CorrectsId != null)
                    .Join(db.Invoices.Where(i => EF.Functions.Like(i.CaseJson, Mark)), c => c.CorrectsId, i => i.Id, (_, i) => i.Id)
            )
            .ToListAsync();
        var invoices = await db.Invoices.AsNoTracking().Where(i => ids.Contains(i.Id)).ToListAsync();
        var credits = (
            await db.Invoices.AsNoTracking().Include(i => i.Credits).Where(c => ids.Contains(c.CorrectsId!.Value)).ToListAsync()
        ).ToLookup(c => c.CorrectsId!.Value);
        var sums = new Dictionary<string, long>(StringComparer.Ordinal);
        foreach (var invoice in invoices)
        {
            Add(Freed(invoice, credits[invoice.Id], end), 1);
            if (invoice.PostedAt < begin)
                Add(Freed(invoice, credits[invoice.Id], begin), -1);
        }
        return sums;

        void Add(IReadOnlyDictionary<string, Money> freed, int sign)
        {
            foreach (var (code, amount) in freed)
                sums[code] = sums.GetValueOrDefault(code) + sign * amount.Cents;
        }
    }

    private const string Mark = "%\"taxExempt\"%";

    private static IReadOnlyDictionary<string, Money> Freed(Invoice invoice, IEnumerable<Invoice> credits, Instant until) =>
        ExemptSales.Of(invoice.Case(), InvoiceAccount.PicksOf(credits.Where(c => c.PostedAt < until)));
}
