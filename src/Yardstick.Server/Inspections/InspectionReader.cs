using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Data.FollowUp;

namespace Yardstick.Server.Inspections;

/// <summary>Reads an inspection with what was seen last time and what that says of wear.</summary>
public static class InspectionReader
{
    private const int Earlier = 4;

    /// <summary>An inspection as the bench shows it; null where there is none.</summary>
    internal static async Task<InspectionView?> ReadAsync(ShopDb db, long id, Instant utcNow)
    {
        var inspection = await db
            .Inspections.Include(i => i.Points)
                .ThenInclude(p => p.Photos)
                    .ThenInclude(p => p.Marks)
            .AsSplitQuery()
            .AsNoTracking()
            .FirstOrDefaultAsync(i => i.Id == id);
        if (inspection is null)
            return null;
        var shop = await db.Shops.SingleAsync();
        var order = await db
            .Orders.Where(o => o.Id == inspection.OrderId)
            .Select(o => new
            {
                o.Number,
                o.OdometerIn,
                o.VehicleId,
            })
            .SingleAsync();
        var car = order.VehicleId is { } carId ? await db.Vehicles.FirstOrDefaultAsync(v => v.Id == carId) : null;
        var staff = await db.ShortNamesAsync();
        var cannedIds = inspection.Points.Select(p => p.Spec.CannedJobId).OfType<long>().Distinct().ToList();
        var canned = await db.CannedJobs.Where(c => cannedIds.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.Title);
        var before = inspection.VehicleId is { } vehicle
            ? await db
                .Inspections.Include(i => i.Points)
                .Where(i => i.VehicleId == vehicle && i.Id < id && i.FinishedAt != null)
                .OrderByDescending(i => i.Id)
                .Take(Earlier)
                .AsNoTracking()
                .ToListAsync()
            : [];
        var odometer = order.OdometerIn ?? inspection.Odometer;
        var use = inspection.VehicleId is { } used ? await db.UseOfAsync(used, shop, utcNow) : null;
        return new InspectionView
        {
            Id = id,
            Version = inspection.Version,
            OrderId = inspection.OrderId,
            OrderNumber = order.Number,
            Plate = car?.Plate.Text ?? "",
            Vehicle = car?.Description ?? "",
            Odometer = odometer?.Value,
            Name = inspection.Name,
            IsChecklist = inspection.IsChecklist,
            TechnicianId = inspection.TechnicianId,
            FinishedAt = inspection.FinishedAt is { } at ? shop.Local(at) : null,
            FinishedBy = inspection.FinishedById is { } by ? staff.GetValueOrDefault(by, "") : "",
            Read = inspection.ReadAt is not null,
            Points = [.. inspection.Ordered.Select(p => PointOf(p, odometer, before, canned, staff, shop, use))],
        };
    }

    private static InspectionPointView PointOf(
        InspectionPoint point,
        Odometer? odometer,
        List<Inspection> before,
        Dictionary<long, string> canned,
        Dictionary<long, string> staff,
        Shop shop,
        CarUse? use
    )
    {
        var (last, then) = before
            .SelectMany(i => i.Points.Where(p => IsSame(p, point) && p.Rating is not null).Select(p => (Inspection: i, Point: p)))
            .FirstOrDefault();
        var wear =
            then?.Measured is { } was && point.Measured is { } now
                ? Wear.Between(was, last.Odometer, now, odometer, point.Spec.HighIsWorse)
                : null;
        var lasts =
            wear is not null && point.Measured is { } value && odometer is { } at ? wear.LastsTo(value, at, point.Spec.Limits) : null;
        return new InspectionPointView
        {
            Id = point.Id,
            Version = point.Version,
            Group = point.Spec.Group,
            Title = point.Spec.Title,
            Unit = point.Spec.Unit,
            Limits = point.Spec.Limits,
            Rating = point.Rating,
            Measured = point.Measured,
            Skipped = point.Skipped,
            Note = point.Note,
            LastsTo = point.LastsTo?.Value,
            LastsUntil = point.LastsUntil,
            ProposedTo = lasts?.Value,
            ProposedOn = lasts is { } to ? use?.PassesOn(to.Value) : null,
            Job = point.Spec.CannedJobId is { } id ? canned.GetValueOrDefault(id, "") : "",
            Last = then is null
                ? null
                : new LastTimeView(
                    then.Rating,
                    then.Measured,
                    last.Odometer?.Value,
                    shop.Local(last.FinishedAt ?? last.BegunAt),
                    wear?.Per1000
                ),
            Photos =
            [
                .. point
                    .Photos.OrderBy(p => p.Id)
                    .Select(p => new PointPhotoView(
                        p.Id,
                        p.Hash,
                        p.After,
                        [.. p.Marks.OrderBy(m => m.Id).Select(m => new PhotoMarkView(m.Ring, m.FromX, m.FromY, m.ToX, m.ToY))]
                    )),
            ],
            By = point.ById is { } who ? staff.GetValueOrDefault(who, "") : "",
        };
    }

    private static bool IsSame(InspectionPoint one, InspectionPoint other) =>
        one.Spec.Title == other.Spec.Title && one.Spec.Group == other.Spec.Group && one.Spec.Unit == other.Spec.Unit;
}
