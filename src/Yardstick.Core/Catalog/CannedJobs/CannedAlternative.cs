namespace Yardstick.Core.Catalog;

/// <summary>A job that may take the place of another.</summary>
public class CannedAlternative
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The canned job.</summary>
    public long CannedJobId { get; init; }

    /// <summary>The canned job that may take its place.</summary>
    public long OtherId { get; init; }
}
