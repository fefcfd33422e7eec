using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>How far a reason to get in touch is, why, and whether somebody may write now.</summary>
/// <param name="State">How far.</param>
/// <param name="On">The day on which it is due, or can be asked again.</param>
/// <param name="Tried">What was tried, the latest, in words; empty for nothing.</param>
/// <param name="NoMessage">Why nobody may write now; null where one may.</param>
public sealed record FollowUpStanding(FollowUpState State, LocalDate On, string Tried, Problem? NoMessage)
{
    /// <summary>
    /// Where a reason stands. Nobody is asked twice in a row: who was asked is left alone until they answer, book or come, or the
    /// shop's days are over; and more than so many messages in thirty days are not written, whatever they are about.
    /// </summary>
    /// <param name="reason">The reason.</param>
    /// <param name="acts">What was done about it.</param>
    /// <param name="reach">How the customer is reached, and what they did.</param>
    /// <param name="shop">The shop, for its days and its zone.</param>
    /// <param name="today">Today in the shop.</param>
    public static FollowUpStanding Of(FollowUpReason reason, IEnumerable<FollowUpAct> acts, CustomerReach reach, Shop shop, LocalDate today)
    {
        var counts = acts.Where(a => a.TakenBackAt is null && !(reason.Recurs && reach.CameAt > a.At))
            .OrderBy(a => a.At)
            .ThenBy(a => a.Id)
            .ToList();
        var last = counts.LastOrDefault();
        var asked = counts.LastOrDefault(a => a.Asks);
        var tried = last is null
            ? ""
            : Invariant($"{last.Words} {shop.Local(last.At):MMM d}{(last.Note.Length > 0 ? $": {last.Note}" : "")}");
        if (last?.What == FollowUpActKind.Closed)
            return new(FollowUpState.Closed, reason.On, tried, Closed);
        if (reach.HereOn is { } order && reason.IsWork)
            return new(FollowUpState.Coming, reason.On, Invariant($"here now, order {order}"), Coming);
        if (reach.ComesAt is { } comes && reason.Kind is not (FollowUpKind.Thanks or FollowUpKind.Estimate))
            return new(FollowUpState.Coming, comes.Date, Invariant($"comes {comes:ddd, MMM d} at {comes.Clock()}"), Coming);
        if (asked is not null && reach.HeardAt > asked.At)
            return new(
                FollowUpState.Answered,
                shop.Local(reach.HeardAt.Value).Date,
                $"they wrote: {TextInput.Short(reach.Heard)}",
                MayNot(reach, shop)
            );
        if (last is { What: FollowUpActKind.PutOff, Until: { } until } && until > today)
            return new(FollowUpState.PutOff, until, tried, MayNot(reach, shop));
        if (asked is not null && !(reach.CameAt > asked.At))
        {
            var again = shop.Local(asked.At).Date.PlusDays(shop.AskAgainDays);
            if (again > today)
                return new(FollowUpState.Resting, again, tried, Asked(shop.Local(asked.At).Date, again));
        }
        var on = last is { What: FollowUpActKind.PutOff, Until: { } day } && day > reason.On ? day : reason.On;
        return new(on > today ? FollowUpState.Soon : FollowUpState.Due, on, tried, MayNot(reach, shop));
    }

    private static Problem? MayNot(CustomerReach reach, Shop shop) =>
        reach.IsNotServed ? NotServed
        : reach.Channel is null
            ? reach.Refuses ? MessagingConsent.Refusal
                : NoAddress
        : reach.Written >= shop.MostFollowUps ? TooOften(reach.Written)
        : null;

    private static readonly Problem Closed = new("followUp.closed", "This follow-up was closed. Reopen it first.");
    private static readonly Problem Coming = new("followUp.coming", "This vehicle is here or has an appointment. Talk about it then.");
    private static readonly Problem NotServed = new("followUp.notServed", "This customer is marked as not to be served.");
    private static readonly Problem NoAddress = new(
        "followUp.noAddress",
        "There is no phone number or email address on file. Add one first."
    );

    private static Problem Asked(LocalDate on, LocalDate again) =>
        new("followUp.resting", Invariant($"They were asked on {on:MMM d} and have not answered. Ask again from {again:MMM d} on."));

    private static Problem TooOften(int times) =>
        new(
            "followUp.often",
            Invariant($"They got {times} follow-up {(times == 1 ? "message" : "messages")} in the last 30 days. Call them instead.")
        );
}
