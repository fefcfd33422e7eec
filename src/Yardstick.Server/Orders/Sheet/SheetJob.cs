using Yardstick.Core.Orders;

namespace Yardstick.Server.Orders;

/// <summary>A job on a sheet.</summary>
public sealed record SheetJob
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }

    /// <summary>Title.</summary>
    public required string Title { get; init; }

    /// <summary>One price for the work.</summary>
    public required decimal? FixedPrice { get; init; }

    /// <summary>Latest decision.</summary>
    public required DecisionKind Decision { get; init; }

    /// <summary>The decision in words: how, when, who.</summary>
    public required string DecisionText { get; init; }

    /// <summary>It waits for an answer.</summary>
    public required bool IsUndecided { get; init; }

    /// <summary>It is not done on this visit: declined, put off, or done on another.</summary>
    public required bool IsSetAside { get; init; }

    /// <summary>Leaving it undone is not safe.</summary>
    public required bool IsUnsafe { get; init; }

    /// <summary>The customer may leave lines of it out.</summary>
    public required bool LinesOpen { get; init; }

    /// <summary>Its work is looked over by somebody else.</summary>
    public required bool CheckWanted { get; init; }

    /// <summary>Who pays.</summary>
    public required string Payer { get; init; }

    /// <summary>Who pays, in words; empty for the customer.</summary>
    public required string PayerWords { get; init; }

    /// <summary>It came back for work that did not hold.</summary>
    public required bool IsComeback { get; init; }

    /// <summary>Which credit is lost by who pays; empty for none.</summary>
    public required string CreditLost { get; init; }

    /// <summary>What is credited when its repair is approved, as it is typed.</summary>
    public required string Credit { get; init; }

    /// <summary>Keys of the jobs that are its repair; empty for all work that came after it.</summary>
    public required IReadOnlyList<long> CreditFor { get; init; }

    /// <summary>What changed since the customer approved it, in words.</summary>
    public required IReadOnlyList<string> ChangedSince { get; init; }

    /// <summary>The order of another visit that it went to.</summary>
    public required long? AnotherVisitOrderId { get; init; }

    /// <summary>How far it is.</summary>
    public required JobProgress Progress { get; init; }

    /// <summary>What the technician says of it, in the shop's words.</summary>
    public required string ProgressNote { get; init; }

    /// <summary>Amount before discounts.</summary>
    public required decimal Subtotal { get; init; }

    /// <summary>What it adds to the total.</summary>
    public required decimal AddsToTotal { get; init; }

    /// <summary>Hours sold.</summary>
    public required decimal Hours { get; init; }

    /// <summary>Hours clocked.</summary>
    public required decimal ClockedHours { get; init; }

    /// <summary>Names of those on its clock.</summary>
    public required IReadOnlyList<string> OnTheClock { get; init; }

    /// <summary>Margin, for those who may see it.</summary>
    public required decimal? MarginPercent { get; init; }

    /// <summary>Version.</summary>
    public required int Version { get; init; }

    /// <summary>Its lines.</summary>
    public required IReadOnlyList<SheetLine> Lines { get; init; }

    /// <summary>What came along.</summary>
    public required IReadOnlyList<SheetCompanion> Companions { get; init; }

    /// <summary>Who is to do it.</summary>
    public required long? TechnicianId { get; init; }

    /// <summary>Its labor rate where it has one of its own: a name or a number.</summary>
    public required string LaborRate { get; init; }

    /// <summary>What it counts: tire, axle, cylinder; empty where it does not scale.</summary>
    public required string CountUnit { get; init; }

    /// <summary>How many of them.</summary>
    public required decimal Count { get; init; }

    /// <summary>What the customer reads besides the title.</summary>
    public required string CustomerText { get; init; }

    /// <summary>What the shop promises on it, as typed.</summary>
    public required string Warranty { get; init; }

    /// <summary>What the technician ticks off.</summary>
    public required IReadOnlyList<string> Checklist { get; init; }

    /// <summary>Where it came from, in words; empty where it was written by hand.</summary>
    public required string OriginText { get; init; }

    /// <summary>Its discounts and those of its lines.</summary>
    public required IReadOnlyList<SheetDiscount> Discounts { get; init; }

    /// <summary>Its share of the discounts on everything.</summary>
    public required decimal OrderDiscountShare { get; init; }
}
