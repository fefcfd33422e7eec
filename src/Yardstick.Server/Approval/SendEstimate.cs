using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Releases what was found, and sends an estimate as a link by text or e-mail.</summary>
public static class SendEstimate
{
    /// <summary>A finding with what the customer would read.</summary>
    public sealed record FindingToRelease(long Id, string Text, string ForCustomer, Rating Rating, string Measured, string? PhotoHash, bool Released, bool IsToBeReleased);
    /// <summary>A link that was sent.</summary>
    public sealed record LinkView(long Id, DateTime SentAt, string SentBy, DateTime ExpiresAt, LinkState State, DateTime? OpenedAt, int Opened, DateTime? AnsweredAt);
    /// <summary>Everything that sending needs.</summary>
    /// <param name="Findings">What was found; what nobody decided about yet is gone through first.</param>
    /// <param name="Links">Links that were sent, newest first.</param>
    /// <param name="Works">Where links work: an address from outside, or empty for inside the shop only.</param>
    public sealed record View(IReadOnlyList<FindingToRelease> Findings, IReadOnlyList<LinkView> Links, string Works);

    /// <summary>Shows a finding to the customer, or keeps it in the shop.</summary>
    public sealed record ReleaseRequest(bool Show, string? Words);
    /// <summary>Where and how to send. The place of the link in the body is written {{ link }}; without it the link follows the body.</summary>
    public sealed record Request(MessageChannel Channel, string Address, string? Subject, string? Body, bool Now);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/sending", ShowAsync).Asks(Permission.SeeOrders).Produces<View>();
        api.MapPost("/findings/{id:long}/release", Release).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/links", Send).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/links/{id:long}/withdraw", Withdraw).Asks(Permission.WriteToCustomers).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db, TimeProvider time)
    {
        var now = time.GetUtcNow().UtcDateTime;
        if (await Showing.ReadAsync(db, id, now) is not { } shown) return Problems.Of(new Problem("order.gone", "There is no such order."));
        var hash = shown.Estimate.OfferHash;
        var findings = await db.Findings.Where(f => f.OrderId == id).OrderBy(f => f.Id).ToListAsync();
        var links = await db.ApprovalLinks.Where(l => l.OrderId == id).OrderByDescending(l => l.Id).ToListAsync();
        var names = await db.Staff.ToDictionaryAsync(s => s.Id, s => s.ShortName);
        return Results.Ok(new View(
            findings.ConvertAll(f => new FindingToRelease(f.Id, f.Text, f.ForCustomer, f.Rating, f.Measured is { } measured ? $"{measured:0.###} {f.Unit}".Trim() : "", f.PhotoHash, f.ReleasedAt is not null, f.IsToBeReleased)),
            links.ConvertAll(l => new LinkView(l.Id, l.SentAt, names[l.SentById], l.ExpiresAt, l.StateAt(hash, now), l.OpenedAt, l.Opened, l.AnsweredAt)),
            shown.Shop.PublicAddress));
    }

    private static Task<IResult> Release(long id, ReleaseRequest request, Commands commands) => commands.RunAsync<Changed>(async work =>
    {
        if (await work.Db.Findings.FindAsync(id) is not { } finding) return new Problem("finding.gone", "There is no such finding.");
        var released = finding.Release(request.Show, request.Words, work.Actor);
        if (released.Problem is { } problem) return problem;
        await work.Db.SaveChangesAsync();
        work.Touch("order", finding.OrderId);
        return new Changed(0, id, 1);
    });

    private static Task<IResult> Send(long id, Request request, Commands commands, Outbox outbox, HttpContext http) => commands.OnOrderAsync<Changed>(id, async under =>
    {
        var (db, actor, order) = (under.Work.Db, under.Work.Actor, under.Order);
        if (!order.OnJobs.Any(j => j.Decision == DecisionKind.Proposed)) return new Problem("link.nothing", "There is nothing to ask: every job has its answer.");
        var token = ApprovalLink.NewToken();
        var link = $"{(under.Shop.PublicAddress.Length > 0 ? under.Shop.PublicAddress : $"{http.Request.Scheme}://{http.Request.Host}")}/approve/{token}";
        var body = (request.Body ?? "").Trim();
        body = body.Contains("{{ link }}", StringComparison.Ordinal) ? body.Replace("{{ link }}", link, StringComparison.Ordinal) : $"{body}\n{link}".Trim();
        var message = await Writing.WriteAsync(under.Work, under.Shop, order.CustomerId, id, request.Channel, request.Address, request.Subject, body, request.Now);
        if (message.Problem is { } refused) return refused;
        order.WasSent($"{(request.Channel == MessageChannel.Text ? "texted" : "e-mailed")} to {request.Address}", under.Price, actor);
        var shown = await Showing.OfAsync(db, order, actor.At);
        var copy = await Showing.FreezeAsync(db, id, shown.Estimate, actor.At);
        db.ApprovalLinks.Add(new ApprovalLink { OrderId = id, TokenHash = ApprovalLink.HashOf(token), ShownId = copy.Id, OfferHash = shown.Estimate.OfferHash, SentAt = actor.At, SentById = actor.StaffId, ExpiresAt = actor.At + ApprovalLink.Good });
        await db.SaveChangesAsync();
        under.AfterSettling = outbox.Wake;
        under.Work.Touch("messages", id);
        under.Work.Touch("floor");
        return new Changed(order.Version, message.Value.Id, 1);
    });

    private static Task<IResult> Withdraw(long id, Commands commands) => commands.RunAsync<Changed>(async work =>
    {
        if (await work.Db.ApprovalLinks.FindAsync(id) is not { } link) return new Problem("link.gone", "There is no such link.");
        if (link.AnsweredAt is not null) return new Problem("link.answered", "It was answered already; record a new answer on the order instead.");
        link.WithdrawnAt ??= work.Actor.At;
        await work.Db.SaveChangesAsync();
        work.Touch("order", link.OrderId);
        work.Touch("messages", link.OrderId);
        return new Changed(0, id, 1);
    });
}
