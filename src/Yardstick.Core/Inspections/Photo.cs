namespace Yardstick.Core.Inspections;

/// <summary>A photo, kept beside the database by its content hash.</summary>
public class Photo
{
    /// <summary>SHA-256 of its content, in hex.</summary>
    public required string Hash { get; init; }

    /// <summary>Bytes.</summary>
    public long Size { get; init; }

    /// <summary>When it was added, UTC.</summary>
    public Instant At { get; init; }

    /// <summary>Who added it.</summary>
    public long ById { get; init; }
}
