using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Money that is paid before the invoice, and given back.</summary>
public static class Deposits
{
    /// <summary>A deposit, as typed.</summary>
    /// <param name="Method">Cash, check or card.</param>
    /// <param name="Amount">How much.</param>
    /// <param name="CheckNumber">Number of a check.</param>
    public sealed record DepositRequest(PaymentMethod Method, string? Amount, string? CheckNumber);

    /// <summary>What goes back of it, as typed; empty for all that is left.</summary>
    public sealed record DepositBackRequest(PaymentMethod Method, string? Amount);

    /// <summary>A deposit that was taken.</summary>
    /// <param name="Id">Its key.</param>
    /// <param name="Amount">How much it is.</param>
    /// <param name="ChargeId">The card charge to settle; null for cash and checks.</param>
    public sealed record DepositTaken(long Id, decimal Amount, long? ChargeId);

    /// <summary>A deposit as its receipt shows it.</summary>
    public sealed record DepositView(
        long Id,
        decimal Left,
        decimal Free,
        string Origin,
        Instant At,
        long? OrderId,
        IReadOnlyList<DepositMove> Moves
    );

    /// <summary>Money that came for it, went back, or was used.</summary>
    public sealed record DepositMove(PaymentMethod Method, decimal Amount, long? InvoiceId, Instant At);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/deposits", Take).Asks(Permission.TakePayments).Produces<DepositTaken>().ProducesProblem(422);
        api.MapGet("/orders/{id:long}/deposits", ListAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<DepositView>>();
        api.MapPost("/deposits/{id:long}/give-back", Back)
            .Asks(Permission.TakePayments)
            .Produces<GiveBack.GivenBack>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(long id, ShopDb db)
    {
        var deposits = await db.DepositsAsync(db.Deposits.Where(d => d.OrderId == id));
        return Results.Ok(deposits.Select(ViewOf));
    }

    internal static DepositView ViewOf(DepositAccount account) =>
        new(
            account.Deposit.Id,
            account.Left.Amount,
            account.Free.Amount,
            account.Deposit.Origin,
            account.Deposit.At,
            account.Deposit.OrderId,
            [.. account.Payments.Select(p => new DepositMove(p.Method, p.Amount.Amount, p.InvoiceId, p.At))]
        );

    private static Task<IResult> Take(long id, DepositRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<DepositTaken>(async work =>
        {
            var db = work.Db;
            if (await db.Orders.FirstOrDefaultAsync(o => o.Id == id) is not { } order)
                return Gone.Order;
            var made = DepositMaking.Take(order, request.Method, request.Amount, request.CheckNumber, work.Actor);
            if (made.Problem is { } problem)
                return problem;
            var (deposit, amount) = (made.Value.Deposit, made.Value.Amount);
            if (request.Method == PaymentMethod.Card)
            {
                db.Deposits.Add(deposit);
                await db.SaveChangesAsync();
                var charge = CardCharge.ForDeposit(deposit, amount, Money.Zero, work.Actor);
                db.CardCharges.Add(charge);
                await db.SaveChangesAsync();
                work.AfterCommit(() => talk.HandOver(charge.Id));
                return new DepositTaken(deposit.Id, amount.Amount, charge.Id);
            }
            return await work.KeepAsync(made.Value) is { } locked ? locked : new DepositTaken(deposit.Id, amount.Amount, null);
        });

    private static Task<IResult> Back(long id, DepositBackRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<GiveBack.GivenBack>(async work =>
        {
            var found = await work.Db.DepositAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var back = found.Value.GiveBack(request.Method, request.Amount, work.Actor);
            if (back.Problem is { } problem)
                return problem;
            if (await work.KeepAsync(talk, back.Value) is { } locked)
                return locked;
            return new GiveBack.GivenBack(-back.Value.Paid?.Amount.Amount ?? 0, back.Value.Charge?.Id, 0);
        });
}
