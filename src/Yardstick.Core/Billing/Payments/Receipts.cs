using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Billing;

/// <summary>What a customer gets for money that came.</summary>
public static class Receipts
{
    /// <summary>What was paid on an invoice, and what is left to pay.</summary>
    /// <param name="invoice">The invoice's document.</param>
    /// <param name="account">What stands on it.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument Of(ShopDocument invoice, InvoiceAccount account, Shop shop, LocalDateTime localNow) =>
        invoice with
        {
            Kind = DocumentKind.Receipt,
            Date = localNow,
            Concerns = [],
            Jobs = [],
            NotDone = [],
            NextWork = [],
            Consent = [],
            Acknowledged = [],
            Terms = "",
            Totals =
            [
                new DocumentAmount($"Invoice {account.Invoice.Number}", account.Invoice.AmountDue.Amount),
                .. account.Credited.Cents != 0 ? new[] { new DocumentAmount("Credited", -account.Credited.Amount) } : [],
                .. account.Payments.Select(p => Row(p, account.Charges, shop, -1)),
                .. account.Interest.Cents != 0 ? new[] { new DocumentAmount("Interest", account.Interest.Amount) } : [],
                .. account.WrittenOff.Cents != 0 ? new[] { new DocumentAmount("Written off", -account.WrittenOff.Amount) } : [],
                new DocumentAmount("Balance due", account.Balance.Amount),
            ],
        };

    /// <summary>What was paid before the invoice.</summary>
    /// <param name="account">The deposit.</param>
    /// <param name="order">Its order.</param>
    /// <param name="parties">Customer, car and writer.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="localNow">Wall time.</param>
    public static ShopDocument Of(DepositAccount account, Order order, DocumentParties parties, Shop shop, LocalDateTime localNow) =>
        DocumentMaker.HeadOf(order, parties, shop, DocumentKind.Receipt, order.Number, localNow) with
        {
            Totals =
            [
                .. account.Payments.Select(p => Row(p, account.Charges, shop, p.Method == PaymentMethod.Deposit ? -1 : 1)),
                new DocumentAmount("Deposit held for your order", account.Left.Amount),
            ],
        };

    private static DocumentAmount Row(Payment payment, IEnumerable<CardCharge> charges, Shop shop, int sign)
    {
        var ending = charges.FirstOrDefault(c => c.Id == payment.CardChargeId)?.CardEnding ?? "";
        var how = payment.Method switch
        {
            PaymentMethod.Cash => "cash",
            PaymentMethod.Check => $"check {payment.CheckNumber}".TrimEnd(),
            PaymentMethod.Card => ending.Length > 0 ? $"card ending in {ending}" : "card",
            _ => "deposit",
        };
        var what =
            payment.Amount.Cents < 0 ? "Given back"
            : payment.Method == PaymentMethod.Deposit && sign == -1 && payment.InvoiceId is not null ? "Used for the invoice"
            : "Paid";
        return new DocumentAmount(Invariant($"{what} {shop.Local(payment.At):MMM d, yyyy}, {how}"), sign * payment.Amount.Amount);
    }
}
