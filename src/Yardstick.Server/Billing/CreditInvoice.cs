using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Purchasing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>
/// Credits an invoice whole or line by line. It first lowers the balance; what was paid beyond goes back the way it came, or stays as a
/// deposit. Parts come back to the shelf only when said so. A credit of the whole can open the order again.
/// </summary>
public static class CreditInvoice
{
    /// <summary>A line to credit.</summary>
    /// <param name="Job">Id of the job within the invoice.</param>
    /// <param name="Line">Its place, from 0.</param>
    /// <param name="Quantity">How much, as typed; empty for all that is left.</param>
    /// <param name="ToStock">Its parts come back to the shelf.</param>
    /// <param name="ToSupplier">They go back to the supplier they came from: a return is written.</param>
    /// <param name="IsCore">Only its core charge: the old part came later. The quantity counts cores, then.</param>
    public sealed record CreditLineRequest(
        string Job,
        int Line,
        string? Quantity,
        bool ToStock,
        bool IsCore = false,
        bool ToSupplier = false
    );

    /// <summary>What is credited, and what becomes of the money.</summary>
    /// <param name="Reason">Why.</param>
    /// <param name="Lines">The lines; null for all that is left.</param>
    /// <param name="KeepAsDeposit">What was paid too much stays as a deposit of the customer instead of going back.</param>
    /// <param name="OpenAgain">The order is open again: all its invoices are credited whole, its parts are its own again.</param>
    public sealed record CreditInvoiceRequest(
        string? Reason,
        IReadOnlyList<CreditLineRequest>? Lines,
        bool KeepAsDeposit = false,
        bool OpenAgain = false
    );

    /// <summary>The credit memo, money to hand back now, card refunds to settle, and numbers of the returns that were written.</summary>
    public sealed record InvoiceCredited(
        long CreditNoteId,
        long CreditNoteNumber,
        decimal CashBack,
        IReadOnlyList<long> CardRefunds,
        decimal Kept,
        IReadOnlyList<long> Returns
    );

    /// <summary>What a credit would come to.</summary>
    public sealed record CreditPreview(decimal Total, decimal Tax, decimal Due, decimal Back, decimal LeftAfter);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/invoices/{id:long}/credit", Handle).Asks(Permission.ReverseInvoices).Produces<InvoiceCredited>().ProducesProblem(422);
        // Asks only; nothing is kept.
        api.MapPost("/invoices/{id:long}/credit-preview", PreviewAsync)
            .Asks(Permission.ReverseInvoices)
            .Produces<CreditPreview>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> PreviewAsync(long id, CreditInvoiceRequest request, ShopDb db)
    {
        var found = await db.AccountAsync(id);
        if (found.Problem is { } gone)
            return Problems.Of(gone);
        var picked = Picked.Of(request);
        if (picked.Problem is { } unread)
            return Problems.Of(unread);
        var sale = found.Value.Credit(picked.Value.Picks);
        if (sale.Problem is { } problem)
            return Problems.Of(problem);
        var interest = sale.Value.IsLast ? found.Value.Interest : Money.Zero;
        var after = found.Value.Balance - interest - sale.Value.Due;
        return Results.Ok(
            new CreditPreview(
                sale.Value.Figures.Total,
                sale.Value.Figures.Tax,
                sale.Value.Due.Amount,
                after.Cents < 0 ? -after.Amount : 0,
                after.Cents > 0 ? after.Amount : 0
            )
        );
    }

    private static Task<IResult> Handle(
        long id,
        CreditInvoiceRequest request,
        CommandRunner commands,
        CardTalk talk,
        SupplierRounds rounds
    ) =>
        commands.RunAsync<InvoiceCredited>(async work =>
        {
            var found = await work.Db.AccountAsync(id);
            if (found.Problem is { } gone)
                return gone;
            if (found.Value.MayCredit(request.Reason).Problem is { } refused)
                return refused;
            return request.OpenAgain
                ? await OpenAgainAsync(work, found.Value, request, talk)
                : await CreditAloneAsync(work, found.Value, request, talk, rounds);
        });

