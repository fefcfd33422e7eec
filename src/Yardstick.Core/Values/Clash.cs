namespace Yardstick.Core.Values;

/// <summary>Two people changed the same thing.</summary>
public static class Clash
{
    /// <summary>An edit that is not kept, because somebody else changed the same field meanwhile.</summary>
    /// <param name="who">Short name of who did.</param>
    /// <param name="now">What they changed it to.</param>
    /// <param name="at">When, wall time.</param>
    /// <param name="field">The field.</param>
    public static Problem OfEdit(string who, string now, LocalDateTime at, string field) =>
        new("edit.conflict", $"{who} changed this to \"{now}\" at {at.Clock()}. Your change was not saved.", field);

    /// <summary>An undo that is refused, because somebody else went on from there.</summary>
    /// <param name="who">Short name of who did.</param>
    /// <param name="at">When, wall time.</param>
    public static Problem OfUndo(string who, LocalDateTime at) =>
        new("undo.conflict", $"{who} changed it at {at.Clock()}, so it can't be undone. Edit it instead.");
}
