using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Hosting;
using Yardstick.Server.Live;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Messaging;

/// <summary>
/// Hands waiting messages over. Each is marked before its first byte goes out, so that after a kill it is known which may have gone: a text
/// is sent again under its key and goes out once, an email waits for a person to decide.
/// </summary>
public sealed class Outbox(
    IDbContextFactory<ShopDb> factory,
    SingleWriter gate,
    ChangeFeed feed,
    ITextGateway texts,
    IMailer mailer,
    ContentStore store,
    LinkSeal seal,
    TimeProvider time,
    ILogger<Outbox> log
) : WokenService(time, log)
{
    private const int MostAtOnce = 50;

    /// <summary>What was being handed over when the program stopped.</summary>
    protected override Task BeginAsync()
    {
        feed.Published += topics =>
        {
            if (topics.Any(t => t.Kind == TopicKind.Messages))
                Wake();
        };
        return gate.RunAsync(async db =>
        {
            var now = Clock.Now();
            foreach (var message in await db.Messages.Where(m => m.State == MessageState.HandingOver).ToListAsync())
                message.WasInterrupted(now);
            return await db.SaveChangesAsync();
        });
    }

    /// <inheritdoc />
    protected override async Task RoundAsync(CancellationToken cancel)
    {
        var resting = new List<MessageChannel>();
        for (var again = true; again; )
        {
            var now = Clock.Now();
            await using var db = await factory.CreateDbContextAsync(cancel);
            var due = await db
                .Messages.Where(m => m.State == MessageState.Waiting && m.NotBefore <= now && !resting.Contains(m.Channel))
                .OrderBy(m => m.Id)
                .Select(m => new { m.Id, m.Channel })
                .Take(MostAtOnce)
                .ToListAsync(cancel);
            again = due.Count == MostAtOnce;
            foreach (var message in due)
                if (!await HandOverAsync(message.Id, cancel))
                {
                    // A gateway that is left alone for a while is not asked for the others either; the other way goes on.
                    resting.Add(message.Channel);
                    again = true;
                    break;
                }
        }
    }

    /// <inheritdoc />
    protected override async Task<Instant?> NextAsync(CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db
            .Messages.Where(m => m.State == MessageState.Waiting)
            .OrderBy(m => m.NotBefore)
            .Select(m => (Instant?)m.NotBefore)
            .FirstOrDefaultAsync(cancel);
    }

    /// <summary>The link in a message can't be opened here: a person sends a new one.</summary>
    private async Task LostAsync(long id)
    {
        var orderId = await gate.RunAsync(async db =>
        {
            var message = await db.Messages.SingleAsync(m => m.Id == id);
            message.NotHandedOver(
                "Its link was made before the backup was restored and no longer opens. Send it again.",
                final: true,
                Clock.Now()
            );
            await db.SaveChangesAsync();
            return message.OrderId;
        });
    }

    /// <summary>Hands one over; false where its gateway was not even asked.</summary>
    private async Task<bool> HandOverAsync(long id, CancellationToken cancel)
    {
        // Somebody may have taken it back, or refused meanwhile.
        var message = await gate.RunAsync(async db =>
        {
            var waiting = await db.Messages.SingleAsync(m => m.Id == id);
            if (waiting.State != MessageState.Waiting)
                return null;
            if (await MessageComposer.RefusesAsync(db, waiting.Address))
            {
                waiting.NotHandedOver("This customer opted out. Call them instead.", final: true, Clock.Now());
                await db.SaveChangesAsync();
                return null;
            }
            waiting.Begin();
            await db.SaveChangesAsync();
            return waiting;
        });
        if (message is null)
            return true;
        string shopName;
        await using (var db = await factory.CreateDbContextAsync(cancel))
            shopName = await db.Shops.Select(s => s.Name).SingleAsync(cancel);
        // Of this copy alone, which nobody keeps.
        var token = message.SealedToken.Length > 0 ? seal.OpenOrNull(message.SealedToken) : "";
        if (token is null)
        {
            await LostAsync(id);
            return true;
        }
        message.Reveal(token);
        var attachment =
            message.AttachmentHash.Length > 0
                ? await File.ReadAllBytesAsync(store.PathOf(message.AttachmentHash, picture: false), cancel)
                : null;
        var sent =
            message.Channel == MessageChannel.Text
                ? await texts.SendAsync(message, cancel)
                : await mailer.SendAsync(message, shopName, attachment, cancel);
        var who = message.Channel == MessageChannel.Text ? "The texting service" : "The mail server";
        await gate.RunAsync(async db =>
        {
            var now = await db.Messages.SingleAsync(m => m.Id == id);
            var at = Clock.Now();
            // What became of it may have been told already.
            if (now.State != MessageState.HandingOver)
                return 0;
            if (sent.Ok)
                now.HandedOver(at);
            else if (sent.Problem!.Code == "outside.lost" && now.Channel == MessageChannel.Email)
                now.WasInterrupted(at);
            else if (sent.Problem.Code == OutsideCall.NotAsked.Code)
                now.NotTried($"{who} {sent.Problem.Message}.", at);
            else
                now.NotHandedOver($"{who} {sent.Problem.Message}.", final: sent.Problem.Code == "outside.refused", at);
            return await db.SaveChangesAsync();
        });
        return sent.Problem?.Code != OutsideCall.NotAsked.Code;
    }
}
