using Yardstick.Core.Approval;
using Yardstick.Core.Inspections;
using Yardstick.Core.Records;

namespace Yardstick.Core.Orders;

/// <summary>What of an order goes out to the customer besides work and money.</summary>
public partial class Order
{
    /// <summary>Decides about something that was written or photographed: the customer sees it in these words, or it stays in the shop.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="id">Key of the finding, the concern, the line or the file.</param>
    /// <param name="show">True where the customer sees it.</param>
    /// <param name="words">What the customer reads; empty leaves it as it is.</param>
    /// <param name="findings">Findings of the order.</param>
    /// <param name="files">Files on its lines.</param>
    /// <param name="actor">Who says so.</param>
    public Result Release(ReleaseKind kind, long id, bool show, string? words, IEnumerable<Finding> findings, IEnumerable<AttachedFile> files, Actor actor)
    {
        if (ToRelease.Of(this, findings, files).FirstOrDefault(t => t.Kind == kind && t.Id == id) is not { } item) return new Problem("release.gone", "This is no longer on the order; somebody took it off or changed it.");
        var wording = ToRelease.Wording(words);
        if (wording.Problem is { } problem) return problem;
        var (text, release) = (wording.Value.Length > 0 ? wording.Value : item.Words, show ? Approval.Release.Shown : Approval.Release.KeptInside);
        var version = 0;
        switch (kind)
        {
            case ReleaseKind.Finding:
                findings.First(f => f.Id == id).Decide(show, wording.Value, actor);
                break;
            case ReleaseKind.Cause:
                var concern = Concerns.First(c => c.Id == id);
                (concern.Found, concern.FoundRelease) = (text, release);
                version = ++concern.Version;
                break;
            case ReleaseKind.Note:
                var line = FindLine(id).Value;
                (line.NoteForCustomer, line.NoteRelease) = (text, release);
                version = ++line.Version;
                break;
            default:
                files.First(f => f.Id == id).Release = release;
                break;
        }
        var target = kind switch { ReleaseKind.Finding => "finding", ReleaseKind.Cause => "concern", ReleaseKind.Note => "line", _ => "photo" };
        Record(target, id, "release", "", $"{(show ? "the customer sees it" : "stays in the shop")}{(text.Length > 0 ? $": {text}" : "")}", version, actor);
        return Result.Done;
    }
}
