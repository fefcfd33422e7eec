using Yardstick.Core.Approval;
using Yardstick.Core.Floor;
using Yardstick.Core.Parts;

namespace Yardstick.Core.Orders;

/// <summary>The end of an order that brings no invoice.</summary>
public partial class Order
{
    private const int LongestReason = 500;

    /// <summary>What hangs on the order, so that it can't be ended or made void yet: each with what to do about it.</summary>
    /// <param name="partOrders">Purchase orders that hold its lines.</param>
    /// <param name="onTheClock">Names of people still on its clock.</param>
    /// <param name="ending">It is to be ended; one that is made void may have approved work.</param>
    public IReadOnlyList<Obstacle> Hanging(IReadOnlyList<PurchaseOrder> partOrders, IReadOnlyList<string> onTheClock, bool ending = false)
    {
        var found = new List<Obstacle>();
        if (ending) found.AddRange(ApprovedJobs.Select(Approved));
        foreach (var name in onTheClock) found.Add(new("clock.running", $"{name} is still on this car's clock; clock off first. The time stays on record."));
        foreach (var (on, part) in partOrders.Where(p => p.IsOpen).SelectMany(p => p.Lines.Where(l => l.OrderId == Id && l.Awaited).Select(l => (p, l))))
            found.Add(new("part.coming", $"\"{part.Description}\" is on the way, on purchase order {on.Number}; call it off or receive it into stock under Parts.", LineId: part.LineId));
        foreach (var line in Jobs.SelectMany(j => j.Lines).Where(l => l.ReceivedQuantity > 0))
            found.Add(new("part.here", $"\"{line.Description}\" is here for this order; put it into stock.", line.JobId, line.Id));
        return found;
    }

    /// <summary>Ends the order without an invoice. What was not agreed to comes back at the next visit; the car is free.</summary>
    /// <param name="ending">How it came to that.</param>
    /// <param name="reason">Why, in a word.</param>
    /// <param name="hanging">What still hangs on it.</param>
    /// <param name="actor">Who.</param>
    public Result End(OrderEnding ending, string? reason, IReadOnlyList<Obstacle> hanging, Actor actor)
    {
        if (Closed() is { } closed) return closed;
        if (!Enum.IsDefined(ending)) return new Problem("end.how", "Say how it ended: declined, not returned, or taken home.", "ending");
        if (Reason(reason) is { } bad) return bad;
        if (ApprovedJobs.FirstOrDefault() is { } approved) return new Problem("end.approved", Approved(approved).Message);
        if (hanging.Count > 0) return new Problem("end.hanging", hanging[0].Message);
        Ending = ending;
        Close(OrderState.Ended, $"{EndingName(ending)}: {reason!.Trim()}", reason, actor);
        return Result.Done;
    }

    /// <summary>Makes the order void: it was a mistake. It stays to be looked at, and its number stays.</summary>
    /// <param name="reason">Why.</param>
    /// <param name="hanging">What still hangs on it.</param>
    /// <param name="actor">Who.</param>
    public Result MakeVoid(string? reason, IReadOnlyList<Obstacle> hanging, Actor actor)
    {
        if (State is not (OrderState.Open or OrderState.Ended)) return Closed()!;
        if (Reason(reason) is { } bad) return bad;
        if (hanging.Count > 0) return new Problem("end.hanging", hanging[0].Message);
        Ending = null;
        Close(OrderState.Voided, $"void: {reason!.Trim()}", reason, actor);
        return Result.Done;
    }

    /// <summary>Opens an order again that was ended without an invoice.</summary>
    public Result OpenAgain(Actor actor)
    {
        if (State != OrderState.Ended) return State == OrderState.Open ? Result.Done : Closed()!;
        (State, Ending, EndReason, EndedAt, EndedById) = (OrderState.Open, null, "", null, null);
        Record("order", Id, "state", "ended", "open again", Version + 1, actor);
        MoveTo(VehicleId is null || OdometerIn is null ? Stage.Expected : Stage.Here, "The order was opened again", actor);
        return Result.Done;
    }

    /// <summary>Takes a part that was received for a line back off it: it goes into the shop's stock.</summary>
    /// <param name="lineId">The line; it may be off the order by now.</param>
    /// <param name="part">The catalog part that its stock becomes more of.</param>
    /// <param name="actor">Who.</param>
    public Result<StockMovement> PutIntoStock(long lineId, Part part, Actor actor)
    {
        if (Closed() is { } closed) return closed;
        if (Jobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == lineId) is not { } line) return new Problem("line.gone", "There is no such line on the order.");
        if (line.ReceivedQuantity <= 0) return new Problem("part.none", "Nothing of this line is here; look at the order again.");
        if (Jobs.First(j => j.Lines.Contains(line)).Progress == JobProgress.Finished)
            return new Problem("job.finished", "The job of this part is finished, so the part is in the car; open the job again first.");
        var movement = new StockMovement { PartId = part.Id, LineId = lineId, Kind = StockMovementKind.Receipt, Quantity = line.ReceivedQuantity, UnitCost = line.UnitCost, At = actor.At, ById = actor.StaffId };
        part.Receive(line.ReceivedQuantity, line.UnitCost);
        Record("line", lineId, "received", line.ReceivedQuantity.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture), "put into stock", ++line.Version, actor);
        line.ReceivedQuantity = 0;
        return movement;
    }

    /// <summary>How it ended, in one sentence.</summary>
    /// <param name="who">Who ended it.</param>
    /// <param name="at">When, wall time.</param>
    public string EndWords(string who, DateTime at) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"{(Ending is { } ending ? $"Ended without an invoice: {EndingName(ending).ToLowerInvariant()}" : "Void")}. {EndReason}. {who}, {at:MMM d, yyyy}.");

    /// <summary>What a way of ending is called.</summary>
    public static string EndingName(OrderEnding ending) => ending switch
    {
        OrderEnding.Declined => "Declined",
        OrderEnding.NotReturned => "Not returned",
        _ => "Taken home",
    };

    private static Obstacle Approved(Job job) =>
        new("end.approved", $"\"{job.Title}\" is approved; invoice the order, or record that the customer took the approval back.", job.Id);

    private void Close(OrderState state, string words, string reason, Actor actor)
    {
        var before = State == OrderState.Open ? "open" : "ended";
        if (Stage != Stage.Collected) MoveTo(Stage.Collected, state == OrderState.Ended ? "The order was ended" : "The order was made void", actor);
        (State, EndReason, EndedAt, EndedById) = (state, reason.Trim(), actor.At, actor.StaffId);
        Record("order", Id, "state", before, words, Version + 1, actor);
    }

    private static Problem? Reason(string? reason) =>
        string.IsNullOrWhiteSpace(reason) ? new Problem("end.reason", "Say in a word why.", "reason")
        : reason.Length > LongestReason ? new Problem("text.long", $"At most {LongestReason} characters are kept here.", "reason") : null;
}
