using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>The vehicle leaves: what is to be said and handed over, and that it is gone.</summary>
public static class Release
{
    /// <summary>What stands before the vehicle goes.</summary>
    /// <param name="Balance">What the customer owes on its invoices.</param>
    /// <param name="OnTerms">The customer has terms: it goes on account by itself.</param>
    /// <param name="MayRelease">Whoever asks may let it go unpaid.</param>
    /// <param name="IsGone">It is picked up.</param>
    /// <param name="HandOver">Keys, old parts: what goes along.</param>
    /// <param name="ToRaise">Work put off, advice without a price, services to come.</param>
    /// <param name="CustomerId">Whose it is; null for a sale over the counter.</param>
    /// <param name="VehicleId">The vehicle; null for none.</param>
    /// <param name="FollowUpAt">The customer's next appointment, in words; empty for none.</param>
    public sealed record PickupView(
        decimal Balance,
        bool OnTerms,
        bool MayRelease,
        bool IsGone,
        IReadOnlyList<string> HandOver,
        IReadOnlyList<string> ToRaise,
        long? CustomerId,
        long? VehicleId,
        string FollowUpAt
    );

    /// <summary>It goes.</summary>
    /// <param name="OnAccount">Unpaid, knowingly.</param>
    /// <param name="Reason">Why, where it goes unpaid.</param>
    public sealed record PickupRequest(bool OnAccount, string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/pickup", ShowAsync).Asks(Permission.SeeOrders).Produces<PickupView>().ProducesProblem(404);
        api.MapPost("/orders/{id:long}/pickup", Handle).Asks(Permission.TakePayments).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<Money> BalanceAsync(ShopDb db, long orderId) =>
        new(
            (await db.Standing(db.Invoices.Where(i => i.OrderId == orderId && i.Payer == Payer.Customer)).ToListAsync()).Sum(s =>
                s.Balance.Cents
            )
        );

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time, HttpContext http)
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var customer = order.CustomerId is { } key ? await db.Customers.FirstOrDefaultAsync(c => c.Id == key) : null;
        var next = await db
            .Appointments.Where(a => a.VehicleId == order.VehicleId && order.VehicleId != null)
            .Where(Core.Schedule.Appointment.ToCome)
            .OrderBy(a => a.Start)
            .Select(a => (LocalDateTime?)a.Start)
            .FirstOrDefaultAsync();
        return Results.Ok(
            new PickupView(
                (await BalanceAsync(db, id)).Amount,
                customer?.CreditDays is > 0,
                http.User.May(Permission.ReleaseOnAccount),
                order.Stage == Stage.Collected,
                [
                    .. new[]
                    {
                        order.KeyTag.Length > 0 ? $"Key tag {order.KeyTag}{(order.KeysAt.Length > 0 ? $", keys {order.KeysAt}" : "")}" : "",
                        order.OldPartsBack ? "Give the old parts back" : "",
                        order.CarAt.Length > 0 ? $"Parked at {order.CarAt}" : "",
                    }.Where(t => t.Length > 0),
                ],
                await ToRaiseAsync(db, order, time.Now()),
                order.CustomerId,
                order.VehicleId,
                next is { } at ? FormattableString.Invariant($"{at:dddd, MMMM d} at {at.Clock()}") : ""
            )
        );
    }

    /// <summary>Work put off, advice that nobody priced, and services to come.</summary>
    private static async Task<IReadOnlyList<string>> ToRaiseAsync(ShopDb db, Order order, Instant now) =>
        [
            .. order
                .OnJobs.Where(j => j.Decision is DecisionKind.Deferred or DecisionKind.Declined)
                .Select(j => j.Decision == DecisionKind.Declined ? $"{j.Title}, declined" : $"{j.Title}, deferred"),
            .. (await db.NextWorkAsync(order, await db.Shops.SingleAsync(), now)).Select(n => n.Sentence),
        ];

    private static Task<IResult> Handle(long id, PickupRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var (order, actor) = (under.Order, under.Command.Actor);
            var balance = await BalanceAsync(under.Command.Db, id);
            if (VehicleRelease.May(order, under.Customer, balance, request.OnAccount, request.Reason, actor).Problem is { } refused)
                return refused;
            var why = balance.Cents > 0 ? $"Released on account, {balance} due: {(request.Reason ?? "terms").Trim()}" : "Picked up, paid";
            return order.MoveTo(Stage.Collected, why, actor).Problem is { } problem
                ? problem
                : new Changed(order.Version, id, order.Version);
        });
}
