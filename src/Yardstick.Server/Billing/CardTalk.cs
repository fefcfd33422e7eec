using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Billing;

/// <summary>Talks to the card terminal; never inside a transaction. An approved charge becomes a payment in the same step in which it is noted.</summary>
public sealed class CardTalk(IDbContextFactory<ShopDb> factory, WriteGate gate, ICardTerminal terminal, LiveUpdates live, TimeProvider time)
{
    private static readonly TimeSpan StillOnItsWay = TimeSpan.FromMinutes(1);

    /// <summary>Makes a pending charge, or looks up one whose answer was lost. Null if there is no such charge.</summary>
    public async Task<CardCharge?> SettleAsync(long id, CancellationToken cancel)
    {
        CardCharge? charge;
        string currency;
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            charge = await db.CardCharges.FindAsync([id], cancel);
            if (charge is null || charge.State != CardChargeState.Pending) return charge;
            currency = (await db.Shops.SingleAsync(cancel)).Currency;
        }
        // The key makes charging again harmless; looking up first spares the terminal and the customer a second prompt.
        var tried = charge.Message.Length > 0;
        var answer = tried ? await terminal.LookUpAsync(charge.IdempotencyKey, cancel) : await terminal.ChargeAsync(charge, currency, cancel);
        if (!tried && !answer.Ok) answer = await terminal.LookUpAsync(charge.IdempotencyKey, cancel);
        // A charge that is still on its way is unknown at first; only after a while does unknown mean never made.
        if (answer is { Ok: true, Value.State: CardChargeState.NotMade } && time.GetUtcNow().UtcDateTime < charge.At + StillOnItsWay)
            answer = new Problem("outside.unknown", "does not know this charge yet");

        var kept = await gate.RunAsync(async db =>
        {
            var now = (await db.CardCharges.FindAsync(id))!;
            if (now.State != CardChargeState.Pending) return now;
            if (answer.Problem is { } problem) now.Message = $"The card terminal {problem.Message}. The charge of {now.Amount} is neither known to be made nor not; look it up again before anything else.";
            else
            {
                (now.State, now.Reference, now.CardEnding, now.Message) = (answer.Value.State, answer.Value.Reference, answer.Value.CardEnding, answer.Value.Message);
                if (now.State == CardChargeState.Approved) db.Payments.Add(await PaymentAsync(db, now));
            }
            await db.SaveChangesAsync();
            return now;
        });
        await live.TellAsync([new Touched("invoice", kept.InvoiceId, 0)]);
        return kept;
    }

    private async Task<Payment> PaymentAsync(ShopDb db, CardCharge charge) => new()
    {
        OrderId = await db.Invoices.Where(i => i.Id == charge.InvoiceId).Select(i => i.OrderId).SingleAsync(),
        InvoiceId = charge.InvoiceId,
        Method = PaymentMethod.Card,
        Amount = charge.Amount,
        CardChargeId = charge.Id,
        At = time.GetUtcNow().UtcDateTime,
        ById = charge.ById,
    };
}
