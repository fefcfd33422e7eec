using Yardstick.Core.Inspections;

namespace Yardstick.Core.Approval;

/// <summary>A photo of a finding as a customer is shown it, with what was drawn on it.</summary>
/// <param name="Hash">Its content hash.</param>
/// <param name="After">It shows the part after the work.</param>
/// <param name="Marks">Arrows and rings on it.</param>
public sealed record ShownPhoto(string Hash, bool After, IReadOnlyList<ShownMark> Marks)
{
    /// <summary>
    /// The photos of a finding that its customer sees: those that were there when it was released. What came later nobody has looked at
    /// for the customer.
    /// </summary>
    /// <param name="finding">The finding, released.</param>
    /// <param name="photos">Photos by the point of the inspection that they belong to.</param>
    public static IReadOnlyList<ShownPhoto> ReleasedOf(Finding finding, ILookup<long, PointPhoto> photos) =>
        Of(finding, photos, p => p.At <= finding.ReleasedAt || p.Hash == finding.PhotoHash);

    /// <summary>All photos of a finding, its own first: whoever releases it looks at each.</summary>
    /// <param name="finding">The finding.</param>
    /// <param name="photos">Photos by the point of the inspection that they belong to.</param>
    public static IReadOnlyList<ShownPhoto> Of(Finding finding, ILookup<long, PointPhoto> photos) => Of(finding, photos, _ => true);

    private static IReadOnlyList<ShownPhoto> Of(Finding finding, ILookup<long, PointPhoto> photos, Func<PointPhoto, bool> isShown)
    {
        var own = finding.InspectionPointId is { } point
            ? photos[point]
                .Where(isShown)
                .OrderBy(p => p.Hash != finding.PhotoHash)
                .ThenBy(p => p.After)
                .ThenBy(p => p.Id)
                .Select(p => new ShownPhoto(p.Hash, p.After, [.. p.Marks.OrderBy(m => m.Id).Select(ShownMark.Of)]))
                .ToList()
            : [];
        return finding.PhotoHash is { } first && !own.Exists(p => p.Hash == first) ? [new ShownPhoto(first, false, []), .. own] : own;
    }
}
