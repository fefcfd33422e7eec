namespace Yardstick.Server.Documents;

/// <summary>An inspection or a checklist as it is printed.</summary>
public sealed record InspectionPaper
{
    /// <summary>Name of the inspection.</summary>
    public required string Name { get; init; }

    /// <summary>The shop.</summary>
    public required string ShopName { get; init; }

    /// <summary>Its address, a line each.</summary>
    public required string ShopAddress { get; init; }

    /// <summary>Its telephone and e-mail.</summary>
    public required string ShopContact { get; init; }

    /// <summary>Content hash of its logo; empty for none.</summary>
    public required string LogoHash { get; init; }

    /// <summary>When it was finished; while it is open, when it is printed.</summary>
    public required LocalDateTime Date { get; init; }

    /// <summary>Number of the repair order.</summary>
    public required long OrderNumber { get; init; }

    /// <summary>Name of the customer; empty for none.</summary>
    public required string Customer { get; init; }

    /// <summary>The vehicle in words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>Its plate.</summary>
    public required string Plate { get; init; }

    /// <summary>Its VIN.</summary>
    public required string Vin { get; init; }

    /// <summary>Its odometer with the unit; empty where nobody read it.</summary>
    public required string Odometer { get; init; }

    /// <summary>Who did it and when; empty while it is open.</summary>
    public required string DoneBy { get; init; }

    /// <summary>Its points in their order.</summary>
    public required IReadOnlyList<InspectionPaperPoint> Points { get; init; }
}

/// <summary>A point as it is printed.</summary>
/// <param name="Group">The part of the vehicle.</param>
/// <param name="Title">What is looked at.</param>
/// <param name="Done">It is ticked off.</param>
/// <param name="Result">What was found, with the limit; empty while it is open.</param>
/// <param name="Choices">What is circled or written by hand while it is open.</param>
/// <param name="Note">What was noted.</param>
public sealed record InspectionPaperPoint(string Group, string Title, bool Done, string Result, IReadOnlyList<string> Choices, string Note);
