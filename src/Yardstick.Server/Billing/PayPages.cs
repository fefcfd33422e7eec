using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Approval;
using Yardstick.Server.Documents;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>An invoice is paid from its link, on the payment service's page; receipts of what was paid.</summary>
public static class PayPages
{
    /// <summary>How an invoice stands for whoever has its link.</summary>
    /// <param name="Due">What is owed.</param>
    /// <param name="Paid">What was paid.</param>
    /// <param name="Currency">Its currency.</param>
    /// <param name="IsPending">A payment on the payment service's page is not confirmed yet.</param>
    /// <param name="TakesTips">The shop takes tips.</param>
    public sealed record InvoiceToPay(decimal Due, decimal Paid, string Currency, bool IsPending, bool TakesTips);

    /// <summary>What is paid now.</summary>
    /// <param name="Amount">As typed; empty for all that is owed.</param>
    /// <param name="Tip">As typed; empty for none.</param>
    public sealed record PayRequest(string? Amount, string? Tip);

    /// <summary>Where the card is typed.</summary>
    public sealed record PayPage(string Url);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var pages = api.MapGroup("/customers-pages/documents/{token}").AllowAnonymous().LimitsPublic();
        pages.MapGet("/pay", ShowAsync).Produces<InvoiceToPay>().ProducesProblem(404);
        pages.MapPost("/pay", PayAsync).Produces<PayPage>().ProducesProblem(422);
        pages.MapGet("/receipt.pdf", ReceiptAsync);
        api.MapGet("/invoices/{id:long}/receipt.pdf", OfInvoiceAsync).Asks(Permission.SeeOrders);
        api.MapGet("/deposits/{id:long}/receipt.pdf", OfDepositAsync).Asks(Permission.SeeOrders);
    }

    /// <summary>The link where it is one to an invoice and good still.</summary>
    private static async Task<Result<long>> InvoiceOfAsync(ShopDb db, string token, TimeProvider time) =>
        await DocumentLinks.FindAsync(db, token) is { InvoiceId: { } invoice } link && link.IsGoodAt(time.Now())
            ? invoice
            : ApprovalPage.Unknown;

    private static async Task<IResult> ShowAsync(string token, ShopDb db, CardTalk talk, TimeProvider time)
    {
        var invoice = await InvoiceOfAsync(db, token, time);
        if (invoice.Problem is { } unknown)
            return Problems.Of(unknown);
        var pending = await db
            .CardCharges.Where(c => c.InvoiceId == invoice.Value && c.OnPage && c.State == CardChargeState.Pending)
            .Select(c => (long?)c.Id)
            .FirstOrDefaultAsync();
        // Whoever comes back from the payment service's page is told at once.
        if (pending is { } charge)
            await talk.AskAgainAsync(charge);
        var account = (await db.AccountAsync(invoice.Value)).Value;
        var due = account.Reversed || account.Balance.Cents < 0 ? Money.Zero : account.Balance;
        var shop = await db.Shops.SingleAsync();
        return Results.Ok(
            new InvoiceToPay(due.Amount, account.Paid.Amount, shop.Currency, account.PendingCharge is not null, shop.TakesTips)
        );
    }

    private static async Task<IResult> PayAsync(
        string token,
        PayRequest? request,
        ShopDb db,
        CardTalk talk,
        TimeProvider time,
        HttpContext http
    )
    {
        var invoice = await InvoiceOfAsync(db, token, time);
        if (invoice.Problem is { } unknown)
            return Problems.Of(unknown);
        var back = MessageComposer.Address(await db.Shops.SingleAsync(), http.Request, $"documents/{token}");
        var page = await talk.OpenPageAsync(invoice.Value, request?.Amount, request?.Tip, back);
        return page.Problem is { } refused ? Problems.Of(refused) : Results.Ok(new PayPage(page.Value));
    }

    private static async Task<IResult> ReceiptAsync(string token, ShopDb db, DocumentPdfs pdfs, TimeProvider time)
    {
        var invoice = await InvoiceOfAsync(db, token, time);
        return invoice.Problem is { } unknown ? Problems.Of(unknown) : await OfInvoiceAsync(invoice.Value, db, pdfs, time);
    }

    /// <summary>What was paid on an invoice, as PDF.</summary>
    private static async Task<IResult> OfInvoiceAsync(long id, ShopDb db, DocumentPdfs pdfs, TimeProvider time)
    {
        var account = await db.AccountAsync(id);
        if (account.Problem is { } gone)
            return Problems.Of(gone);
        var shop = await db.Shops.SingleAsync();
        var invoice = DocumentMaker.Read(account.Value.Invoice.DocumentJson);
        var receipt = Receipts.Of(invoice, account.Value, shop, shop.Local(time.Now()));
        return Results.File(pdfs.Draw(receipt), "application/pdf", $"receipt-{receipt.Number}.pdf");
    }

    private static async Task<IResult> OfDepositAsync(long id, ShopDb db, DocumentPdfs pdfs, TimeProvider time)
    {
        var found = await db.DepositAsync(id);
        if (found.Problem is { } gone)
            return Problems.Of(gone);
        if (found.Value.Deposit.OrderId is not { } orderId || await db.LoadOrderAsync(orderId) is not { } order)
            return Problems.Of(Gone.Order);
        var shop = await db.Shops.SingleAsync();
        var receipt = Receipts.Of(found.Value, order, await db.PartiesAsync(order), shop, shop.Local(time.Now()));
        return Results.File(pdfs.Draw(receipt), "application/pdf", $"receipt-{receipt.Number}.pdf");
    }
}
