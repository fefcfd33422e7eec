using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Money that pays several invoices of an account at once: the oldest first, unless told otherwise.</summary>
/// <param name="Payments">A payment for each invoice that gets some of it, all of one money.</param>
/// <param name="Rest">What is left over as a deposit; null where nothing is.</param>
public sealed record AccountPayment(IReadOnlyList<Payment> Payments, DepositMaking? Rest)
{
    /// <summary>
    /// Shares money over invoices. Refuses with <c>account.method</c>, <c>account.nothing</c>, <c>payment.check</c> and codes of figures.
    /// </summary>
    /// <param name="customerId">The account.</param>
    /// <param name="open">Open invoices of it.</param>
    /// <param name="chosen">Keys of those that it is for, in their order; null for all, the oldest due first.</param>
    /// <param name="method">Cash or check.</param>
    /// <param name="amount">As typed; empty for all that those owe.</param>
    /// <param name="checkNumber">Number of the check, as typed.</param>
    /// <param name="actor">Who takes it.</param>
    public static Result<AccountPayment> Take(
        long customerId,
        IReadOnlyList<OpenInvoice> open,
        IReadOnlyList<long>? chosen,
        PaymentMethod method,
        string? amount,
        string? checkNumber,
        Actor actor
    )
    {
        if (method is not (PaymentMethod.Cash or PaymentMethod.Check))
            return new Problem("account.method", "Choose cash or check for a payment over several invoices.", "method");
        var inOrder = chosen is null
            ? open.OrderBy(o => o.Invoice.DueOn).ThenBy(o => o.Invoice.Id).ToList()
            : chosen.Distinct().Select(id => open.FirstOrDefault(o => o.Invoice.Id == id)).OfType<OpenInvoice>().ToList();
        if (inOrder.Count == 0)
            return new Problem("account.nothing", "Choose at least one invoice with a balance due.", "invoiceIds");
        var check = method == PaymentMethod.Check ? Payment.CheckNumberOf(checkNumber) : "";
        if (check.Problem is { } noNumber)
            return noNumber;
        var given = PaymentInput.Amount(amount, new Money(inOrder.Sum(o => o.Balance.Cents)), "amount");
        if (given.Problem is { } bad)
            return bad;
        var (together, left, payments) = (Guid.NewGuid(), given.Value.Cents, new List<Payment>());
        foreach (var item in inOrder)
        {
            var part = Math.Min(left, item.Balance.Cents);
            if (part <= 0)
                break;
            payments.Add(Payment.On(item.Invoice, method, new Money(part), actor, checkNumber: check.Value, together: together));
            left -= part;
        }
        var rest =
            left > 0 ? new DepositMaking(Deposit.LeftOver(customerId, "a payment", actor), new Money(left), method, check.Value) : null;
        return new AccountPayment(payments, rest);
    }
}
