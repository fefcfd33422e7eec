using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Approval;

/// <summary>What of an order goes out to the customer besides work and money.</summary>
public static class OrderVisibility
{
    /// <summary>What is decided about a finding holds for its photos; which they are does not matter to it.</summary>
    private static readonly ILookup<long, PointPhoto> NoPhotos = Array.Empty<PointPhoto>().ToLookup(p => p.InspectionPointId);

    /// <summary>
    /// Decides about something that was written or photographed: the customer sees it in these words, or it stays in the shop.
    /// </summary>
    /// <param name="order">The order.</param>
    /// <param name="kind">What it is.</param>
    /// <param name="id">Key of the finding, the concern, the line or the file.</param>
    /// <param name="show">True where the customer sees it.</param>
    /// <param name="words">What the customer reads; empty leaves it as it is.</param>
    /// <param name="findings">Findings of the order.</param>
    /// <param name="files">Files on its lines.</param>
    /// <param name="actor">Who says so.</param>
    public static Result SetVisibility(
        this Order order,
        VisibilityKind kind,
        long id,
        bool show,
        string? words,
        IEnumerable<Finding> findings,
        IEnumerable<AttachedFile> files,
        Actor actor
    )
    {
        if (VisibilityItem.Of(order, findings, files, NoPhotos).FirstOrDefault(t => t.Kind == kind && t.Id == id) is not { } item)
            return new Problem("release.gone", "Someone removed or changed this. Reload the page.");
        var wording = VisibilityItem.Wording(words);
        if (wording.Problem is { } problem)
            return problem;
        var (text, release) = (
            wording.Value.Length > 0 ? wording.Value : item.Words,
            show ? Values.CustomerVisibility.Shown : Values.CustomerVisibility.KeptInside
        );
        var version = 0;
        switch (kind)
        {
            case VisibilityKind.Finding:
                findings.First(f => f.Id == id).Decide(show, wording.Value, actor);
                break;
            case VisibilityKind.Cause:
                var concern = order.Concerns.First(c => c.Id == id);
                (concern.Cause, concern.CauseVisibility) = (text, release);
                version = ++concern.Version;
                break;
            case VisibilityKind.Note:
                var line = order.FindLine(id).Value;
                (line.NoteForCustomer, line.NoteVisibility) = (text, release);
                version = ++line.Version;
                break;
            default:
                files.First(f => f.Id == id).Release = release;
                break;
        }
        var target = kind switch
        {
            VisibilityKind.Finding => "finding",
            VisibilityKind.Cause => "concern",
            VisibilityKind.Note => "line",
            _ => "photo",
        };
        order.Record(
            target,
            id,
            "release",
            "",
            $"{(show ? "shown to customer" : "internal only")}{(text.Length > 0 ? $": {text}" : "")}",
            version,
            actor
        );
        return Result.Done;
    }
}