    /// <summary>All invoices of the order are credited whole, so that it can be changed and posted again.</summary>
    private static async Task<Result<InvoiceCredited>> OpenAgainAsync(
        CommandContext work,
        InvoiceAccount asked,
        CreditInvoiceRequest request,
        CardTalk talk
    )
    {
        var ids = await work
            .Db.Invoices.Where(i => i.OrderId == asked.Invoice.OrderId && i.Kind == InvoiceKind.Invoice)
            .Where(i => !work.Db.Invoices.Any(c => c.CorrectsId == i.Id && c.CreditsAll))
            .OrderBy(i => i.Id)
            .Select(i => i.Id)
            .ToListAsync();
        InvoiceCredited? answer = null;
        var opened = await work.OnOrderAsync<bool>(asked.Invoice.OrderId, async under =>
        {
            var moved = await work.Db.MoveStockAsync(under.Order, back: true, work.Actor);
            foreach (var id in ids)
            {
                var account = (await work.Db.AccountAsync(id)).Value;
                if (account.MayOpenAgain().Problem is { } credited)
                    return credited;
                if (account.MayCredit(request.Reason).Problem is { } refused)
                    return refused;
                var jobs = account.Invoice.Case().Jobs.Select(j => j.Id).ToHashSet();
                var lines = under.Order.OnJobs.Where(j => jobs.Contains(OrderPricing.JobKey(j))).SelectMany(j => j.OnLines).ToList();
                var parts =
                    lines.OfType<PartLine>().Where(l => !l.IsExcluded).Sum(l => l.ReceivedValue.Cents)
                    + moved.Where(m => lines.Exists(l => l.Id == m.LineId)).Sum(m => m.ValueChange.Cents);
                var made = await CreditAsync(
                    work,
                    account,
                    request,
                    Picked.All,
                    new CostsBack(new Money(parts), account.Invoice.Sums.SubletCost),
                    talk
                );
                if (made.Problem is { } problem)
                    return problem;
                answer = Added(answer, made.Value, id == asked.Invoice.Id);
            }
            under.Order.Reopen(request.Reason!.Trim(), work.Actor);
            await FollowUp.Reminders.TakeBackAsync(work.Db, under.Order.Id, work.Actor.At);
            return true;
        });
        return opened.Problem is { } no ? no : answer!;
    }

    /// <summary>With the last of an invoice its deductible goes, and so it does from the invoice of whom it belongs to as well.</summary>
    private static async Task<Result<InvoiceCredited>> CreditAloneAsync(
        CommandContext work,
        InvoiceAccount account,
        CreditInvoiceRequest request,
        CardTalk talk,
        SupplierRounds rounds
    )
    {
        var picked = Picked.Of(request);
        if (picked.Problem is { } unread)
            return unread;
        var credited = await CreditAsync(work, account, request, picked.Value, null, talk);
        if (credited.Ok && picked.Value.ToSupplier.Count > 0)
        {
            var returns = await CreditedParts.ToSuppliersAsync(
                work,
                account,
                picked.Value.Picks,
                picked.Value.ToSupplier,
                request.Reason!.Trim(),
                rounds
            );
            if (returns.Problem is { } notReturned)
                return notReturned;
            credited = credited.Value with { Returns = returns.Value };
        }
        var invoice = account.Invoice;
        var after = credited.Ok ? (await work.Db.AccountAsync(invoice.Id)).Value : account;
        if (!credited.Ok || !after.Reversed || account.DeductibleLeft.Cents == 0)
            return credited;
        var others = await work
            .Db.Invoices.Where(i =>
                i.OrderId == invoice.OrderId && i.PostedAt == invoice.PostedAt && i.Kind == InvoiceKind.Invoice && i.Id != invoice.Id
            )
            .Where(i => i.Deductible.Cents != 0)
            .OrderBy(i => i.Id)
            .Select(i => i.Id)
            .ToListAsync();
        foreach (var id in others)
        {
            var other = (await work.Db.AccountAsync(id)).Value;
            var share = account.DeductibleGoingFrom(other);
            if (share.Cents == 0)
                continue;
            var note = await NoteAsync(work, other, other.CreditDeductible(share), [], request.Reason!.Trim(), CostsBack.None);
            work.Db.Invoices.Add(note);
            var customer = await work.Db.Orders.Where(o => o.Id == note.OrderId).Select(o => o.CustomerId).SingleAsync();
            if (await work.Db.BookAsync(work.Actor, () => PostInvoice.Entries([note], customer)) is { } locked)
                return locked;
        }
        return credited;
    }

    private static InvoiceCredited Added(InvoiceCredited? before, InvoiceCredited made, bool isAsked) =>
        before is null
            ? made
            : new InvoiceCredited(
                isAsked ? made.CreditNoteId : before.CreditNoteId,
                isAsked ? made.CreditNoteNumber : before.CreditNoteNumber,
                before.CashBack + made.CashBack,
                [.. before.CardRefunds, .. made.CardRefunds],
                before.Kept + made.Kept,
                []
            );

