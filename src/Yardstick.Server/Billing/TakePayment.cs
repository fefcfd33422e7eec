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
    public sealed record CashRequest(string Tendered);
    /// <summary>Cash taken.</summary>
    public sealed record CashTaken(decimal Kept, decimal Change, decimal Balance);
    /// <summary>A card charge that was written down.</summary>
    public sealed record ChargeBegun(long Id);
    /// <summary>How a charge went.</summary>
    /// <param name="Id">The charge.</param>
    /// <param name="State">Where it is.</param>
    /// <param name="Message">A sentence for people.</param>
    public sealed record ChargeOutcome(long Id, CardChargeState State, string Message);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/invoices/{id:long}/cash", Cash).Asks(Permission.TakePayments).Produces<CashTaken>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/card-charges", BeginCharge).Asks(Permission.TakePayments).Produces<ChargeBegun>().ProducesProblem(422);
        api.MapPost("/card-charges/{id:long}/settle", SettleAsync).Asks(Permission.TakePayments).Produces<ChargeOutcome>().ProducesProblem(404);
    }

    private static Task<IResult> Cash(long id, CashRequest request, Commands commands) => commands.RunAsync<CashTaken>(async work =>
    {
        var found = await OwedAsync(work.Db, id);
        if (found.Problem is { } gone) return gone;
        var (invoice, owed) = found.Value;
        var payment = Payment.Cash(invoice, owed, request.Tendered, work.Actor.StaffId, work.Actor.At);
        if (payment.Problem is { } problem) return problem;
        work.Db.Payments.Add(payment.Value);
        await work.Db.SaveChangesAsync();
        work.Touch("invoice", id);
        work.Touch("order", invoice.OrderId);
        return new CashTaken(payment.Value.Amount.Amount, payment.Value.Change.Amount, (owed - payment.Value.Amount).Amount);
    });

    private static Task<IResult> BeginCharge(long id, Commands commands) => commands.RunAsync<ChargeBegun>(async work =>
    {
        var found = await OwedAsync(work.Db, id);
        if (found.Problem is { } gone) return gone;
        var (_, owed) = found.Value;
        if (owed.Cents <= 0) return new Problem("payment.paid", "Nothing is owed on this invoice.");
        if (await work.Db.CardCharges.FirstOrDefaultAsync(c => c.InvoiceId == id && c.State == CardChargeState.Pending) is { } open)
            return new ChargeBegun(open.Id);
        var charge = new CardCharge { IdempotencyKey = Guid.NewGuid(), InvoiceId = id, Amount = owed, State = CardChargeState.Pending, At = work.Actor.At, ById = work.Actor.StaffId };
        work.Db.CardCharges.Add(charge);
        await work.Db.SaveChangesAsync();
        return new ChargeBegun(charge.Id);
    });

    private static async Task<IResult> SettleAsync(long id, CardTalk talk, CancellationToken cancel) =>
        await talk.SettleAsync(id, cancel) is { } charge ? Results.Ok(new ChargeOutcome(charge.Id, charge.State, Sentence(charge)))
            : Problems.Of(new Problem("charge.gone", "There is no such card charge."));

    private static string Sentence(CardCharge charge) => charge.State switch
    {
        CardChargeState.Approved => charge.Amount.Cents > 0 ? $"{charge.Amount} charged to the card ending {charge.CardEnding}." : $"{-charge.Amount} paid back to the card ending {charge.CardEnding}.",
        CardChargeState.Declined => $"The card was refused: {charge.Message} Nothing was charged; try another card or cash.",
        CardChargeState.NotMade => "The terminal never got this charge, so nothing was charged. Start again.",
        _ => charge.Message.Length > 0 ? charge.Message : "The terminal has not answered yet.",
    };

    /// <summary>An invoice that can be paid and what is owed of it.</summary>
    internal static async Task<Result<(Invoice Invoice, Money Owed)>> OwedAsync(ShopDb db, long id)
    {
        if (await db.Invoices.FirstOrDefaultAsync(i => i.Id == id && i.Kind == InvoiceKind.Invoice) is not { } invoice) return new Problem("invoice.gone", "There is no such invoice.");
        if (await db.Invoices.AnyAsync(i => i.CorrectsId == id)) return new Problem("invoice.reversed", "This invoice was reversed; nothing is owed on it.");
        var paid = await db.Payments.Where(p => p.InvoiceId == id).SumAsync(p => p.Amount.Cents);
        return (invoice, new Money(invoice.Total.Cents - paid));
    }
}
