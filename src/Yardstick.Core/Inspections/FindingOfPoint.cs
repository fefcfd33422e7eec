using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>Points of inspections that are anything but good are findings like those that are reported by themselves.</summary>
public static class FindingOfPoint
{
    /// <summary>A finding of a point; null where it is good, or open.</summary>
    /// <param name="inspection">The inspection.</param>
    /// <param name="point">The point.</param>
    /// <param name="actor">Who.</param>
    public static Finding? Make(Inspection inspection, InspectionPoint point, Actor actor)
    {
        if (!point.IsFinding)
            return null;
        var finding = new Finding
        {
            OrderId = inspection.OrderId,
            Text = point.Spec.Title,
            Unit = point.Spec.Unit,
            InspectionPointId = point.Id,
            Group = point.Spec.Group,
            Limits = point.Spec.IsMeasured ? point.Spec.Limits : null,
            CannedJobId = point.Spec.CannedJobId,
            CountEach = point.Spec.CountEach,
            ById = actor.StaffId,
            At = actor.At,
        };
        finding.Follow(point, actor);
        return finding;
    }

    /// <summary>
    /// Brings a finding in line with its point. What a person wrote for the customer stays; one that is good after all is withdrawn.
    /// </summary>
    /// <param name="finding">The finding.</param>
    /// <param name="point">Its point.</param>
    /// <param name="actor">Who.</param>
    public static void Follow(this Finding finding, InspectionPoint point, Actor actor)
    {
        if (!point.IsFinding)
        {
            finding.WithdrawnAt ??= actor.At;
            return;
        }
        var spec = point.Spec;
        var written = finding.CustomerText.Length > 0 && finding.CustomerText != spec.TextFor(finding.Rating);
        finding.WithdrawnAt = null;
        finding.Rating = point.Rating!.Value;
        finding.Measured = point.Measured;
        finding.Text = point.Note.Length > 0 ? $"{spec.Title}: {point.Note}" : spec.Title;
        (finding.LastsTo, finding.LastsUntil) = (point.LastsTo, point.LastsUntil);
        if (!written)
            finding.CustomerText = spec.TextFor(finding.Rating);
    }
}
