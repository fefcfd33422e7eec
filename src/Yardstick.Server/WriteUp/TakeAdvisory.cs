using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>Takes something that is known over onto an order that is open already.</summary>
public static class TakeAdvisory
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/advisories", Handle).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, AdvisoryToJob request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            var made = await request.JobAsync(db, under.Order.VehicleId, under.Policy.StockCost);
            if (made.Problem is { } gone)
                return gone;
            var added = under.Order.AddJob(made.Value, under.Command.Actor);
            if (added.Problem is { } refused)
                return refused;
            await db.SaveChangesAsync();
            if (
                added.Value.CannedJobId is { } cannedId
                && await db.CannedJobs.FindAsync(cannedId) is { } canned
                && under.Order.GiveCanned(canned, added.Value, under.Command.Actor) is { } discount
            )
                return discount;
            return new Changed(under.Order.Version, added.Value.Id, added.Value.Version);
        });
}
