using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Orders;

/// <summary>The order sheet as the counter sees it. Amounts are decimals in the shop's currency, as Core gave them.</summary>
public sealed record SheetView
{
    /// <summary>Key.</summary>
    public required long Id { get; init; }
    /// <summary>Number.</summary>
    public required long Number { get; init; }
    /// <summary>Version, to be sent with changes of the header.</summary>
    public required int Version { get; init; }
    /// <summary>Title.</summary>
    public required string Title { get; init; }
    /// <summary>Open or posted.</summary>
    public required OrderState State { get; init; }
    /// <summary>Sold over the counter.</summary>
    public required bool CounterSale { get; init; }
    /// <summary>Customer.</summary>
    public required SheetCustomer? Customer { get; init; }
    /// <summary>Vehicle.</summary>
    public required SheetVehicle? Vehicle { get; init; }
    /// <summary>Who writes.</summary>
    public required string Writer { get; init; }
    /// <summary>Who leads.</summary>
    public required long? LeadId { get; init; }
    /// <summary>The estimate as it was sent last; null where it never was.</summary>
    public required SheetSent? Sent { get; init; }
    /// <summary>Messages from the customer that nobody saw yet.</summary>
    public required int UnseenMessages { get; init; }
    /// <summary>How the order ended without an invoice, or that it is void, in words; empty for any other.</summary>
    public required string Ended { get; init; }
    /// <summary>A manager let the work past the ceiling, in words; empty where nobody did.</summary>
    public required string CeilingLetPast { get; init; }
    /// <summary>Stage.</summary>
    public required Stage Stage { get; init; }
    /// <summary>Since when, UTC.</summary>
    public required DateTime StageSince { get; init; }
    /// <summary>Promised, wall time.</summary>
    public required DateTime? PromisedAt { get; init; }
    /// <summary>Whether the promise holds.</summary>
    public required PromiseState PromiseState { get; init; }
    /// <summary>Key tag.</summary>
    public required string KeyTag { get; init; }
    /// <summary>Odometer at arrival.</summary>
    public required int? OdometerIn { get; init; }
    /// <summary>Odometer at the end.</summary>
    public required int? OdometerOut { get; init; }
    /// <summary>The customer waits here.</summary>
    public required bool CustomerWaits { get; init; }
    /// <summary>Who writes.</summary>
    public required long WriterId { get; init; }
    /// <summary>Comes before others.</summary>
    public required bool First { get; init; }
    /// <summary>The owner wants the old parts back.</summary>
    public required bool OldPartsBack { get; init; }
    /// <summary>To be washed when the work is done.</summary>
    public required bool WashingWanted { get; init; }
    /// <summary>Where the keys are.</summary>
    public required string KeysAt { get; init; }
    /// <summary>Where the car is.</summary>
    public required string CarAt { get; init; }
    /// <summary>When the car came or is to come, wall time.</summary>
    public required DateTime? ArrivesAt { get; init; }
    /// <summary>Whom to talk to about it.</summary>
    public required SheetContact? Contact { get; init; }
    /// <summary>Which site it is for.</summary>
    public required SheetSite? Site { get; init; }
    /// <summary>Labels of the shop's own.</summary>
    public required IReadOnlyList<string> Labels { get; init; }
    /// <summary>Files on the order.</summary>
    public required int Files { get; init; }
    /// <summary>Check-in sheets that were signed.</summary>
    public required int CheckIns { get; init; }
    /// <summary>Concerns.</summary>
    public required IReadOnlyList<SheetConcern> Concerns { get; init; }
    /// <summary>Jobs.</summary>
    public required IReadOnlyList<SheetJob> Jobs { get; init; }
    /// <summary>Totals of approved and proposed work.</summary>
    public required SheetFigures Figures { get; init; }
    /// <summary>The ceiling, if there was a decision.</summary>
    public required SheetConsent? Consent { get; init; }
    /// <summary>Hours finished of hours approved, 0 to 1.</summary>
    public required decimal Progress { get; init; }
    /// <summary>What was found.</summary>
    public required IReadOnlyList<FindingView> Findings { get; init; }
    /// <summary>The posted invoice that stands, if there is one.</summary>
    public required SheetInvoice? Invoice { get; init; }
    /// <summary>True when a newer policy is in force than the one that priced the order.</summary>
    public required bool PolicyIsOlder { get; init; }
    /// <summary>Labor rate of all its work where it has one of its own.</summary>
    public required string LaborRate { get; init; }
    /// <summary>Names of the policy's labor rates.</summary>
    public required IReadOnlyList<string> RateNames { get; init; }
    /// <summary>Discounts of the whole order.</summary>
    public required IReadOnlyList<SheetDiscount> Discounts { get; init; }
}
