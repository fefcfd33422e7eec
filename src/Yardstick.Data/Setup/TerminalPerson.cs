namespace Yardstick.Data.Setup;

/// <summary>Somebody signed in at a terminal with a password.</summary>
public class TerminalPerson
{
    /// <summary>The terminal.</summary>
    public long TerminalId { get; set; }

    /// <summary>The person.</summary>
    public long StaffId { get; set; }

    /// <summary>Last time, UTC.</summary>
    public Instant At { get; set; }
}
