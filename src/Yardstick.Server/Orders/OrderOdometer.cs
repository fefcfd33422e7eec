using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Vehicles;

namespace Yardstick.Server.Orders;

/// <summary>The odometer of an order and the reading of its vehicle, which go together.</summary>
internal static class OrderOdometer
{
    /// <summary>Enters one. A lower one than the last is refused with <c>odometer.lower</c> until somebody says that it is right.</summary>
    /// <param name="under">The change on the order.</param>
    /// <param name="field">odometerIn or odometerOut.</param>
    /// <param name="typed">As typed; empty takes it back.</param>
    /// <param name="confirmed">A person said that it is right.</param>
    internal static async Task<Problem?> SetAsync(OrderCommandContext under, string field, string? typed, bool confirmed) =>
        under.Order.SetHeader(field, typed, under.LocalNow, under.Command.Actor).Problem ?? await FollowAsync(under, field, confirmed);

    /// <summary>The vehicle's reading follows what the order says.</summary>
    internal static async Task<Problem?> FollowAsync(OrderCommandContext under, string field, bool confirmed)
    {
        if (under.Order.VehicleId is not { } vehicleId)
            return null;
        var car = await under.Command.Db.Vehicles.Include(v => v.Readings).SingleAsync(v => v.Id == vehicleId);
        var leaving = field == "odometerOut";
        return OrderReading
            .Take(
                car.Readings,
                under.Order.Id,
                leaving,
                leaving ? under.Order.OdometerOut : under.Order.OdometerIn,
                confirmed,
                under.Shop.Local,
                under.Command.Actor
            )
            .Problem;
    }
}
