using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>Something that the shop wrote or photographed, as it is looked at before it goes out.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">Key of the finding, the concern, the line or the file.</param>
/// <param name="Where">What it is about, in words.</param>
/// <param name="Text">What was written; empty for a photo.</param>
/// <param name="Words">What the customer reads; empty for a photo.</param>
/// <param name="Rating">What a finding means; null for the others.</param>
/// <param name="Measured">What was measured, with its unit.</param>
/// <param name="PhotoHash">Content hash of the photo, where there is one.</param>
/// <param name="Release">What was decided about it.</param>
/// <param name="Photos">Photos of a finding that go out with it; null for the others.</param>
public sealed record VisibilityItem(
    VisibilityKind Kind,
    long Id,
    string Where,
    string Text,
    string Words,
    Rating? Rating,
    string Measured,
    string? PhotoHash,
    CustomerVisibility Release,
    IReadOnlyList<ShownPhoto>? Photos = null
)
{
    /// <summary>Longest wording.</summary>
    public const int Longest = 2000;

    /// <summary>
    /// Everything on an order that goes out only when somebody looked at it: findings, causes, notes, photos, in this order.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="findings">Its findings.</param>
    /// <param name="files">Files on its lines.</param>
    /// <param name="photos">Photos by the point of the inspection that they belong to.</param>
    public static IReadOnlyList<VisibilityItem> Of(
        Order order,
        IEnumerable<Finding> findings,
        IEnumerable<AttachedFile> files,
        ILookup<long, PointPhoto> photos
    )
    {
        var lines = order.OnJobs.SelectMany(j => j.OnLines).ToList();
        var about = lines.ToDictionary(l => l.Id, l => l.Description);
        return
        [
            .. findings
                .OrderBy(f => f.Id)
                .Select(f => new VisibilityItem(
                    VisibilityKind.Finding,
                    f.Id,
                    "",
                    f.Text,
                    f.ForCustomer,
                    f.Rating,
                    f.MeasuredWords,
                    f.PhotoHash,
                    f.Release,
                    ShownPhoto.Of(f, photos)
                )),
            .. order
                .Concerns.Where(c => c.Cause.Length > 0)
                .OrderBy(c => c.Position)
                .Select(c => new VisibilityItem(
                    VisibilityKind.Cause,
                    c.Id,
                    c.Complaint,
                    c.Cause,
                    c.Cause,
                    null,
                    "",
                    null,
                    c.CauseVisibility
                )),
            .. lines
                .Where(l => l.NoteForCustomer.Length > 0)
                .Select(l => new VisibilityItem(
                    VisibilityKind.Note,
                    l.Id,
                    l.Description,
                    l.NoteForCustomer,
                    l.NoteForCustomer,
                    null,
                    "",
                    null,
                    l.NoteVisibility
                )),
            .. files
                .Where(f => f.Kind == RecordKind.Line && f.IsPicture && f.RemovedAt is null && about.ContainsKey(f.TargetId))
                .OrderBy(f => f.Id)
                .Select(f => new VisibilityItem(VisibilityKind.Photo, f.Id, about[f.TargetId], "", "", null, "", f.Hash, f.Release)),
        ];
    }

    /// <summary>Reads the wording that somebody mended; the empty text leaves it as it is.</summary>
    public static Result<string> Wording(string? words) =>
        (words ?? "").Trim() is { Length: <= Longest } text
            ? text
            : new Problem("release.long", "Shorten this to 2,000 characters.", "words");
}
