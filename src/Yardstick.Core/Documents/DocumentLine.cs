namespace Yardstick.Core.Documents;

/// <summary>A line; a fixed price leaves lines without amounts of their own.</summary>
public sealed record DocumentLine(DocumentLineKind Kind, string Description, string Number, string Quantity, decimal? Each, decimal? Amount)
{
    /// <summary>Its place among the job's lines within the pricing case, from 0; null for what is no line of its own.</summary>
    public int? Index { get; init; }

    /// <summary>A note for the customer.</summary>
    public string Note { get; init; } = "";
}
