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
    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/invoices/{id:long}/reverse", Handle).Asks(Permission.ReverseInvoices).Produces<InvoiceReversed>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, ReverseInvoiceRequest request, CommandRunner commands, CardTalk talk) => commands.RunAsync<InvoiceReversed>(async work =>
    {
        var (db, actor) = (work.Db, work.Actor);
        if (string.IsNullOrWhiteSpace(request.Reason)) return new Problem("reverse.reason", "Say why the invoice is taken back.", "reason");
        if (request.Reason.Length > 500) return new Problem("text.long", "A reason can have at most 500 characters.", "reason");
        if (await db.Invoices.FirstOrDefaultAsync(i => i.Id == id && i.Kind == InvoiceKind.Invoice) is not { } invoice) return new Problem("invoice.gone", "There is no such invoice.");
        if (await db.Invoices.AnyAsync(i => i.CorrectsId == id)) return new Problem("invoice.reversed", "This invoice was reversed already.");
        if (await db.CardCharges.AnyAsync(c => c.InvoiceId == id && c.State == CardChargeState.Pending))
            return new Problem("charge.pending", "A card charge for this invoice is not settled; look it up first.");

        var credit = await CreditNoteAsync(db, invoice, request.Reason.Trim(), actor);
        var (cashBack, cardRefunds) = await RefundAsync(db, invoice, actor);
        var reopened = await work.OnOrderAsync<bool>(invoice.OrderId, async under =>
        {
            await PostInvoice.IssueStockAsync(db, under.Order, actor, back: true);
            under.Order.Reopen(request.Reason.Trim(), actor);
            await FollowUp.Reminders.TakeBackAsync(db, under.Order.Id, actor.At);
            return true;
        });
        if (reopened.Problem is { } problem) return problem;
        foreach (var refund in cardRefunds) work.AfterCommit(() => talk.HandOver(refund.Id));
        return new InvoiceReversed(credit.Id, credit.Number, cashBack.Amount, cardRefunds.ConvertAll(c => c.Id));
    });

    private static async Task<Invoice> CreditNoteAsync(ShopDb db, Invoice invoice, string reason, Actor actor)
    {
        var number = await db.NextNumberAsync(Counter.Invoices);
        var shop = await db.Shops.SingleAsync();
        var document = JsonSerializer.Deserialize<ShopDocument>(invoice.DocumentJson, DocumentMaker.Json)!.AsCreditNote(number, shop.Local(actor.At), reason);
        var credit = new Invoice
        {
            Number = number,
            Kind = InvoiceKind.CreditNote,
            OrderId = invoice.OrderId,
            CustomerId = invoice.CustomerId,
            PostedAt = actor.At,
            PostedById = actor.StaffId,
            Total = -invoice.Total,
            Tax = -invoice.Tax,
            Profit = -invoice.Profit,
            PolicyVersionId = invoice.PolicyVersionId,
            CaseJson = invoice.CaseJson,
            DocumentJson = JsonSerializer.Serialize(document, DocumentMaker.Json),
            CorrectsId = invoice.Id,
            Reason = reason,
        };
        db.Invoices.Add(credit);
        await db.SaveChangesAsync();
        return credit;
    }

    private static async Task<(Money CashBack, List<CardCharge> CardRefunds)> RefundAsync(ShopDb db, Invoice invoice, Actor actor)
    {
        var payments = await db.Payments.Where(p => p.InvoiceId == invoice.Id).ToListAsync();
        var cash = new Money(payments.Where(p => p.Method == PaymentMethod.Cash).Sum(p => p.Amount.Cents));
        if (cash.Cents > 0)
            db.Payments.Add(new Payment { OrderId = invoice.OrderId, InvoiceId = invoice.Id, Method = PaymentMethod.Cash, Amount = -cash, At = actor.At, ById = actor.StaffId });
        var refunds = payments.Where(p => p.Method == PaymentMethod.Card && p.Amount.Cents > 0)
            .Select(p => CardCharge.Begin(invoice.Id, -p.Amount, actor)).ToList();
        db.CardCharges.AddRange(refunds);
        await db.SaveChangesAsync();
        return (cash, refunds);
    }
}
