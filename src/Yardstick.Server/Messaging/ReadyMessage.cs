using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Messaging;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>Tells a customer that the vehicle is ready: one key, by the shop's template.</summary>
public static class ReadyMessage
{
    private static readonly Duration Again = Duration.FromMinutes(10);

    /// <summary>Where it went.</summary>
    public sealed record ReadyTold(string To);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/ready", Tell).Asks(Permission.WriteToCustomers).Produces<ReadyTold>().ProducesProblem(422);

    private static Task<IResult> Tell(long id, CommandRunner commands, MessageComposer writing, Templates.Filler filler) =>
        commands.RunAsync<ReadyTold>(async work =>
        {
            var db = work.Db;
            if (await db.LoadOrderAsync(id) is not { } order)
                return Gone.Order;
            if (order.Stage != Stage.Done)
                return Message.NotReady;
            var customer = order.CustomerId is { } customerId
                ? await db.Customers.Include(c => c.Phones).Include(c => c.Emails).FirstOrDefaultAsync(c => c.Id == customerId)
                : null;
            if (customer?.WrittenTo(new HashSet<string>()) is not var (channel, to))
                return Message.NobodyToTell;
            var template = await db
                .MessageTemplates.Where(t => t.Use == "ready" && t.Channel == channel && t.RemovedAt == null)
                .OrderBy(t => t.Id)
                .FirstOrDefaultAsync();
            if (template is null)
                return Message.NoReadyTemplate(channel);
            var values = await Templates.ValuesAsync(db, order);
            var body = filler.Fill(template.Body, values);
            var since = work.Actor.At - Again;
            if (await db.Messages.AnyAsync(m => m.OrderId == id && m.At >= since && m.Body == body))
                return Message.ToldAlready;
            var written = await writing.WriteAsync(
                work,
                await db.Shops.SingleAsync(),
                order.CustomerId,
                id,
                channel,
                to,
                filler.Fill(template.Subject, values),
                body,
                now: false
            );
            if (written.Problem is { } problem)
                return problem;
            return new ReadyTold(MessageAddress.Shown(channel, to, (await db.Shops.SingleAsync()).Country));
        });
}
