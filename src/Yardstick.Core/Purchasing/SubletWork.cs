using System.Linq.Expressions;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Work of a sublet line that is with a vendor: sent out, back, and billed.</summary>
public class SubletWork
{
    private const int LongestNote = 200;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The repair order.</summary>
    public long OrderId { get; init; }

    /// <summary>Its line.</summary>
    public long LineId { get; init; }

    /// <summary>The vendor.</summary>
    public long SupplierId { get; init; }

    /// <summary>What is done, as the line said when it was sent.</summary>
    public required string Description { get; init; }

    /// <summary>What it is to cost, as the line said when it was sent.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>For the vendor; empty for nothing.</summary>
    public string Note { get; init; } = "";

    /// <summary>When it was sent, UTC.</summary>
    public Instant SentAt { get; init; }

    /// <summary>Who sent it.</summary>
    public long SentById { get; init; }

    /// <summary>When it is to be back, UTC; null where nobody said.</summary>
    public Instant? ExpectedAt { get; internal set; }

    /// <summary>When it came back, UTC; null before.</summary>
    public Instant? BackAt { get; internal set; }

    /// <summary>It was not sent after all, UTC; null otherwise.</summary>
    public Instant? CalledOffAt { get; internal set; }

    /// <summary>The vendor's bill; null before.</summary>
    public long? SupplierBillId { get; internal set; }

    /// <summary>It is with the vendor.</summary>
    public static readonly Expression<Func<SubletWork, bool>> IsOutside = work => work.BackAt == null && work.CalledOffAt == null;

    /// <summary>It was done and its bill is not here.</summary>
    public static readonly Expression<Func<SubletWork, bool>> IsUnbilled = work => work.SupplierBillId == null && work.CalledOffAt == null;

    /// <summary>It is with the vendor.</summary>
    public bool IsOut => BackAt is null && CalledOffAt is null;

    /// <summary>
    /// Sends the work of a line out. Refuses with <c>line.gone</c>, <c>sublet.kind</c>, <c>sublet.notApproved</c>, <c>sublet.out</c>,
    /// <c>text.long</c> and codes of times.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="lineId">The line.</param>
    /// <param name="supplier">The vendor.</param>
    /// <param name="expected">When it is to be back, as typed; empty where nobody said.</param>
    /// <param name="note">For the vendor, up to 200 characters.</param>
    /// <param name="isOut">It is with a vendor already, or was there.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="actor">Who.</param>
    public static Result<SubletWork> Send(
        Order order,
        long lineId,
        Supplier supplier,
        string? expected,
        string? note,
        bool isOut,
        Shop shop,
        Actor actor
    )
    {
        var job = order.OnJobs.FirstOrDefault(j => j.OnLines.Any(l => l.Id == lineId));
        if (job is null)
            return new Problem("line.gone", "This line no longer exists. Reload the page.");
        if (job.OnLines.First(l => l.Id == lineId) is not SubletLine line)
            return new Problem("sublet.kind", "Only a sublet line can be sent out.");
        if (job.Decision != DecisionKind.Approved || line.IsExcluded)
            return new Problem("sublet.notApproved", $"\"{line.Description}\" is not approved yet. Record the customer's answer first.");
        if (isOut)
            return new Problem("sublet.out", $"\"{line.Description}\" was sent out already. Look at the list again.");
        if ((note ?? "").Trim() is not { Length: <= LongestNote } said)
            return TextInput.TooLong(LongestNote, "note", "A note");
        Instant? back = null;
        if (!string.IsNullOrWhiteSpace(expected))
        {
            var now = shop.Local(actor.At);
            var at = DateTimeInput.Read(expected, now, "expected", shop.DrawnOn(now.Date).From);
            if (at.Problem is { } unreadable)
                return unreadable;
            back = shop.Utc(at.Value);
        }
        order.NotePart(lineId, "sent-out", supplier.Name, actor);
        return new SubletWork
        {
            OrderId = order.Id,
            LineId = lineId,
            SupplierId = supplier.Id,
            Description = line.Description,
            UnitCost = line.UnitCost,
            Note = said,
            SentAt = actor.At,
            SentById = actor.StaffId,
            ExpectedAt = back,
        };
    }

    /// <summary>It is back. Refuses with <c>sublet.back</c>.</summary>
    /// <param name="order">Its order.</param>
    /// <param name="supplier">Name of the vendor.</param>
    /// <param name="actor">Who.</param>
    public Result Back(Order order, string supplier, Actor actor)
    {
        if (!IsOut)
            return AlreadyBack;
        BackAt = actor.At;
        order.NotePart(LineId, "back", supplier, actor);
        return Result.Done;
    }

    /// <summary>It is not back yet after all. Refuses with <c>sublet.billed</c> once its bill is here and <c>sublet.out</c>.</summary>
    /// <param name="order">Its order.</param>
    /// <param name="supplier">Name of the vendor.</param>
    /// <param name="actor">Who.</param>
    public Result OutAgain(Order order, string supplier, Actor actor)
    {
        if (SupplierBillId is not null)
            return new Problem("sublet.billed", $"The bill for \"{Description}\" is entered, so it is done.");
        if (BackAt is null)
            return new Problem("sublet.out", $"\"{Description}\" is still out. Look at the list again.");
        BackAt = null;
        order.NotePart(LineId, "sent-out", supplier, actor);
        return Result.Done;
    }

    /// <summary>It was not sent after all. Refuses with <c>sublet.back</c>.</summary>
    /// <param name="order">Its order.</param>
    /// <param name="supplier">Name of the vendor.</param>
    /// <param name="actor">Who.</param>
    public Result CallOff(Order order, string supplier, Actor actor)
    {
        if (!IsOut)
            return AlreadyBack;
        CalledOffAt = actor.At;
        order.NotePart(LineId, "called-off", supplier, actor);
        return Result.Done;
    }

    /// <summary>Where it is, in words, without the time.</summary>
    /// <param name="supplier">Name of the vendor.</param>
    public string Words(string supplier) => IsOut ? $"At {supplier}" : $"Back from {supplier}";

    private Problem AlreadyBack => new("sublet.back", $"\"{Description}\" is back or was called off already. Look at the list again.");
}
