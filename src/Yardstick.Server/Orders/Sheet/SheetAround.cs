namespace Yardstick.Server.Orders;

/// <summary>What lies around an order: what was sent and answered, files, findings, its invoice.</summary>
public sealed record SheetAround
{
    /// <summary>The estimate as it was sent last; null where it never was.</summary>
    public required SheetSent? Sent { get; init; }

    /// <summary>Messages from the customer that nobody saw yet.</summary>
    public required int UnseenMessages { get; init; }

    /// <summary>Labels of the shop's own.</summary>
    public required IReadOnlyList<string> Labels { get; init; }

    /// <summary>Files on the order.</summary>
    public required int Files { get; init; }

    /// <summary>Check-in sheets that were signed.</summary>
    public required int CheckIns { get; init; }

    /// <summary>What was found.</summary>
    public required IReadOnlyList<FindingView> Findings { get; init; }

    /// <summary>Inspections and checklists, and how far they are.</summary>
    public required IReadOnlyList<SheetInspection> Inspections { get; init; }

    /// <summary>The posted invoice that stands, if there is one.</summary>
    public required SheetInvoice? Invoice { get; init; }
}
