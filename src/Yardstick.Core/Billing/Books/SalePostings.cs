using System.Globalization;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Entries of invoices, credit memos, payments and write-offs (rules, Money after the invoice: journal).</summary>
public static class SalePostings
{
    /// <summary>
    /// An invoice, or with amounts below zero a credit memo: what is owed against sales, taxes, fees held and cores; what the parts and the
    /// sublet cost. What the shop itself pays is warranty and goodwill.
    /// </summary>
    /// <param name="invoice">The invoice or credit memo, kept already.</param>
    public static JournalDraft Of(Invoice invoice)
    {
        var credit = invoice.Kind == InvoiceKind.CreditNote;
        var sums = invoice.Sums;
        var draft = new JournalDraft(
            credit ? JournalEvent.CreditNote : JournalEvent.Invoice,
            invoice.Id,
            Invariant($"{(credit ? "Credit memo" : "Invoice")} {invoice.Number}")
        );
        if (invoice.Payer == Payer.Shop)
            draft.Debit(LedgerAccount.WarrantyAndGoodwill, invoice.Total);
        else
            draft.Debit(LedgerAccount.Receivable, invoice.Total, CodeOf(invoice.CustomerId));
        draft
            .Credit(LedgerAccount.LaborSales, sums.Labor)
            .Credit(LedgerAccount.PartsSales, sums.Parts)
            .Credit(LedgerAccount.SubletSales, sums.Sublet)
            .Credit(LedgerAccount.FeeSales, sums.Fees)
            .Credit(LedgerAccount.SuppliesSales, sums.Supplies)
            .Credit(LedgerAccount.CustomerCores, sums.Core)
            .Debit(LedgerAccount.CostOfParts, sums.PartsCost)
            .Credit(LedgerAccount.PartsStock, sums.PartsCost)
            .Debit(LedgerAccount.CostOfSublet, sums.SubletCost)
            .Credit(LedgerAccount.ReceivedNotBilled, sums.SubletCost);
        foreach (var amount in invoice.Amounts)
            draft.Credit(amount.Account, amount.Amount, amount.Code);
        return draft;
    }

    /// <summary>What the customer bears of another payer's invoice goes from the payer's account to the customer's.</summary>
    /// <param name="payer">The payer's invoice or credit memo; its deductible is below zero on an invoice.</param>
    /// <param name="customerId">The customer.</param>
    public static JournalDraft Deductible(Invoice payer, long? customerId) =>
        new JournalDraft(
            payer.Kind == InvoiceKind.CreditNote ? JournalEvent.CreditNote : JournalEvent.Invoice,
            payer.Id,
            Invariant($"Deductible, invoice {payer.Number}")
        )
            .Debit(LedgerAccount.Receivable, -payer.Deductible, CodeOf(customerId))
            .Credit(LedgerAccount.Receivable, -payer.Deductible, CodeOf(payer.CustomerId));

    /// <summary>Money for an invoice or a deposit, money that goes back, a deposit that is used or kept.</summary>
    /// <param name="payment">The payment, kept already.</param>
    public static JournalDraft Of(Payment payment)
    {
        var customer = CodeOf(payment.CustomerId);
        var draft = new JournalDraft(JournalEvent.Payment, payment.Id, Words(payment));
        if (payment.Method == PaymentMethod.Deposit)
            draft.Debit(LedgerAccount.Deposits, payment.Amount, customer);
        else
            draft.Debit(AccountOf(payment.Method), payment.Amount + payment.Tip).Credit(LedgerAccount.Tips, payment.Tip);
        return payment.InvoiceId is null
            ? draft.Credit(LedgerAccount.Deposits, payment.Amount, customer)
            : draft.Credit(LedgerAccount.Receivable, payment.Amount, customer);
    }

    /// <summary>What nobody will pay, or interest.</summary>
    /// <param name="adjustment">The write-off or the interest, kept already.</param>
    /// <param name="invoice">Its invoice.</param>
    public static JournalDraft Of(Adjustment adjustment, Invoice invoice)
    {
        var (what, words, account) =
            adjustment.Kind == AdjustmentKind.Interest
                ? (JournalEvent.Interest, "Interest", LedgerAccount.Interest)
                : (JournalEvent.WriteOff, "Written off", LedgerAccount.WrittenOff);
        return new JournalDraft(what, adjustment.Id, Invariant($"{words}, invoice {invoice.Number}: {adjustment.Reason}"))
            .Debit(account, adjustment.Amount)
            .Credit(LedgerAccount.Receivable, adjustment.Amount, CodeOf(invoice.CustomerId));
    }

    /// <summary>A customer's core that will never come is no debt any more; below zero where it is expected again.</summary>
    /// <param name="core">What was given up, kept already.</param>
    /// <param name="invoice">The invoice on which it was charged.</param>
    public static JournalDraft Of(GivenUpCore core, Invoice invoice) =>
        new JournalDraft(
            JournalEvent.Core,
            core.Id,
            Invariant($"Customer's core {(core.Amount.Cents < 0 ? "expected again" : "given up")}, invoice {invoice.Number}: {core.Reason}")
        )
            .Debit(LedgerAccount.CustomerCores, core.Amount)
            .Credit(LedgerAccount.CostOfParts, core.Amount);

    /// <summary>Where money of a kind lies until it is at the bank.</summary>
    public static LedgerAccount AccountOf(PaymentMethod method) =>
        method switch
        {
            PaymentMethod.Cash => LedgerAccount.CashDrawer,
            PaymentMethod.Card => LedgerAccount.CardClearing,
            PaymentMethod.Check => LedgerAccount.Checks,
            _ => LedgerAccount.Deposits,
        };

    /// <summary>A customer as part of an account.</summary>
    public static string CodeOf(long? customerId) => customerId?.ToString(CultureInfo.InvariantCulture) ?? "";

    private static string Words(Payment payment)
    {
        var way = payment.Method switch
        {
            PaymentMethod.Check => $"check {payment.CheckNumber}".TrimEnd(),
            PaymentMethod.Deposit => payment.Amount.Cents < 0 ? "kept as deposit" : "deposit used",
            _ => payment.Method.ToString().ToLowerInvariant(),
        };
        var what =
            payment.Amount.Cents < 0 && payment.Method != PaymentMethod.Deposit ? "Refund"
            : payment.InvoiceId is null ? "Deposit"
            : "Payment";
        return $"{what}, {way}";
    }
}