    private static async Task<Result<InvoiceCredited>> CreditAsync(
        CommandContext work,
        InvoiceAccount account,
        CreditInvoiceRequest request,
        Picked picked,
        CostsBack? costs,
        CardTalk talk
    )
    {
        var (db, actor, picks) = (work.Db, work.Actor, picked.Picks);
        var sale = account.Credit(picks);
        if (sale.Problem is { } bad)
            return bad;
        if (sale.Value is { IsLast: true, Figures.Total: 0, Due.Cents: 0 } && account.Credits.Count > 0)
            return new Problem("credit.empty", "Nothing is left of this invoice to credit.");
        var back = costs is not null ? costs : await CreditedParts.ToShelfAsync(work, account, picks, picked.ToStock);
        if (back.Problem is { } noPart)
            return noPart;
        var note = await NoteAsync(work, account, sale.Value, picks, request.Reason!.Trim(), back.Value);
        db.Invoices.Add(note);
        var customer = await db.Orders.Where(o => o.Id == note.OrderId).Select(o => o.CustomerId).SingleAsync();
        if (await db.BookAsync(actor, () => PostInvoice.Entries([note], customer)) is { } locked)
            return locked;
        var after = (await db.AccountAsync(account.Invoice.Id)).Value;
        if (after.InterestGone(actor) is { } gone)
        {
            if (await Interest.KeepAsync(work, gone, account.Invoice) is { } lockedThen)
                return lockedThen;
            after = (await db.AccountAsync(account.Invoice.Id)).Value;
        }
        if (await CreditedParts.CoresAsync(work, account, after, picks, isOpenedAgain: costs is not null) is { } notBooked)
            return notBooked;
        var kept = Money.Zero;
        if (request.KeepAsDeposit && after.Surplus.Cents > 0)
        {
            var surplus = await work.KeepSurplusAsync(after);
            if (surplus.Problem is { } nobody)
                return nobody;
            kept = surplus.Value;
        }
        var refunds = request.KeepAsDeposit ? [] : after.GiveBackAsItCame(actor);
        if (await work.KeepAsync(talk, [.. refunds]) is { } lockedNow)
            return lockedNow;
        return new InvoiceCredited(
            note.Id,
            note.Number,
            -refunds.Where(r => r.Paid is { Method: not PaymentMethod.Deposit }).Sum(r => r.Paid!.Amount.Amount),
            [.. refunds.Select(r => r.Charge).OfType<CardCharge>().Select(c => c.Id)],
            kept.Amount,
            []
        );
    }

    private static async Task<Invoice> NoteAsync(
        CommandContext work,
        InvoiceAccount account,
        CreditedSale sale,
        IReadOnlyList<CreditPick>? picks,
        string reason,
        CostsBack back
    )
    {
        var shop = await work.Db.Shops.SingleAsync();
        var now = shop.Local(work.Actor.At);
        var number = await work.Db.NextNumberAsync(Counter.Invoices);
        var document = InvoiceDocuments.Credit(
            DocumentMaker.Read(account.Invoice.DocumentJson),
            sale,
            picks,
            sale.IsLast && account.Credits.Count == 0,
            number,
            reason,
            now
        );
        var others = await work.Db.Standing(work.Db.Invoices.Where(i => i.OrderId == account.Invoice.OrderId)).ToListAsync();
        return account.CreditNote(
            sale,
            picks,
            reason,
            number,
            JsonSerializer.Serialize(document, DocumentMaker.Json),
            back,
            others.TrueForAll(o => o.Invoice.Id == account.Invoice.Id || o.Invoice.Payer == Payer.Shop || o.Reversed),
            now.Date,
            work.Actor
        );
    }

    /// <summary>The lines as they are meant.</summary>
    /// <param name="Picks">The lines; null for all that is left.</param>
    /// <param name="ToStock">Those whose parts come back to the shelf.</param>
    private sealed record Picked(IReadOnlyList<CreditPick>? Picks, IReadOnlyList<CreditPick> ToStock, IReadOnlyList<CreditPick> ToSupplier)
    {
        internal static Picked All { get; } = new(null, [], []);

        internal static Result<Picked> Of(CreditInvoiceRequest request)
        {
            if (request.Lines is null)
                return All;
            var (picks, toStock, toSupplier) = (new List<CreditPick>(), new List<CreditPick>(), new List<CreditPick>());
            foreach (var line in request.Lines)
            {
                var all = string.IsNullOrWhiteSpace(line.Quantity);
                var units = all ? Quantity.Zero : Quantity.Parse(line.Quantity, "lines");
                if (units.Problem is { } unread)
                    return unread;
                var pick = new CreditPick(line.Job, line.Line, all ? null : units.Value.Value, line.IsCore);
                picks.Add(pick);
                if (line.IsCore)
                    continue;
                // What goes to a supplier lies on the shelf until it is picked up.
                if (line.ToStock || line.ToSupplier)
                    toStock.Add(pick);
                if (line.ToSupplier)
                    toSupplier.Add(pick);
            }
            return new Picked(picks, toStock, toSupplier);
        }
    }
}
