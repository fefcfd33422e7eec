namespace Yardstick.Data;

/// <summary>A command that was carried out, so that a repeat does nothing.</summary>
public class CommandRecord
{
    /// <summary>The id that the client made.</summary>
    public Guid Id { get; set; }

    /// <summary>Who sent it; nobody else gets its answer.</summary>
    public long StaffId { get; set; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; set; }

    /// <summary>SHA-256 of what was asked: method, address and body, in hex.</summary>
    public string Asked { get; set; } = "";

    /// <summary>Status of the answer.</summary>
    public int Status { get; set; }

    /// <summary>Body of the answer.</summary>
    public string Body { get; set; } = "";
}
