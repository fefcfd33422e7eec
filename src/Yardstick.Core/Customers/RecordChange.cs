namespace Yardstick.Core.Customers;

/// <summary>What changed on a customer or a vehicle, by whom and when. Only added to.</summary>
public class RecordChange
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What changed: <c>customer</c> or <c>vehicle</c>.</summary>
    public required string Target { get; set; }
    /// <summary>Which one.</summary>
    public long TargetId { get; set; }
    /// <summary>Which field.</summary>
    public required string Field { get; set; }
    /// <summary>Before, as shown.</summary>
    public string Old { get; set; } = "";
    /// <summary>After, as shown.</summary>
    public string New { get; set; } = "";
    /// <summary>Version of the target after it.</summary>
    public int Version { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>Who.</summary>
    public long ById { get; set; }
    /// <summary>The browser tab that it came from.</summary>
    public string ClientId { get; set; } = "";
}
