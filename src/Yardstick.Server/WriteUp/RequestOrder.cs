using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Values;
using Yardstick.Core.WriteUp;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>A request becomes an order in one step: customer and vehicle on file, or made of what it brings.</summary>
public static class RequestOrder
{
    /// <summary>What usually mends its code, by its title; none for the words alone.</summary>
    public sealed record RequestOrderRequest(string? Repair);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/requests/{id:long}/order", Open).Asks(Permission.WriteUp).Produces<StartOrder.OrderStarted>().ProducesProblem(422);

    private static Task<IResult> Open(long id, RequestOrderRequest asked, CommandRunner commands) =>
        commands.RunAsync<StartOrder.OrderStarted>(async work =>
        {
            if (await work.Db.OutsideRequests.FindAsync(id) is not { } request)
                return Gone.Request;
            // Refused before anything is made, not after.
            if (!request.MayBecomeOrder)
                return OutsideRequest.IsHandled;
            var shop = await work.Db.Shops.SingleAsync();
            var canned = await CannedJobs.ThatDoesAsync(work.Db, asked.Repair);
            var opened = await StartOrder.OpenAsync(
                work,
                new StartOrder.StartOrderRequest(
                    request.CustomerId,
                    request.CustomerId is null ? NewCustomer(request, shop.Country) : null,
                    request.VehicleId,
                    request.VehicleId is null && !request.IsWithoutVehicle ? request.ToVehicle() : null,
                    CounterSale: false,
                    Odometer: null,
                    OdometerConfirmed: false,
                    request.Concerns(asked.Repair),
                    canned is null ? [] : [canned.Id],
                    PromisedAt: null,
                    CustomerWaits: false,
                    KeyTag: null,
                    WithoutVehicle: request.IsWithoutVehicle,
                    NotHereYet: true,
                    Jobs: canned is null && asked.Repair is { } repair ? [repair] : null
                )
            );
            if (opened.Problem is { } problem)
                return problem;
            if (request.Became(opened.Value, work.Actor).Problem is { } refused)
                return refused;
            await work.Db.SaveChangesAsync();
            return new StartOrder.OrderStarted(opened.Value.Id, opened.Value.Number);
        });

    private static StartOrder.NewCustomer NewCustomer(OutsideRequest request, string country)
    {
        var name = BegunRecord.Read(request.Name, country);
        return new StartOrder.NewCustomer(
            name.FirstName,
            name.LastName,
            name.BusinessName,
            request.Phone,
            request.Email,
            Source: request.Source
        );
    }
}
