using Yardstick.Core.Values;

namespace Yardstick.Core.Pricing;

/// <summary>The next policy while it is being written. There is at most one; nothing is priced by it.</summary>
public class PolicyDraft
{
    /// <summary>Key, always 1.</summary>
    public long Id { get; init; } = 1;

    /// <summary>What was typed, as JSON of <see cref="PolicyForm"/>.</summary>
    public string FormJson { get; internal set; } = "";

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; }

    /// <summary>Changed, UTC.</summary>
    public Instant ChangedAt { get; internal set; }

    /// <summary>Who changed it last.</summary>
    public long ChangedById { get; internal set; }

    /// <summary>The browser tab that changed it last.</summary>
    public string ClientId { get; internal set; } = "";

    /// <summary>Longest form that is kept, in characters.</summary>
    public const int Longest = 500_000;

    /// <summary>Keeps the form as it is now. Refuses with <c>policy.shape</c> and <c>policy.size</c>.</summary>
    /// <param name="json">The whole form; null where a part of it is missing.</param>
    /// <param name="actor">Who.</param>
    public Result Keep(string? json, Actor actor)
    {
        if (json is null)
            return new Problem("policy.shape", "Something is missing from the pricing rules. Reload the page.");
        if (json.Length > Longest)
            return new Problem("policy.size", "The pricing rules are too long to save. Remove some rows.");
        (FormJson, Version, ChangedAt, ChangedById, ClientId) = (json, Version + 1, actor.At, actor.StaffId, actor.ClientId);
        return Result.Done;
    }

    /// <summary>Why an edit of an older draft is not kept.</summary>
    /// <param name="by">Short name of whoever changed it.</param>
    /// <param name="clock">When, as a time of day in words.</param>
    public static Problem ChangedMeanwhile(string by, string clock) =>
        new("edit.conflict", $"{by} changed the draft at {clock}; reload the page, then make your change again.");

    /// <summary>There is no draft, for a change that needs one.</summary>
    public static readonly Problem None = new("policy.noDraft", "There is no draft. Someone already published or discarded it.");

    /// <summary>Why a draft can't be used as it is.</summary>
    /// <param name="first">The first thing that is not right in it.</param>
    public static Problem NotRight(Problem first) => new("policy.problems", $"The draft needs a fix: {first.Message}", first.Field);

    /// <summary>Puts it in force. Refuses with <c>text.long</c>, <c>policy.problems</c> and <c>policy.same</c>.</summary>
    /// <param name="reading">What it is read as.</param>
    /// <param name="form">The draft.</param>
    /// <param name="now">The policy in force.</param>
    /// <param name="last">Version in force.</param>
    /// <param name="note">Why it changes, at most 200 characters.</param>
    /// <param name="actor">Who.</param>
    public static Result<PolicyVersion> PutInForce(
        PolicyReading reading,
        PolicyForm form,
        PolicyForm now,
        long last,
        string? note,
        Actor actor
    )
    {
        var words = (note ?? "").Trim();
        if (words.Length > 200)
            return TextInput.TooLong(200, "note", "A note");
        if (reading.Policy is not { } policy)
            return NotRight(reading.Problems[0]);
        if (PolicyDifference.Between(now, form).Count == 0)
            return new Problem("policy.same", "The draft has no changes to publish.");
        return new PolicyVersion
        {
            Id = last + 1,
            InForceAt = actor.At,
            ById = actor.StaffId,
            Note = words,
            Json = policy.Write(),
        };
    }
}
