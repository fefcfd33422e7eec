using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Records what a customer decided about a job, or about several at once.</summary>
public static class RecordDecision
{
    /// <summary>An answer. The day or reading to which work is put off is taken as typed.</summary>
    public sealed record RecordDecisionRequest(
        IReadOnlyList<long> JobIds,
        DecisionKind Kind,
        string DecidedBy,
        AnswerChannel Channel,
        string? Note,
        string? DeferUntil,
        string? DeferAtReading
    )
    {
        /// <summary>Lines of approved jobs that are left out.</summary>
        public IReadOnlyList<long>? LinesOut { get; init; }

        /// <summary>The customer acknowledged that it is unsafe not to do it.</summary>
        public bool Acknowledged { get; init; }

        /// <summary>A signature as PNG in base 64; null without one.</summary>
        public string? SignaturePng { get; init; }
    }

    /// <summary>An answer about one job among several.</summary>
    public sealed record JobDecisionAnswer(
        long JobId,
        DecisionKind Kind,
        IReadOnlyList<long>? LinesOut,
        string? DeferUntil,
        string? DeferAtReading,
        bool Acknowledged
    );

    /// <summary>A whole conversation: about each job what was said.</summary>
    public sealed record SeveralDecisionsRequest(
        IReadOnlyList<JobDecisionAnswer> Jobs,
        string DecidedBy,
        AnswerChannel Channel,
        string? Note
    )
    {
        /// <summary>A signature as PNG in base 64; null without one.</summary>
        public string? SignaturePng { get; init; }
    }

    /// <summary>Lets approved work go past the ceiling.</summary>
    public sealed record CeilingRequest(string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/decisions", HandleAsync).Asks(Permission.RecordDecisions).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/decisions/several", Several)
            .Asks(Permission.RecordDecisions)
            .Produces<Changed>()
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/ceiling", PassCeiling).Asks(Permission.PassCeiling).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> HandleAsync(long id, RecordDecisionRequest request, CommandRunner commands, Signatures signatures)
    {
        var signature = await signatures.KeepAsync(request.SignaturePng);
        if (signature.Problem is { } unreadable)
            return Problems.Of(unreadable);
        return await commands.OnOrderAsync<Changed>(id, async under =>
        {
            var answer = Read(request, under.LocalNow, under.Shop);
            if (answer.Problem is { } bad)
                return bad;
            if (request.JobIds is not { Count: > 0 })
                return Answer.AboutNothing("jobIds");
            var decided = await DecideAsync(
                under,
                request.JobIds.Select(job => (job, answer.Value with { SignatureHash = signature.Value })).ToList()
            );
            if (decided is not null)
                return decided;
            return new Changed(under.Order.Version, id, under.Order.Version);
        });
    }

    private static async Task<IResult> Several(long id, SeveralDecisionsRequest request, CommandRunner commands, Signatures signatures)
    {
        var signature = await signatures.KeepAsync(request.SignaturePng);
        return signature.Problem is { } unreadable
            ? Problems.Of(unreadable)
            : await commands.OnOrderAsync<Changed>(id, under => SeveralAsync(under, request, signature.Value));
    }

    private static async Task<Result<Changed>> SeveralAsync(
        OrderCommandContext under,
        SeveralDecisionsRequest request,
        string signatureHash
    )
    {
        if (request.Jobs is not { Count: > 0 })
            return Answer.AboutNothing("jobs");
        var answers = new List<(long, Answer)>();
        foreach (var job in request.Jobs)
        {
            var one = new RecordDecisionRequest(
                [job.JobId],
                job.Kind,
                request.DecidedBy,
                request.Channel,
                request.Note,
                job.DeferUntil,
                job.DeferAtReading
            )
            {
                LinesOut = job.LinesOut,
                Acknowledged = job.Acknowledged,
            };
            var answer = Read(one, under.LocalNow, under.Shop);
            if (answer.Problem is { } bad)
                return bad with { Field = $"job:{job.JobId}:{bad.Field}" };
            answers.Add((job.JobId, answer.Value with { SignatureHash = signatureHash }));
        }
        return await DecideAsync(under, answers) is { } refused
            ? refused
            : new Changed(under.Order.Version, under.Order.Id, under.Order.Version);
    }

    /// <summary>Records answers about several jobs, with one frozen copy of what was shown.</summary>
    internal static async Task<Problem?> DecideAsync(OrderCommandContext under, IReadOnlyList<(long JobId, Answer Answer)> answers)
    {
        var shown = await EstimatePresentation.FreezeAsync(under);
        foreach (var (jobId, answer) in answers)
        {
            var decided = under.Order.Decide(jobId, answer with { ShownId = shown.Id }, under.Price, under.Command.Actor);
            if (decided.Problem is { } problem)
                return problem;
        }
        foreach (var (jobId, answer) in answers.Where(a => a.Answer.Kind == DecisionKind.AnotherVisit))
            if (await AnotherVisit.MoveAsync(under, jobId, answer) is { } problem)
                return problem;
        // The totals that the next rule looks at are those of the order as it is now.
        OrderPricing.Refresh(under.Order, under.Customer, under.Policy, under.Today);
        under.AfterSettling = () => under.Order.MoveAfterAnswer(under.Command.Actor);
        return null;
    }

    private static Result<Answer> Read(RecordDecisionRequest request, LocalDateTime localNow, Shop shop)
    {
        var answer = new Answer(request.Kind, request.DecidedBy ?? "", request.Channel, request.Note ?? "")
        {
            LinesOut = (request.LinesOut ?? []).ToHashSet(),
            Acknowledged = request.Acknowledged ? shop.UnsafeTerms : "",
        };
        return answer.IsKnown().Problem is { } unknown ? unknown
            : request.Kind == DecisionKind.Deferred ? answer.PutOff(request.DeferUntil, request.DeferAtReading, localNow)
            : answer;
    }

    private static Task<IResult> PassCeiling(long id, CeilingRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
        {
            var let = under.Order.PassCeiling(request.Reason, under.Policy, under.Command.Actor);
            if (let.Problem is { } problem)
                return Task.FromResult<Result<Changed>>(problem);
            return Task.FromResult<Result<Changed>>(new Changed(under.Order.Version, id, under.Order.Version));
        });
}
