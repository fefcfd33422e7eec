using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>What was agreed with other payers of an order.</summary>
public static class OrderPayers
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/payers/{customerId:long}", Set)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);

    private static Task<IResult> Set(long id, long customerId, EditOrder.EditOrderSetRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (under.Order.Payers.Find(p => p.CustomerId == customerId) is not { } payer)
                return Gone.Payer;
            if (await under.ClashAsync("payer", payer.Id, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            var set = under.Order.SetPayer(customerId, request.Field, request.Value, under.Command.Actor);
            return set.Problem is { } problem ? problem : new Changed(under.Order.Version, payer.Id, payer.Version);
        });
}
