using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A list or a page of measures as somebody narrowed it, kept under a name; their own, or everybody's.</summary>
public class SavedView
{
    private const int LongestName = 60,
        LongestAddress = 1000;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Whose it is.</summary>
    public long StaffId { get; init; }

    /// <summary>Which list it is of, such as <c>invoices</c>.</summary>
    public string List { get; init; } = "";

    /// <summary>Its name, 1 to 60 characters.</summary>
    public string Name { get; init; } = "";

    /// <summary>Its address within the program, with what the list is narrowed to.</summary>
    public string Address { get; init; } = "";

    /// <summary>Everybody has it.</summary>
    public bool ForAll { get; init; }

    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Keeps one. Refuses with <c>view.name</c> and <c>view.address</c>.</summary>
    /// <param name="list">Which list it is of.</param>
    /// <param name="name">Its name, as typed.</param>
    /// <param name="address">Its address within the program.</param>
    /// <param name="forAll">Everybody gets it.</param>
    /// <param name="staffId">Whose it is.</param>
    public static Result<SavedView> Of(string? list, string? name, string? address, bool forAll, long staffId)
    {
        if ((name ?? "").Trim() is not { Length: > 0 and <= LongestName } called)
            return new Problem("view.name", Invariant($"Enter a name in {LongestName} characters or fewer."), "name");
        // It is opened by a click of others: nothing but a page of the program.
        if (
            address is not { Length: > 1 and <= LongestAddress }
            || address[0] != '/'
            || address[1] is '/' or '\\'
            || string.IsNullOrWhiteSpace(list)
            || list.Length > LongestName
        )
            return new Problem("view.address", "This page can't be kept as a view.");
        return new SavedView
        {
            StaffId = staffId,
            List = list,
            Name = called,
            Address = address,
            ForAll = forAll,
        };
    }

    /// <summary>Takes it off, or offers it again. Refuses with <c>view.others</c> what somebody else made.</summary>
    /// <param name="off">True to take it off.</param>
    /// <param name="mayEditSetup">Whoever asks looks after the shop's setup, and so after what everybody has.</param>
    /// <param name="actor">Who.</param>
    public Result Remove(bool off, bool mayEditSetup, Actor actor)
    {
        if (StaffId != actor.StaffId && !(ForAll && mayEditSetup))
            return new Problem("view.others", "Somebody else made this view. Ask them, or an owner, to remove it.");
        RemovedAt = off ? actor.At : null;
        return Result.Done;
    }
}
