using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Edits of an order's header and concerns.</summary>
public static class EditOrder
{
    /// <summary>One field as it was typed, and the version that the writer saw.</summary>
    public sealed record EditOrderSetRequest(string Field, string? Value, int Version);

    /// <summary>One field of the header as it was typed.</summary>
    /// <param name="Field">The field.</param>
    /// <param name="Value">As typed.</param>
    /// <param name="Version">The version that the writer saw.</param>
    /// <param name="Confirmed">A reading lower than the last was said to be right.</param>
    public sealed record HeaderRequest(string Field, string? Value, int Version, bool Confirmed = false);

    /// <summary>A concern in the customer's words.</summary>
    public sealed record ConcernRequest(string Complaint);

    /// <summary>
    /// A vehicle for the order: one on file, or one that is typed and belongs to the customer; without either it becomes a
    /// sale over the counter, by name.
    /// </summary>
    public sealed record VehicleRequest(long? VehicleId, VehicleInput? Vehicle = null, long? CustomerId = null);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/header", SetHeader)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/orders/{id:long}/vehicle", SetVehicle).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/concerns", AddConcern).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/concerns/{concernId:long}", SetConcern)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
    }

    private static async Task<IResult> SetHeader(long id, HeaderRequest request, CommandRunner commands, IPromiseJudge judge)
    {
        // Asked before the change: planning takes longer than anything that others should wait for.
        var earliest = request.Field == "promisedAt" ? await judge.EarliestAsync(id) : null;
        return await commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (await under.ClashAsync("order", id, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            var people = request.Field is "contactId" or "siteId" or "writerId"
                ? await OrderContacts.PeopleAsync(under.Command.Db, under.Order.CustomerId)
                : null;
            var set = under.Order.SetHeader(request.Field, request.Value, under.LocalNow, under.Command.Actor, people);
            if (set.Problem is { } problem)
                return problem;
            if (request.Field == "promisedAt")
                under.Order.JudgePromise(earliest);
            if (
                request.Field is "odometerIn" or "odometerOut"
                && await OrderOdometer.FollowAsync(under, request.Field, request.Confirmed) is { } lower
            )
                return lower;
            return new Changed(under.Order.Version, id, under.Order.Version);
        });
    }

    private static Task<IResult> SetVehicle(long id, VehicleRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var found = await CarAsync(under, request);
            if (found.Problem is { } problem)
                return problem;
            var set = found.Value is { } car
                ? under.Order.SetVehicle(car.Id, car.CustomerId, under.Command.Actor)
                : under.Order.SetVehicle(null, null, under.Command.Actor);
            if (set.Problem is { } refused)
                return refused;
            // What the odometer showed was read on the car that is really here.
            if (found.Value is { } here)
                await under
                    .Command.Db.OdometerReadings.Where(r => r.OrderId == id)
                    .ExecuteUpdateAsync(s => s.SetProperty(r => r.VehicleId, here.Id));
            else
                await under.Command.Db.OdometerReadings.Where(r => r.OrderId == id).ExecuteDeleteAsync();
            if (found.Value is { } owned)
                under.Customer = await under.Command.Db.Customers.FindAsync(owned.CustomerId);
            return new Changed(under.Order.Version, id, under.Order.Version);
        });

    /// <summary>The car that was chosen or typed; none makes it a sale over the counter.</summary>
    private static async Task<Result<Vehicle?>> CarAsync(OrderCommandContext under, VehicleRequest request)
    {
        var db = under.Command.Db;
        if (request.VehicleId is { } vehicleId)
            return await db.Vehicles.FirstOrDefaultAsync(v => v.Id == vehicleId && v.MergedIntoId == null) is { } known
                ? (Result<Vehicle?>)known
                : new Problem("vehicle.gone", "This vehicle no longer exists. Reload the page.");
        if (request.Vehicle is not { } typed)
            return (Vehicle?)null;
        if (
            (under.Order.CustomerId ?? request.CustomerId) is not { } owner
            || !await db.Customers.AnyAsync(c => c.Id == owner && c.MergedIntoId == null && c.ErasedAt == null)
        )
            return OrderStart.NoCustomer;
        var made = Vehicle.Create(typed, under.LocalNow.Year);
        if (made.Problem is { } bad)
            return bad;
        made.Value.BelongsTo(owner);
        db.Vehicles.Add(made.Value);
        await db.SaveChangesAsync();
        return made.Value;
    }

    private static Task<IResult> AddConcern(long id, ConcernRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var added = under.Order.AddConcern(request.Complaint, under.Command.Actor);
            if (added.Problem is { } problem)
                return problem;
            await Phrases.UsedAsync(under.Command.Db, PhraseUse.Complaint, request.Complaint, under.Command.Actor.At);
            await under.Command.Db.SaveChangesAsync();
            return new Changed(under.Order.Version, added.Value.Id, added.Value.Version);
        });

    private static Task<IResult> SetConcern(long id, long concernId, EditOrderSetRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (await under.ClashAsync("concern", concernId, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            var set = under.Order.SetConcern(concernId, request.Field, request.Value, under.Command.Actor);
            if (set.Problem is { } problem)
                return problem;
            await Phrases.UsedAsync(
                under.Command.Db,
                Enum.Parse<PhraseUse>(request.Field, ignoreCase: true),
                request.Value,
                under.Command.Actor.At
            );
            return new Changed(under.Order.Version, concernId, under.Order.Concerns.First(c => c.Id == concernId).Version);
        });
}
