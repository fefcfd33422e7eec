using Yardstick.Core.Inventory;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Entries of receipts, suppliers' bills, returns, cores and stock (rules, Money after the invoice: journal).</summary>
public static class PurchasePostings
{
    /// <summary>Parts came, for stock or an order; bought in cash they were paid at once.</summary>
    /// <param name="receipt">The receipt, kept already.</param>
    /// <param name="stocked">What the stock's value changed by with its lines that went onto the shelf.</param>
    public static JournalDraft Of(Receipt receipt, IEnumerable<StockMovement> stocked)
    {
        var draft = new JournalDraft(JournalEvent.Receipt, receipt.Id, Invariant($"Receipt {receipt.Id} {receipt.SlipNumber}").TrimEnd());
        var from = receipt.PaidInCash ? LedgerAccount.CashDrawer : LedgerAccount.ReceivedNotBilled;
        var shelf = Money.Zero;
        foreach (var line in receipt.Lines)
        {
            var amount = ValueOf(line, line.Quantity);
            shelf += line.IsStock ? amount : Money.Zero;
            draft.Debit(LedgerAccount.PartsStock, amount).Credit(from, amount);
            var core = CoreOf(line, line.Quantity);
            draft.Debit(LedgerAccount.SupplierCores, core).Credit(from, core);
        }
        var changed = Sum(stocked.Select(m => m.ValueChange));
        return draft.Debit(LedgerAccount.CostOfParts, shelf - changed).Credit(LedgerAccount.PartsStock, shelf - changed);
    }

    /// <summary>
    /// A supplier's bill: what was received is owed now, with freight and tax. Accepted differences go to the parts that are here, else to
    /// what parts cost; those of sublet to its cost.
    /// </summary>
    /// <param name="bill">The bill, kept already.</param>
    /// <param name="received">Its receipt lines, billed already.</param>
    /// <param name="toStock">What of the differences the parts that are here carry.</param>
    public static JournalDraft Of(SupplierBill bill, IReadOnlyDictionary<long, ReceiptLine> received, Money toStock)
    {
        var draft = new JournalDraft(JournalEvent.SupplierBill, bill.Id, $"Bill {bill.Number}");
        var parts = Money.Zero;
        foreach (var line in bill.Lines)
        {
            if (line.ReceiptLineId is not { } id)
            {
                var agreed = Money.Of(line.ReceivedCost * Quantity.One);
                draft
                    .Debit(LedgerAccount.ReceivedNotBilled, agreed)
                    .Debit(LedgerAccount.CostOfSublet, line.Amount - line.Disputed - agreed);
                continue;
            }
            var (after, before) = (received[id].Billed, received[id].Billed - line.Matched);
            var cleared =
                ValueOf(received[id], after) - ValueOf(received[id], before) + CoreOf(received[id], after) - CoreOf(received[id], before);
            draft.Debit(LedgerAccount.ReceivedNotBilled, cleared);
            parts += line.Amount - line.Disputed - cleared;
        }
        return draft
            .Debit(LedgerAccount.PartsStock, toStock)
            .Debit(LedgerAccount.CostOfParts, parts - toStock)
            .Debit(LedgerAccount.FreightAndTax, bill.Freight + bill.Tax)
            .Credit(LedgerAccount.Payable, bill.Payable);
    }

    /// <summary>A bill was paid from the bank, or its payment is taken back.</summary>
    /// <param name="bill">The bill.</param>
    /// <param name="back">Taken back.</param>
    public static JournalDraft Paid(SupplierBill bill, bool back)
    {
        var amount = back ? -bill.Payable : bill.Payable;
        return new JournalDraft(JournalEvent.BillPayment, bill.Id, $"Bill {bill.Number} {(back ? "not paid after all" : "paid")}")
            .Debit(LedgerAccount.Payable, amount)
            .Credit(LedgerAccount.Bank, amount);
    }

    /// <summary>A return's credit was taken off a payment, so that less went from the bank; or that is taken back.</summary>
    /// <param name="credit">The memo; one for a disputed amount was never owed.</param>
    /// <param name="back">Taken back.</param>
    public static JournalDraft Used(SupplierCredit credit, bool back)
    {
        var amount =
            credit.PartReturnId is null ? Money.Zero
            : back ? -credit.Total
            : credit.Total;
        return new JournalDraft(JournalEvent.BillPayment, credit.Id, $"Credit {credit.Number} {(back ? "not used after all" : "used")}")
            .Debit(LedgerAccount.Bank, amount)
            .Credit(LedgerAccount.Payable, amount);
    }

    /// <summary>A return left: the supplier owes its parts, at what they were worth.</summary>
    public static JournalDraft Sent(PartReturn made)
    {
        var value = Sum(made.Lines.Select(l => l.BookValue));
        return new JournalDraft(JournalEvent.PartReturn, made.Id, Invariant($"Return {made.Number} sent"))
            .Debit(LedgerAccount.ReceivedNotBilled, value)
            .Credit(LedgerAccount.PartsStock, value);
    }

