using Microsoft.AspNetCore.Mvc;
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
using Yardstick.Server.Schedule;

namespace Yardstick.Server.Approval;

/// <summary>
/// The customer's page behind a link: what was sent, what each choice comes to, the answer, a question. Whoever has the link may; a
/// guessed one is refused like any other and counted.
/// </summary>
public static class ApprovalPage
{
    /// <summary>What the page shows.</summary>
    /// <param name="State">What the link is good for.</param>
    /// <param name="Sentence">What there is to say about that; empty while it can be answered.</param>
    /// <param name="Head">What stands over it.</param>
    /// <param name="FirstName">Whom it speaks to.</param>
    /// <param name="Estimate">What was sent; null where nothing is shown any more.</param>
    /// <param name="OpenJobs">Jobs that wait for an answer; the bits of a choice follow them.</param>
    /// <param name="Choices">Figures of every choice; empty where the server answers each.</param>
    /// <param name="Answers">What was answered to each job, once it was.</param>
    /// <param name="Agreed">What all agreed work comes to with this answer, taxes included; null until it was answered.</param>
    /// <param name="Deferrals">To when work can be put off, the nearest first.</param>
    public sealed record ApprovalPageView(
        LinkState State,
        string Sentence,
        PageHead Head,
        string FirstName,
        EstimateSnapshot? Estimate,
        IReadOnlyList<long> OpenJobs,
        IReadOnlyList<SelectionTotals> Choices,
        IReadOnlyList<Answered> Answers,
        decimal? Agreed,
        IReadOnlyList<DeferralChoice> Deferrals
    );

    /// <summary>A time to which work can be put off.</summary>
    /// <param name="Term">The time.</param>
    /// <param name="Words">It in words.</param>
    /// <param name="IsUsual">Taken where nothing else is chosen.</param>
    public sealed record DeferralChoice(DeferralTerm Term, string Words, bool IsUsual);

    /// <summary>What was answered to a job.</summary>
    public sealed record Answered(string Job, DecisionKind Kind);

    /// <summary>The whole answer: about each open job, who signs, with what signature.</summary>
    public sealed record ApprovalAnswerRequest(IReadOnlyList<JobAnswer> Jobs, string? Name, string? SignaturePng, string? Note);

    /// <summary>A question to the shop.</summary>
    public sealed record CustomerQuestion(string? Text);

