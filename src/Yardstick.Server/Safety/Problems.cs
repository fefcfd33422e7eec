using Yardstick.Core;

namespace Yardstick.Server.Safety;

/// <summary>
/// Problem details (RFC 9457) with a code, a sentence for people and the field. The catalogue knows the status of each code.
/// </summary>
public static class Problems
{
    /// <summary>A refusal.</summary>
    public static IResult Of(Problem problem)
    {
        var extensions = new Dictionary<string, object?> { ["code"] = problem.Code };
        if (problem.Field is { } field)
            extensions["field"] = field;
        return Results.Problem(
            detail: problem.Message,
            statusCode: StatusOf(ProblemCatalogue.KindOf(problem.Code)),
            title: "Not done",
            extensions: extensions
        );
    }

    private static int StatusOf(ProblemKind kind) =>
        kind switch
        {
            ProblemKind.Malformed => StatusCodes.Status400BadRequest,
            ProblemKind.Unauthenticated => StatusCodes.Status401Unauthorized,
            ProblemKind.Right => StatusCodes.Status403Forbidden,
            ProblemKind.Gone => StatusCodes.Status404NotFound,
            ProblemKind.Conflict => StatusCodes.Status409Conflict,
            ProblemKind.Misdirected => StatusCodes.Status421MisdirectedRequest,
            ProblemKind.Unavailable => StatusCodes.Status503ServiceUnavailable,
            ProblemKind.TooMany => StatusCodes.Status429TooManyRequests,
            _ => StatusCodes.Status422UnprocessableEntity,
        };
}
