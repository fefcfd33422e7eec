namespace Yardstick.Core.WriteUp;

/// <summary>What a check-in sheet says, with every text as it was signed.</summary>
public sealed record CheckInDocument
{
    /// <summary>The order's number.</summary>
    public required long OrderNumber { get; init; }

    /// <summary>Wall time at which it was signed.</summary>
    public required LocalDateTime Date { get; init; }

    /// <summary>The shop's name.</summary>
    public required string ShopName { get; init; }

    /// <summary>Its address.</summary>
    public required string ShopAddress { get; init; }

    /// <summary>How it is reached.</summary>
    public required string ShopContact { get; init; }

    /// <summary>Content hash of the shop's logo at that time; empty without one.</summary>
    public string LogoHash { get; init; } = "";

    /// <summary>Customer's name.</summary>
    public required string CustomerName { get; init; }

    /// <summary>Customer's address and phone.</summary>
    public required string CustomerAddress { get; init; }

    /// <summary>The car in words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>Plate.</summary>
    public required string Plate { get; init; }

    /// <summary>VIN.</summary>
    public required string Vin { get; init; }

    /// <summary>Odometer in words.</summary>
    public required string Odometer { get; init; }

    /// <summary>Promise in words; empty for none.</summary>
    public required string Promise { get; init; }

    /// <summary>Writer.</summary>
    public required string Writer { get; init; }

    /// <summary>What the customer says.</summary>
    public required IReadOnlyList<string> Concerns { get; init; }

    /// <summary>What was agreed on beside the work: old parts, washing, where things are.</summary>
    public required IReadOnlyList<string> Agreed { get; init; }

    /// <summary>Marks that were seen on the car when it came.</summary>
    public required string Condition { get; init; }

    /// <summary>Terms.</summary>
    public required string Terms { get; init; }

    /// <summary>Who signed.</summary>
    public required string SignedBy { get; init; }

    /// <summary>Photos of the car, by content hash.</summary>
    public required IReadOnlyList<string> PhotoHashes { get; init; }
}
