using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.WriteUp;

/// <summary>A signed check-in sheet. Never changed once signed; a trigger holds that.</summary>
public class CheckInSheet
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>Who signed.</summary>
    public required string SignedBy { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who took it.</summary>
    public long ById { get; init; }

    /// <summary>Everything that was signed, as JSON of <see cref="CheckInDocument"/>.</summary>
    public required string DocumentJson { get; init; }

    /// <summary>The file as it was signed, by content hash.</summary>
    public required string FileHash { get; init; }

    /// <summary>Photos that have room on a sheet.</summary>
    public const int MostPhotos = 6;

    /// <summary>
    /// Whether an order can be signed for. Refuses with <c>order.posted</c>, <c>checkIn.name</c>, <c>text.long</c> and
    /// <c>checkIn.photos</c>.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="signedBy">Who signs, 1 to 120 characters.</param>
    /// <param name="condition">Condition of the car in words, at most 2,000 characters.</param>
    /// <param name="photos">How many photos go on it.</param>
    public static Result MaySign(Order order, string? signedBy, string? condition, int photos)
    {
        if (order.State != OrderState.Open)
            return new Problem("order.posted", "This repair order is closed, so its check-in sheet can't be signed.");
        if ((signedBy ?? "").Trim().Length is 0 or > 120)
            return new Problem("checkIn.name", "Enter the name of the person signing.", "signedBy");
        if (condition is { Length: > 2000 })
            return TextInput.TooLong(2_000, "condition");
        if (photos > MostPhotos)
            return new Problem("checkIn.photos", $"A sheet holds up to {MostPhotos} photos. Remove some.", "photos");
        return Result.Done;
    }

    /// <summary>The signature is missing or is no picture.</summary>
    public static readonly Problem NoSignature = new("checkIn.signature", "Signature missing. Sign in the box.", "signature");

    /// <summary>The order changed while the sheet was drawn.</summary>
    public static readonly Problem Changing = new("checkIn.changing", "The order is being changed right now; sign again.");

    /// <summary>Somebody signed it. Refuses with <c>order.posted</c> and <c>checkIn.changing</c>.</summary>
    /// <param name="order">The order.</param>
    /// <param name="seen">Version of the order that was drawn.</param>
    /// <param name="signedBy">Who signed.</param>
    /// <param name="documentJson">What it says, as JSON.</param>
    /// <param name="fileHash">The file, by content hash.</param>
    /// <param name="actor">Who keeps it.</param>
    public static Result<CheckInSheet> Sign(Order order, int seen, string signedBy, string documentJson, string fileHash, Actor actor)
    {
        if (MaySign(order, signedBy, null, 0).Problem is { } problem)
            return problem;
        if (order.Version != seen)
            return Changing;
        order.Note("check-in", $"signed by {signedBy}", actor);
        return new CheckInSheet
        {
            OrderId = order.Id,
            SignedBy = signedBy,
            At = actor.At,
            ById = actor.StaffId,
            DocumentJson = documentJson,
            FileHash = fileHash,
        };
    }
}
