using Yardstick.Core.Floor;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>The end of an order that brings no invoice.</summary>
public partial class Order
{
    private const int LongestReason = 500;

    /// <summary>Ends the order without an invoice. What was not agreed to comes back at the next visit; the car is free.</summary>
    /// <param name="ending">How it came to that.</param>
    /// <param name="reason">Why, in a word.</param>
    /// <param name="hanging">What still hangs on it.</param>
    /// <param name="actor">Who.</param>
    public Result End(OrderEnding ending, string? reason, IReadOnlyList<ClosingBlocker> hanging, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (!Enum.IsDefined(ending))
            return new Problem("end.how", "Choose how it ended: declined, not returned, or taken home.", "ending");
        if (Reason(reason) is { } bad)
            return bad;
        if (ApprovedJobs.FirstOrDefault() is { } approved)
            return new Problem("end.approved", Approved(approved).Message);
        if (hanging.Count > 0)
            return new Problem("end.hanging", hanging[0].Message);
        Ending = ending;
        Close(OrderState.Ended, $"{EndingName(ending)}: {reason!.Trim()}", reason, actor);
        return Result.Done;
    }

    /// <summary>Makes the order void: it was a mistake. It stays to be looked at, and its number stays.</summary>
    /// <param name="reason">Why.</param>
    /// <param name="hanging">What still hangs on it.</param>
    /// <param name="actor">Who.</param>
    public Result MakeVoid(string? reason, IReadOnlyList<ClosingBlocker> hanging, Actor actor)
    {
        if (State is not (OrderState.Open or OrderState.Ended))
            return Closed()!;
        if (Reason(reason) is { } bad)
            return bad;
        if (hanging.Count > 0)
            return new Problem("end.hanging", hanging[0].Message);
        Ending = null;
        Close(OrderState.Voided, $"void: {reason!.Trim()}", reason, actor);
        return Result.Done;
    }

    /// <summary>Opens an order again that was ended without an invoice.</summary>
    public Result OpenAgain(Actor actor)
    {
        if (State != OrderState.Ended)
            return State == OrderState.Open ? Result.Done : Closed()!;
        (State, Ending, EndReason, EndedAt, EndedById) = (OrderState.Open, null, "", null, null);
        Record("order", Id, "state", "ended", "open again", Version + 1, actor);
        MoveTo(VehicleId is null || OdometerIn is null ? Stage.Expected : Stage.Here, "The order was opened again", actor);
        return Result.Done;
    }

    /// <summary>How it ended, in one sentence.</summary>
    /// <param name="who">Who ended it.</param>
    /// <param name="at">When, wall time.</param>
    public string EndWords(string who, LocalDateTime at) =>
        string.Create(
            System.Globalization.CultureInfo.InvariantCulture,
            $"{(Ending is { } ending ? $"Ended without an invoice: {EndingName(ending).ToLowerInvariant()}" : "Void")}. {EndReason}. {who}, {at:MMM d, yyyy}."
        );

    /// <summary>What a way of ending is called.</summary>
    public static string EndingName(OrderEnding ending) =>
        ending switch
        {
            OrderEnding.Declined => "Declined",
            OrderEnding.NotReturned => "Not returned",
            _ => "Taken home",
        };

    internal static ClosingBlocker Approved(Job job) =>
        new("end.approved", $"\"{job.Title}\" is approved; invoice the order, or record that the customer took the approval back.", job.Id);

    private void Close(OrderState state, string words, string reason, Actor actor)
    {
        var before = State == OrderState.Open ? "open" : "ended";
        if (Stage != Stage.Collected)
            MoveTo(Stage.Collected, state == OrderState.Ended ? "The order was ended" : "The order was made void", actor);
        (State, EndReason, EndedAt, EndedById) = (state, reason.Trim(), actor.At, actor.StaffId);
        Record("order", Id, "state", before, words, Version + 1, actor);
    }

    private static Problem? Reason(string? reason) =>
        string.IsNullOrWhiteSpace(reason) ? new Problem("end.reason", "Enter a reason.", "reason")
        : reason.Length > LongestReason ? TextInput.TooLong(LongestReason, "reason")
        : null;
}
