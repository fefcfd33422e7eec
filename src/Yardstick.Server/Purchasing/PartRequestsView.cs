using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Data;

namespace Yardstick.Server.Purchasing;

/// <summary>Parts that technicians ask for and nobody answered yet.</summary>
public static class PartRequestsView
{
    /// <summary>A part that a technician asks for.</summary>
    public sealed record PartRequestView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>The repair order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of that.</summary>
        public required long OrderNumber { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>The job that it is for; empty where nobody said.</summary>
        public required string Job { get; init; }

        /// <summary>What is asked for.</summary>
        public required string Text { get; init; }

        /// <summary>Content hash of a photo; null for none.</summary>
        public required string? PhotoHash { get; init; }

        /// <summary>When it was asked for, UTC.</summary>
        public required Instant AskedAt { get; init; }

        /// <summary>Who asked.</summary>
        public required string By { get; init; }

        /// <summary>It is for a job, so that a line can be made of it.</summary>
        public required bool HasJob { get; init; }
    }

    internal static async Task<IReadOnlyList<PartRequestView>> ReadAsync(ShopDb db) =>
        await (
            from request in db.PartRequests.Where(PartRequest.IsWaiting)
            join order in db.Orders on request.OrderId equals order.Id
            join person in db.Staff on request.ById equals person.Id
            where order.State == OrderState.Open
            orderby request.Id
            select new
            {
                Request = request,
                order.Number,
                By = person,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
                Job = db.Jobs.Where(j => j.Id == request.JobId && j.RemovedAt == null).Select(j => j.Title).FirstOrDefault(),
            }
        )
            .AsAsyncEnumerable()
            .Select(r => new PartRequestView
            {
                Id = r.Request.Id,
                OrderId = r.Request.OrderId,
                OrderNumber = r.Number,
                Plate = r.Plate.Text,
                Job = r.Job ?? "",
                Text = r.Request.Text,
                PhotoHash = r.Request.PhotoHash,
                AskedAt = r.Request.AskedAt,
                By = r.By.ShortName,
                HasJob = r.Job is not null,
            })
            .ToListAsync();
}
