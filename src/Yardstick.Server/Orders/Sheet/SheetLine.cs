using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Server.Orders;

/// <summary>A line on a sheet.</summary>
public sealed record SheetLine
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Kind.</summary>
    public required LineKind Kind { get; init; }

    /// <summary>Text.</summary>
    public required string Description { get; init; }

    /// <summary>Number or code.</summary>
    public required string Number { get; init; }

    /// <summary>The catalog part; null for one that is not in the catalog.</summary>
    public required long? PartId { get; init; }

    /// <summary>Hours, of labor.</summary>
    public required decimal? Hours { get; init; }

    /// <summary>Units, of parts and fees.</summary>
    public required decimal? Quantity { get; init; }

    /// <summary>Price of one unit, or the labor rate.</summary>
    public required decimal? Each { get; init; }

    /// <summary>The policy's price where somebody set another.</summary>
    public required decimal? PolicyPrice { get; init; }

    /// <summary>True where somebody set the price.</summary>
    public required bool Overridden { get; init; }

    /// <summary>Cost each, for those who may see it.</summary>
    public required decimal? UnitCost { get; init; }

    /// <summary>Amount before discounts.</summary>
    public required decimal Amount { get; init; }

    /// <summary>Core deposit.</summary>
    public required decimal Core { get; init; }

    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }

    /// <summary>Switched out.</summary>
    public required bool IsExcluded { get; init; }

    /// <summary>Unit in which the part is counted; empty for pieces.</summary>
    public required string Unit { get; init; }

    /// <summary>Hours after overlap where they are fewer.</summary>
    public required decimal? ReducedTo { get; init; }

    /// <summary>Why they are fewer, in words.</summary>
    public required string ReducedBy { get; init; }

    /// <summary>It keeps its full time, whatever it overlaps with.</summary>
    public required bool KeepsTime { get; init; }

    /// <summary>Hours by the guide.</summary>
    public required decimal? GuideHours { get; init; }

    /// <summary>Labor rate of its own: a name or a number.</summary>
    public required string LaborRate { get; init; }

    /// <summary>Labor or sublet at an amount that stands by itself; null where it is built up.</summary>
    public required decimal? Price { get; init; }

    /// <summary>Who does it.</summary>
    public required long? TechnicianId { get; init; }

    /// <summary>The quantity before the facts corrected it.</summary>
    public required decimal? GenericQuantity { get; init; }

    /// <summary>Core charge of one, where the part has one.</summary>
    public required decimal CoreEach { get; init; }

    /// <summary>Old parts handed in.</summary>
    public required decimal CoresReturned { get; init; }

    /// <summary>Units that are here for this line.</summary>
    public required decimal Received { get; init; }

    /// <summary>Brand and quality of its part.</summary>
    public required string Brand { get; init; }

    /// <summary>What its part is in the words of the catalogs.</summary>
    public required string PartType { get; init; }

    /// <summary>True where it has neither stock nor supplier, or neither time nor amount.</summary>
    public required bool Unsourced { get; init; }

    /// <summary>The shop has not enough of its part, and nobody chose a supplier or ordered it.</summary>
    public bool WantsSource { get; init; }

    /// <summary>A note that stays in the shop.</summary>
    public required string NoteInside { get; init; }

    /// <summary>A note that the customer reads.</summary>
    public required string NoteForCustomer { get; init; }

    /// <summary>Whether that note goes out.</summary>
    public required CustomerVisibility NoteRelease { get; init; }

    /// <summary>Photos on it.</summary>
    public required int Photos { get; init; }

    /// <summary>Why its price was set by hand.</summary>
    public required string OverrideReason { get; init; }

    /// <summary>Who set it.</summary>
    public required string OverrideBy { get; init; }

    /// <summary>Where it came from, in a word.</summary>
    public required LineOrigin Origin { get; init; }

    /// <summary>Where its part is.</summary>
    public required string State { get; init; }

    /// <summary>Where its part is, in a word; null for other lines.</summary>
    public required PartStateCode? StateCode { get; init; }

    /// <summary>Who it is ordered from; empty where it is not ordered.</summary>
    public required string Supplier { get; init; }

    /// <summary>When its part comes, UTC.</summary>
    public required Instant? ExpectedAt { get; init; }

    /// <summary>Version.</summary>
    public required int Version { get; init; }
}
