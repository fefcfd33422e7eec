using Microsoft.EntityFrameworkCore;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;

namespace Yardstick.Data.FollowUp;

/// <summary>How a vehicle is used, by the readings on file.</summary>
public static class VehicleUse
{
    /// <summary>Its use as of now.</summary>
    /// <param name="db">The database.</param>
    /// <param name="vehicleId">The vehicle.</param>
    /// <param name="shop">The shop, for the distance a day where the readings tell none.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static async Task<CarUse> UseOfAsync(this ShopDb db, long vehicleId, Shop shop, Instant utcNow) =>
        CarUse.Of(
            await db.OdometerReadings.Where(r => r.VehicleId == vehicleId).ToListAsync(),
            shop.DistancePerDay,
            shop.Local(utcNow).Date,
            utcNow
        );
}
