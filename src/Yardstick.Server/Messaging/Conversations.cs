using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Messaging;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Messaging;

/// <summary>What was written to and by customers, by order and by customer.</summary>
public static class Conversations
{
    private const int Most = 200;

    /// <summary>A message.</summary>
    public sealed record MessageView(
        long Id,
        long? OrderId,
        MessageChannel Channel,
        string Address,
        string Subject,
        string Body,
        MessageState State,
        Instant At,
        Instant? WaitsUntil,
        string By,
        string Trouble,
        string Attachment,
        bool Unseen,
        ConversationLinkView? Link,
        IReadOnlyList<MessageFileView> Files
    );

    /// <summary>A file that came along with an email.</summary>
    public sealed record MessageFileView(long Id, string Name, bool Picture);

    /// <summary>The link by which a document went out with a text.</summary>
    public sealed record ConversationLinkView(long Id, bool Good, Instant? OpenedAt, int Opened);

    /// <summary>An address that can be written to.</summary>
    public sealed record AddressView(MessageChannel Channel, string Address, string Shown, string Whose, bool Refused);

    /// <summary>A thread with all that writing needs.</summary>
    /// <param name="Messages">Messages, the oldest first.</param>
    /// <param name="Addresses">Where the customer can be written to.</param>
    /// <param name="QuietUntil">Texts wait until then, UTC; null outside the quiet hours.</param>
    public sealed record ConversationView(IReadOnlyList<MessageView> Messages, IReadOnlyList<AddressView> Addresses, Instant? QuietUntil);

    /// <summary>
    /// A message to write. A document goes along, as PDF with an email, behind a link with a text: estimate, work-order, inspection,
    /// invoice, check-in, release-slip. Each of the further addresses gets a message of its own.
    /// </summary>
    public sealed record MessageRequest(
        MessageChannel Channel,
        string Address,
        string? Subject,
        string? Body,
        bool Now,
        string? Document,
        IReadOnlyList<string>? AlsoTo
    );

    /// <summary>What a person decides about one that failed or may have been sent.</summary>
    public sealed record ResolveRequest(bool Again);

