using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;

namespace Yardstick.Server.Purchasing;

/// <summary>Parts that approved work needs and nobody ordered.</summary>
public static class NeededView
{
    /// <summary>A part that approved work needs and nobody ordered.</summary>
    public sealed record NeededPartView
    {
        /// <summary>The line.</summary>
        public required long LineId { get; init; }

        /// <summary>Its repair order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Number of that.</summary>
        public required long OrderNumber { get; init; }

        /// <summary>Plate; empty where there is none.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The job.</summary>
        public required string Job { get; init; }

        /// <summary>The part.</summary>
        public required string Description { get; init; }

        /// <summary>Its number; empty where the line has no source yet.</summary>
        public required string Number { get; init; }

        /// <summary>Units that nobody has and nobody ordered.</summary>
        public required decimal Quantity { get; init; }

        /// <summary>Units of it that are here or kept already.</summary>
        public required decimal Here { get; init; }

        /// <summary>Cost each on the estimate.</summary>
        public required decimal UnitCost { get; init; }

        /// <summary>Who it is ordered from unless somebody chooses another; 0 where the shop has nobody.</summary>
        public required long SupplierId { get; init; }

        /// <summary>Promised time; null for none.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>The vehicle was promised for today or before, or its owner waits.</summary>
        public required bool Urgent { get; init; }

        /// <summary>What a supplier said of it last; empty where it was never ordered.</summary>
        public required string Refused { get; init; }

        /// <summary>Other orders for which the same part is kept.</summary>
        public required IReadOnlyList<KeptElsewhereView> Elsewhere { get; init; }
    }

    /// <summary>Stock of a part that is kept for another order.</summary>
    public sealed record KeptElsewhereView(long LineId, long OrderNumber, string Plate, decimal Quantity, LocalDateTime? PromisedAt);

    internal static async Task<IReadOnlyList<NeededPartView>> ReadAsync(ShopDb db, List<Supplier> suppliers, LocalDate today)
    {
        var needed = await db.NeededPartsAsync();
        var vehicleIds = needed.Select(n => n.Order.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var partIds = needed.Select(n => n.Line.PartId).OfType<long>().Distinct().ToList();
        var usual = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.SupplierId);
        var kept = await KeptAsync(db, partIds);
        var lineIds = needed.ConvertAll(n => n.Line.Id);
        var refused = (
            await db
                .PurchaseOrderLines.Where(l =>
                    l.LineId != null && lineIds.Contains(l.LineId.Value) && l.State >= PurchaseLineState.NotAvailable
                )
                .Join(db.PurchaseOrders, l => l.PurchaseOrderId, p => p.Id, (l, p) => new { Line = l, p.SupplierId })
                .ToListAsync()
        )
            .GroupBy(r => r.Line.LineId!.Value)
            .ToDictionary(g => g.Key, g => g.MaxBy(r => r.Line.Id)!);
        return needed.ConvertAll(n =>
        {
            var vehicle = n.Order.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : null;
            var said = refused.GetValueOrDefault(n.Line.Id);
            return new NeededPartView
            {
                LineId = n.Line.Id,
                OrderId = n.Order.Id,
                OrderNumber = n.Order.Number,
                Plate = vehicle?.Plate.Text ?? "",
                Vehicle = vehicle is null ? Order.NoVehicleWords(n.Order.CounterSale) : $"{vehicle.Make} {vehicle.Model}".Trim(),
                Job = n.Job.Title,
                Description = n.Line.Description,
                Number = n.Line.Number,
                Quantity = n.Missing.Value,
                Here = (n.Line.ReceivedQuantity + n.Line.ReservedQuantity).Value,
                UnitCost = n.Line.UnitCost.Value,
                SupplierId = PartNeed.SupplierOf(n.Line, n.Line.PartId is { } part ? usual.GetValueOrDefault(part) : null, suppliers),
                PromisedAt = n.Order.PromisedAt,
                Urgent = n.Order.IsUrgent(today),
                Refused =
                    said is null || said.Line.PartNumber != n.Line.Number
                        ? ""
                        : $"{suppliers.Find(s => s.Id == said.SupplierId)?.Name}: {said.Line.StateText.ToLowerInvariant()}",
                Elsewhere = n.Line.PartId is { } of ? [.. kept[of].Where(k => k.LineId != n.Line.Id)] : [],
            };
        });
    }

    private static async Task<ILookup<long, KeptElsewhereView>> KeptAsync(ShopDb db, List<long> partIds)
    {
        var rows = await (
            from line in db.Lines.OfType<PartLine>()
            join job in db.Jobs on line.JobId equals job.Id
            join order in db.Orders on job.OrderId equals order.Id
            where line.PartId != null && partIds.Contains(line.PartId.Value) && line.ReservedQuantity > Quantity.Zero
            where order.State == OrderState.Open
            select new
            {
                PartId = line.PartId!.Value,
                line.Id,
                order.Number,
                Plate = db.Vehicles.Where(v => v.Id == order.VehicleId).Select(v => v.Plate).FirstOrDefault(),
                line.ReservedQuantity,
                order.PromisedAt,
            }
        ).ToListAsync();
        return rows.ToLookup(
            r => r.PartId,
            r => new KeptElsewhereView(r.Id, r.Number, r.Plate.Text, r.ReservedQuantity.Value, r.PromisedAt)
        );
    }
}
