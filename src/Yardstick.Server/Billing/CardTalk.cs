using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Billing;

/// <summary>
/// A charge as it stands after the terminal was asked, and what was given back at once because the invoice was paid already.
/// </summary>
public sealed record SettledCharge(CardCharge Charge, CardCharge? GivenBack);

/// <summary>
/// Talks to the card terminal; never inside a transaction. An approved charge becomes a payment in the same step in which it is noted.
/// </summary>
public sealed class CardTalk(SingleWriter gate, ICardTerminal terminal, TimeProvider time, ILogger<CardTalk> log)
{
    private const int MostUnheard = 200;
    private readonly ConcurrentDictionary<long, Task<SettledCharge?>> handed = new();

    /// <summary>
    /// Hands a charge over as soon as it is kept, whether or not whoever began it is still there. The first who asks for it is told how
    /// that went.
    /// </summary>
    public void HandOver(long id)
    {
        if (handed.Count > MostUnheard)
            foreach (var (old, task) in handed)
                if (task.IsCompleted)
                    handed.TryRemove(old, out _);
        handed[id] = Task.Run(async () =>
        {
            try
            {
                return await TalkAsync(id);
            }
            catch (Exception fault) when (fault is not OperationCanceledException)
            {
                log.LogError(fault, "Card charge {Charge} could not be handed over; it is looked up in the next round.", id);
                return null;
            }
        });
    }

    /// <summary>
    /// How a charge stands: what came of handing it over, or else what the terminal says of it now. Null if there is no such charge.
    /// </summary>
    public async Task<SettledCharge?> SettleAsync(long id) =>
        handed.TryRemove(id, out var first) && await first is { } settled ? settled : await TalkAsync(id);

    /// <summary>Asks the terminal now, after a conversation that is under way.</summary>
    internal async Task AskAgainAsync(long id)
    {
        if (handed.TryRemove(id, out var first) && !first.IsCompleted)
            await first;
        else
            await TalkAsync(id);
    }

    /// <summary>Charges that are neither known to be made nor not.</summary>
    internal async Task<IReadOnlyList<long>> PendingAsync() =>
        await gate.RunAsync(db => db.CardCharges.Where(c => c.State == CardChargeState.Pending).Select(c => c.Id).ToListAsync());

    /// <summary>
    /// Makes a pending charge, or looks up one whose answer was lost. Whoever asked may be gone meanwhile: it goes on to its
    /// end. Null if there is no such charge.
    /// </summary>
    private async Task<SettledCharge?> TalkAsync(long id)
    {
        var begun = await BeginAsync(id);
        if (begun is null)
            return null;
        var (charge, currency, first) = begun.Value;
        if (charge.State != CardChargeState.Pending)
            return new SettledCharge(charge, null);
        // The key makes charging again harmless; looking up first spares the terminal and the customer a second prompt.
        var answer = first
            ? await terminal.ChargeAsync(charge, currency, CancellationToken.None)
            : await terminal.LookUpAsync(charge.IdempotencyKey, CancellationToken.None);
        if (first && !answer.Ok)
            answer = await terminal.LookUpAsync(charge.IdempotencyKey, CancellationToken.None);
        return await HeardAsync(id, answer);
    }

    private async Task<SettledCharge> HeardAsync(long id, Result<CardAnswer> answer)
    {
        var (kept, refund) = await gate.RunAsync(db => NoteAsync(db, id, answer));
        return new SettledCharge(kept, refund is { } back ? (await TalkAsync(back))!.Charge : null);
    }

    /// <summary>
    /// Opens the page on which a customer pays an invoice, or the one that is open already; what was paid there meanwhile is noted first.
    /// </summary>
    /// <param name="invoiceId">The invoice.</param>
    /// <param name="returnUrl">Where the service sends the customer afterwards.</param>
    /// <returns>The page's address.</returns>
    internal async Task<Result<string>> OpenPageAsync(long invoiceId, string? amount, string? tip, string returnUrl)
    {
        for (var tries = 0; ; tries++)
        {
            var begun = await gate.RunAsync(async db => await BeginOnPageAsync(db, invoiceId, amount, tip));
            if (begun.Problem is { } refused)
                return refused;
            var (charge, currency) = begun.Value;
            if (charge.PageUrl.Length > 0)
            {
                // Whether it can still be paid on is known to the service alone.
                if (await TalkAsync(charge.Id) is { Charge.State: CardChargeState.Pending } || tries > 0)
                    return charge.PageUrl;
                continue;
            }
            var page = await terminal.OpenPageAsync(charge, currency, returnUrl, CancellationToken.None);
            if (page.Problem is not null)
                return Silent;
            if (await gate.RunAsync(db => KeepPageAsync(db, charge.Id, page.Value)))
                return page.Value;
            // Meanwhile it was settled as never made, or called off: nobody may pay on its page.
            await terminal.ClosePageAsync(charge.IdempotencyKey, CancellationToken.None);
            if (tries > 0)
                return Silent;
        }
    }

    private static readonly Problem Silent = new(
        "pay.silent",
        "The payment page is not responding. Nothing was charged. Try again in a minute."
    );

