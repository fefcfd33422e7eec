using Yardstick.Core.Values;

namespace Yardstick.Core.Records;

/// <summary>
/// An order of the shop's former program, brought in with its figures exactly as they were. It is found, printed and copied like one's
/// own; no book of this shop counts it.
/// </summary>
public class FormerOrder
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Its number there, as it was written.</summary>
    public required string Number { get; set; }
    /// <summary>Its customer here; null where nobody here fits.</summary>
    public long? CustomerId { get; set; }
    /// <summary>Its vehicle here; null where none here fits.</summary>
    public long? VehicleId { get; set; }
    /// <summary>The day of the document.</summary>
    public DateOnly On { get; set; }
    /// <summary>Short title: its first job.</summary>
    public string Title { get; set; } = "";
    /// <summary>What it came to.</summary>
    public Money Total { get; set; }
    /// <summary>Odometer, where it was written down.</summary>
    public int? Odometer { get; set; }
    /// <summary>Everything that it says, as JSON of <see cref="FormerDocument"/>.</summary>
    public required string DocumentJson { get; set; }
    /// <summary>Words of its jobs and lines, for searching.</summary>
    public string Words { get; set; } = "";
    /// <summary>The import that brought it in.</summary>
    public long ImportId { get; set; }
}

/// <summary>What a former order says, as it was.</summary>
public sealed record FormerDocument
{
    /// <summary>Its number.</summary>
    public required string Number { get; init; }
    /// <summary>The day of the document.</summary>
    public required DateOnly On { get; init; }
    /// <summary>Customer's name.</summary>
    public required string Customer { get; init; }
    /// <summary>The car in words, plate and VIN.</summary>
    public required string Vehicle { get; init; }
    /// <summary>Plate.</summary>
    public required string Plate { get; init; }
    /// <summary>VIN.</summary>
    public required string Vin { get; init; }
    /// <summary>Odometer, as it was written.</summary>
    public required string Odometer { get; init; }
    /// <summary>Jobs with their lines.</summary>
    public required IReadOnlyList<FormerJob> Jobs { get; init; }
    /// <summary>Tax.</summary>
    public required decimal Tax { get; init; }
    /// <summary>Total.</summary>
    public required decimal Total { get; init; }
}

/// <summary>A job of a former order.</summary>
public sealed record FormerJob(string Title, IReadOnlyList<FormerLine> Lines);

/// <summary>A line of a former order.</summary>
/// <param name="Kind">labor, part, sublet, fee or text.</param>
/// <param name="Description">Text.</param>
/// <param name="Number">Part number.</param>
/// <param name="Quantity">Units, or hours of labor.</param>
/// <param name="Each">Price each; null where it was not written down.</param>
/// <param name="Cost">Cost each; null where it was not written down.</param>
/// <param name="Amount">What the line came to.</param>
public sealed record FormerLine(Orders.LineKind Kind, string Description, string Number, decimal Quantity, decimal? Each, decimal? Cost, decimal Amount);
