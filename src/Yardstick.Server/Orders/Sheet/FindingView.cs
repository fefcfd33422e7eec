using Yardstick.Core.Inspections;

namespace Yardstick.Server.Orders;

/// <summary>A finding.</summary>
/// <param name="Id">Key.</param>
/// <param name="Group">Part of the vehicle; empty where nobody said.</param>
/// <param name="Text">What was found.</param>
/// <param name="Measured">Measured value; null where nothing was measured.</param>
/// <param name="Unit">Its unit.</param>
/// <param name="Limits">Limits of the value; null where there are none.</param>
/// <param name="Rating">What it means.</param>
/// <param name="PhotoHash">Its photo.</param>
/// <param name="By">Who found it.</param>
/// <param name="At">When, UTC.</param>
/// <param name="JobId">The job on the order that was made of it, or covers it; null before.</param>
public sealed record FindingView(
    long Id,
    string Group,
    string Text,
    decimal? Measured,
    string Unit,
    PointLimits? Limits,
    Rating Rating,
    string? PhotoHash,
    string By,
    Instant At,
    long? JobId
)
{
    /// <summary>A finding as it is shown.</summary>
    /// <param name="finding">The finding.</param>
    /// <param name="by">Who found it.</param>
    /// <param name="pointPhoto">First photo of its point; null where it has none, or is of no inspection.</param>
    internal static FindingView Of(Finding finding, string by, string? pointPhoto = null) =>
        new(
            finding.Id,
            finding.Group,
            finding.Text,
            finding.Measured,
            finding.Unit,
            finding.Limits,
            finding.Rating,
            finding.PhotoHash ?? pointPhoto,
            by,
            finding.At,
            finding.JobId
        );
}
