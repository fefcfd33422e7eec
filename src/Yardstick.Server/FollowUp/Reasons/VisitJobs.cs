using Yardstick.Core.Orders;
using Yardstick.Data;

namespace Yardstick.Server.FollowUp;

/// <summary>Jobs of orders as far as following up has to know them.</summary>
internal static class VisitJobs
{
    /// <summary>Jobs of some orders, but those that were taken off.</summary>
    internal static IQueryable<VisitJob> VisitJobsOf(this ShopDb db, IQueryable<Order> orders) =>
        from o in orders
        join j in db.Jobs on o.Id equals j.OrderId
        where j.RemovedAt == null
        select new VisitJob
        {
            JobId = j.Id,
            OrderId = o.Id,
            VehicleId = o.VehicleId,
            CustomerId = o.CustomerId,
            OpenedAt = o.OpenedAt,
            State = o.State,
            Decision = j.Decision,
            DecidedAt = j.DecidedAt,
            Subtotal = j.Subtotal,
            CannedJobId = j.CannedJobId,
            Title = j.Title,
            TakenFromJobId = j.TakenFromJobId,
        };
}
