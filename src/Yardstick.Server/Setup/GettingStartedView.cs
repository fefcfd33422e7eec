using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Setup;

/// <summary>What a new shop needs, in order, with what is done.</summary>
public static class GettingStartedView
{
    /// <summary>One step.</summary>
    public sealed record StartStepRow(StartStep Step, bool Done, bool Skipped);

    /// <summary>The steps.</summary>
    /// <param name="Steps">All of them in their order.</param>
    /// <param name="Next">The one that comes next; null where nothing is left.</param>
    public sealed record StartStepsView(IReadOnlyList<StartStepRow> Steps, StartStep? Next);

    /// <summary>Ticks a step off, or takes it up again.</summary>
    public sealed record StartStepRequest(StartStep Step, bool Skip);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/setup/steps", ShowAsync).Asks(Permission.EditSetup).Produces<StartStepsView>();
        api.MapPost("/setup/steps", Skip).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(ShopDb db)
    {
        var started = GettingStarted.Of(
            await db.Shops.SingleAsync(),
            await db.PolicyVersions.CountAsync(),
            await db.Staff.CountAsync(s => s.Active),
            await db.OfferedCannedJobs.AnyAsync(),
            await db.Suppliers.AnyAsync(s => s.RetiredAt == null),
            await db.ImportRuns.AnyAsync(r => r.Id > 0),
            await db.Orders.AnyAsync(o => o.Id > 0)
        );
        return Results.Ok(
            new StartStepsView(
                [.. GettingStarted.All.Select(s => new StartStepRow(s, started.Done.Contains(s), started.Skipped.Contains(s)))],
                started.Next
            )
        );
    }

    private static Task<IResult> Skip(StartStepRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var shop = await work.Db.Shops.SingleAsync();
            var skipped = shop.Skip(request.Step, request.Skip);
            work.Record("shop", 1, shop.Version, skipped);
            return new RecordChanged(1, shop.Version);
        });
}
