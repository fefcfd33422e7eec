namespace Yardstick.Core.Reports;

/// <summary>What a measure is counted in.</summary>
public enum MeasureUnit
{
    /// <summary>The shop's currency.</summary>
    Money,

    /// <summary>Percent.</summary>
    Percent,

    /// <summary>Hours.</summary>
    Hours,

    /// <summary>A number of things.</summary>
    Count,

    /// <summary>The shop's currency for an hour.</summary>
    MoneyPerHour,

    /// <summary>How many times.</summary>
    Times,
}
