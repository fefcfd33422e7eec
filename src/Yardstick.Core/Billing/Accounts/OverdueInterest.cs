using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Interest that an overdue invoice has run up.</summary>
/// <param name="On">What it is on.</param>
/// <param name="Months">Whole months.</param>
/// <param name="Through">The last day that they count.</param>
/// <param name="Amount">The interest.</param>
public sealed record OverdueInterest(Money On, int Months, LocalDate Through, Money Amount)
{
    /// <summary>
    /// What was not charged yet: the shop's percentage a month of what is owed without interest, for each whole month since it was due, or
    /// since it was charged for last. Never interest on interest; payments pay the invoice first. Null where nothing is to be charged.
    /// </summary>
    /// <param name="open">The invoice, with what is owed of it.</param>
    /// <param name="adjustments">All adjustments of it.</param>
    /// <param name="shop">The shop, with its percentage and its days of patience.</param>
    /// <param name="today">Today in the shop.</param>
    public static OverdueInterest? Of(OpenInvoice open, IReadOnlyCollection<Adjustment> adjustments, Shop shop, LocalDate today)
    {
        var interest = adjustments.Where(a => a.Kind == AdjustmentKind.Interest).ToList();
        var on = open.Balance + new Money(interest.Sum(a => a.Amount.Cents));
        var due = open.Invoice.DueOn;
        if (shop.InterestPercent <= 0 || on.Cents <= 0 || open.Invoice.Payer == Payer.Shop || today < due.PlusDays(shop.InterestAfterDays))
            return null;
        // Counted from the due day each time, so that what is due on a 31st does not slip to the 28th.
        int Until(LocalDate day) => day > due ? Period.Between(due, day, PeriodUnits.Months).Months : 0;
        var (all, charged) = (Until(today), interest.Max(a => a.Through) is { } last ? Until(last) : 0);
        var amount = Money.Of(on.Amount * shop.InterestPercent / 100 * Math.Max(0, all - charged));
        return amount.Cents > 0 ? new OverdueInterest(on, all - charged, due.PlusMonths(all), amount) : null;
    }
}
