using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Vehicles whose owners let them report, and what was last heard of each.</summary>
public static class ConnectedCarList
{
    private const int Most = 500;

    /// <summary>A vehicle that reports, or did.</summary>
    public sealed record ConnectedCarRow
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>The vehicle on file; null while nobody knows which.</summary>
        public required long? VehicleId { get; init; }

        /// <summary>Its plate.</summary>
        public required string Plate { get; init; }

        /// <summary>The vehicle in words; its VIN where it is not on file.</summary>
        public required string Vehicle { get; init; }

        /// <summary>The customer on file.</summary>
        public required long? CustomerId { get; init; }

        /// <summary>Their name; the one at the service where the vehicle is not on file.</summary>
        public required string Owner { get; init; }

        /// <summary>The owner agreed, wall time.</summary>
        public required LocalDateTime Since { get; init; }

        /// <summary>The owner ended it, wall time; null while it reports.</summary>
        public required LocalDateTime? EndedAt { get; init; }

        /// <summary>When it last reported, wall time; null where it never did.</summary>
        public required LocalDateTime? HeardAt { get; init; }

        /// <summary>The last reading that it reported; null where it reported none.</summary>
        public required int? Reading { get; init; }

        /// <summary>Battery voltage when it last said.</summary>
        public required decimal? BatteryVolts { get; init; }

        /// <summary>That is low.</summary>
        public required bool BatteryIsLow { get; init; }
    }

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/connected-cars", ListAsync).Asks(Permission.WriteToCustomers).Produces<IReadOnlyList<ConnectedCarRow>>();

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var cars = await db.ConnectedCars.AsNoTracking().OrderByDescending(c => c.Id).Take(Most).ToListAsync();
        var vehicleIds = cars.Select(c => c.VehicleId).OfType<long>().Distinct().ToList();
        var vehicles = await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id);
        var ownerIds = vehicles.Values.Select(v => v.CustomerId).Distinct().ToList();
        var owners = await db
            .Customers.IgnoreAutoIncludes()
            .AsNoTracking()
            .Where(c => ownerIds.Contains(c.Id))
            .ToDictionaryAsync(c => c.Id);
        var readings = (
            await db
                .OdometerReadings.Where(r => vehicleIds.Contains(r.VehicleId) && r.IsReported)
                .Select(r => new
                {
                    r.VehicleId,
                    r.Reading,
                    r.At,
                })
                .ToListAsync()
        ).GroupBy(r => r.VehicleId).ToDictionary(g => g.Key, g => g.MaxBy(r => r.At)!.Reading.Value);
        return Results.Ok(
            cars.ConvertAll(c =>
            {
                var vehicle = c.VehicleId is { } id ? vehicles.GetValueOrDefault(id) : null;
                return new ConnectedCarRow
                {
                    Id = c.Id,
                    VehicleId = vehicle?.Id,
                    Plate = vehicle?.Plate.Text ?? "",
                    Vehicle = vehicle?.Description ?? c.Vin,
                    CustomerId = vehicle?.CustomerId,
                    Owner = vehicle is null ? c.Owner : owners[vehicle.CustomerId].DisplayName,
                    Since = shop.Local(c.Since),
                    EndedAt = c.EndedAt is { } ended ? shop.Local(ended) : null,
                    HeardAt = c.HeardAt is { } heard ? shop.Local(heard) : null,
                    Reading = vehicle is not null && readings.TryGetValue(vehicle.Id, out var reading) ? reading : null,
                    BatteryVolts = c.BatteryVolts,
                    BatteryIsLow = c.BatteryIsLow,
                };
            })
        );
    }
}
