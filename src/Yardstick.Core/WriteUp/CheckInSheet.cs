namespace Yardstick.Core.WriteUp;

/// <summary>A signed check-in sheet. Never changed once signed; a trigger holds that.</summary>
public class CheckInSheet
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The order.</summary>
    public long OrderId { get; set; }
    /// <summary>Who signed.</summary>
    public required string SignedBy { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who took it.</summary>
    public long ById { get; set; }
    /// <summary>Everything that was signed, as JSON of <see cref="CheckInDocument"/>.</summary>
    public required string DocumentJson { get; set; }
    /// <summary>The file as it was signed, by content hash.</summary>
    public required string FileHash { get; set; }
}
