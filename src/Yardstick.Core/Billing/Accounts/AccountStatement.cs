using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What happened on an account in a month, with what was owed before and after.</summary>
/// <param name="From">First day.</param>
/// <param name="Through">Last day.</param>
/// <param name="Before">Owed before the first day.</param>
/// <param name="Lines">What happened, in its order.</param>
public sealed record AccountStatement(LocalDate From, LocalDate Through, Money Before, IReadOnlyList<StatementLine> Lines)
{
    /// <summary>Owed after the last day.</summary>
    public Money After => Lines.Count == 0 ? Before : Lines[^1].Balance;

    /// <summary>The statement of a month.</summary>
    /// <param name="month">Any day of it.</param>
    /// <param name="invoices">Invoices and credit memos of the account.</param>
    /// <param name="payments">Payments on its invoices.</param>
    /// <param name="adjustments">Write-offs and interest on its invoices.</param>
    /// <param name="shop">The shop, for its zone.</param>
    public static AccountStatement Of(
        LocalDate month,
        IReadOnlyCollection<Invoice> invoices,
        IEnumerable<Payment> payments,
        IEnumerable<Adjustment> adjustments,
        Shop shop
    )
    {
        var (from, through) = (month.With(DateAdjusters.StartOfMonth), month.With(DateAdjusters.EndOfMonth));
        var numbers = invoices.ToDictionary(i => i.Id, i => i.Number);
        var events = invoices
            .Select(i =>
                (
                    At: i.PostedAt,
                    Text: Invariant($"{(i.Kind == InvoiceKind.Invoice ? "Invoice" : "Credit memo")} {i.Number}"),
                    i.AmountDue.Cents
                )
            )
            .Concat(payments.Select(p => (At: p.At, Text: Words(p, numbers), Cents: -p.Amount.Cents)))
            .Concat(
                adjustments.Select(a =>
                    (
                        At: a.At,
                        Text: Invariant(
                            $"{(a.Kind == AdjustmentKind.Interest ? "Interest" : "Adjustment")}, invoice {numbers.GetValueOrDefault(a.InvoiceId)}"
                        ),
                        Cents: -a.Amount.Cents
                    )
                )
            )
            .OrderBy(e => e.At)
            .Select(e => (Day: shop.Local(e.At).Date, e.Text, e.Cents))
            .ToList();
        var balance = events.Where(e => e.Day < from).Sum(e => e.Cents);
        var (before, lines) = (new Money(balance), new List<StatementLine>());
        foreach (var (day, text, cents) in events.Where(e => e.Day >= from && e.Day <= through))
        {
            balance += cents;
            lines.Add(new StatementLine(day, text, new Money(cents), new Money(balance)));
        }
        return new AccountStatement(from, through, before, lines);
    }

    private static string Words(Payment payment, Dictionary<long, long> numbers)
    {
        var what = payment.Amount.Cents < 0 ? "Refund" : "Payment";
        var how = payment.Method switch
        {
            PaymentMethod.Check => $"check {payment.CheckNumber}".TrimEnd(),
            PaymentMethod.Deposit => "deposit",
            _ => payment.Method.ToString().ToLowerInvariant(),
        };
        return Invariant($"{what}, {how}, invoice {numbers.GetValueOrDefault(payment.InvoiceId ?? 0)}");
    }
}
