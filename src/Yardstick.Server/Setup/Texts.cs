using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>The shop's terms on documents and on the check-in sheet, and how customers are written to.</summary>
public static class Texts
{
    /// <summary>The texts.</summary>
    public sealed record ShopTextView(
        string Terms,
        string CheckInTerms,
        string UnsafeTerms,
        string DeclineReasons,
        string CustomerSources,
        string ProgressNotes,
        int EstimateDays,
        string PublicAddress,
        LocalTime QuietFrom,
        LocalTime QuietUntil
    );

    /// <summary>One text as it was typed.</summary>
    public sealed record TextsSetRequest(string Field, string? Value);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/setup/texts", async (ShopDb db) =>
                Results.Ok(
                    await db
                        .Shops.Select(s => new ShopTextView(
                            s.Terms,
                            s.CheckInTerms,
                            s.UnsafeTerms,
                            string.Join('\n', s.DeclineReasons),
                            string.Join('\n', s.CustomerSources),
                            string.Join('\n', s.ProgressNotes),
                            s.EstimateDays,
                            s.PublicAddress,
                            s.QuietFrom,
                            s.QuietUntil
                        ))
                        .SingleAsync()
                )
            )
            .Asks(Permission.EditSetup)
            .Produces<ShopTextView>();
        api.MapPost("/setup/texts", Set).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static Task<IResult> Set(TextsSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var set = (await work.Db.Shops.SingleAsync()).SetText(request.Field, request.Value);
            if (set.Problem is { } problem)
                return problem;
            work.Record("shop", 1, 0, set.Value);
            return new RecordChanged(1, 1);
        });
}
