namespace Yardstick.Core.Reports;

/// <summary>When a page of measures goes out by email.</summary>
public enum MeasureMailTime
{
    /// <summary>Every morning, about the day before.</summary>
    Morning,

    /// <summary>On the first of a month, about the month before.</summary>
    Month,
}
