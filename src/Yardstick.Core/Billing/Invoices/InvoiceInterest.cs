using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Interest on an invoice that was not paid when it was due (off unless Setup says how much).</summary>
public sealed partial record InvoiceAccount
{
    /// <summary>
    /// Charges what has been run up. Refuses with <c>rights.right</c>, <c>interest.none</c> where nothing is to be charged (any more), and
    /// <c>charge.pending</c>.
    /// </summary>
    /// <param name="shop">The shop.</param>
    /// <param name="today">Today in the shop.</param>
    /// <param name="actor">Who.</param>
    public Result<Adjustment> ChargeInterest(Shop shop, LocalDate today, Actor actor)
    {
        if (!actor.May(Permission.KeepBooks))
            return new Problem("rights.right", "You don't have permission to charge interest. Ask a manager.");
        if (Reversed || OverdueInterest.Of(new OpenInvoice(Invoice, Balance), Adjustments, shop, today) is not { } due)
            return new Problem(
                "interest.none",
                Invariant($"No interest is due on invoice {Invoice.Number} any more. Look at the list again.")
            );
        if (WaitsFor("charge interest", false) is { } waits)
            return waits;
        var months = due.Months == 1 ? "a month" : Invariant($"{due.Months} months");
        return InterestOf(
            -due.Amount,
            Invariant($"{shop.InterestPercent:0.##}% a month on {due.On}, {months} through {due.Through:MMMM d, yyyy}"),
            due.Through,
            actor
        );
    }

    /// <summary>
    /// Takes back what was charged and not paid yet. Refuses with <c>rights.right</c>, <c>interest.none</c> and <c>charge.pending</c>.
    /// </summary>
    /// <param name="actor">Who.</param>
    public Result<Adjustment> TakeBackInterest(Actor actor)
    {
        if (!actor.May(Permission.KeepBooks))
            return new Problem("rights.right", "You don't have permission to take interest back. Ask a manager.");
        // What was paid is not taken back: a customer who is to get it again gets a refund.
        var open = Interest.Cents < Balance.Cents ? Interest : Balance;
        if (open.Cents <= 0)
            return new Problem("interest.none", "There is no unpaid interest on this invoice.");
        return WaitsFor("take interest back", false) is { } waits ? waits : InterestOf(open, "Interest taken back", null, actor);
    }

    /// <summary>With an invoice that is credited whole its interest goes too; null where there is none.</summary>
    /// <param name="actor">Who credits it.</param>
    public Adjustment? InterestGone(Actor actor) =>
        Reversed && Interest.Cents > 0 ? InterestOf(Interest, "The invoice was credited", null, actor) : null;

    private Adjustment InterestOf(Money less, string reason, LocalDate? through, Actor actor) =>
        new()
        {
            InvoiceId = Invoice.Id,
            Kind = AdjustmentKind.Interest,
            Amount = less,
            Reason = reason,
            Through = through,
            At = actor.At,
            ById = actor.StaffId,
        };
}
