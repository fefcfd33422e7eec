using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>Parts or cores that go back to a supplier: asked for, authorized, sent, and credited or refused.</summary>
public class PartReturn
{
    private const int LongestNumber = 80,
        LongestNote = 300;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number that the supplier sees.</summary>
    public long Number { get; init; }

    /// <summary>Who gets them back.</summary>
    public long SupplierId { get; init; }

    /// <summary>Where it is.</summary>
    public PartReturnState State { get; internal set; }

    /// <summary>The supplier's authorization; empty before they gave one.</summary>
    public string Authorization { get; internal set; } = "";

    /// <summary>What is the matter, for the supplier.</summary>
    public string Note { get; init; } = "";

    /// <summary>What the supplier gave back; null before.</summary>
    public Money? Credited { get; internal set; }

    /// <summary>Number of their credit memo, or why they refused.</summary>
    public string Answer { get; internal set; } = "";

    /// <summary>When it was written, UTC.</summary>
    public Instant CreatedAt { get; init; }

    /// <summary>Who wrote it.</summary>
    public long ById { get; init; }

    /// <summary>When it left, UTC; null before.</summary>
    public Instant? SentAt { get; internal set; }

    /// <summary>When it was credited, refused or dropped, UTC; null before.</summary>
    public Instant? ClosedAt { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>What goes back.</summary>
    public List<PartReturnLine> Lines { get; } = [];

    /// <summary>The supplier still has to do something, or the shop.</summary>
    public bool IsOpen => State < PartReturnState.Credited;

    /// <summary>What all of it should bring.</summary>
    public Money Expected => Lines.Aggregate(Money.Zero, (sum, line) => sum + line.Expected);

    /// <summary>Writes a return. Refuses with <c>text.long</c>.</summary>
    /// <param name="number">Number that the supplier sees.</param>
    /// <param name="supplierId">The supplier.</param>
    /// <param name="note">What is the matter, up to 300 characters.</param>
    /// <param name="actor">Who.</param>
    public static Result<PartReturn> Begin(long number, long supplierId, string? note, Actor actor) =>
        (note ?? "").Trim() is { Length: <= LongestNote } said
            ? new PartReturn
            {
                Number = number,
                SupplierId = supplierId,
                Note = said,
                CreatedAt = actor.At,
                ById = actor.StaffId,
            }
            : TextInput.TooLong(LongestNote, "note", "A note");

    /// <summary>Puts units of a receipt onto it. Refuses with <c>return.tooMany</c> and <c>return.noCore</c>.</summary>
    /// <param name="line">The receipt with which they came.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="reason">Why.</param>
    /// <param name="before">Units of the receipt that went back already, for the same kind of reason: parts, or cores.</param>
    public Result Add(ReceiptLine line, Quantity quantity, PartReturnReason reason, Quantity before)
    {
        var core = reason == PartReturnReason.Core;
        if (core && line.CoreEach <= UnitPrice.Zero)
            return new Problem("return.noCore", $"There is no core charge on {line.PartNumber}.", "reason");
        if (quantity > line.Quantity - before)
            return new Problem(
                "return.tooMany",
                $"Only {line.Quantity - before} of \"{line.Description}\" came and did not go back yet.",
                "quantity"
            );
        Lines.Add(
            new PartReturnLine
            {
                ReceiptLineId = line.Id,
                PartId = line.PartId,
                OrderId = line.OrderId,
                PartNumber = line.PartNumber,
                Description = line.Description,
                Quantity = quantity,
                UnitCredit = core ? line.CoreEach : line.UnitCost,
                Reason = reason,
                FromStock = !core && line.IsStock,
            }
        );
        return Result.Done;
    }

    /// <summary>The supplier agreed. Refuses with <c>return.state</c>, <c>return.number</c> and <c>text.long</c>.</summary>
    /// <param name="number">Their authorization, 1 to 80 characters.</param>
    public Result Authorize(string? number)
    {
        if (State > PartReturnState.Authorized)
            return Wrong();
        if ((number ?? "").Trim() is not { Length: > 0 } said)
            return new Problem("return.number", "Enter the number that the supplier gave for the return.", "authorization");
        if (said.Length > LongestNumber)
            return TextInput.TooLong(LongestNumber, "authorization", "A number");
        (Authorization, State) = (said, PartReturnState.Authorized);
        Version++;
        return Result.Done;
    }

    /// <summary>It left the shop. Refuses with <c>return.state</c>.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Send(Instant utcNow)
    {
        if (State > PartReturnState.Authorized)
            return Wrong();
        (State, SentAt) = (PartReturnState.Sent, utcNow);
        Version++;
        return Result.Done;
    }

    /// <summary>The supplier gave money back. Refuses with <c>return.state</c>, <c>text.long</c> and codes of figures.</summary>
    /// <param name="amount">How much, as typed; empty for all that was expected.</param>
    /// <param name="memo">Number of their credit memo.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Credit(string? amount, string? memo, Instant utcNow)
    {
        if (State != PartReturnState.Sent)
            return Wrong();
        if ((memo ?? "").Trim() is not { Length: <= LongestNumber } said)
            return TextInput.TooLong(LongestNumber, "memo", "A number");
        var typed = string.IsNullOrWhiteSpace(amount) ? Expected.Amount : NumberInput.Amount(amount, "amount", 2);
        if (typed.Problem is { } problem)
            return problem;
        (State, Credited, Answer, ClosedAt) = (PartReturnState.Credited, Money.Of(typed.Value), said, utcNow);
        Version++;
        return Result.Done;
    }

    /// <summary>The supplier will not take it. Refuses with <c>return.state</c>, <c>return.why</c>.</summary>
    /// <param name="why">What they said, 1 to 80 characters.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Refuse(string? why, Instant utcNow)
    {
        if (!IsOpen)
            return Wrong();
        if ((why ?? "").Trim() is not { Length: > 0 and <= LongestNumber } said)
            return new Problem("return.why", "Enter why the supplier refuses it, up to 80 characters.", "why");
        (State, Answer, ClosedAt) = (PartReturnState.Refused, said, utcNow);
        Version++;
        return Result.Done;
    }

    /// <summary>It stays here after all. Refuses with <c>return.state</c> once it was sent.</summary>
    /// <param name="utcNow">Now, UTC.</param>
    public Result Drop(Instant utcNow)
    {
        if (State > PartReturnState.Authorized)
            return Wrong();
        (State, ClosedAt) = (PartReturnState.Dropped, utcNow);
        Version++;
        return Result.Done;
    }

    /// <summary>What a state is called.</summary>
    public static string StateName(PartReturnState state) =>
        state switch
        {
            PartReturnState.Open => "Set aside",
            PartReturnState.Authorized => "Authorized",
            PartReturnState.Sent => "Picked up",
            PartReturnState.Credited => "Credited",
            PartReturnState.Refused => "Refused",
            _ => "Kept",
        };

    private Problem Wrong() =>
        new("return.state", $"Return {Number} is {StateName(State).ToLowerInvariant()} already. Look at the list again.");
}
