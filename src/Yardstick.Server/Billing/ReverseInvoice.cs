using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>
/// Takes back an invoice that was posted by mistake: a credit note for the whole, cash paid back at once, card payments
/// through the terminal. The order is open again.
/// </summary>
public static class ReverseInvoice
{
    /// <summary>Why.</summary>
    public sealed record ReverseInvoiceRequest(string Reason);

    /// <summary>The credit note, cash to hand back, and card refunds to settle.</summary>
    public sealed record InvoiceReversed(long CreditNoteId, long CreditNoteNumber, decimal CashBack, IReadOnlyList<long> CardRefunds);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/invoices/{id:long}/reverse", Handle)
            .Asks(Permission.ReverseInvoices)
            .Produces<InvoiceReversed>()
            .ProducesProblem(422);

    private static Task<IResult> Handle(long id, ReverseInvoiceRequest request, CommandRunner commands, CardTalk talk) =>
        commands.RunAsync<InvoiceReversed>(async work =>
        {
            var (db, actor) = (work.Db, work.Actor);
            var found = await db.AccountAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var account = found.Value;
            if (account.MayReverse(request.Reason).Problem is { } refused)
                return refused;
            var invoice = account.Invoice;
            var number = await db.NextNumberAsync(Counter.Invoices);
            var reversal = account.Reverse(
                request.Reason,
                number,
                await DocumentAsync(db, invoice, number, request.Reason.Trim(), actor),
                actor
            );
            db.Invoices.Add(reversal.CreditNote);
            if (reversal.CashBack is { } back)
                db.Payments.Add(back);
            db.CardCharges.AddRange(reversal.CardRefunds);
            await db.SaveChangesAsync();
            var reopened = await work.OnOrderAsync<bool>(invoice.OrderId, async under =>
            {
                await PostInvoice.IssueStockAsync(db, under.Order, actor, back: true);
                under.Order.Reopen(request.Reason.Trim(), actor);
                await FollowUp.Reminders.TakeBackAsync(db, under.Order.Id, actor.At);
                return true;
            });
            if (reopened.Problem is { } problem)
                return problem;
            foreach (var refund in reversal.CardRefunds)
                work.AfterCommit(() => talk.HandOver(refund.Id));
            return new InvoiceReversed(
                reversal.CreditNote.Id,
                number,
                -(reversal.CashBack?.Amount ?? Money.Zero).Amount,
                [.. reversal.CardRefunds.Select(c => c.Id)]
            );
        });

    private static async Task<string> DocumentAsync(ShopDb db, Invoice invoice, long number, string reason, Actor actor)
    {
        var shop = await db.Shops.SingleAsync();
        var document = JsonSerializer.Deserialize<ShopDocument>(invoice.DocumentJson, DocumentMaker.Json)!;
        return JsonSerializer.Serialize(document.AsCreditNote(number, shop.Local(actor.At), reason), DocumentMaker.Json);
    }
}
