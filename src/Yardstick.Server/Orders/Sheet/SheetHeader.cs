using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;

namespace Yardstick.Server.Orders;

/// <summary>What the head of a sheet shows: whose car it is, where it stands, what was promised, what the customer says.</summary>
public sealed record SheetHeader
{
    /// <summary>Number.</summary>
    public required long Number { get; init; }

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

    /// <summary>Who writes.</summary>
    public required long WriterId { get; init; }

    /// <summary>Who leads.</summary>
    public required long? LeadId { get; init; }

    /// <summary>How the order ended without an invoice, or that it is void, in words; empty for any other.</summary>
    public required string Ended { get; init; }

    /// <summary>The shop's stage that it is in.</summary>
    public required long StageId { get; init; }

    /// <summary>Its name.</summary>
    public required string StageName { get; init; }

    /// <summary>What it means.</summary>
    public required Stage Stage { get; init; }

    /// <summary>Since when, UTC.</summary>
    public required Instant StageSince { get; init; }

    /// <summary>Promised, wall time.</summary>
    public required LocalDateTime? PromisedAt { get; init; }

    /// <summary>It was promised earlier than the plan could keep then.</summary>
    public required bool PromisedAgainstPlan { get; init; }

    /// <summary>Its work waits to be looked over.</summary>
    public required bool CheckPending { get; init; }

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

    /// <summary>Comes before others.</summary>
    public required bool HasPriority { get; init; }

    /// <summary>The owner wants the old parts back.</summary>
    public required bool OldPartsBack { get; init; }

    /// <summary>To be washed when the work is done.</summary>
    public required bool WashingWanted { get; init; }

    /// <summary>Where the keys are.</summary>
    public required string KeysAt { get; init; }

    /// <summary>Where the car is.</summary>
    public required string CarAt { get; init; }

    /// <summary>When the car came or is to come, wall time.</summary>
    public required LocalDateTime? ArrivesAt { get; init; }

    /// <summary>The vehicle is in the shop.</summary>
    public required bool OnPremises { get; init; }

    /// <summary>Whom to talk to about it.</summary>
    public required SheetContact? Contact { get; init; }

    /// <summary>Which site it is for.</summary>
    public required SheetSite? Site { get; init; }

    /// <summary>Concerns.</summary>
    public required IReadOnlyList<SheetConcern> Concerns { get; init; }
}
