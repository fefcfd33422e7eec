using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Billing;

/// <summary>
/// Adds everything up twice: the journal, and invoices, payments, taxes, deposits, stock, receipts and bills by themselves (rules, Money
/// after the invoice).
/// </summary>
public sealed class BooksCheck(ShopDb db)
{
    /// <summary>What differs, in words, the first of each kind; nothing where the books are right.</summary>
    public async Task<IReadOnlyList<string>> RunAsync()
    {
        var found = new List<string>();
        found.AddRange(await EntriesAsync());
        found.AddRange(await InvoicesAsync());
        var booked = (
            await db
                .JournalLines.GroupBy(l => new { l.Account, l.Code })
                .Select(g => new
                {
                    g.Key.Account,
                    g.Key.Code,
                    Cents = g.Sum(l => l.Amount.Cents),
                })
                .ToListAsync()
        ).ToLookup(g => g.Account, g => (g.Code, g.Cents));
        foreach (var (account, byCode) in await OwnAsync())
        {
            var journal = booked[account].ToDictionary(b => b.Code, b => b.Cents);
            foreach (var code in byCode.Keys.Union(journal.Keys).Order(StringComparer.Ordinal))
            {
                var (mine, theirs) = (new Money(journal.GetValueOrDefault(code)), new Money(byCode.GetValueOrDefault(code)));
                if (mine == theirs)
                    continue;
                found.Add($"{(int)account} {account} {code}".TrimEnd() + $": the journal says {mine}, the documents {theirs}.");
                break;
            }
        }
        return found;
    }

    private async Task<IEnumerable<string>> EntriesAsync()
    {
        var off = await db
            .JournalLines.GroupBy(l => l.EntryId)
            .Select(g => new { g.Key, Cents = g.Sum(l => l.Amount.Cents) })
            .Where(g => g.Cents != 0)
            .OrderBy(g => g.Key)
            .FirstOrDefaultAsync();
        return off is null ? [] : [$"Entry {off.Key} does not balance: {new Money(off.Cents)}."];
    }

    private async Task<IEnumerable<string>> InvoicesAsync()
    {
        var found = new List<string>();
        var unbooked = await db
            .Invoices.Where(i =>
                i.Total.Cents != 0
                && !db.Journal.Any(e =>
                    e.DocumentId == i.Id && e.Event == (i.Kind == InvoiceKind.Invoice ? JournalEvent.Invoice : JournalEvent.CreditNote)
                )
            )
            .OrderBy(i => i.Id)
            .Select(i => (long?)i.Number)
            .FirstOrDefaultAsync();
        if (unbooked is not null)
            found.Add($"Invoice {unbooked} is not in the journal.");
        var odd = await db
            .Invoices.Where(i =>
                i.Total.Cents
                != i.Sums.Labor.Cents
                    + i.Sums.Parts.Cents
                    + i.Sums.Sublet.Cents
                    + i.Sums.Fees.Cents
                    + i.Sums.Supplies.Cents
                    + i.Sums.Core.Cents
                    + db.InvoiceAmounts.Where(a => a.InvoiceId == i.Id).Sum(a => a.Amount.Cents)
            )
            .OrderBy(i => i.Id)
            .Select(i => (long?)i.Number)
            .FirstOrDefaultAsync();
        if (odd is not null)
            found.Add($"Invoice {odd} does not add up to its total.");
        var numbers = await db
            .Invoices.GroupBy(_ => 1)
            .Select(g => new
            {
                First = g.Min(i => i.Number),
                Last = g.Max(i => i.Number),
                Count = g.LongCount(),
            })
            .FirstOrDefaultAsync();
        if (numbers is not null && numbers.Last - numbers.First + 1 != numbers.Count)
            found.Add($"Between invoices {numbers.First} and {numbers.Last} a number is missing.");
        return found;
    }

