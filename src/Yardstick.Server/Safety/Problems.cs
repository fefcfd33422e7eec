using Yardstick.Core;

namespace Yardstick.Server.Safety;

/// <summary>Problem details (RFC 9457) with a code, a sentence for people and the field.</summary>
public static class Problems
{
    /// <summary>A refusal.</summary>
    public static IResult Of(Problem problem, int? status = null)
    {
        var extensions = new Dictionary<string, object?> { ["code"] = problem.Code };
        if (problem.Field is { } field) extensions["field"] = field;
        return Results.Problem(detail: problem.Message, statusCode: status ?? StatusOf(problem.Code), title: "Not done", extensions: extensions);
    }

    private static int StatusOf(string code) =>
        code.EndsWith(".gone", StringComparison.Ordinal) ? 404
        : code.EndsWith(".conflict", StringComparison.Ordinal) || code == "link.closed" ? 409
        : code.EndsWith(".right", StringComparison.Ordinal) ? 403
        : 422;
}
