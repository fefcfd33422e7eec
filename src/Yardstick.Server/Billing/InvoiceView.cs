using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>A posted invoice with everything that stands on it.</summary>
public static class InvoiceView
{
    /// <summary>A payment or refund.</summary>
    public sealed record PaymentView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>How.</summary>
        public required PaymentMethod Method { get; init; }

        /// <summary>Below zero for a refund.</summary>
        public required decimal Amount { get; init; }

        /// <summary>Tip on top.</summary>
        public required decimal Tip { get; init; }

        /// <summary>Cash handed over.</summary>
        public required decimal Tendered { get; init; }

        /// <summary>Cash handed back.</summary>
        public required decimal Change { get; init; }

        /// <summary>Number of a check, or the last four of a card.</summary>
        public required string Number { get; init; }

        /// <summary>What can still be given back of it.</summary>
        public required decimal Refundable { get; init; }

        /// <summary>When.</summary>
        public required Instant At { get; init; }

        /// <summary>Who took it; <c>Pay page</c> when the customer paid by themselves.</summary>
        public required string By { get; init; }
    }

    /// <summary>A card charge that is not settled, or was refused.</summary>
    public sealed record ChargeView(long Id, CardChargeState State, decimal Amount, string Message, Instant At, bool OnPage);

    /// <summary>A write-off.</summary>
    public sealed record AdjustmentView(long Id, AdjustmentKind Kind, decimal Amount, string Reason, Instant At, string By);

    /// <summary>Another invoice or credit memo that belongs to it.</summary>
    public sealed record RelatedInvoice(long Id, long Number, string Payer, decimal Total);

    /// <summary>A deposit of the customer that can be used.</summary>
    public sealed record UsableDeposit(long Id, decimal Left, string Origin);

    /// <summary>A line that can be credited.</summary>
    public sealed record CreditableLine(
        string Job,
        string JobTitle,
        int Line,
        DocumentLineKind Kind,
        string Description,
        decimal? QuantityLeft,
        string Unit,
        decimal CoresLeft
    );

    /// <summary>An invoice or credit memo.</summary>
    public sealed record InvoicePageView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Its number.</summary>
        public required long Number { get; init; }

        /// <summary>Invoice or credit memo.</summary>
        public required InvoiceKind Kind { get; init; }

        /// <summary>The order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Who pays it.</summary>
        public required Payer Payer { get; init; }

        /// <summary>Whose it is.</summary>
        public required long? CustomerId { get; init; }

        /// <summary>When it was posted.</summary>
        public required Instant PostedAt { get; init; }

        /// <summary>Who posted it.</summary>
        public required string PostedBy { get; init; }

        /// <summary>When it is due.</summary>
        public required LocalDate DueOn { get; init; }

        /// <summary>Something is owed past that day.</summary>
        public required bool Overdue { get; init; }

        /// <summary>Total of the document.</summary>
        public required decimal Total { get; init; }

        /// <summary>What has to be paid: with deductible.</summary>
        public required decimal AmountDue { get; init; }

        /// <summary>What was paid.</summary>
        public required decimal Paid { get; init; }

        /// <summary>What was credited.</summary>
        public required decimal Credited { get; init; }

        /// <summary>What was written off.</summary>
        public required decimal WrittenOff { get; init; }

        /// <summary>Interest charged and not taken back.</summary>
        public required decimal Interest { get; init; }

        /// <summary>What is owed.</summary>
        public required decimal Balance { get; init; }

        /// <summary>What was paid too much.</summary>
        public required decimal Surplus { get; init; }

        /// <summary>All of it was credited.</summary>
        public required bool Reversed { get; init; }

        /// <summary>Cards can take a tip.</summary>
        public required bool TakesTips { get; init; }

        /// <summary>What it says.</summary>
        public required ShopDocument Document { get; init; }

        /// <summary>Payments and refunds.</summary>
        public required IReadOnlyList<PaymentView> Payments { get; init; }

        /// <summary>Write-offs.</summary>
        public required IReadOnlyList<AdjustmentView> Adjustments { get; init; }

        /// <summary>Card charges that are not settled, or were refused.</summary>
        public required IReadOnlyList<ChargeView> Charges { get; init; }

        /// <summary>Its credit memos.</summary>
        public required IReadOnlyList<RelatedInvoice> Credits { get; init; }

        /// <summary>The invoice that a credit memo is of.</summary>
        public required RelatedInvoice? Corrects { get; init; }

        /// <summary>Invoices of the same order to other payers.</summary>
        public required IReadOnlyList<RelatedInvoice> Others { get; init; }

        /// <summary>Deposits of the customer that can be used.</summary>
        public required IReadOnlyList<UsableDeposit> Deposits { get; init; }

        /// <summary>Lines of which something can be credited.</summary>
        public required IReadOnlyList<CreditableLine> Creditable { get; init; }

        /// <summary>Why it was credited.</summary>
        public required string Reason { get; init; }
    }

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/invoices/{id:long}", HandleAsync).Asks(Permission.SeeOrders).Produces<InvoicePageView>().ProducesProblem(404);

    private static async Task<IResult> HandleAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.Invoices.FirstOrDefaultAsync(i => i.Id == id) is not { } invoice)
            return Problems.Of(Gone.Invoice);
        var staff = await db.ShortNamesAsync();
        var shop = await db.Shops.SingleAsync();
        var isInvoice = invoice.Kind == InvoiceKind.Invoice;
        var account = isInvoice ? (await db.AccountAsync(id)).Value : new InvoiceAccount(invoice, [], [], [], []);
        var document = JsonSerializer.Deserialize<ShopDocument>(invoice.DocumentJson, DocumentMaker.Json)!;
        var deposits =
            isInvoice && account.Balance.Cents > 0
                ? await db.OpenDepositsAsync(db.Deposits.Where(d => account.CustomerIds.Contains(d.CustomerId)))
                : [];
        return Results.Ok(
            new InvoicePageView
            {
                Id = id,
                Number = invoice.Number,
                Kind = invoice.Kind,
                OrderId = invoice.OrderId,
                Payer = invoice.Payer,
                CustomerId = invoice.CustomerId,
                PostedAt = invoice.PostedAt,
                PostedBy = staff[invoice.PostedById],
                DueOn = invoice.DueOn,
                Overdue = isInvoice && account.Balance.Cents > 0 && invoice.DueOn < shop.Local(time.Now()).Date,
                Total = invoice.Total.Amount,
                AmountDue = invoice.AmountDue.Amount,
                Paid = account.Paid.Amount,
                Credited = account.Credited.Amount,
                WrittenOff = account.WrittenOff.Amount,
                Interest = account.Interest.Amount,
                Balance = isInvoice ? account.Balance.Amount : 0,
                Surplus = isInvoice ? account.Surplus.Amount : 0,
                Reversed = account.Reversed,
                TakesTips = shop.TakesTips,
                Document = document,
                Payments = [.. account.Payments.Select(p => PaymentOf(account, p, staff))],
                Adjustments =
                [
                    .. account.Adjustments.Select(a => new AdjustmentView(a.Id, a.Kind, a.Amount.Amount, a.Reason, a.At, staff[a.ById])),
                ],
                Charges =
                [
                    .. account
                        .Charges.Where(c => c.State != CardChargeState.Approved)
                        .Select(c => new ChargeView(c.Id, c.State, c.Charged.Amount, c.Message, c.At, c.OnPage)),
                ],
                Credits = [.. account.Credits.Select(c => new RelatedInvoice(c.Id, c.Number, "", c.Total.Amount))],
                Corrects = await RelatedAsync(db, db.Invoices.Where(i => i.Id == invoice.CorrectsId)) is [var corrected] ? corrected : null,
                Others = isInvoice
                    ? await RelatedAsync(
                        db,
                        db.Invoices.Where(i =>
                            i.OrderId == invoice.OrderId && i.Id != id && i.Kind == InvoiceKind.Invoice && i.PostedAt == invoice.PostedAt
                        )
                    )
                    : [],
                Deposits =
                [
                    .. deposits.Where(d => d.Free.Cents > 0).Select(d => new UsableDeposit(d.Deposit.Id, d.Free.Amount, d.Deposit.Origin)),
                ],
                Creditable = isInvoice && !account.Reversed ? Creditable(account, document) : [],
                Reason = invoice.Reason,
            }
        );
    }

    private static PaymentView PaymentOf(InvoiceAccount account, Payment payment, Dictionary<long, string> staff) =>
        new()
        {
            Id = payment.Id,
            Method = payment.Method,
            Amount = payment.Amount.Amount,
            Tip = payment.Tip.Amount,
            Tendered = payment.Tendered.Amount,
            Change = payment.Change.Amount,
            Number =
                payment.CheckNumber.Length > 0
                    ? payment.CheckNumber
                    : account.Charges.FirstOrDefault(c => c.Id == payment.CardChargeId)?.CardEnding ?? "",
            Refundable = account.Refundable(payment).Amount,
            At = payment.At,
            By = staff.GetValueOrDefault(payment.ById, "Pay page"),
        };

    private static async Task<IReadOnlyList<RelatedInvoice>> RelatedAsync(ShopDb db, IQueryable<Invoice> which)
    {
        var found = await which.OrderBy(i => i.Id).ToListAsync();
        var ids = found.Select(i => i.CustomerId).OfType<long>().ToList();
        var names = await db.Customers.Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.DisplayName);
        return found.ConvertAll(i => new RelatedInvoice(
            i.Id,
            i.Number,
            i.Payer == Payer.Shop ? "the shop"
                : i.CustomerId is { } customer ? names[customer]
                : "",
            i.Total.Amount
        ));
    }

    private static List<CreditableLine> Creditable(InvoiceAccount account, ShopDocument document)
    {
        var figures = account.Figures();
        return document
            .Jobs.SelectMany(j =>
                j.Lines.Where(l => l.Index is { } at && figures.HasLeft(j.Key, at))
                    .Select(l => new CreditableLine(
                        j.Key,
                        j.Title,
                        l.Index!.Value,
                        l.Kind,
                        l.Description,
                        figures.QuantityLeft(j.Key, l.Index.Value),
                        l.Kind == DocumentLineKind.Labor ? "h" : "",
                        figures.CoresLeft(j.Key, l.Index.Value)
                    ))
            )
            .ToList();
    }
}
