namespace Yardstick.Core.Pricing;

/// <summary>The next policy while it is being written. There is at most one; nothing is priced by it.</summary>
public class PolicyDraft
{
    /// <summary>Key, always 1.</summary>
    public long Id { get; set; } = 1;
    /// <summary>What was typed, as JSON of <see cref="PolicyForm"/>.</summary>
    public required string FormJson { get; set; }
    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; } = 1;
    /// <summary>Changed, UTC.</summary>
    public DateTime ChangedAt { get; set; }
    /// <summary>Who changed it last.</summary>
    public long ChangedById { get; set; }
    /// <summary>The browser tab that changed it last.</summary>
    public string ClientId { get; set; } = "";
}
