using Yardstick.Core.Inspections;

namespace Yardstick.Core.Approval;

/// <summary>A finding as a customer is shown it.</summary>
public sealed record SnapshotFinding(long Id, string Text, Rating Rating, string Measured, string? PhotoHash);