    /// <summary>When the vehicle would be ready, wall time of the shop; null where nobody can say.</summary>
    public sealed record ReadyView(LocalDateTime? ReadyAt);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var pages = api.MapGroup("/customers-pages/estimates/{token}").AllowAnonymous().LimitsPublic();
        pages.MapGet("", ShowAsync).Produces<ApprovalPageView>();
        pages.MapGet("/ready", ReadyAsync).Produces<ReadyView>();
        pages.MapPost("/seen", SeenAsync);
        pages.MapPost("/choice", ChooseAsync).Produces<SelectionTotals>();
        pages.MapPost("/answer", ReplyAsync).Produces<ApprovalPageView>().ProducesProblem(422);
        pages.MapPost("/question", AskAsync).ProducesProblem(422);
        pages.MapGet("/photos/{hash}", PhotoAsync);
    }

    /// <summary>There is no such link; a guessed one is told the same.</summary>
    internal static readonly Problem Unknown = new(
        "link.unknown",
        "This link is not valid or is incomplete. Ask the shop to send it again."
    );

    private sealed record Found(ApprovalLink Link, EstimatePresentation Now, EstimateSnapshot Sent, LinkState State);

    private static async Task<Found?> FindAsync(ShopDb db, string token, Instant utcNow)
    {
        var hash = LinkToken.HashOf(token);
        if (token.Length > 64 || await db.ApprovalLinks.AsNoTracking().FirstOrDefaultAsync(l => l.TokenHash == hash) is not { } link)
            return null;
        if (await EstimatePresentation.ReadAsync(db, link.OrderId, utcNow) is not { } now)
            return null;
        var sent = EstimateSnapshot.FromJson(await db.StoredSnapshots.Where(c => c.Id == link.ShownId).Select(c => c.Json).SingleAsync());
        return new Found(link, now, sent, link.StateAt(sent, now.Estimate, utcNow, now.Order.State != OrderState.Open));
    }

    private static async Task<IResult> ShowAsync(string token, ShopDb db, TimeProvider time) =>
        await FindAsync(db, token, time.Now()) is { } found ? Results.Ok(await ViewAsync(db, found)) : Problems.Of(Unknown);

    /// <summary>When the vehicle would be ready with what is chosen; nothing where the link is closed or the shop can't say.</summary>
    private static async Task<IResult> ReadyAsync(
        string token,
        ShopDb db,
        OrderMemory memory,
        TimeProvider time,
        [FromQuery] long[] without
    )
    {
        if (await FindAsync(db, token, time.Now()) is not { } found)
            return Problems.Of(Unknown);
        if (found.State != LinkState.Open)
            return Results.Ok(new ReadyView(null));
        // Only what can be chosen here: nobody has the shop plan whatever they think of.
        var open = found.Now.OpenJobs.Select(j => j.Id).ToHashSet();
        var promise = await Promises.OfAsync(found.Link.OrderId, db, memory, time, [.. without.Where(open.Contains)]);
        return Results.Ok(new ReadyView(promise?.PromisedAt));
    }

    private static async Task<ApprovalPageView> ViewAsync(ShopDb db, Found found)
    {
        var (link, now, sent, state) = found;
        var open = state == LinkState.Open;
        var newer =
            state == LinkState.Changed
            && await db.ApprovalLinks.AnyAsync(l => l.OrderId == link.OrderId && l.Id > link.Id && l.WithdrawnAt == null);
        var sentence = link.SentenceOf(state, now.Shop.Local, newer);
        var name =
            ApprovalLink.Shows(state) && now.Order.CustomerId is { } id
                ? await db.Customers.Where(c => c.Id == id).Select(c => c.FirstName).FirstOrDefaultAsync() ?? ""
                : "";
        var answers = state == LinkState.Answered ? await AnswersAsync(db, link) : [];
        return new ApprovalPageView(
            state,
            sentence,
            PageHead.Of(now.Shop),
            name,
            ApprovalLink.Shows(state) ? sent : null,
            open ? now.OpenJobs.Select(j => j.Id).ToList() : [],
            open ? TalkThroughView.ChoicesOf(now) : [],
            answers,
            state == LinkState.Answered ? await AgreedAsync(db, link) : null,
            DeferralTerms.All.Select(t => new DeferralChoice(t, DeferralTerms.Words(t), t == DeferralTerms.Usual)).ToList()
        );
    }

    private static IQueryable<Decision> DecisionsOf(ShopDb db, ApprovalLink link) =>
        db.Decisions.Where(d => d.OrderId == link.OrderId && d.Channel == AnswerChannel.Link && d.At == link.AnsweredAt).OrderBy(d => d.Id);

    private static async Task<decimal?> AgreedAsync(ShopDb db, ApprovalLink link) =>
        (await DecisionsOf(db, link).LastOrDefaultAsync())?.AmountAgreed.Amount;

    private static async Task<IReadOnlyList<Answered>> AnswersAsync(ShopDb db, ApprovalLink link) =>
        await DecisionsOf(db, link).Join(db.Jobs, d => d.JobId, j => j.Id, (d, j) => new Answered(j.Title, d.Kind)).ToListAsync();

    private static async Task<IResult> SeenAsync(string token, ShopDb read, SingleWriter writer, TimeProvider time)
    {
        // Only the page in a person's hands says this; programs that look at links before people do run nothing.
        var hash = LinkToken.HashOf(token);
        // Whoever guesses keeps nobody else waiting.
        var orderId = await read.ApprovalLinks.AnyAsync(l => l.TokenHash == hash)
            ? await writer.RunAsync(async db =>
            {
                var link = await db.ApprovalLinks.FirstAsync(l => l.TokenHash == hash);
                if (link.StateAt(time.Now()) is not (LinkState.Open or LinkState.Answered))
                    return link.OrderId;
                link.WasOpened(time.Now());
                await db.SaveChangesAsync();
                return link.OrderId;
            })
            : 0;
        if (orderId == 0)
            return Problems.Of(Unknown);
        return Results.NoContent();
    }

    private static async Task<IResult> ChooseAsync(string token, TalkThroughView.SelectionRequest request, ShopDb db, TimeProvider time) =>
        await FindAsync(db, token, time.Now()) is { State: LinkState.Open } found
            ? Results.Ok(TalkThroughView.Choose(found.Now, request))
            : Problems.Of(Unknown);

    private static async Task<IResult> ReplyAsync(
        string token,
        ApprovalAnswerRequest request,
        ShopDb read,
        SingleWriter writer,
        Signatures signatures,
        TimeProvider time
    )
    {
        var utcNow = time.Now();
        if (await FindAsync(read, token, utcNow) is not { } found)
            return Problems.Of(Unknown);
        // A second tap says the same again: the answer is there already.
        if (found.State == LinkState.Answered)
            return Results.Ok(await ViewAsync(read, found));
        if (found.State != LinkState.Open)
            return Problems.Of(ApprovalLink.Closed((await ViewAsync(read, found)).Sentence));
        // What costs nothing to judge comes first; only then is the picture looked at.
        var shop = found.Now.Shop;
        var today = shop.Local(utcNow).Date;
        if (
            ApprovalReply
                .Read(found.Now.Order, request.Jobs, request.Name, request.Note, request.SignaturePng ?? "", shop.UnsafeTerms, today)
                .Problem is
            { } bad
        )
            return Problems.Of(bad);
        var signature = await signatures.KeepAsync(request.SignaturePng);
        if (signature.Problem is { } unreadable)
            return Problems.Of(unreadable);

        var kept = await CommandRunner.RunAsync<bool>(writer, Actor.Customer(found.Link.SentById, utcNow), async context =>
        {
            var link = await context.Db.ApprovalLinks.SingleAsync(l => l.Id == found.Link.Id);
            if (link.AnsweredAt is not null)
                return true;
            var result = await context.OnOrderAsync<Changed>(link.OrderId, async order =>
                await AnswerAsync(order, link, found.Sent, request, signature.Value)
            );
            return result.Problem is { } problem ? problem : true;
        });
        if (kept.Problem is { } problem)
            return Problems.Of(problem);
        read.ChangeTracker.Clear();
        return Results.Ok(await ViewAsync(read, (await FindAsync(read, token, utcNow))!));
    }

    private static async Task<Result<Changed>> AnswerAsync(
        OrderCommandContext context,
        ApprovalLink link,
        EstimateSnapshot sent,
        ApprovalAnswerRequest request,
        string signature
    )
    {
        var utcNow = context.Command.Actor.At;
        // Under the lock the order may be another than the one that was looked at.
        var now = await EstimatePresentation.OfAsync(context.Command.Db, context.Order, utcNow);
        if (link.Answer(sent, now.Estimate, utcNow).Problem is { } changed)
            return changed;
        var answers = ApprovalReply.Read(
            context.Order,
            request.Jobs,
            request.Name,
            request.Note,
            signature,
            context.Shop.UnsafeTerms,
            context.Today
        );
        if (answers.Problem is { } bad)
            return bad;
        if (await RecordDecision.DecideAsync(context, answers.Value) is { } refused)
            return refused;
        var yes = answers.Value.Count(a => a.Answer.Kind == DecisionKind.Approved);
        context.Command.Notify(
            $"{request.Name!.Trim()} answered on order {context.Order.Number}: approved {yes} of {answers.Value.Count} jobs.",
            link.OrderId
        );
        return new Changed(context.Order.Version, link.OrderId, 1);
    }

    private static async Task<IResult> AskAsync(
        string token,
        CustomerQuestion question,
        ShopDb read,
        SingleWriter writer,
        TimeProvider time
    )
    {
        var utcNow = time.Now();
        if (await FindAsync(read, token, utcNow) is not { } found)
            return Problems.Of(Unknown);
        var order = found.Now.Order;
        var hour = utcNow.PlusHours(-1);
        var lately = await read.Messages.CountAsync(m => m.OrderId == order.Id && m.Channel == MessageChannel.Page && m.At > hour);
        var asked = found.Link.Ask(found.State, question.Text, lately, order.CustomerId, utcNow);
        if (asked.Problem is { } refused)
            return Problems.Of(refused);
        await CommandRunner.RunAsync<bool>(writer, Actor.Customer(found.Link.SentById, utcNow), context =>
        {
            context.Db.Messages.Add(asked.Value);
            context.Notify(
                $"{found.Sent.Document.CustomerName} asks about order {order.Number}: {TextInput.Short(asked.Value.Body)}",
                order.Id
            );
            return Task.FromResult<Result<bool>>(true);
        });
        return Results.NoContent();
    }

    private static async Task<IResult> PhotoAsync(string token, string hash, ShopDb db, ContentStore store, TimeProvider time)
    {
        // Only photos that were sent with this very link.
        if (
            await FindAsync(db, token, time.Now()) is not { } found
            || !ApprovalLink.Shows(found.State)
            || !found.Sent.Photos.Contains(hash)
        )
            return Results.NotFound();
        return Results.File(store.PathOf(hash, picture: true), "image/jpeg");
    }
}
