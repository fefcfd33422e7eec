using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Messaging;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The VIN of a car on the bench, as a technician reads it from its bar code.</summary>
public static class BenchVin
{
    /// <summary>What was read.</summary>
    public sealed record BenchVinRequest(string? Vin);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/bench/orders/{id:long}/vin", Handle).Asks(Permission.Work).Produces<RecordChanged>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, BenchVinRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var me = work.Actor.StaffId;
            if (await work.Db.OnBenchOf(me).FirstOrDefaultAsync(o => o.Id == id) is not { } order)
                return new Problem("bench.gone", "This vehicle is no longer on your Bench.");
            if (order.VehicleId is not { } vehicleId || await work.Db.Vehicles.FindAsync(vehicleId) is not { } vehicle)
                return new Problem("vehicle.gone", "This repair order has no vehicle.");
            if (vehicle.Vin.IsKnown)
            {
                var read = Vin.Parse(request.Vin);
                if (read.Problem is { } unreadable)
                    return unreadable;
                if (read.Value == vehicle.Vin)
                    return new RecordChanged(vehicleId, vehicle.Version);
                // Whoever keeps the file decides which of the two is right.
                var name = await work.Db.Staff.Where(s => s.Id == me).Select(s => s.Name).SingleAsync();
                Notices.Notify(
                    work,
                    $"{StaffMember.ShortNameOf(name)} read the VIN {read.Value.Text} on the vehicle of order {order.Number}; on file is {vehicle.Vin}.",
                    id
                );
                await work.Db.SaveChangesAsync();
                return new RecordChanged(vehicleId, vehicle.Version);
            }
            var set = vehicle.Set("vin", request.Vin, (await work.Db.Shops.SingleAsync()).Local(work.Actor.At).Year);
            if (set.Problem is { } problem)
                return problem;
            work.Record(RecordCommands.Vehicle, vehicleId, vehicle.Version, set.Value);
            return new RecordChanged(vehicleId, vehicle.Version);
        });
}
