using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>Texts and emails of people who are not on file: read in full, answered, and put to a customer.</summary>
public static class UnknownSenders
{
    private const int Most = 200;

    /// <summary>One message of a thread.</summary>
    public sealed record UnknownMessage(
        long Id,
        string Subject,
        string Body,
        MessageState State,
        Instant At,
        string By,
        string Trouble,
        IReadOnlyList<Conversations.MessageFileView> Files
    );

    /// <summary>A thread with somebody who is not on file.</summary>
    public sealed record UnknownThread(
        MessageChannel Channel,
        string Address,
        string Shown,
        bool Unseen,
        IReadOnlyList<UnknownMessage> Messages
    );

    /// <summary>The latest that somebody who is not on file wrote and nobody read.</summary>
    /// <param name="Shown">Number or address as it is read.</param>
    /// <param name="Body">What they wrote.</param>
    /// <param name="At">When, wall time.</param>
    public sealed record UnreadThread(string Shown, string Body, LocalDateTime At);

    /// <summary>An answer.</summary>
    public sealed record UnknownSendersAnswerRequest(string Address, string? Subject, string? Body, bool Now);

    /// <summary>Whose the address is.</summary>
    public sealed record UnknownSendersPutRequest(string Address, long CustomerId);

    /// <summary>Which thread was read.</summary>
    public sealed record ReadRequest(string Address);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/unknown-senders", ListAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<UnknownThread>>();
        api.MapPost("/unknown-senders/answer", Answer).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/unknown-senders/put", Put).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/unknown-senders/read", Read).Asks(Permission.SeeOrders).Produces<Changed>();
    }

    private static IQueryable<Message> Unknown(ShopDb db) =>
        db.Messages.Where(m => m.CustomerId == null && m.OrderId == null && m.Address != "");

    /// <summary>Those who wrote something that nobody read, with the latest of it, the oldest first.</summary>
    internal static async Task<IReadOnlyList<UnreadThread>> UnreadAsync(ShopDb db, Shop shop) =>
        [
            .. (
                await Unknown(db)
                    .Where(m => m.State == MessageState.Received && m.SeenAt == null)
                    .AsNoTracking()
                    .OrderByDescending(m => m.Id)
                    .Take(Most)
                    .ToListAsync()
            )
                .GroupBy(m => m.Address)
                .Select(g => g.First())
                .OrderBy(m => m.Id)
                .Select(m => new UnreadThread(MessageAddress.Shown(m.Channel, m.Address, shop.Country), m.Body, shop.Local(m.At))),
        ];

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var country = (await db.Shops.SingleAsync()).Country;
        var names = await db.ShortNamesAsync();
        var messages = await Unknown(db).AsNoTracking().OrderByDescending(m => m.Id).Take(Most).ToListAsync();
        var files = (await db.OfMessagesAsync(messages.ConvertAll(m => m.Id))).ToLookup(f => f.TargetId);
        return Results.Ok(
            messages
                .GroupBy(m => m.Address)
                .Where(g => g.Any(m => m.State == MessageState.Received))
                .Select(g => new UnknownThread(
                    g.First().Channel,
                    g.Key,
                    MessageAddress.Shown(g.First().Channel, g.Key, country),
                    g.Any(m => m.State == MessageState.Received && m.SeenAt is null),
                    [
                        .. g.OrderBy(m => m.Id)
                            .Select(m => new UnknownMessage(
                                m.Id,
                                m.Subject,
                                m.Body,
                                m.State,
                                m.At,
                                m.ById is { } by ? names.GetValueOrDefault(by, "") : "",
                                m.Trouble,
                                [.. files[m.Id].Select(f => new Conversations.MessageFileView(f.Id, f.Name, f.IsPicture))]
                            )),
                    ]
                ))
                .ToList()
        );
    }

    private static Task<IResult> Answer(UnknownSendersAnswerRequest request, CommandRunner commands, MessageComposer writing) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await ThreadAsync(work.Db, request.Address) is not { } last)
                return Gone;
            var shop = await work.Db.Shops.SingleAsync();
            var subject = string.IsNullOrWhiteSpace(request.Subject)
                ? last.Subject.Length > 0
                    ? $"Re: {last.Subject}"
                    : $"Your message to {shop.Name}"
                : request.Subject;
            var written = await writing.WriteAsync(work, shop, null, null, last.Channel, last.Address, subject, request.Body, request.Now);
            if (written.Problem is { } problem)
                return problem;
            return new Changed(0, written.Value.Id, 1);
        });

    private static Task<IResult> Put(UnknownSendersPutRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var db = work.Db;
            if (await ThreadAsync(db, request.Address) is not { } last)
                return Gone;
            if (
                await db
                    .Customers.Include(c => c.Phones)
                    .Include(c => c.Emails)
                    .FirstOrDefaultAsync(c => c.Id == request.CustomerId && c.MergedIntoId == null && c.ErasedAt == null)
                is not { } customer
            )
                return new Problem("customer.gone", "This customer no longer exists. Reload the page.", "customerId");
            // From now on whatever comes from there is theirs by itself.
            customer.IsReachedAt(last.Channel, last.Address);
            foreach (var message in await Unknown(db).Where(m => m.Address == last.Address).ToListAsync())
                message.IsAbout(customer.Id, message.OrderId);
            await db.SaveChangesAsync();
            return new Changed(0, customer.Id, customer.Version);
        });

    private static Task<IResult> Read(ReadRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            foreach (
                var message in await Unknown(work.Db)
                    .Where(m => m.Address == request.Address && m.SeenAt == null && m.State == MessageState.Received)
                    .ToListAsync()
            )
                message.Seen(work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, 0, 1);
        });

    private static readonly Problem Gone = new(
        "messages.gone",
        "Nothing came from this number or address, or it belongs to a customer by now."
    );

    private static Task<Message?> ThreadAsync(ShopDb db, string? address) =>
        Unknown(db).Where(m => m.Address == address).OrderByDescending(m => m.Id).FirstOrDefaultAsync();
}
