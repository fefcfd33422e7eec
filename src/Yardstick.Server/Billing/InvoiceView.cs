using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>A posted invoice with its payments.</summary>
public static class InvoiceView
{
    /// <summary>A payment or refund.</summary>
    public sealed record PaymentView(
        long Id,
        PaymentMethod Method,
        decimal Amount,
        decimal Tendered,
        decimal Change,
        string CardEnding,
        Instant At,
        string By
    );

    /// <summary>A card charge that is not settled, or was refused.</summary>
    public sealed record ChargeView(long Id, CardChargeState State, decimal Amount, string Message, Instant At);

    /// <summary>An invoice or credit note.</summary>
    public sealed record InvoicePageView(
        long Id,
        long Number,
        InvoiceKind Kind,
        long OrderId,
        Instant PostedAt,
        string PostedBy,
        decimal Total,
        decimal Paid,
        decimal Balance,
        decimal Surplus,
        ShopDocument Document,
        IReadOnlyList<PaymentView> Payments,
        IReadOnlyList<ChargeView> Charges,
        long? CreditNoteId,
        long? CreditNoteNumber,
        long? CorrectsNumber,
        string Reason
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/invoices/{id:long}", HandleAsync).Asks(Permission.SeeOrders).Produces<InvoicePageView>().ProducesProblem(404);

    private static async Task<IResult> HandleAsync(long id, ShopDb db)
    {
        if (await db.Invoices.FirstOrDefaultAsync(i => i.Id == id) is not { } invoice)
            return Problems.Of(Gone.Invoice);
        var staff = await db.Staff.ToDictionaryAsync(s => s.Id, s => s.ShortName);
        var charges = await db.CardCharges.Where(c => c.InvoiceId == id).OrderBy(c => c.Id).ToListAsync();
        var payments = await db.Payments.Where(p => p.InvoiceId == id).OrderBy(p => p.Id).ToListAsync();
        var credit = await db.Invoices.Where(i => i.CorrectsId == id).Select(i => new { i.Id, i.Number }).FirstOrDefaultAsync();
        var corrects = invoice.CorrectsId is { } original
            ? await db.Invoices.Where(i => i.Id == original).Select(i => (long?)i.Number).FirstOrDefaultAsync()
            : null;
        var account = new InvoiceAccount(invoice, credit is not null, payments, charges);
        var counts = invoice.Kind == InvoiceKind.Invoice;
        return Results.Ok(
            new InvoicePageView(
                id,
                invoice.Number,
                invoice.Kind,
                invoice.OrderId,
                invoice.PostedAt,
                staff[invoice.PostedById],
                invoice.Total.Amount,
                account.Paid.Amount,
                credit is null ? account.Balance.Amount : 0,
                counts ? account.Surplus.Amount : 0,
                JsonSerializer.Deserialize<ShopDocument>(invoice.DocumentJson, DocumentMaker.Json)!,
                payments.ConvertAll(p => new PaymentView(
                    p.Id,
                    p.Method,
                    p.Amount.Amount,
                    p.Tendered.Amount,
                    p.Change.Amount,
                    charges.Find(c => c.Id == p.CardChargeId)?.CardEnding ?? "",
                    p.At,
                    staff[p.ById]
                )),
                charges
                    .Where(c => c.State != CardChargeState.Approved)
                    .Select(c => new ChargeView(c.Id, c.State, c.Amount.Amount, c.Message, c.At))
                    .ToList(),
                credit?.Id,
                credit?.Number,
                corrects,
                invoice.Reason
            )
        );
    }
}
