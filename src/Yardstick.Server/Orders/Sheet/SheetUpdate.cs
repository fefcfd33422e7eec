namespace Yardstick.Server.Orders;

/// <summary>
/// An order's sheet in parts, each only where the screen does not have it as it is now. A screen names what it has in the header
/// <c>X-Sheet</c> as <c>part=tag</c> with commas between; without that it gets all of it. Amounts are decimals in the shop's currency, as
/// Core gave them.
/// </summary>
public sealed record SheetUpdate
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Version of the order, to be sent with changes of the header.</summary>
    public required int Version { get; init; }

    /// <summary>Every part that the sheet has now. What is not named here is gone.</summary>
    public required IReadOnlyList<SheetTag> Tags { get; init; }

    /// <summary>The head; null where the screen has it.</summary>
    public required SheetHeader? Header { get; init; }

    /// <summary>Jobs with lines and figures, without those that the screen has.</summary>
    public required IReadOnlyList<SheetJob> Jobs { get; init; }

    /// <summary>Totals; null where the screen has them.</summary>
    public required SheetTotals? Totals { get; init; }

    /// <summary>What lies around; null where the screen has it.</summary>
    public required SheetAround? Around { get; init; }
}
