using System.Linq.Expressions;
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

    /// <summary>How they are asked; as it was with them when it was written.</summary>
    public SupplierOrderWay Way { get; init; }

    /// <summary>Sent with every question to their service, so that they take the return once.</summary>
    public Guid IdempotencyKey { get; internal set; }

    /// <summary>What their service said against it, or that it did not answer, in words; empty when all is well.</summary>
    public string Trouble { get; internal set; } = "";

    /// <summary>Their service said no: a person has to talk to them or keep the parts, and it is not asked again.</summary>
    public bool SaidNo { get; internal set; }

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

    /// <summary>Their service is to be asked: for an authorization, or, once it was picked up, for the credit.</summary>
    public static readonly Expression<Func<PartReturn, bool>> IsToAsk = made =>
        made.State < PartReturnState.Credited
        && made.State != PartReturnState.Authorized
        && made.Way == SupplierOrderWay.Electronic
        && !made.SaidNo;

    /// <summary>The supplier still has to do something, or the shop.</summary>
    public bool IsOpen => State < PartReturnState.Credited;

    /// <summary>What all of it should bring.</summary>
    public Money Expected => Lines.Aggregate(Money.Zero, (sum, line) => sum + line.Expected);

    /// <summary>Writes a return. Refuses with <c>text.long</c>.</summary>
    /// <param name="number">Number that the supplier sees.</param>
    /// <param name="supplier">The supplier.</param>
    /// <param name="note">What is the matter, up to 300 characters.</param>
    /// <param name="actor">Who.</param>
    public static Result<PartReturn> Begin(long number, Supplier supplier, string? note, Actor actor) =>
        (note ?? "").Trim() is { Length: <= LongestNote } said
            ? new PartReturn
            {
                Number = number,
                SupplierId = supplier.Id,
                Way = supplier.Way,
                IdempotencyKey = Guid.NewGuid(),
                Note = said,
                CreatedAt = actor.At,
                ById = actor.StaffId,
            }
            : TextInput.TooLong(LongestNote, "note", "A note");

    /// <summary>Puts units of a receipt onto it. Refuses with <c>return.tooMany</c> and <c>return.noCore</c>.</summary>
    /// <param name="line">The receipt with which they came.</param>
    /// <param name="quantity">Units.</param>
    /// <param name="reason">Why.</param>
    /// <param name="left">Units of the receipt that can still go back: parts, or cores.</param>
    /// <param name="shelvedAs">The catalog part as which what came for an order was put to stock meanwhile; null where it was not.</param>
    public Result<PartReturnLine> Add(ReceiptLine line, Quantity quantity, PartReturnReason reason, Quantity left, long? shelvedAs = null)
    {
        var core = reason == PartReturnReason.Core;
        if (core && line.CoreEach <= UnitPrice.Zero)
            return new Problem("return.noCore", $"There is no core charge on {line.PartNumber}.", "reason");
        if (quantity > left || quantity <= Quantity.Zero)
            return new Problem(
                "return.tooMany",
                core
                    ? $"Only {left} of the cores of \"{line.Description}\" are still to go back."
                    : $"Only {left} of \"{line.Description}\" came and did not go back yet.",
                "quantity"
            );
        var added = new PartReturnLine
        {
            ReceiptLineId = line.Id,
            PartId = shelvedAs ?? line.PartId,
            OrderId = line.OrderId,
            PartNumber = line.PartNumber,
            Description = line.Description,
            Quantity = quantity,
            UnitCredit = core ? line.CoreEach : line.UnitCost,
            Reason = reason,
            FromStock = !core && (line.IsStock || shelvedAs is not null),
        };
        Lines.Add(added);
        return added;
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
        (Trouble, SaidNo) = ("", false);
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
        (Trouble, SaidNo) = ("", false);
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
        (Trouble, SaidNo) = ("", false);
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
        (Trouble, SaidNo) = ("", false);
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
        (Trouble, SaidNo) = ("", false);
        Version++;
        return Result.Done;
    }

    /// <summary>
    /// Their service answered. What a person did meanwhile stays: an answer to a question that is no longer open changes nothing.
    /// </summary>
    /// <param name="answer">What it said.</param>
    /// <param name="supplier">Name of the supplier.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Answered(SupplierReturnAnswer answer, string supplier, Instant utcNow)
    {
        if (!IsOpen || SaidNo)
            return;
        Trouble = "";
        if (answer.Authorization.Length > 0 && Authorization.Length == 0 && State == PartReturnState.Open)
            Authorize(answer.Authorization);
        switch (answer.State)
        {
            case SupplierReturnState.Refused:
                (SaidNo, Trouble) = (true, $"{supplier} refuses it: {answer.Words.TrimEnd('.')}. Keep it, or talk to them.");
                break;
            case SupplierReturnState.Credited when State == PartReturnState.Sent:
                var brought = answer.Credited ?? Expected;
                (State, Credited, Answer, ClosedAt) = (PartReturnState.Credited, brought, answer.Words, utcNow);
                break;
        }
        Version++;
    }

    /// <summary>Their service did not answer; it is asked again.</summary>
    /// <param name="supplier">Name of the supplier.</param>
    /// <param name="problem">What went wrong, the second half of a sentence.</param>
    public void NotAnswered(string supplier, string problem)
    {
        if (IsOpen && !SaidNo)
            Trouble = $"{supplier} {problem}. Asking again automatically; or enter what they say on the phone.";
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
