using Yardstick.Core.Orders;

namespace Yardstick.Server.Orders;

/// <summary>A line whose part has still to be ordered, with its job and order.</summary>
public sealed class NeededPart
{
    /// <summary>The line.</summary>
    public required PartLine Line { get; init; }

    /// <summary>Its job.</summary>
    public required Job Job { get; init; }

    /// <summary>Its order.</summary>
    public required Order Order { get; init; }
}
