namespace Yardstick.Core.Inspections;

/// <summary>What a point of an inspection asks for: where on the vehicle, what is rated or measured, what follows from it.</summary>
public class PointSpec
{
    /// <summary>Part of the vehicle: an area, an axle, a side.</summary>
    public string Group { get; set; } = "";

    /// <summary>What is looked at.</summary>
    public string Title { get; set; } = "";

    /// <summary>Unit in which it is measured; empty where it is only rated.</summary>
    public string Unit { get; set; } = "";

    /// <summary>More is worse; otherwise less is.</summary>
    public bool HighIsWorse { get; set; }

    /// <summary>Limit of watch, in the unit.</summary>
    public decimal? WatchAt { get; set; }

    /// <summary>Limit of due, in the unit.</summary>
    public decimal? DueAt { get; set; }

    /// <summary>Limit of unsafe, in the unit.</summary>
    public decimal? UnsafeAt { get; set; }

    /// <summary>The vehicle's spec that is the limit of unsafe where it is known; empty for none.</summary>
    public string FactKey { get; set; } = "";

    /// <summary>What the customer reads when it is to be watched; empty for the title.</summary>
    public string WatchText { get; set; } = "";

    /// <summary>What the customer reads when it is due.</summary>
    public string DueText { get; set; } = "";

    /// <summary>What the customer reads when it is unsafe.</summary>
    public string UnsafeText { get; set; } = "";

    /// <summary>The canned job that due and unsafe ask for; null for none.</summary>
    public long? CannedJobId { get; set; }

    /// <summary>How much of that job one such point asks for: one tire of four, one axle.</summary>
    public decimal CountEach { get; set; } = 1;

    /// <summary>It is measured, and its rating follows from the value.</summary>
    public bool IsMeasured => Unit.Length > 0;

    /// <summary>Its limits.</summary>
    public PointLimits Limits => new(WatchAt, DueAt, UnsafeAt, HighIsWorse);

    /// <summary>What the customer reads at a rating.</summary>
    /// <param name="rating">The rating.</param>
    public string TextFor(Rating rating) =>
        rating switch
        {
            Rating.Watch => WatchText,
            Rating.Due => DueText,
            Rating.Unsafe => UnsafeText,
            _ => "",
        }
            is { Length: > 0 } text
            ? text
            : Title;

    /// <summary>The same, for another template or for an inspection.</summary>
    public PointSpec Copy() => (PointSpec)MemberwiseClone();
}
