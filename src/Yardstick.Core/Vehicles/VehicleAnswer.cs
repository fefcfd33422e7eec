using Yardstick.Core.Values;

namespace Yardstick.Core.Vehicles;

/// <summary>An answer about a car that a catalog needs; asked once, it stays with the car.</summary>
public class VehicleAnswer
{
    /// <summary>Longest answer.</summary>
    public const int Longest = 100;

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The car.</summary>
    public long VehicleId { get; init; }

    /// <summary>Short name of the question.</summary>
    public required string Question { get; init; }

    /// <summary>The question in words.</summary>
    public string Text { get; internal set; } = "";

    /// <summary>The answer.</summary>
    public string Answer { get; internal set; } = "";

    /// <summary>When, UTC.</summary>
    public Instant At { get; internal set; }

    /// <summary>Who answered.</summary>
    public long ById { get; internal set; }

    /// <summary>A question about a car, not answered yet. Refuses with <c>answer.text</c>.</summary>
    /// <param name="vehicleId">The car.</param>
    /// <param name="question">1 to <see cref="Longest"/> characters.</param>
    public static Result<VehicleAnswer> To(long vehicleId, string? question) =>
        string.IsNullOrWhiteSpace(question) || question.Length > Longest
            ? TooLong
            : new VehicleAnswer { VehicleId = vehicleId, Question = question };

    /// <summary>Keeps what it was answered with. Refuses with <c>answer.text</c>.</summary>
    /// <param name="text">The question in words; what is beyond 200 characters is cut off.</param>
    /// <param name="answer">1 to <see cref="Longest"/> characters.</param>
    /// <param name="actor">Who.</param>
    public Result Set(string text, string? answer, Actor actor)
    {
        if (string.IsNullOrWhiteSpace(answer) || answer.Length > Longest)
            return TooLong;
        (Text, Answer, At, ById) = (text.Length > 200 ? text[..200] : text, answer.Trim(), actor.At, actor.StaffId);
        return Result.Done;
    }

    private static readonly Problem TooLong = new("answer.text", $"Enter an answer of up to {Longest} characters.", "answer");
}
