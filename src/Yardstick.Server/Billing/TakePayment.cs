using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>
/// Takes money for an invoice: cash with change, checks, one or several cards, deposits; writes off what nobody will pay. A charge whose
/// answer is lost is looked up, never made twice.
/// </summary>
public static class TakePayment
{
    /// <summary>Cash handed over, as typed.</summary>
    /// <param name="Tendered">As typed.</param>
    /// <param name="DespiteCharge">Chosen knowingly while a card charge is open.</param>
    public sealed record CashRequest(string Tendered, bool DespiteCharge = false);

    /// <summary>A check, as typed.</summary>
    /// <param name="Amount">Empty for what is owed.</param>
    /// <param name="CheckNumber">Its number.</param>
    /// <param name="DespiteCharge">Chosen knowingly while a card charge is open.</param>
    public sealed record CheckRequest(string? Amount, string? CheckNumber, bool DespiteCharge = false);

    /// <summary>A card, as typed.</summary>
    /// <param name="Amount">Empty for what is owed.</param>
    /// <param name="Tip">Empty for none.</param>
    public sealed record CardRequest(string? Amount, string? Tip);

    /// <summary>A deposit to use.</summary>
    public sealed record UseDepositRequest(long DepositId);

    /// <summary>What is written off, as typed.</summary>
    public sealed record WriteOffRequest(string? Amount, string? Reason);

    /// <summary>Money taken, or written off.</summary>
    public sealed record MoneyTaken(decimal Kept, decimal Change, decimal Balance);

    /// <summary>A card charge that was written down.</summary>
    public sealed record ChargeBegun(long Id);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/invoices/{id:long}/cash", Cash).Asks(Permission.TakePayments).Produces<MoneyTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/checks", Check).Asks(Permission.TakePayments).Produces<MoneyTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/deposits", UseDeposit).Asks(Permission.TakePayments).Produces<MoneyTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/write-offs", WriteOff).Asks(Permission.WriteOff).Produces<MoneyTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/card-charges", BeginCharge)
            .Asks(Permission.TakePayments)
            .Produces<ChargeBegun>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Cash(long id, CashRequest request, CommandRunner commands) =>
        TakeAsync(id, commands, (account, work) => account.TakeCash(request.Tendered, request.DespiteCharge, work.Actor));

    private static Task<IResult> Check(long id, CheckRequest request, CommandRunner commands) =>
        TakeAsync(id, commands, (account, work) =>
            account.TakeCheck(request.Amount, request.CheckNumber, request.DespiteCharge, work.Actor)
        );

    private static Task<IResult> TakeAsync(long id, CommandRunner commands, Func<InvoiceAccount, CommandContext, Result<Payment>> take) =>
        commands.RunAsync<MoneyTaken>(async work =>
        {
            var found = await work.Db.PayableAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var payment = take(found.Value, work);
            if (payment.Problem is { } problem)
                return problem;
            return await work.KeepAsync(payment.Value) is { } locked ? locked : Told(found.Value, payment.Value);
        });

    private static Task<IResult> UseDeposit(long id, UseDepositRequest request, CommandRunner commands) =>
        commands.RunAsync<MoneyTaken>(async work =>
        {
            var found = await work.Db.PayableAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var deposit = await work.Db.DepositAsync(request.DepositId);
            if (deposit.Problem is { } noDeposit)
                return noDeposit;
            var payment = found.Value.Apply(deposit.Value, work.Actor);
            if (payment.Problem is { } problem)
                return problem;
            return await work.KeepAsync(payment.Value) is { } locked ? locked : Told(found.Value, payment.Value);
        });

    private static Task<IResult> WriteOff(long id, WriteOffRequest request, CommandRunner commands) =>
        commands.RunAsync<MoneyTaken>(async work =>
        {
            var found = await work.Db.PayableAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var written = found.Value.WriteOff(request.Amount, request.Reason, work.Actor);
            if (written.Problem is { } problem)
                return problem;
            work.Db.Adjustments.Add(written.Value);
            if (await work.Db.BookAsync(work.Actor, () => SalePostings.Of(written.Value, found.Value.Invoice)) is { } locked)
                return locked;
            return new MoneyTaken(written.Value.Amount.Amount, 0, (found.Value.Balance - written.Value.Amount).Amount);
        });

    private static Task<IResult> BeginCharge(long id, CardRequest? request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<ChargeBegun>(async work =>
        {
            var found = await work.Db.PayableAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var charge = found.Value.BeginCharge(request?.Amount, request?.Tip, (await work.Db.Shops.SingleAsync()).TakesTips, work.Actor);
            if (charge.Problem is { } problem)
                return problem;
            var isNew = charge.Value.Id == 0;
            if (isNew)
                work.Db.CardCharges.Add(charge.Value);
            await work.Db.SaveChangesAsync();
            if (isNew)
                work.AfterCommit(() => talk.HandOver(charge.Value.Id));
            return new ChargeBegun(charge.Value.Id);
        });

    private static MoneyTaken Told(InvoiceAccount before, Payment payment) =>
        new(payment.Amount.Amount, payment.Change.Amount, (before.Balance - payment.Amount).Amount);
}
