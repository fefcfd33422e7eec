namespace Yardstick.Core.Vehicles;

/// <summary>An answer about a car that a catalog needs; asked once, it stays with the car.</summary>
public class VehicleAnswer
{
    /// <summary>Longest answer.</summary>
    public const int Longest = 100;

    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The car.</summary>
    public long VehicleId { get; set; }
    /// <summary>Short name of the question.</summary>
    public required string Question { get; set; }
    /// <summary>The question in words.</summary>
    public string Text { get; set; } = "";
    /// <summary>The answer.</summary>
    public required string Answer { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who answered.</summary>
    public long ById { get; set; }
}
