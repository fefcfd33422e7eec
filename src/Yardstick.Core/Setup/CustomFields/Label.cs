using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>A label of the shop's own.</summary>
public class Label
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>What it can be put on.</summary>
    public RecordKind Kind { get; init; }

    /// <summary>Its words.</summary>
    public required string Name { get; init; }

    /// <summary>Not offered any more, UTC; records that have it keep it.</summary>
    public Instant? RetiredAt { get; internal set; }

    /// <summary>Takes it off what is offered, or brings it back; those that carry it keep it.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow) => RetiredAt = off ? utcNow : null;

    /// <summary>A new label. Refuses with <c>label.name</c> and <c>label.twice</c>.</summary>
    /// <param name="kind">What it is put on.</param>
    /// <param name="name">1 to 40 characters.</param>
    /// <param name="taken">There is one of that name.</param>
    public static Result<Label> Create(RecordKind kind, string? name, bool taken)
    {
        var clean = (name ?? "").Trim();
        if (clean.Length is 0 or > 40)
            return new Problem("label.name", "Enter a label of up to 40 characters.", "name");
        if (taken)
            return new Problem("label.twice", $"There is a label \"{clean}\" already.", "name");
        return new Label { Kind = kind, Name = clean };
    }
}
