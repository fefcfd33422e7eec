using System.Linq.Expressions;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>An order to a supplier for parts: of one repair order, of several, or for stock.</summary>
public class PurchaseOrder
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number that the supplier sees.</summary>
    public long Number { get; init; }

    /// <summary>The supplier.</summary>
    public long SupplierId { get; init; }

    /// <summary>Where it is.</summary>
    public PurchaseOrderState State { get; internal set; }

    /// <summary>Sent with every try, so that the supplier takes it once.</summary>
    public Guid IdempotencyKey { get; internal set; }

    /// <summary>The supplier's own reference. Of one with a service its status depends on it, and nobody types over it.</summary>
    public string SupplierReference { get; internal set; } = "";

    /// <summary>When it is expected, UTC.</summary>
    public Instant? ExpectedAt { get; internal set; }

    /// <summary>What went wrong last, in words; empty when all is well.</summary>
    public string Trouble { get; internal set; } = "";

    /// <summary>When it was written, UTC.</summary>
    public Instant CreatedAt { get; init; }

    /// <summary>Who ordered.</summary>
    public long ById { get; init; }

    /// <summary>How it reaches the supplier; as it was with them when it was placed.</summary>
    public SupplierOrderWay Way { get; init; }

    /// <summary>The branch that it goes to; null where the supplier has none, or none was chosen.</summary>
    public long? BranchId { get; init; }

    /// <summary>For the supplier or the driver; empty for none.</summary>
    public string Message { get; init; } = "";

    /// <summary>When and how it should come, in words; empty for none.</summary>
    public string Delivery { get; init; } = "";

    /// <summary>Bought and paid in cash at the counter of the supplier.</summary>
    public bool PaidInCash { get; init; }

    /// <summary>What the supplier could not cancel any more, in words; empty where nothing was asked for in vain.</summary>
    public string CancelAnswer { get; internal set; } = "";

    /// <summary>Its electronic supplier is to be asked to cancel lines, UTC; null where nothing is asked.</summary>
    public Instant? CancelAskedAt { get; internal set; }

    /// <summary>The email that it went out with; null before, and where it goes another way.</summary>
    public long? MessageId { get; internal set; }

    /// <summary>Tries to hand it over so far.</summary>
    public int Tries { get; internal set; }

    /// <summary>Its lines.</summary>
    public List<PurchaseOrderLine> Lines { get; } = [];

    /// <summary>The supplier has not refused it and nobody called it off.</summary>
    public static readonly Expression<Func<PurchaseOrder, bool>> Stands = order =>
        order.State != PurchaseOrderState.Refused && order.State != PurchaseOrderState.Cancelled;

    /// <summary>True while parts of it may still come.</summary>
    public bool IsOpen => State is not (PurchaseOrderState.Refused or PurchaseOrderState.Received or PurchaseOrderState.Cancelled);

    /// <summary>
    /// Calls parts off that are still to come; with the last one the whole order. A supplier with a service that has the order is asked
    /// first, and can say that it is too late; the others are told by telephone.
    /// </summary>
    /// <param name="lineIds">Lines of this purchase order.</param>
    /// <param name="reason">Why, and who at the supplier agreed.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Cancel(IReadOnlyCollection<long> lineIds, string? reason, Instant utcNow)
    {
        if (!IsOpen)
            return new Problem(
                "purchase.closed",
                $"Purchase order {Number} is {StateName(State).ToLowerInvariant()}; nothing of it can be called off."
            );
        if (string.IsNullOrWhiteSpace(reason) || reason.Length > 200)
            return new Problem("purchase.reason", "Enter the reason and who at the supplier agreed, up to 200 characters.", "reason");
        var lines = Lines.Where(l => lineIds.Contains(l.Id) && l.Awaited).ToList();
        if (lines.Count == 0)
            return new Problem("purchase.here", "These parts are here or were called off already; look at the list again.");
        foreach (var line in lines)
            line.CancelReason = reason.Trim();
        if (Way == SupplierOrderWay.Electronic && SupplierReference.Length > 0)
        {
            CancelAskedAt = utcNow;
            return Result.Done;
        }
        foreach (var line in lines)
            line.CancelledAt = utcNow;
        Settle();
        return Result.Done;
    }

    /// <summary>Lines that the supplier is asked to cancel.</summary>
    public IReadOnlyList<PurchaseOrderLine> ToCancel =>
        CancelAskedAt is null ? [] : Lines.FindAll(l => l is { Awaited: true, CancelReason.Length: > 0 });

    /// <summary>The supplier answered a request to cancel.</summary>
    /// <param name="cancelled">Lines that will not come; the others are on their way.</param>
    /// <param name="supplier">Name of the supplier.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void CancelAnswered(IReadOnlySet<long> cancelled, string supplier, Instant utcNow)
    {
        var late = new List<string>();
        foreach (var line in ToCancel)
        {
            if (cancelled.Contains(line.Id))
                line.CancelledAt = utcNow;
            else
            {
                line.CancelReason = "";
                late.Add(line.Description);
            }
        }
        CancelAskedAt = null;
        Settle();
        if (late.Count > 0)
            CancelAnswer = $"{supplier} can't cancel {string.Join(", ", late)}: it is on its way. Receive it, then return it.";
        Trouble = IsOpen ? CancelAnswer : "";
    }

    /// <summary>All that was still to come is here, was called off or refused: the order is done.</summary>
    public void Settle()
    {
        if (Lines.Any(l => l.Awaited))
            return;
        State =
            Lines.Any(l => l.Received > Quantity.Zero) ? PurchaseOrderState.Received
            : Lines.Any(l => l.IsRefused) ? PurchaseOrderState.Refused
            : PurchaseOrderState.Cancelled;
        Trouble = "";
    }

    /// <summary>
    /// Writes an order down; a worker hands it over afterwards. Refuses with <c>purchase.empty</c>, <c>purchase.number</c>,
    /// <c>text.long</c> and <c>branch.gone</c>.
    /// </summary>
    /// <param name="number">Number that the supplier sees.</param>
    /// <param name="supplier">The supplier.</param>
    /// <param name="parts">What is ordered, for repair orders or for stock.</param>
    /// <param name="actor">Who.</param>
    /// <param name="wishes">Branch, message and delivery.</param>
    public static Result<PurchaseOrder> Place(
        long number,
        Supplier supplier,
        IReadOnlyList<PartWanted> parts,
        Actor actor,
        OrderWishes? wishes = null
    )
    {
        if (Check(parts, wishes, supplier) is { } problem)
            return problem;
        var order = new PurchaseOrder
        {
            Number = number,
            SupplierId = supplier.Id,
            Way = supplier.Way,
            BranchId = wishes?.BranchId,
            Message = (wishes?.Message ?? "").Trim(),
            Delivery = (wishes?.Delivery ?? "").Trim(),
            State = supplier.Way == SupplierOrderWay.Phone ? PurchaseOrderState.Placed : PurchaseOrderState.Sending,
            IdempotencyKey = Guid.NewGuid(),
            CreatedAt = actor.At,
            ById = actor.StaffId,
        };
        order.Lines.AddRange(parts.Select(p => p.AsLine()));
        return order;
    }

    /// <summary>
    /// Writes down what somebody bought and paid in cash; it is here and is received next. Refuses as
    /// <see cref="Place"/>, and with <c>text.long</c> for the receipt's number.
    /// </summary>
    /// <param name="number">Number of the purchase order.</param>
    /// <param name="supplier">Where it was bought.</param>
    /// <param name="parts">What was bought.</param>
    /// <param name="receipt">Number on the receipt, up to 80 characters.</param>
    /// <param name="actor">Who.</param>
    public static Result<PurchaseOrder> Bought(
        long number,
        Supplier supplier,
        IReadOnlyList<PartWanted> parts,
        string? receipt,
        Actor actor
    )
    {
        if (Check(parts, null, supplier) is { } problem)
            return problem;
        if ((receipt ?? "").Trim() is not { Length: <= 80 } slip)
            return TextInput.TooLong(80, "receipt", "A receipt number");
        var order = new PurchaseOrder
        {
            Number = number,
            SupplierId = supplier.Id,
            Way = SupplierOrderWay.Phone,
            State = PurchaseOrderState.Confirmed,
            SupplierReference = slip,
            PaidInCash = true,
            IdempotencyKey = Guid.NewGuid(),
            CreatedAt = actor.At,
            ById = actor.StaffId,
        };
        order.Lines.AddRange(parts.Select(p => p.AsLine()));
        return order;
    }

    private static Problem? Check(IReadOnlyList<PartWanted> parts, OrderWishes? wishes, Supplier supplier)
    {
        if (wishes?.BranchId is { } branch && !supplier.Branches.Exists(b => b.Id == branch && b.RetiredAt is null))
            return Gone.Branch with { Field = "branchId" };
        if (parts.Count == 0)
            return new Problem("purchase.empty", "Choose at least one part to order.", "lineIds");
        if (parts.FirstOrDefault(p => string.IsNullOrWhiteSpace(p.Number)) is { } nameless)
            return new Problem(
                "purchase.number",
                $"\"{nameless.Description}\" has no part number; add one on the repair order first.",
                "lineIds"
            );
        if (wishes?.Message?.Trim().Length > 300)
            return TextInput.TooLong(300, "message", "A message");
        return wishes?.Delivery?.Trim().Length > 80 ? TextInput.TooLong(80, "delivery", "A delivery wish") : null;
    }

    /// <summary>
    /// Notes what a supplier said on the phone or wrote back. Refuses with <c>purchase.electronic</c>, <c>purchase.closed</c>,
    /// <c>text.long</c> and <c>date.unreadable</c>.
    /// </summary>
    /// <param name="reference">The supplier's own reference, or whom one spoke to; up to 80 characters.</param>
    /// <param name="expected">When it comes, as typed; empty where they did not say.</param>
    /// <param name="shop">The shop, in whose time it is typed.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result NoteCall(string? reference, string? expected, Setup.Shop shop, Instant utcNow)
    {
        if (Way == SupplierOrderWay.Electronic)
            return new Problem("purchase.electronic", "This supplier's service updates the order automatically.");
        if (MayReceive().Problem is { } closed)
            return closed;
        if ((reference ?? "").Trim() is not { Length: <= 80 } said)
            return TextInput.TooLong(80, "reference", "A reference");
        var now = shop.Local(utcNow);
        if (!string.IsNullOrWhiteSpace(expected))
        {
            var at = DateTimeInput.Read(expected, now, "expected", shop.DrawnOn(now.Date).From);
            if (at.Problem is { } unreadable)
                return unreadable;
            ExpectedAt = shop.Utc(at.Value);
        }
        (SupplierReference, State) = (said, PurchaseOrderState.Confirmed);
        return Result.Done;
    }

    /// <summary>Why parts that were chosen can't be ordered.</summary>
    /// <param name="taken">What one of them is and the number of the purchase order that it is on; null where none is.</param>
    public static Problem NotNeeded((string Description, long Number)? taken) =>
        taken is { } on
            ? new Problem("purchase.ordered", $"\"{on.Description}\" is already on purchase order {on.Number}.", "lineIds")
            : new Problem("purchase.changed", "One of these parts is no longer needed. Check the list and order again.", "lineIds");

    /// <summary>
    /// Whether anything can be received of it. Refuses with <c>purchase.closed</c>, and with <c>purchase.against</c> without a reason
    /// where it comes although it was refused or called off.
    /// </summary>
    /// <param name="against">It came although it was refused or called off: why, as somebody with the right says; null otherwise.</param>
    public Result MayReceive(string? against = null) =>
        against is not null
            ? string.IsNullOrWhiteSpace(against) || against.Length > 200
                ? new Problem("purchase.against", "Enter how it came although it was not to come, up to 200 characters.", "against")
                : Result.Done
            : IsOpen
                ? Result.Done
                : new Problem(
                    "purchase.closed",
                    $"Purchase order {Number} is {StateName(State).ToLowerInvariant()}; there is nothing left to receive."
                );

    /// <summary>The line, if it is on this order. Refuses with <c>purchase.line</c>.</summary>
    public Result<PurchaseOrderLine> FindLine(long id) =>
        Lines.Find(l => l.Id == id) is { } line
            ? line
            : new Problem("purchase.line", "One of these lines is not on this purchase order. Reload the page.");

    /// <summary>A part that nobody ordered here came along, or more than was asked: it stands on the order as it came, for stock.</summary>
    /// <param name="part">The part.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="unitCost">Cost each.</param>
    public PurchaseOrderLine AddArrived(Catalog.Part part, Quantity quantity, UnitPrice unitCost)
    {
        var line = PurchaseOrderLine.For(part, quantity, unitCost);
        line.Received = quantity;
        Lines.Add(line);
        return line;
    }

    /// <summary>It was put into an email, which the outbox hands over.</summary>
    /// <param name="messageId">The email.</param>
    public void Emailed(long messageId)
    {
        (MessageId, State, Trouble) = (messageId, PurchaseOrderState.Placed, "");
        Tries++;
    }

    /// <summary>What went wrong with the email that it went out with, in words; empty when all is well.</summary>
    /// <param name="state">Where the email is.</param>
    /// <param name="why">What the mail server said.</param>
    /// <param name="supplier">Whom it went to.</param>
    public static string EmailTrouble(MessageState state, string why, Supplier supplier) =>
        state switch
        {
            MessageState.Failed => $"The email to {supplier.Name} was not sent: {why} Send it again, or call them.",
            MessageState.MayHaveBeenSent => $"The email to {supplier.Name} may not have gone out. Call them, or send it again.",
            MessageState.Waiting when why.Length > 0 =>
                $"The email to {supplier.Name} has not gone out yet: {why} It will be sent again automatically.",
            _ => "",
        };

    /// <summary>It could not be handed over, or nothing was heard of it.</summary>
    /// <param name="supplier">Who did not answer.</param>
    /// <param name="why">What its service does, in words that follow its name.</param>
    public void NotAnswered(Supplier supplier, string why)
    {
        Tries++;
        Trouble =
            SupplierReference.Length == 0
                ? $"{supplier.Name} {why}. The order is saved and will be sent again automatically; it won't be placed twice. Or call {supplier.Phone}."
                : $"{supplier.Name} {why}. The last status is shown; we keep checking.";
    }

    /// <summary>The supplier answered.</summary>
    /// <param name="said">What it said, of the order and of each line.</param>
    public void Answered(SupplierAnswer said)
    {
        Tries++;
        if (State is PurchaseOrderState.Received)
            return;
        if (State is PurchaseOrderState.Cancelled)
        {
            if (said.State != PurchaseOrderState.Refused)
                Trouble = "The supplier took it although it was called off here; tell them by telephone.";
            return;
        }
        State = said.State;
        if (SupplierReference.Length == 0)
            SupplierReference = said.Reference;
        ExpectedAt = said.ExpectedAt ?? ExpectedAt;
        Trouble = CancelAnswer;
        foreach (var line in Lines)
        {
            if (said.Lines.FirstOrDefault(l => l.LineId == line.Id) is { } answer)
                line.Heard(answer);
            else if (said.State == PurchaseOrderState.Refused)
                line.Heard(new SupplierLineAnswer(line.Id, PurchaseLineState.NotAvailable, null, null));
        }
        Settle();
        if (Lines.Count(l => l.IsRefused) is var refused and > 0)
            Trouble = Missed(refused, refused == Lines.Count);
    }

    private static string Missed(int lines, bool all) =>
        all ? "The supplier can't fill this order. Choose another part or supplier, or remove the line."
        : lines == 1 ? "One part will not come. Replace it where it is needed."
        : $"{lines} parts will not come. Replace them where they are needed.";

    /// <summary>What the state is called.</summary>
    public static string StateName(PurchaseOrderState state) =>
        state switch
        {
            PurchaseOrderState.Sending => "Not sent yet",
            PurchaseOrderState.Placed => "Ordered",
            PurchaseOrderState.Confirmed => "Confirmed",
            PurchaseOrderState.Shipped => "Shipped",
            PurchaseOrderState.Delayed => "Delayed",
            PurchaseOrderState.Refused => "Not available",
            PurchaseOrderState.Cancelled => "Called off",
            _ => "Received",
        };
}
