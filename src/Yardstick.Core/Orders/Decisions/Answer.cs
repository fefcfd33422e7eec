using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>An answer about jobs.</summary>
/// <param name="Kind">What was decided.</param>
/// <param name="DecidedBy">Who decided.</param>
/// <param name="Channel">How the answer came.</param>
/// <param name="Note">A note.</param>
/// <param name="DeferUntil">Deferred to this day.</param>
/// <param name="DeferAtReading">Deferred to this reading.</param>
public sealed record Answer(
    DecisionKind Kind,
    string DecidedBy,
    AnswerChannel Channel,
    string Note = "",
    LocalDate? DeferUntil = null,
    Odometer? DeferAtReading = null
)
{
    /// <summary>The answer with the day or reading, or both, to which work is put off, as somebody typed them.</summary>
    /// <param name="until">A day still to come; null or empty without one.</param>
    /// <param name="atReading">A reading; null or empty without one.</param>
    /// <param name="localNow">Wall time in the shop.</param>
    public Result<Answer> PutOff(string? until, string? atReading, LocalDateTime localNow)
    {
        var answer = this;
        if (!string.IsNullOrWhiteSpace(until))
        {
            var day = DateTimeInput.Day(until, localNow, "deferUntil");
            if (day.Problem is { } problem)
                return problem;
            if (day.Value <= localNow.Date)
                return new Problem("decision.defer", "Choose a future date.", "deferUntil");
            answer = answer with { DeferUntil = day.Value };
        }
        if (!string.IsNullOrWhiteSpace(atReading))
        {
            var reading = Odometer.Parse(atReading, "deferAtReading");
            if (reading.Problem is { } problem)
                return problem;
            answer = answer with { DeferAtReading = reading.Value };
        }
        return answer;
    }

    /// <summary>Nobody said which jobs it is about.</summary>
    /// <param name="field">The field that is empty.</param>
    public static Problem AboutNothing(string field) => new("decision.jobs", "Choose at least one job.", field);

    /// <summary>Whether there is such an answer and such a way for it to come. Refuses with <c>decision.kind</c>.</summary>
    public Result IsKnown() =>
        Enum.IsDefined(Kind) && Enum.IsDefined(Channel)
            ? Result.Done
            : new Problem("decision.kind", "Choose approved, deferred, declined or cleared.", "kind");

    /// <summary>Lines of an approved job that the customer leaves out.</summary>
    public IReadOnlySet<long> LinesOut { get; init; } = new HashSet<long>();

    /// <summary>The shop's words that were acknowledged with declining unsafe work; empty where they were not.</summary>
    public string Acknowledged { get; init; } = "";

    /// <summary>Content hash of the signature; empty without one.</summary>
    public string SignatureHash { get; init; } = "";

    /// <summary>The frozen copy of what was shown.</summary>
    public long? ShownId { get; init; }
}
