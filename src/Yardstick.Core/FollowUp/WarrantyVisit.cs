using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>When warranties end, so that the customer may have the work looked at before.</summary>
public static class WarrantyVisit
{
    /// <summary>The day on which a warranty ends, going on as the vehicle is used; null where nobody can tell.</summary>
    /// <param name="term">What was promised.</param>
    /// <param name="from">The day of the invoice.</param>
    /// <param name="fromReading">The reading then; null where none was taken.</param>
    /// <param name="use">How the vehicle is used.</param>
    public static LocalDate? EndsOn(WarrantyTerm term, LocalDate from, Odometer? fromReading, CarUse use)
    {
        LocalDate? day = term.Months is { } months ? from.PlusMonths(months) : null;
        var passes = term.Distance is { } distance && fromReading is { } then ? use.PassesOn(then.Value + distance) : null;
        return day is null || passes < day ? passes ?? day : day;
    }

    /// <summary>Keeps it on the jobs of an order that is invoiced today.</summary>
    /// <param name="order">The order.</param>
    /// <param name="use">How its vehicle is used, today.</param>
    public static void Keep(Order order, CarUse use)
    {
        foreach (var job in order.ApprovedJobs)
            job.WarrantyEndsOn = job.Warranty is { } term ? EndsOn(term, use.Today, order.OdometerOut ?? order.OdometerIn, use) : null;
    }

    /// <summary>The day from which on customers are asked to have the work of a visit looked at.</summary>
    /// <param name="ends">The day on which the first of its warranties ends.</param>
    /// <param name="shop">The shop, for its days.</param>
    public static LocalDate DueOn(LocalDate ends, Shop shop) => ends.PlusDays(-shop.WarrantyVisitDays);
}
