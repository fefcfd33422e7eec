using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Purchasing;

/// <summary>Sublet work that is to be sent out or is out.</summary>
public static class SubletsView
{
    /// <summary>Approved work of a sublet line: to be sent out, or with its vendor.</summary>
    public sealed record SubletView
    {
        /// <summary>The line.</summary>
        public required long LineId { get; init; }

        /// <summary>Its repair order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of that.</summary>
        public required long OrderNumber { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>What is done.</summary>
        public required string Description { get; init; }

        /// <summary>What it is to cost.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>Promised time; null for none.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>The work that is out; null before it was sent.</summary>
        public required long? SubletId { get; init; }

        /// <summary>The vendor; empty before.</summary>
        public required string Supplier { get; init; }

        /// <summary>When it was sent, UTC; null before.</summary>
        public required Instant? SentAt { get; init; }

        /// <summary>When it is to be back, UTC; null where nobody said.</summary>
        public required Instant? ExpectedAt { get; init; }

        /// <summary>It should be back by now.</summary>
        public required bool Late { get; init; }

        /// <summary>For the vendor.</summary>
        public required string Note { get; init; }
    }

    internal static async Task<IReadOnlyList<SubletView>> ReadAsync(ShopDb db, List<Supplier> suppliers, Instant now)
    {
        var openIds = await db.OpenOrderIdsAsync();
        var there = await (
            from order in db.Orders.Where(o => openIds.Contains(o.Id))
            join job in db.Jobs.Where(j => j.RemovedAt == null) on order.Id equals job.OrderId
            join line in db.Lines.OfType<SubletLine>().Where(l => l.RemovedAt == null && !l.IsExcluded) on job.Id equals line.JobId
            orderby order.PromisedAt == null, order.PromisedAt, order.Id, line.Id
            select new
            {
                Line = line,
                job.Decision,
                Order = order,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
            }
        ).ToListAsync();
        var rows = there.FindAll(r => r.Decision == DecisionKind.Approved);
        var lineIds = rows.ConvertAll(r => r.Line.Id);
        var sent = await db.SubletWork.Where(s => lineIds.Contains(s.LineId) && s.CalledOffAt == null).ToDictionaryAsync(s => s.LineId);
        return rows.Where(r => sent.GetValueOrDefault(r.Line.Id) is null or { IsOut: true })
            .Select(r =>
            {
                var work = sent.GetValueOrDefault(r.Line.Id);
                return new SubletView
                {
                    LineId = r.Line.Id,
                    OrderId = r.Order.Id,
                    OrderNumber = r.Order.Number,
                    Plate = r.Plate.Text,
                    Description = r.Line.Description,
                    UnitCost = r.Line.UnitCost.Value,
                    PromisedAt = r.Order.PromisedAt,
                    SubletId = work?.Id,
                    Supplier = work is null ? "" : suppliers.First(s => s.Id == work.SupplierId).Name,
                    SentAt = work?.SentAt,
                    ExpectedAt = work?.ExpectedAt,
                    Late = work?.ExpectedAt < now,
                    Note = work?.Note ?? "",
                };
            })
            .ToList();
    }
}
