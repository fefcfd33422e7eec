namespace Yardstick.Core.Imports;

/// <summary>What a former order says, as it was.</summary>
public sealed record FormerDocument
{
    /// <summary>Its number.</summary>
    public required string Number { get; init; }

    /// <summary>The day of the document.</summary>
    public required LocalDate On { get; init; }

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
