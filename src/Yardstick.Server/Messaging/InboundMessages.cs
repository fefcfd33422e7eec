using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Hosting;
using Yardstick.Server.Outside;

namespace Yardstick.Server.Messaging;

/// <summary>Asks the gateway what came in and what became of what went out.</summary>
public sealed class InboundMessages(
    IDbContextFactory<ShopDb> factory,
    SingleWriter gate,
    ITextGateway gateway,
    InboundFiles files,
    TimeProvider time,
    ILogger<InboundMessages> log
) : AskingService(TimeSpan.FromSeconds(1), log)
{
    /// <inheritdoc />
    protected override async Task<bool> AskAsync(CancellationToken cancel)
    {
        long from;
        await using (var db = await factory.CreateDbContextAsync(cancel))
            from = await db.Counters.Where(c => c.Name == Counter.PostSeen).Select(c => c.Next).FirstOrDefaultAsync(cancel);
        var events = await gateway.EventsAsync(from, cancel);
        if (!events.Ok || events.Value.Count == 0)
            return events.Ok;
        // Of one whose files nobody hands out just now, it and all after it come with the next round.
        var came = new List<(PostEvent Post, InboundFiles.Brought Files)>();
        foreach (var post in events.Value)
            if (await files.FetchAsync(post, cancel) is { } brought)
                came.Add((post, brought));
            else
                break;
        if (came.Count == 0)
            return true;
        await gate.RunAsync(async db =>
        {
            var work = new CommandContext(db, Actor.Program(time.Now()));
            foreach (var (post, brought) in came)
                await TakeAsync(work, post, brought);
            if (await db.Counters.FindAsync(Counter.PostSeen) is { } seen)
                seen.Next = came[^1].Post.Number;
            else
                db.Counters.Add(new Counter { Name = Counter.PostSeen, Next = came[^1].Post.Number });
            return await db.SaveChangesAsync();
        });
        return true;
    }

    /// <summary>The email of the shop that one answers, by what it says of it or the address that it was written to.</summary>
    private static async Task<Message?> AnsweredAsync(ShopDb db, PostEvent post)
    {
        var keys = MailThread.AnsweredKeys(post.InReplyTo, post.To);
        return keys.Count == 0
            ? null
            : await db
                .Messages.AsNoTracking()
                .Where(m => keys.Contains(m.Key) && m.State != MessageState.Received && m.CustomerId != null)
                .OrderByDescending(m => m.Id)
                .FirstOrDefaultAsync();
    }

    private static async Task TakeAsync(CommandContext work, PostEvent post, InboundFiles.Brought brought)
    {
        var db = work.Db;
        if (post.Way == "state")
        {
            if (
                await db.Messages.FirstOrDefaultAsync(m => m.Key == post.Key) is { } sent
                && sent.Became(post.State == "delivered", post.Body)
            )
            {
                if (sent.State == MessageState.Failed)
                    work.Notify($"A message to {sent.Address} was not delivered: {post.Body} Call them instead.", sent.OrderId);
            }
            return;
        }
        // From nobody there is nothing to answer.
        if (post.Address.Length == 0 || await db.Messages.AnyAsync(m => m.Key == post.Key))
            return;
        var channel = post.Kind == "text" ? MessageChannel.Text : MessageChannel.Email;
        var answered = await AnsweredAsync(db, post);
        var customerId =
            answered?.CustomerId is { } whose ? whose
            : channel == MessageChannel.Text
                ? await db.CustomerPhones.Where(p => p.Number == post.Address).Select(p => (long?)p.CustomerId).FirstOrDefaultAsync()
            : await db.CustomerEmails.Where(e => e.Address == post.Address).Select(e => (long?)e.CustomerId).FirstOrDefaultAsync();
        // An email names the one that it answers; else an answer belongs to the order that was written about last.
        var orderId = answered is not null
            ? answered.OrderId
            : await db
                .Messages.Where(m => m.Address == post.Address && m.OrderId != null)
                .OrderByDescending(m => m.Id)
                .Select(m => m.OrderId)
                .FirstOrDefaultAsync()
                ?? await db
                    .Orders.Where(o => o.CustomerId == customerId && o.State == OrderState.Open && customerId != null)
                    .OrderByDescending(o => o.Id)
                    .Select(o => (long?)o.Id)
                    .FirstOrDefaultAsync();
        var message = Message.Received(channel, post.Address, post.Subject, post.Body, post.Key, customerId, orderId, work.Actor.At);
        message.CameWithout(brought.Trouble);
        db.Messages.Add(message);
        await db.SaveChangesAsync();
        db.Files.AddRange(brought.Files.Select(f => f.On(message, work.Actor)));
        if (
            channel == MessageChannel.Text
            && MessagingConsent.Said(post.Body, await MessageComposer.RefusesAsync(db, post.Address)) is { } refuses
        )
            await MessageComposer.WishAsync(
                db,
                new MessagingConsent
                {
                    Address = post.Address,
                    Refused = refuses,
                    How = $"Texted {post.Body.Trim()}",
                    At = work.Actor.At,
                }
            );
        var who = customerId is { } id
            ? (await db.Customers.FindAsync(id))!.DisplayName
            : MessageAddress.Shown(channel, post.Address, (await db.Shops.SingleAsync()).Country);
        work.Notify($"{who} wrote: {TextInput.Short(post.Body)}", orderId, customerId is null && orderId is null ? post.Address : "");
        await db.SaveChangesAsync();
    }
}
