using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Takes cash with change, or a card through the terminal. A charge whose answer is lost is looked up, never made twice.</summary>
public static class TakePayment
{
    /// <summary>Cash handed over, as typed.</summary>
    /// <param name="Tendered">As typed.</param>
    /// <param name="DespiteCharge">Chosen knowingly while a card charge is open.</param>
    public sealed record CashRequest(string Tendered, bool DespiteCharge = false);

    /// <summary>Cash taken.</summary>
    public sealed record CashTaken(decimal Kept, decimal Change, decimal Balance);

    /// <summary>A card charge that was written down.</summary>
    public sealed record ChargeBegun(long Id);

    /// <summary>How what was paid too much goes back.</summary>
    public sealed record GiveBackRequest(PaymentMethod Method);

    /// <summary>What goes back: cash to hand over now, or a refund to settle at the terminal.</summary>
    public sealed record GivenBack(decimal Cash, long? RefundId);

    /// <summary>How a charge went.</summary>
    /// <param name="Id">The charge.</param>
    /// <param name="State">Where it is.</param>
    /// <param name="Message">A sentence for people.</param>
    public sealed record ChargeOutcome(long Id, CardChargeState State, string Message);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/invoices/{id:long}/cash", Cash).Asks(Permission.TakePayments).Produces<CashTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/card-charges", BeginCharge)
            .Asks(Permission.TakePayments)
            .Produces<ChargeBegun>()
            .ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/give-back", GiveBack).Asks(Permission.TakePayments).Produces<GivenBack>().ProducesProblem(422);
        api.MapPost("/card-charges/{id:long}/settle", SettleAsync)
            .Asks(Permission.TakePayments)
            .Produces<ChargeOutcome>()
            .ProducesProblem(404);
    }

    private static Task<IResult> Cash(long id, CashRequest request, CommandRunner commands) =>
        commands.RunAsync<CashTaken>(async work =>
        {
            var found = await PayableAsync(work.Db, id);
            if (found.Problem is { } gone)
                return gone;
            var payment = found.Value.TakeCash(request.Tendered, request.DespiteCharge, work.Actor);
            if (payment.Problem is { } problem)
                return problem;
            work.Db.Payments.Add(payment.Value);
            await work.Db.SaveChangesAsync();
            return new CashTaken(
                payment.Value.Amount.Amount,
                payment.Value.Change.Amount,
                (found.Value.Balance - payment.Value.Amount).Amount
            );
        });

    private static Task<IResult> BeginCharge(long id, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<ChargeBegun>(async work =>
        {
            var found = await PayableAsync(work.Db, id);
            if (found.Problem is { } gone)
                return gone;
            var charge = found.Value.BeginCharge(work.Actor);
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

    private static Task<IResult> GiveBack(long id, GiveBackRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<GivenBack>(async work =>
        {
            var found = await work.Db.AccountAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var given = found.Value.GiveBack(request.Method, work.Actor);
            if (given.Problem is { } problem)
                return problem;
            if (given.Value.Cash is { } cash)
                work.Db.Payments.Add(cash);
            if (given.Value.Refund is { } refund)
                work.Db.CardCharges.Add(refund);
            await work.Db.SaveChangesAsync();
            if (given.Value.Refund is { } kept)
                work.AfterCommit(() => talk.HandOver(kept.Id));
            return new GivenBack(-given.Value.Cash?.Amount.Amount ?? 0, given.Value.Refund?.Id);
        });

    private static async Task<IResult> SettleAsync(long id, CardTalk talk) =>
        await talk.SettleAsync(id) is { } settled
            ? Results.Ok(new ChargeOutcome(settled.Charge.Id, settled.Charge.State, Sentence(settled)))
            : Problems.Of(new Problem("charge.gone", "This card charge no longer exists. Reload the page."));

    private static string Sentence(SettledCharge settled)
    {
        var charge = settled.Charge;
        if (settled.GivenBack is { } back)
        {
            return back.State == CardChargeState.Approved
                ? $"{charge.Amount} was charged to the card ending in {charge.CardEnding} although the invoice was paid meanwhile; {-back.Amount} was given back to the card at once."
                : $"{charge.Amount} was charged to the card ending in {charge.CardEnding} although the invoice was paid meanwhile. Giving {-back.Amount} back is not settled: {Sentence(new SettledCharge(back, null))}";
        }
        return charge.State switch
        {
            CardChargeState.Approved when charge.Amount.Cents > 0 => $"{charge.Amount} charged to card ending in {charge.CardEnding}.",
            CardChargeState.Approved => $"{-charge.Amount} refunded to the card ending in {charge.CardEnding}.",
            CardChargeState.Declined when charge.Amount.Cents > 0 =>
                $"Card declined: {charge.Message} Nothing was charged; try another card or cash.",
            CardChargeState.Declined =>
                $"The terminal refused the refund: {charge.Message} Nothing was paid back; give it back in cash or try again.",
            CardChargeState.NotMade => charge.Message.Length > 0
                ? charge.Message
                : "The card terminal never received this charge. Nothing was charged; try again.",
            _ => charge.Message.Length > 0 ? charge.Message : "The card terminal has not responded yet. Check again in a moment.",
        };
    }

    private static async Task<Result<InvoiceAccount>> PayableAsync(ShopDb db, long id)
    {
        var found = await db.AccountAsync(id);
        return found.Ok && found.Value.Payable().Problem is { } reversed ? reversed : found;
    }

    /// <summary>What stands on an invoice.</summary>
    internal static async Task<Result<InvoiceAccount>> AccountAsync(this ShopDb db, long id)
    {
        if (await db.Invoices.FirstOrDefaultAsync(i => i.Id == id && i.Kind == InvoiceKind.Invoice) is not { } invoice)
            return Gone.Invoice;
        var reversed = await db.Invoices.AnyAsync(i => i.CorrectsId == id);
        return new InvoiceAccount(
            invoice,
            reversed,
            await db.Payments.Where(p => p.InvoiceId == id).ToListAsync(),
            await db.CardCharges.Where(c => c.InvoiceId == id).ToListAsync()
        );
    }
}
