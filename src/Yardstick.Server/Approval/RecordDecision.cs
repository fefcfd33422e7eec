using Yardstick.Core;
using Yardstick.Core.Approval;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Approval;

/// <summary>Records what a customer decided about a job, or about several at once.</summary>
public static class RecordDecision
{
    /// <summary>An answer. The day or reading to which work is put off is taken as typed.</summary>
    public sealed record Request(IReadOnlyList<long> JobIds, DecisionKind Kind, string DecidedBy, AnswerChannel Channel, string? Note, string? DeferUntil, string? DeferAtReading);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/decisions", Handle).Asks(Permission.RecordDecisions).Produces<Changed>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, Request request, Commands commands) => commands.OnOrderAsync<Changed>(id, under =>
    {
        var answer = Read(request, under.LocalNow);
        if (answer.Problem is { } bad) return Task.FromResult<Result<Changed>>(bad);
        if (request.JobIds is not { Count: > 0 }) return Task.FromResult<Result<Changed>>(new Problem("decision.jobs", "Say which jobs were decided.", "jobIds"));
        foreach (var jobId in request.JobIds)
        {
            var decided = under.Order.Decide(jobId, answer.Value, under.Price, under.Work.Actor);
            if (decided.Problem is { } problem) return Task.FromResult<Result<Changed>>(problem);
        }
        // The totals that the next rule looks at are those of the order as it is now.
        OrderPricing.Refresh(under.Order, under.Customer, under.Policy, under.Today);
        under.AfterSettling = () => under.Order.MoveAfterAnswer(under.Work.Actor);
        under.Work.Touch("floor");
        under.Work.Touch("parts");
        return Task.FromResult<Result<Changed>>(new Changed(under.Order.Version, id, under.Order.Version));
    });

    private static Result<Answer> Read(Request request, DateTime localNow)
    {
        if (!Enum.IsDefined(request.Kind) || !Enum.IsDefined(request.Channel)) return new Problem("decision.kind", "An answer is approved, declined, deferred or taken back.", "kind");
        var answer = new Answer(request.Kind, request.DecidedBy ?? "", request.Channel, request.Note ?? "");
        if (request.Kind != DecisionKind.Deferred) return answer;
        if (!string.IsNullOrWhiteSpace(request.DeferUntil))
        {
            var day = TypedMoment.Day(request.DeferUntil, localNow, "deferUntil");
            if (day.Problem is { } problem) return problem;
            if (day.Value <= DateOnly.FromDateTime(localNow)) return new Problem("decision.defer", "Put the work off to a day that is still to come.", "deferUntil");
            answer = answer with { DeferUntil = day.Value };
        }
        if (!string.IsNullOrWhiteSpace(request.DeferAtReading))
        {
            var reading = Typed.Reading(request.DeferAtReading, "deferAtReading");
            if (reading.Problem is { } problem) return problem;
            answer = answer with { DeferAtReading = reading.Value };
        }
        return answer;
    }
}