    /// <summary>Notes where the page of a charge is; false where the charge does not wait any more.</summary>
    private static async Task<bool> KeepPageAsync(ShopDb db, long id, string url)
    {
        var charge = (await db.CardCharges.FindAsync(id))!;
        if (charge.State != CardChargeState.Pending)
            return false;
        charge.Opened(url);
        await db.SaveChangesAsync();
        return true;
    }

    private async Task<Result<(CardCharge Charge, string Currency)>> BeginOnPageAsync(
        ShopDb db,
        long invoiceId,
        string? amount,
        string? tip
    )
    {
        var account = await db.PayableAsync(invoiceId);
        if (account.Problem is { } gone)
            return gone;
        var shop = await db.Shops.SingleAsync();
        var begun = account.Value.BeginOnPage(amount, tip, shop.TakesTips, Now);
        if (begun.Problem is { } refused)
            return refused;
        if (begun.Value.Id == 0)
        {
            db.CardCharges.Add(begun.Value);
            account.Value.HandOver(begun.Value, Now);
            await db.SaveChangesAsync();
        }
        return (begun.Value, shop.Currency);
    }

    /// <summary>Calls off what a customer would pay on the service's page, unless it was paid already. Null if there is no such charge.</summary>
    internal async Task<SettledCharge?> CallOffPageAsync(long id)
    {
        if (await BeginAsync(id) is not { } begun)
            return null;
        if (begun.Charge is not { State: CardChargeState.Pending, OnPage: true })
            return new SettledCharge(begun.Charge, null);
        return await HeardAsync(id, await terminal.ClosePageAsync(begun.Charge.IdempotencyKey, CancellationToken.None));
    }

    private Instant Now => time.Now();

    /// <summary>Marks a charge as handed over before it is; one that the invoice needs no more is called off instead.</summary>
    private Task<(CardCharge Charge, string Currency, bool First)?> BeginAsync(long id) =>
        gate.RunAsync<(CardCharge, string, bool)?>(async db =>
        {
            if (await db.CardCharges.FindAsync(id) is not { } charge)
                return null;
            var first = charge is { State: CardChargeState.Pending, HandedOverAt: null };
            if (first)
            {
                if (charge.InvoiceId is { } invoiceId)
                    (await db.AccountAsync(invoiceId)).Value.HandOver(charge, Now);
                else
                    charge.HandOverForDeposit(Now);
                await db.SaveChangesAsync();
            }
            return (charge, (await db.Shops.SingleAsync()).Currency, first);
        });

    private async Task<(CardCharge Charge, long? RefundId)> NoteAsync(ShopDb db, long id, Result<CardAnswer> answer)
    {
        var charge = (await db.CardCharges.FindAsync(id))!;
        if (charge.State != CardChargeState.Pending)
            return (charge, null);
        CardCharge? refund = null;
        if (answer.Problem is { } problem)
            charge.NotAnswered(problem.Message);
        else
            charge.Answered(answer.Value.State, answer.Value.Reference, answer.Value.CardEnding, answer.Value.Message, Now);
        if (charge.State == CardChargeState.Approved)
            refund = await ApprovedAsync(db, charge);
        await db.SaveChangesAsync();
        return (charge, refund?.Id);
    }

    /// <summary>Money that the terminal took is booked, whatever day is locked: it is there.</summary>
    private static async Task KeepAsync(ShopDb db, Payment payment, Actor actor)
    {
        db.Payments.Add(payment);
        await db.SaveChangesAsync();
        var shop = await db.Shops.SingleAsync();
        if (SalePostings.Of(payment).Close(shop.Local(actor.At).Date, actor) is { } entry)
            db.Journal.Add(entry);
        await db.SaveChangesAsync();
    }

    /// <summary>The charge becomes a payment; what it brought beyond what is owed goes back by itself, and people are told.</summary>
    private async Task<CardCharge?> ApprovedAsync(ShopDb db, CardCharge charge)
    {
        var actor = new Actor(charge.ById, Now, "");
        if (charge.InvoiceId is not { } invoiceId)
        {
            await KeepAsync(db, (await db.DepositAsync(charge.DepositId!.Value)).Value.Charged(charge, Now), actor);
            return null;
        }
        var account = (await db.AccountAsync(invoiceId)).Value;
        var orderId = account.Invoice.OrderId;
        await KeepAsync(db, account.Charged(charge, Now), actor);
        if (charge.Amount.Cents < 0)
            return null;
        var back = (await db.AccountAsync(invoiceId)).Value.GiveBack(PaymentMethod.Card, actor);
        if (back.Problem is not null)
            return null;
        var refund = back.Value.Charge!;
        db.CardCharges.Add(refund);
        db.Notices.Add(
            new Notice
            {
                At = Now,
                OrderId = orderId,
                Text =
                    $"A card charge of {charge.Amount} turned out to be made after its invoice was paid; {-refund.Amount} goes back to the card.",
            }
        );
        await db.SaveChangesAsync();
        return refund;
    }
}