    /// <summary>What the documents say by themselves, debit above zero.</summary>
    private async Task<Dictionary<LedgerAccount, Dictionary<string, long>>> OwnAsync() =>
        new()
        {
            [LedgerAccount.Receivable] = await ReceivableAsync(),
            [LedgerAccount.CashDrawer] = One(
                await MoneyOfAsync(PaymentMethod.Cash)
                    + await db.CashCounts.SumAsync(c => c.Counted.Cents - c.Expected.Cents - c.Banked.Cents)
                    - await CashBoughtAsync()
            ),
            [LedgerAccount.CardClearing] = One(await MoneyOfAsync(PaymentMethod.Card) - await TransferredAsync(LedgerAccount.CardClearing)),
            [LedgerAccount.Checks] = One(
                await MoneyOfAsync(PaymentMethod.Check)
                    - await TransferredAsync(LedgerAccount.Checks)
                    - await db.CashCounts.SumAsync(c => c.ChecksBanked.Cents)
            ),
            [LedgerAccount.Tips] = One(-await db.Payments.SumAsync(p => p.Tip.Cents)),
            [LedgerAccount.Deposits] = await DepositsAsync(),
            [LedgerAccount.SalesTax] = await HeldAsync(LedgerAccount.SalesTax),
            [LedgerAccount.FeesHeld] = await HeldAsync(LedgerAccount.FeesHeld),
            [LedgerAccount.CustomerCores] = One(
                await db.GivenUpCores.SumAsync(c => c.Amount.Cents) - await db.Invoices.SumAsync(i => i.Sums.Core.Cents)
            ),
            [LedgerAccount.WrittenOff] = One(await AdjustedAsync(AdjustmentKind.WriteOff)),
            [LedgerAccount.Interest] = One(await AdjustedAsync(AdjustmentKind.Interest)),
            [LedgerAccount.PartsStock] = One(await StockAsync()),
            [LedgerAccount.SupplierCores] = One(await CoresAsync()),
            [LedgerAccount.Payable] = One(await PayableAsync()),
            [LedgerAccount.ReceivedNotBilled] = One(await ReceivedNotBilledAsync()),
        };

    private static Dictionary<string, long> One(long cents) => cents == 0 ? [] : new() { [""] = cents };

    private async Task<Dictionary<string, long>> ReceivableAsync()
    {
        var due = await db
            .Invoices.GroupBy(i => i.CustomerId)
            .Select(g => new { g.Key, Cents = g.Sum(i => i.AmountDue.Cents) })
            .ToListAsync();
        var paid = await db
            .Payments.Where(p => p.InvoiceId != null)
            .GroupBy(p => p.CustomerId)
            .Select(g => new { g.Key, Cents = g.Sum(p => p.Amount.Cents) })
            .ToListAsync();
        var written = await db
            .Adjustments.Join(db.Invoices, a => a.InvoiceId, i => i.Id, (a, i) => new { i.CustomerId, a.Amount.Cents })
            .GroupBy(x => x.CustomerId)
            .Select(g => new { g.Key, Cents = g.Sum(x => x.Cents) })
            .ToListAsync();
        return due.Select(d => (d.Key, d.Cents))
            .Concat(paid.Select(p => (p.Key, -p.Cents)))
            .Concat(written.Select(w => (w.Key, -w.Cents)))
            .GroupBy(x => SalePostings.CodeOf(x.Key))
            .ToDictionary(g => g.Key, g => g.Sum(x => x.Item2));
    }

    private Task<long> AdjustedAsync(AdjustmentKind kind) => db.Adjustments.Where(a => a.Kind == kind).SumAsync(a => a.Amount.Cents);

    private Task<long> MoneyOfAsync(PaymentMethod method) =>
        db.Payments.Where(p => p.Method == method).SumAsync(p => p.Amount.Cents + p.Tip.Cents);

    private Task<long> TransferredAsync(LedgerAccount from) => db.BankTransfers.Where(t => t.From == from).SumAsync(t => t.Amount.Cents);

    private async Task<Dictionary<string, long>> DepositsAsync() =>
        (
            await db
                .Payments.Where(p => p.DepositId != null)
                .GroupBy(p => p.CustomerId)
                .Select(g => new { g.Key, Cents = g.Sum(p => p.Method == PaymentMethod.Deposit ? -p.Amount.Cents : p.Amount.Cents) })
                .ToListAsync()
        ).ToDictionary(g => SalePostings.CodeOf(g.Key), g => -g.Cents);

