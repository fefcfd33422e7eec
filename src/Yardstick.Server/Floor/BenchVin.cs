using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Server.Changes;
using Yardstick.Server.Records;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The VIN of a car on the bench, as a technician reads it from its bar code.</summary>
public static class BenchVin
{
    /// <summary>What was read.</summary>
    public sealed record Request(string? Vin);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/bench/orders/{id:long}/vin", Handle).Asks(Permission.Work).Produces<RecordChanged>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, Request request, Commands commands) => commands.RunAsync<RecordChanged>(async work =>
    {
        var order = await work.Db.Orders.FindAsync(id);
        if (order?.VehicleId is not { } vehicleId || await work.Db.Vehicles.FindAsync(vehicleId) is not { } vehicle) return new Problem("vehicle.gone", "This order has no car.");
        var set = vehicle.Set("vin", request.Vin, (await work.Db.Shops.SingleAsync()).Local(work.Actor.At).Year);
        if (set.Problem is { } problem) return problem;
        work.Record(RecordWork.Vehicle, vehicleId, vehicle.Version, set.Value);
        work.Touch("vehicle", vehicleId, vehicle.Version);
        work.Touch("order", id);
        work.Touch("bench");
        return new RecordChanged(vehicleId, vehicle.Version);
    });
}
