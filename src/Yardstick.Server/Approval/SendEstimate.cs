using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Releases what was found, and sends an estimate as a link by text or email.</summary>
public static class SendEstimate
{
    /// <summary>A link that was sent.</summary>
    public sealed record ApprovalLinkView(
        long Id,
        Instant SentAt,
        string SentBy,
        Instant ExpiresAt,
        LinkState State,
        Instant? OpenedAt,
        int Opened,
        Instant? AnsweredAt
    );

    /// <summary>Everything that sending needs.</summary>
    /// <param name="ToRelease">What goes out only when somebody looked at it; what nobody decided about yet is gone through first.</param>
    /// <param name="Links">Links that were sent, newest first.</param>
    /// <param name="Works">Where links work: an address from outside, or empty for inside the shop only.</param>
    public sealed record SendEstimateView(IReadOnlyList<VisibilityItem> ToRelease, IReadOnlyList<ApprovalLinkView> Links, string Works);

    /// <summary>Shows something to the customer in these words, or keeps it in the shop.</summary>
    public sealed record ReleaseRequest(VisibilityKind Kind, long Id, bool Show, string? Words);

    /// <summary>
    /// Where and how to send. The place of the link in the body is written {{ link }}; without it the link follows the body.
    /// </summary>
    public sealed record SendEstimateRequest(MessageChannel Channel, string Address, string? Subject, string? Body, bool Now);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/sending", ShowAsync).Asks(Permission.SeeOrders).Produces<SendEstimateView>();
        api.MapPost("/orders/{id:long}/release", Release).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/links", Send).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/links/{id:long}/withdraw", Withdraw).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time)
    {
        var now = time.Now();
        if (await EstimatePresentation.ReadAsync(db, id, now) is not { } shown)
            return Problems.Of(Gone.Order);
        var links = await db.ApprovalLinks.Where(l => l.OrderId == id).OrderByDescending(l => l.Id).ToListAsync();
        var names = await db.ShortNamesAsync();
        var copyIds = links.ConvertAll(l => l.ShownId);
        var copies = (await db.StoredSnapshots.Where(c => copyIds.Contains(c.Id)).AsNoTracking().ToListAsync()).ToDictionary(
            c => c.Id,
            c => EstimateSnapshot.FromJson(c.Json)
        );
        return Results.Ok(
            new SendEstimateView(
                shown.ToRelease,
                links.ConvertAll(l => new ApprovalLinkView(
                    l.Id,
                    l.SentAt,
                    names[l.SentById],
                    l.ExpiresAt,
                    l.StateAt(copies[l.ShownId], shown.Estimate, now, shown.Order.State != OrderState.Open),
                    l.OpenedAt,
                    l.Opened,
                    l.AnsweredAt
                )),
                shown.Shop.PublicAddress
            )
        );
    }

    private static Task<IResult> Release(long id, ReleaseRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var (findings, files) = await under.Command.Db.ToReleaseAsync(under.Order);
            var released = under.Order.SetVisibility(
                request.Kind,
                request.Id,
                request.Show,
                request.Words,
                findings,
                files,
                under.Command.Actor
            );
            return released.Problem is { } problem ? problem : new Changed(under.Order.Version, request.Id, 1);
        });

    private static async Task<IResult> Send(
        long id,
        SendEstimateRequest request,
        ShopDb read,
        CommandRunner commands,
        MessageComposer writing,
        DocumentPdfs pdfs,
        TimeProvider time,
        HttpContext http
    )
    {
        var copies = await MessageComposer.CopiedAsync(read, id, request.Address) is not null;
        var ahead = copies ? await pdfs.DrawAheadAsync(read, id, "estimate", time.Now()) : null;
        return await commands.OnOrderAsync<Changed>(id, under => SendAsync(under, request, ahead, writing, pdfs, http));
    }

    private static async Task<Result<Changed>> SendAsync(
        OrderCommandContext under,
        SendEstimateRequest request,
        Result<DocumentPdfs.Drawn>? ahead,
        MessageComposer writing,
        DocumentPdfs pdfs,
        HttpContext http
    )
    {
        var id = under.Order.Id;
        var (db, actor, order) = (under.Command.Db, under.Command.Actor, under.Order);
        if (ApprovalLink.MaySend(order).Problem is { } nothing)
            return nothing;
        var token = LinkToken.New();
        var body = MessageComposer.WithLink(request.Body, under.Shop, http.Request, $"approve/{token}");
        var message = await writing.WriteAsync(
            under.Command,
            under.Shop,
            order.CustomerId,
            id,
            request.Channel,
            request.Address,
            request.Subject,
            body,
            request.Now
        );
        if (message.Problem is { } refused)
            return refused;
        if ((await CopyAsync(under, message.Value, ahead, writing, pdfs, http.Request)).Problem is { } undrawn)
            return undrawn;
        order.WasSent($"{(request.Channel == MessageChannel.Text ? "texted" : "emailed")} to {request.Address}", under.Price, actor);
        var shown = await EstimatePresentation.OfAsync(db, order, actor.At);
        var copy = await EstimatePresentation.FreezeAsync(db, id, shown.Estimate, actor.At);
        db.ApprovalLinks.Add(ApprovalLink.For(id, token, copy.Id, actor));
        await db.SaveChangesAsync();
        return new Changed(order.Version, message.Value.Id, 1);
    }

    /// <summary>Who gets a copy reads the estimate; the link that answers it belongs to whom it was sent to.</summary>
    private static async Task<Result> CopyAsync(
        OrderCommandContext under,
        Message message,
        Result<DocumentPdfs.Drawn>? ahead,
        MessageComposer writing,
        DocumentPdfs pdfs,
        HttpRequest http
    )
    {
        var (db, order) = (under.Command.Db, under.Order);
        if (await MessageComposer.CopiedAsync(db, message) is not { } to)
            return Result.Done;
        var made = await pdfs.OfAsync(db, order, "estimate", under.Command.Actor.At, ahead);
        if (made.Problem is { } problem)
            return problem;
        var (_, hash, document) = made.Value;
        var token = LinkToken.New();
        var copy = await writing.CopyAsync(
            under.Command,
            under.Shop,
            message,
            to,
            MessageComposer.WithLink(
                DocumentLink.CopyWords(under.Shop.Name, document.Title, under.Customer?.DisplayName ?? ""),
                under.Shop,
                http,
                $"documents/{token}"
            )
        );
        if (!copy.Ok)
            return Result.Done;
        copy.Value.Attach(hash, document.Name);
        db.DocumentLinks.Add(DocumentLink.With(order.Id, copy.Value, token, hash, document.Title, null, under.Command.Actor));
        return Result.Done;
    }

    private static Task<IResult> Withdraw(long id, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.ApprovalLinks.FindAsync(id) is not { } link)
                return new Problem("link.gone", "This link no longer exists. Reload the page.");
            link.Withdraw(work.Actor.At);
            // The copy that went out with it is taken back with it.
            foreach (
                var copy in await work
                    .Db.DocumentLinks.Where(d => d.OrderId == link.OrderId && d.SentAt == link.SentAt && d.SentById == link.SentById)
                    .ToListAsync()
            )
                copy.Withdraw(work.Actor.At);
            await work.Db.SaveChangesAsync();
            return new Changed(0, id, 1);
        });
}
