namespace Yardstick.Core.Messaging;

/// <summary>Something that happened by itself and that the counter should hear of: a customer answered, asked, wrote.</summary>
public class Notice
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>When, UTC.</summary>
    public DateTime At { get; set; }
    /// <summary>What happened, in one sentence.</summary>
    public required string Text { get; set; }
    /// <summary>The order that it leads to.</summary>
    public long? OrderId { get; set; }
    /// <summary>Number or address of somebody who is not on file and wrote; empty for none.</summary>
    public string Address { get; set; } = "";
    /// <summary>Who saw it first; null while nobody did.</summary>
    public long? SeenById { get; set; }
    /// <summary>Seen, UTC.</summary>
    public DateTime? SeenAt { get; set; }
}
