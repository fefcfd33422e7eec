using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// Core charges on an invoice whose old parts will never come: what was held for the customer is the shop's (rules, Money after the
/// invoice: journal). Only added to.
/// </summary>
public class GivenUpCore
{
    private const int LongestReason = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The invoice.</summary>
    public long InvoiceId { get; init; }

    /// <summary>The part on its order.</summary>
    public long LineId { get; init; }

    /// <summary>Cores; below zero where one is expected again.</summary>
    public Quantity Cores { get; init; }

    /// <summary>Their charge without tax, likewise.</summary>
    public Money Amount { get; init; }

    /// <summary>Why, 1 to 200 characters.</summary>
    public string Reason { get; init; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who.</summary>
    public long ById { get; init; }

    /// <summary>
    /// The cores of a line that are still expected are given up. Refuses with <c>core.none</c> where there are none, and
    /// <c>core.reason</c>.
    /// </summary>
    /// <param name="account">The invoice on which they were charged.</param>
    /// <param name="job">Id of the job within it.</param>
    /// <param name="line">Place of the line within the job, from 0.</param>
    /// <param name="part">The part on its order.</param>
    /// <param name="reason">Why, as typed.</param>
    /// <param name="actor">Who.</param>
    public static Result<GivenUpCore> Of(InvoiceAccount account, string job, int line, PartLine part, string? reason, Actor actor)
    {
        if (part.CoresOutstanding <= Quantity.Zero)
            return new Problem("core.none", "No core of this part is left to give up. Look at the list again.");
        if ((reason ?? "").Trim() is not { Length: > 0 and <= LongestReason } why)
            return new Problem("core.reason", "Enter what became of the core, up to 200 characters.", "reason");
        var charge = account.Figures().Credit([new CreditPick(job, line, null, IsCore: true)]);
        var made = new GivenUpCore
        {
            InvoiceId = account.Invoice.Id,
            LineId = part.Id,
            Cores = part.CoresOutstanding,
            Amount = Money.Of(charge.Nets.Core),
            Reason = why,
            At = actor.At,
            ById = actor.StaffId,
        };
        part.GiveUpCores(made.Cores);
        return made;
    }

    /// <summary>Cores of a line that were given up are expected again, or have come: they count as before.</summary>
    /// <param name="standing">What was given up of it and not taken back, at least one.</param>
    /// <param name="part">The part on its order.</param>
    /// <param name="reason">Why, 1 to 200 characters.</param>
    /// <param name="actor">Who.</param>
    public static GivenUpCore TakeBack(IReadOnlyList<GivenUpCore> standing, PartLine part, string reason, Actor actor)
    {
        var made = new GivenUpCore
        {
            InvoiceId = standing[0].InvoiceId,
            LineId = part.Id,
            Cores = standing.Aggregate(Quantity.Zero, (sum, one) => sum - one.Cores),
            Amount = standing.Aggregate(Money.Zero, (sum, one) => sum - one.Amount),
            Reason = reason,
            At = actor.At,
            ById = actor.StaffId,
        };
        part.GiveUpCores(made.Cores);
        return made;
    }
}
