using Yardstick.Core.Values;

namespace Yardstick.Core.WriteUp;

/// <summary>Something known.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Urgency">How pressing it is.</param>
/// <param name="Title">What it is, in words.</param>
/// <param name="Detail">Since when, until when, how much.</param>
public sealed record Advisory(AdvisoryKind Kind, Urgency Urgency, string Title, string Detail)
{
    /// <summary>The order that it is on.</summary>
    public long? OrderId { get; init; }

    /// <summary>Work of that order, which can be put off again.</summary>
    public long? JobId { get; init; }

    /// <summary>What takes it over; null where nothing can be done on an order about it.</summary>
    public AdvisoryToJob? Take { get; init; }

    /// <summary>The work that was chosen already does it and starts its time anew.</summary>
    public bool Resets { get; init; }

    /// <summary>It is in sight from the beginning; of the others only as many as do not push the page down.</summary>
    public bool IsPressing => Urgency is Urgency.Heed or Urgency.Due;

    /// <summary>Further sentences, shown on demand.</summary>
    public IReadOnlyList<string> More { get; init; } = [];
}
