namespace Yardstick.Core;

/// <summary>Why something was refused.</summary>
/// <param name="Code">Stable name for programs, such as <c>order.posted</c>.</param>
/// <param name="Message">One sentence for people: what happened, why, what to do next.</param>
/// <param name="Field">The field that it is about, if it is about one.</param>
public sealed record Problem(string Code, string Message, string? Field = null);

/// <summary>Done, or refused with a reason. Exceptions are for bugs.</summary>
public readonly record struct Result(Problem? Problem)
{
    /// <summary>It was done.</summary>
    public static Result Done => default;

    /// <summary>True when it was done.</summary>
    public bool Ok => Problem is null;

    /// <summary>A refusal.</summary>
    public static implicit operator Result(Problem problem) => new(problem);
}

/// <summary>A value, or the reason why there is none.</summary>
public readonly record struct Result<T>
{
    private readonly T? value;

    private Result(T? value, Problem? problem) => (this.value, Problem) = (value, problem);

    /// <summary>Why it was refused; null when there is a value.</summary>
    public Problem? Problem { get; }

    /// <summary>True when there is a value.</summary>
    public bool Ok => Problem is null;

    /// <summary>The value.</summary>
    /// <exception cref="InvalidOperationException">It was refused.</exception>
    public T Value => Problem is null ? value! : throw new InvalidOperationException(Problem.Message);

    /// <summary>A value.</summary>
    public static implicit operator Result<T>(T value) => new(value, null);

    /// <summary>A refusal.</summary>
    public static implicit operator Result<T>(Problem problem) => new(default, problem);
}
