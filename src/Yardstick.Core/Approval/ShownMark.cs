using Yardstick.Core.Inspections;

namespace Yardstick.Core.Approval;

/// <summary>A mark on a photo as a customer is shown it, in shares of the photo, 0 to 1.</summary>
/// <param name="Ring">A ring around the second point with the first on it; otherwise an arrow from the first to the second.</param>
/// <param name="FromX">Where it begins, from the left.</param>
/// <param name="FromY">Where it begins, from the top.</param>
/// <param name="ToX">Where it ends, from the left.</param>
/// <param name="ToY">Where it ends, from the top.</param>
public sealed record ShownMark(bool Ring, decimal FromX, decimal FromY, decimal ToX, decimal ToY)
{
    /// <summary>As it was drawn.</summary>
    public static ShownMark Of(PhotoMark mark) => new(mark.Ring, mark.FromX, mark.FromY, mark.ToX, mark.ToY);
}
