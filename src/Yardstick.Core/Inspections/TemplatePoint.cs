namespace Yardstick.Core.Inspections;

/// <summary>A point of a template.</summary>
public class TemplatePoint
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The template.</summary>
    public long InspectionTemplateId { get; init; }

    /// <summary>Order within it.</summary>
    public int Position { get; internal set; }

    /// <summary>What it asks for.</summary>
    public PointSpec Spec { get; internal set; } = new();
}
