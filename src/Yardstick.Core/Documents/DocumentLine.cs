namespace Yardstick.Core.Documents;

/// <summary>A line; a fixed price leaves lines without amounts of their own.</summary>
public sealed record DocumentLine(DocumentLineKind Kind, string Description, string Number, string Quantity, decimal? Each, decimal? Amount)
{
    /// <summary>A note for the customer.</summary>
    public string Note { get; init; } = "";
}
