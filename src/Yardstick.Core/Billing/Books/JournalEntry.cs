using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>An entry of the journal: lines that add up to zero. Only added to; what was wrong is reversed by another.</summary>
public class JournalEntry
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The day on which it was recorded, in the shop's zone.</summary>
    public LocalDate Day { get; init; }

    /// <summary>When, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who; 0 for the program itself.</summary>
    public long ById { get; init; }

    /// <summary>What it records.</summary>
    public JournalEvent Event { get; init; }

    /// <summary>Key of the document behind it, of the kind that the event says; null where there is none.</summary>
    public long? DocumentId { get; init; }

    /// <summary>In words.</summary>
    public string Text { get; init; } = "";

    /// <summary>Its lines, at least two.</summary>
    public List<JournalLine> Lines { get; } = [];
}
