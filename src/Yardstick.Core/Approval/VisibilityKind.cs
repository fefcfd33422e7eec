namespace Yardstick.Core.Approval;

/// <summary>What can be released.</summary>
public enum VisibilityKind
{
    /// <summary>A finding with its photo.</summary>
    Finding,

    /// <summary>The cause that was found for a concern.</summary>
    Cause,

    /// <summary>The note for the customer on a line.</summary>
    Note,

    /// <summary>A photo on a line.</summary>
    Photo,
}