    private async Task<Dictionary<string, long>> HeldAsync(LedgerAccount account)
    {
        var held = await db
            .InvoiceAmounts.Where(a => a.Account == account)
            .GroupBy(a => a.Code)
            .Select(g => new { g.Key, Cents = g.Sum(a => a.Amount.Cents) })
            .ToListAsync();
        var remitted = await db
            .Remittances.Where(r => r.Account == account)
            .GroupBy(r => r.Code)
            .Select(g => new { g.Key, Cents = g.Sum(r => r.Amount.Cents) })
            .ToDictionaryAsync(g => g.Key, g => g.Cents);
        return held.ToDictionary(h => h.Key, h => remitted.GetValueOrDefault(h.Key) - h.Cents);
    }

    /// <summary>The shelf, what came for open orders, and what was taken off them to go back and has not left.</summary>
    private async Task<long> StockAsync()
    {
        var shelf = await db.StockMovements.SumAsync(m => m.ValueChange.Cents);
        var orders = await (
            from line in db.Lines.OfType<PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where
                line.ReceivedQuantity > Quantity.Zero
                && (
                    order.State != OrderState.Posted
                    || job.Decision != DecisionKind.Approved
                    || job.RemovedAt != null
                    || line.RemovedAt != null
                    || line.IsExcluded
                )
            select line.ReceivedValue
        ).ToListAsync();
        var leaving = await db
            .PartReturnLines.Where(l =>
                !l.FromStock
                && db.PartReturns.Any(r =>
                    r.Id == l.PartReturnId && (r.State == PartReturnState.Open || r.State == PartReturnState.Authorized)
                )
            )
            .SumAsync(l => l.BookValue.Cents);
        return shelf + orders.Sum(v => v.Cents) + leaving;
    }

    private async Task<long> CoresAsync()
    {
        var came = await db.ReceiptLines.Include(l => l.Core).Where(l => l.CoreEach > UnitPrice.Zero).ToListAsync();
        var back = await db
            .PartReturnLines.Where(l =>
                l.Reason == PartReturnReason.Core
                && db.PartReturns.Any(r =>
                    r.Id == l.PartReturnId && (r.State == PartReturnState.Credited || r.State == PartReturnState.Refused)
                )
            )
            .ToListAsync();
        return came.Sum(l => Money.Of(l.CoreEach * l.Quantity).Cents - Money.Of(l.CoreEach.Value * (l.Core?.GivenUp.Value ?? 0)).Cents)
            - back.Sum(l => l.Expected.Cents);
    }

    private async Task<long> PayableAsync() =>
        await db.SupplierCredits.Where(c => c.PartReturnId != null && c.UsedAt == null).SumAsync(c => c.Total.Cents)
        - await db.SupplierBills.Where(b => b.PaidAt == null).SumAsync(b => b.Total.Cents - b.Disputed.Cents);

    private async Task<long> CashBoughtAsync() => (await ReceivedAsync(cash: true)).Sum(l => ValueOf(l, l.Quantity));

    private async Task<long> ReceivedNotBilledAsync()
    {
        var open = (await ReceivedAsync(cash: false)).Sum(l => ValueOf(l, l.Quantity) - ValueOf(l, l.Billed));
        var sublets = await db.Invoices.SumAsync(i => i.Sums.SubletCost.Cents);
        var billed = (await db.Set<SupplierBillLine>().Where(l => l.SubletWorkId != null).Select(l => l.ReceivedCost).ToListAsync()).Sum(
            c => Money.Of(c * Quantity.One).Cents
        );
        var sent = await db
            .PartReturnLines.Where(l => db.PartReturns.Any(r => r.Id == l.PartReturnId && r.State == PartReturnState.Sent))
            .SumAsync(l => l.BookValue.Cents);
        return sent + billed - open - sublets;
    }

    private Task<List<ReceiptLine>> ReceivedAsync(bool cash) =>
        db.ReceiptLines.AsNoTracking().Where(l => db.Receipts.Any(r => r.Id == l.ReceiptId && r.PaidInCash == cash)).ToListAsync();

    private static long ValueOf(ReceiptLine line, Quantity units) =>
        Money.Of(line.UnitCost * units).Cents + Money.Of(line.CoreEach * units).Cents;
}
