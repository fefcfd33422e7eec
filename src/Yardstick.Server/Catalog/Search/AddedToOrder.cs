using Yardstick.Server.Orders;

namespace Yardstick.Server.Catalog;

/// <summary>What came onto the order.</summary>
public sealed record AddedToOrder : OrderAnswer
{
    /// <summary>Version of the order after it.</summary>
    public required int OrderVersion { get; init; }

    /// <summary>Jobs that were added.</summary>
    public required IReadOnlyList<long> JobIds { get; init; }

    /// <summary>Lines that were added or changed.</summary>
    public required IReadOnlyList<long> LineIds { get; init; }

    /// <summary>The job to go on in.</summary>
    public required long? JobId { get; init; }

    /// <summary>The line to go on in; null for none.</summary>
    public required long? LineId { get; init; }

    /// <summary>Where the next figure is expected.</summary>
    public required string Column { get; init; }

    /// <summary>The discount that was given.</summary>
    public long? DiscountId { get; init; }

    /// <summary>Version of the line that got another source, for its undo.</summary>
    public int? LineVersion { get; init; }
}