    /// <summary>Whether somebody may be written to.</summary>
    public sealed record WishRequest(string Address, bool Refused);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/messages", OfOrderAsync).Asks(Permission.SeeOrders).Produces<ConversationView>();
        api.MapGet("/customers/{id:long}/messages", OfCustomerAsync).Asks(Permission.SeeOrders).Produces<ConversationView>();
        api.MapPost("/orders/{id:long}/messages", WriteToOrder).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/customers/{id:long}/messages", WriteToCustomer)
            .Asks(Permission.WriteToCustomers)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/messages/{id:long}/resolve", Resolve).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/messages/{id:long}/withdraw", Withdraw).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/messages/seen", Seen).Asks(Permission.SeeOrders).Produces<Changed>();
        api.MapGet("/messages/{id:long}/document.pdf", DocumentAsync).Asks(Permission.SeeOrders);
        api.MapPost("/writing-wishes", Wish).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> OfOrderAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.Orders.Where(o => o.Id == id).Select(o => new { o.CustomerId }).FirstOrDefaultAsync() is not { } order)
            return Problems.Of(Gone.Order);
        return Results.Ok(await ViewAsync(db, db.Messages.Where(m => m.OrderId == id), order.CustomerId, time));
    }

    private static async Task<IResult> OfCustomerAsync(long id, ShopDb db, TimeProvider time) =>
        Results.Ok(await ViewAsync(db, db.Messages.Where(m => m.CustomerId == id), id, time));

    private static async Task<ConversationView> ViewAsync(ShopDb db, IQueryable<Message> which, long? customerId, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var names = await db.ShortNamesAsync();
        var messages = await which.OrderByDescending(m => m.Id).Take(Most).AsNoTracking().ToListAsync();
        var now = time.Now();
        var quiet = shop.MayText(now);
        var ids = messages.ConvertAll(m => m.Id);
        var links = await db
            .DocumentLinks.Where(l => ids.Contains(l.MessageId))
            .AsNoTracking()
            .ToDictionaryAsync(l => l.MessageId, l => new ConversationLinkView(l.Id, l.IsGoodAt(now), l.OpenedAt, l.Opened));
        var files = (await db.OfMessagesAsync(ids)).ToLookup(f => f.TargetId);
        return new ConversationView(
            messages
                .OrderBy(m => m.Id)
                .Select(m => new MessageView(
                    m.Id,
                    m.OrderId,
                    m.Channel,
                    MessageAddress.Shown(m.Channel, m.Address, shop.Country),
                    m.Subject,
                    m.Body,
                    m.State,
                    m.At,
                    m.WaitsUntil,
                    m.ById is { } by ? names.GetValueOrDefault(by, "") : "",
                    m.Trouble,
                    m.AttachmentName,
                    m.State == MessageState.Received && m.SeenAt is null,
                    links.GetValueOrDefault(m.Id),
                    [.. files[m.Id].Select(f => new MessageFileView(f.Id, f.Name, f.IsPicture))]
                ))
                .ToList(),
            await AddressesAsync(db, customerId, shop),
            quiet > now ? quiet : null
        );
    }

    private static async Task<IReadOnlyList<AddressView>> AddressesAsync(ShopDb db, long? customerId, Shop shop)
    {
        if (
            customerId is not { } id
            || await db
                .Customers.Include(c => c.Phones)
                .Include(c => c.Emails)
                .Include(c => c.Contacts)
                .AsSplitQuery()
                .FirstOrDefaultAsync(c => c.Id == id)
                is not { } customer
        )
            return [];
        string Shown(string number) => new PhoneNumber(number).Shown(shop.Country);
        var all = customer
            .Phones.OrderBy(p => p.Id)
            .Select(p => (MessageChannel.Text, p.Number, Shown(p.Number), customer.DisplayName))
            .Concat(customer.Emails.OrderBy(e => e.Id).Select(e => (MessageChannel.Email, e.Address, e.Address, customer.DisplayName)))
            .Concat(customer.Contacts.Where(c => c.Phone.Length > 0).Select(c => (MessageChannel.Text, c.Phone, Shown(c.Phone), c.Name)))
            .Concat(customer.Contacts.Where(c => c.Email.Length > 0).Select(c => (MessageChannel.Email, c.Email, c.Email, c.Name)))
            .ToList();
        var refused = await MessageComposer.RefusedAmongAsync(db, all.ConvertAll(a => a.Item2));
        return all.ConvertAll(a => new AddressView(a.Item1, a.Item2, a.Item3, a.Item4, refused.Contains(a.Item2)));
    }

    private static async Task<IResult> WriteToOrder(
        long id,
        MessageRequest request,
        ShopDb read,
        CommandRunner commands,
        MessageComposer writing,
        DocumentPdfs pdfs,
        TimeProvider time,
        HttpContext http
    )
    {
        var ahead = string.IsNullOrEmpty(request.Document) ? null : await pdfs.DrawAheadAsync(read, id, request.Document, time.Now());
        return await commands.RunAsync<Changed>(work => WriteToOrderAsync(work, id, request, ahead, writing, pdfs, http));
    }

    private static async Task<Result<Changed>> WriteToOrderAsync(
        CommandContext work,
        long id,
        MessageRequest request,
        Result<DocumentPdfs.Drawn>? ahead,
        MessageComposer writing,
        DocumentPdfs pdfs,
        HttpContext http
    )
    {
        if (await work.Db.LoadOrderAsync(id) is not { } order)
            return Gone.Order;
        if (string.IsNullOrEmpty(request.Document))
            return await WriteAsync(work, writing, order.CustomerId, id, request);
        var made = await pdfs.OfAsync(work.Db, order, request.Document, work.Actor.At, ahead);
        if (made.Problem is { } none)
            return none;
        var (_, hash, document) = made.Value;
        // An email brings the paper along; what is owed on it is paid behind a link all the same.
        if (request.Channel == MessageChannel.Email && !await IsOwedAsync(work.Db, document.InvoiceId))
            return await WriteAsync(work, writing, order.CustomerId, id, request, message => message.Attach(hash, document.Name));
        var token = LinkToken.New();
        var words =
            request.Channel == MessageChannel.Email && request.Body?.Contains("{{ link }}", StringComparison.Ordinal) != true
                ? $"{request.Body?.TrimEnd()}\n\nPay online: {{{{ link }}}}"
                : request.Body;
        var body = MessageComposer.WithLink(words, await work.Db.Shops.SingleAsync(), http.Request, $"documents/{token}");
        return await WriteAsync(work, writing, order.CustomerId, id, request with { Body = body }, message =>
        {
            message.Attach(hash, document.Name);
            work.Db.DocumentLinks.Add(DocumentLink.With(id, message, token, hash, document.Title, document.InvoiceId, work.Actor));
        });
    }

    private static async Task<bool> IsOwedAsync(ShopDb db, long? invoiceId) =>
        invoiceId is { } id && await db.OpenStanding(db.Invoices.Where(i => i.Id == id)).AnyAsync();

    private static Task<IResult> WriteToCustomer(long id, MessageRequest request, CommandRunner commands, MessageComposer writing) =>
        commands.RunAsync<Changed>(async work =>
            await work.Db.Customers.AnyAsync(c => c.Id == id) ? await WriteAsync(work, writing, id, null, request) : Gone.Customer
        );

    private static async Task<Result<Changed>> WriteAsync(
        CommandContext work,
        MessageComposer writing,
        long? customerId,
        long? orderId,
        MessageRequest request,
        Action<Message>? along = null
    )
    {
        var shop = await work.Db.Shops.SingleAsync();
        var written = await writing.WriteAsync(
            work,
            shop,
            customerId,
            orderId,
            request.Channel,
            request.Address,
            request.Subject,
            request.Body,
            request.Now
        );
        if (written.Problem is { } problem)
            return problem;
        along?.Invoke(written.Value);
        var further = await MessageComposer.FurtherAsync(work.Db, shop.Country, written.Value.Address, request.AlsoTo);
        if (further.Problem is { } wrong)
            return wrong;
        foreach (var to in further.Value)
            if ((await writing.CopyAsync(work, shop, written.Value, to, now: request.Now)).Problem is { } unfit)
                return unfit with { Field = "alsoTo" };
        if (await MessageComposer.CopiedAsync(work.Db, written.Value) is { } contact && !further.Value.Contains(contact))
            await writing.CopyAsync(work, shop, written.Value, contact);
        await work.Db.SaveChangesAsync();
        return new Changed(0, written.Value.Id, 1);
    }

    private static async Task<IResult> DocumentAsync(long id, ShopDb db, ContentStore store)
    {
        if (
            await db.Messages.Where(m => m.Id == id && m.AttachmentHash != "").Select(m => m.AttachmentHash).FirstOrDefaultAsync()
            is not { } hash
        )
            return Problems.Of(new Problem("message.document", "This message has no attachment."));
        return Results.File(store.PathOf(hash, picture: false), "application/pdf");
    }

    private static Task<IResult> Resolve(long id, ResolveRequest request, CommandRunner commands, TimeProvider time) =>
        OnMessage(id, commands, message => message.Resolve(request.Again, time.Now()));

    private static Task<IResult> Withdraw(long id, CommandRunner commands) => OnMessage(id, commands, message => message.Withdraw());

    private static Task<IResult> OnMessage(long id, CommandRunner commands, Func<Message, Result> change) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.Messages.FindAsync(id) is not { } message)
                return new Problem("message.gone", "This message no longer exists. Reload the page.");
            if (change(message).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });

    private static Task<IResult> Seen(long id, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            foreach (
                var message in await work
                    .Db.Messages.Where(m => m.OrderId == id && m.State == MessageState.Received && m.SeenAt == null)
                    .ToListAsync()
            )
                message.Seen(work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });

    private static Task<IResult> Wish(WishRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var address = MessageComposer.Address(
                MessageComposer.ChannelOf(request.Address),
                request.Address,
                (await work.Db.Shops.SingleAsync()).Country
            );
            if (address.Problem is { } problem)
                return problem;
            await MessageComposer.WishAsync(
                work.Db,
                new MessagingConsent
                {
                    Address = address.Value,
                    Refused = request.Refused,
                    How = "Told us",
                    At = work.Actor.At,
                    ById = work.Actor.StaffId,
                }
            );
            await work.Db.SaveChangesAsync();
            return new Changed(0, 0, 1);
        });
}
