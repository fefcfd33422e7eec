using System.Linq.Expressions;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Cores that the shop owes a supplier: their charge was paid with new parts and comes back with the old ones.</summary>
public class OwedCore
{
    private const int LongestReason = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The receipt with which the new parts came.</summary>
    public long ReceiptLineId { get; init; }

    /// <summary>Cores, as many as new parts came.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>Those that have still to go back: on no return that stands, and not given up.</summary>
    public Quantity Left { get; internal set; }

    /// <summary>Those that will never go back: kept by the customer, broken, lost. Their charge is the shop's loss.</summary>
    public Quantity GivenUp { get; internal set; }

    /// <summary>Why they were given up; empty where none were.</summary>
    public string Reason { get; internal set; } = "";

    /// <summary>When they were, UTC; null where none were.</summary>
    public Instant? GivenUpAt { get; internal set; }

    /// <summary>Who gave them up.</summary>
    public long? GivenUpById { get; internal set; }

    /// <summary>Some have still to go back.</summary>
    public static readonly Expression<Func<OwedCore, bool>> IsOwed = core => core.Left > Quantity.Zero;

    /// <summary>Cores of parts that came.</summary>
    /// <param name="quantity">Units.</param>
    public static OwedCore Of(Quantity quantity) => new() { Quantity = quantity, Left = quantity };

    /// <summary>Some go onto a return, or come off it again (below zero).</summary>
    public void Goes(Quantity units) => Left -= units;

    /// <summary>The last day on which the supplier takes a core.</summary>
    /// <param name="came">Day on which the new part came.</param>
    /// <param name="supplier">The supplier.</param>
    public static LocalDate DueOn(LocalDate came, Supplier supplier) => came.PlusDays(supplier.CoreDays);

    /// <summary>
    /// What is left will never go back. Refuses with <c>core.none</c> where nothing is left and <c>core.reason</c>.
    /// </summary>
    /// <param name="reason">Why, 1 to 200 characters.</param>
    /// <param name="actor">Who.</param>
    public Result GiveUp(string? reason, Actor actor)
    {
        if (Left <= Quantity.Zero)
            return new Problem("core.none", "No core of this part is left to give up. Look at the list again.");
        if ((reason ?? "").Trim() is not { Length: > 0 and <= LongestReason } why)
            return new Problem("core.reason", "Enter what became of the core, up to 200 characters.", "reason");
        (GivenUp, Left) = (GivenUp + Left, Quantity.Zero);
        (Reason, GivenUpAt, GivenUpById) = (why, actor.At, actor.StaffId);
        return Result.Done;
    }

    /// <summary>What was given up is there after all. Refuses with <c>core.notGivenUp</c>.</summary>
    public Result Found()
    {
        if (GivenUp <= Quantity.Zero)
            return new Problem("core.notGivenUp", "No core of this part was given up. Look at the list again.");
        (Left, GivenUp) = (Left + GivenUp, Quantity.Zero);
        (Reason, GivenUpAt, GivenUpById) = ("", null, null);
        return Result.Done;
    }
}
