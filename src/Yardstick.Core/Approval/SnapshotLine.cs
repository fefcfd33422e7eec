namespace Yardstick.Core.Approval;

/// <summary>A line as a customer is shown it.</summary>
/// <param name="Id">Key.</param>
/// <param name="Description">What it is.</param>
/// <param name="Quantity">How much, in words.</param>
/// <param name="Amount">Amount; null where the job has one price.</param>
/// <param name="Out">Left out.</param>
/// <param name="IsOpen">The customer may leave it out.</param>
/// <param name="Note">A note for the customer.</param>
public sealed record SnapshotLine(long Id, string Description, string Quantity, decimal? Amount, bool Out, bool IsOpen, string Note)
{
    /// <summary>Content hashes of its photos, as far as they were released.</summary>
    public IReadOnlyList<string> Photos { get; init; } = [];
}
