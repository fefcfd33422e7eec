using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What has to be known of a job to tell whether its work is still open.</summary>
public sealed record VisitJob
{
    /// <summary>Key of the job.</summary>
    public required long JobId { get; init; }

    /// <summary>Its order.</summary>
    public required long OrderId { get; init; }

    /// <summary>The vehicle.</summary>
    public required long? VehicleId { get; init; }

    /// <summary>The customer.</summary>
    public required long? CustomerId { get; init; }

    /// <summary>When the order was opened, UTC.</summary>
    public required Instant OpenedAt { get; init; }

    /// <summary>How far the order is.</summary>
    public required OrderState State { get; init; }

    /// <summary>The job's latest decision.</summary>
    public required DecisionKind Decision { get; init; }

    /// <summary>When that was decided, UTC.</summary>
    public required Instant? DecidedAt { get; init; }

    /// <summary>What it came to, before supplies and tax.</summary>
    public required Money Subtotal { get; init; }

    /// <summary>The canned job that it was taken from.</summary>
    public required long? CannedJobId { get; init; }

    /// <summary>What it is.</summary>
    public required string Title { get; init; }

    /// <summary>The job of an earlier visit that it was taken over from.</summary>
    public required long? TakenFromJobId { get; init; }

    /// <summary>The same of a job at hand.</summary>
    /// <param name="order">Its order.</param>
    /// <param name="job">The job.</param>
    public static VisitJob Of(Order order, Job job) =>
        new()
        {
            JobId = job.Id,
            OrderId = order.Id,
            VehicleId = order.VehicleId,
            CustomerId = order.CustomerId,
            OpenedAt = order.OpenedAt,
            State = order.State,
            Decision = job.Decision,
            DecidedAt = job.DecidedAt,
            Subtotal = job.Subtotal,
            CannedJobId = job.CannedJobId,
            Title = job.Title,
            TakenFromJobId = job.TakenFromJobId,
        };
}