    /// <summary>The supplier credited a return; what it brought more or less than it was worth goes to what parts cost.</summary>
    public static JournalDraft Credited(PartReturn made)
    {
        var (value, cores) = (Sum(made.Lines.Select(l => l.BookValue)), CoresOf(made));
        var credited = made.Credited ?? Money.Zero;
        return new JournalDraft(JournalEvent.PartReturn, made.Id, Invariant($"Return {made.Number} credited"))
            .Debit(LedgerAccount.Payable, credited)
            .Credit(LedgerAccount.ReceivedNotBilled, value)
            .Credit(LedgerAccount.SupplierCores, cores)
            .Debit(LedgerAccount.CostOfParts, value + cores - credited);
    }

    /// <summary>The supplier refused a return: what comes back is stock again, the rest is lost.</summary>
    /// <param name="made">The return.</param>
    /// <param name="wasSent">It had left.</param>
    /// <param name="stocked">What came back onto the shelf.</param>
    public static JournalDraft Refused(PartReturn made, bool wasSent, IEnumerable<StockMovement> stocked)
    {
        var value = Sum(made.Lines.Where(l => wasSent || !l.FromStock).Select(l => l.BookValue));
        var (back, cores) = (Sum(stocked.Select(m => m.ValueChange)), CoresOf(made));
        return new JournalDraft(JournalEvent.PartReturn, made.Id, Invariant($"Return {made.Number} refused"))
            .Credit(wasSent ? LedgerAccount.ReceivedNotBilled : LedgerAccount.PartsStock, value)
            .Debit(LedgerAccount.PartsStock, back)
            .Debit(LedgerAccount.CostOfParts, value - back)
            .Credit(LedgerAccount.SupplierCores, cores)
            .Debit(LedgerAccount.CostOfParts, cores);
    }

    /// <summary>A return was dropped before it left: its parts of orders go into stock.</summary>
    /// <param name="made">The return.</param>
    /// <param name="stocked">What went onto the shelf.</param>
    public static JournalDraft Dropped(PartReturn made, IEnumerable<StockMovement> stocked)
    {
        var value = Sum(made.Lines.Where(l => !l.FromStock).Select(l => l.BookValue));
        return IntoStock(JournalEvent.PartReturn, made.Id, Invariant($"Return {made.Number} dropped"), value, stocked);
    }

    /// <summary>Cores that never go back to their supplier, or are found again.</summary>
    /// <param name="line">The receipt's line.</param>
    /// <param name="units">Cores; below zero where they are found again.</param>
    public static JournalDraft GivenUp(ReceiptLine line, Quantity units)
    {
        var amount = Money.Of(line.CoreEach.Value * units.Value);
        return new JournalDraft(JournalEvent.Core, line.Id, $"Core {line.PartNumber} {(amount.Cents < 0 ? "found" : "given up")}")
            .Debit(LedgerAccount.CostOfParts, amount)
            .Credit(LedgerAccount.SupplierCores, amount);
    }

    /// <summary>What came for an order goes into stock.</summary>
    /// <param name="orderId">The order.</param>
    /// <param name="value">What it was worth there.</param>
    /// <param name="movement">What went onto the shelf.</param>
    public static JournalDraft FromOrder(long orderId, Money value, StockMovement movement) =>
        IntoStock(JournalEvent.Stock, orderId, "Part of an order put into stock", value, [movement]);

    /// <summary>Stock was counted, corrected, or brought in with a file.</summary>
    /// <param name="documentId">Key of the count; null for none.</param>
    /// <param name="text">In words.</param>
    /// <param name="movements">What changed.</param>
    public static JournalDraft Differences(long? documentId, string text, IEnumerable<StockMovement> movements)
    {
        var value = Sum(movements.Select(m => m.ValueChange));
        return new JournalDraft(JournalEvent.Stock, documentId, text)
            .Debit(LedgerAccount.PartsStock, value)
            .Credit(LedgerAccount.StockDifferences, value);
    }

    private static JournalDraft IntoStock(JournalEvent what, long id, string text, Money value, IEnumerable<StockMovement> stocked)
    {
        var shelf = Sum(stocked.Select(m => m.ValueChange));
        return new JournalDraft(what, id, text)
            .Debit(LedgerAccount.PartsStock, shelf)
            .Credit(LedgerAccount.PartsStock, value)
            .Debit(LedgerAccount.CostOfParts, value - shelf);
    }

    private static Money ValueOf(ReceiptLine line, Quantity units) => Money.Of(line.UnitCost * units);

    private static Money CoreOf(ReceiptLine line, Quantity units) => Money.Of(line.CoreEach * units);

    private static Money CoresOf(PartReturn made) => Sum(made.Lines.Where(l => l.Reason == PartReturnReason.Core).Select(l => l.Expected));

    private static Money Sum(IEnumerable<Money> amounts) => new(amounts.Sum(a => a.Cents));
}
