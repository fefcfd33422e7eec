using Yardstick.Core.Values;

namespace Yardstick.Core.Imports;

/// <summary>
/// An order of the shop's former program, brought in with its figures exactly as they were. It is found, printed and copied like one's
/// own; no book of this shop counts it.
/// </summary>
public class FormerOrder
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Its number there, as it was written.</summary>
    public required string Number { get; init; }

    /// <summary>Its customer here; null where nobody here fits.</summary>
    public long? CustomerId { get; init; }

    /// <summary>Its vehicle here; null where none here fits.</summary>
    public long? VehicleId { get; init; }

    /// <summary>The day of the document.</summary>
    public LocalDate On { get; init; }

    /// <summary>Short title: its first job.</summary>
    public string Title { get; init; } = "";

    /// <summary>What it came to.</summary>
    public Money Total { get; init; }

    /// <summary>Odometer, where it was written down.</summary>
    public Odometer? Odometer { get; init; }

    /// <summary>Everything that it says, as JSON of <see cref="FormerDocument"/>.</summary>
    public required string DocumentJson { get; init; }

    /// <summary>Words of its jobs and lines, for searching.</summary>
    public string Words { get; init; } = "";

    /// <summary>The import that brought it in.</summary>
    public long ImportId { get; internal set; }

    /// <summary>The import that brings it in.</summary>
    public void CameWith(long importId) => ImportId = importId;
}
