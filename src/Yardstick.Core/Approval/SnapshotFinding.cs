using Yardstick.Core.Inspections;

namespace Yardstick.Core.Approval;

/// <summary>A finding as a customer is shown it.</summary>
/// <param name="Id">Key.</param>
/// <param name="Text">What it is, in the customer's words.</param>
/// <param name="Rating">What it means.</param>
/// <param name="Measured">The measured value with its unit; empty where nothing was measured.</param>
/// <param name="PhotoHash">Its photo.</param>
/// <param name="Group">Part of the vehicle; empty where nobody said.</param>
/// <param name="Value">The measured value; null where nothing was measured.</param>
/// <param name="Limits">Limits of the value; null where there are none.</param>
/// <param name="Photos">All its photos with what was drawn on them; null in copies of before they were shown.</param>
public sealed record SnapshotFinding(
    long Id,
    string Text,
    Rating Rating,
    string Measured,
    string? PhotoHash,
    string Group = "",
    decimal? Value = null,
    PointLimits? Limits = null,
    IReadOnlyList<ShownPhoto>? Photos = null
);
