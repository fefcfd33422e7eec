namespace Yardstick.Core.Inspections;

/// <summary>A mark on a photo: an arrow from one point to another, or a ring around the second with the first on it.</summary>
public class PhotoMark
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The photo.</summary>
    public long PointPhotoId { get; init; }

    /// <summary>A ring; otherwise an arrow.</summary>
    public bool Ring { get; init; }

    /// <summary>Where it begins, share of the width, 0 to 1.</summary>
    public decimal FromX { get; init; }

    /// <summary>Where it begins, share of the height, 0 to 1.</summary>
    public decimal FromY { get; init; }

    /// <summary>Where it ends, share of the width, 0 to 1.</summary>
    public decimal ToX { get; init; }

    /// <summary>Where it ends, share of the height, 0 to 1.</summary>
    public decimal ToY { get; init; }

    /// <summary>Both ends lie on the photo.</summary>
    public bool IsInside => new[] { FromX, FromY, ToX, ToY }.All(at => at is >= 0 and <= 1);
}
