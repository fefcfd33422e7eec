namespace Yardstick.Core.Catalog;

/// <summary>How work that is offered goes with a job.</summary>
public enum RelatedWorkKind
{
    /// <summary>A line that the canned job offers in addition.</summary>
    Addition,

    /// <summary>Another canned job in its place.</summary>
    Instead,

    /// <summary>The labor that a part without any needs.</summary>
    Work,
}
