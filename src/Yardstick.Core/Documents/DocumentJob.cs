namespace Yardstick.Core.Documents;

/// <summary>A job with its lines.</summary>
public sealed record DocumentJob(string Title, decimal Amount, IReadOnlyList<DocumentLine> Lines)
{
    /// <summary>Its id within the pricing case; empty on documents that no case is kept with.</summary>
    public string Key { get; init; } = "";

    /// <summary>What the customer reads besides the title.</summary>
    public string Text { get; init; } = "";

    /// <summary>What the technician ticks off.</summary>
    public IReadOnlyList<string> Checklist { get; init; } = [];
}
