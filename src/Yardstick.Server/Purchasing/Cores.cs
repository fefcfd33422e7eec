using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Cores that will never go back to their supplier, and those that turn up after all.</summary>
public static class Cores
{
    /// <summary>Why a core will never go back.</summary>
    public sealed record GiveUpCoreRequest(string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/cores/{receiptLineId:long}/give-up", GiveUp)
            .Asks(Permission.CorrectStock)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/cores/{receiptLineId:long}/found", Found)
            .Asks(Permission.CorrectStock)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static Task<IResult> GiveUp(long receiptLineId, GiveUpCoreRequest request, CommandRunner commands) =>
        ChangeAsync(receiptLineId, commands, (core, actor) => core.GiveUp(request.Reason, actor));

    private static Task<IResult> Found(long receiptLineId, CommandRunner commands) =>
        ChangeAsync(receiptLineId, commands, (core, _) => core.Found());

    private static Task<IResult> ChangeAsync(long receiptLineId, CommandRunner commands, Func<OwedCore, Actor, Result> change) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.OwedCores.FirstOrDefaultAsync(c => c.ReceiptLineId == receiptLineId) is not { } core)
                return Gone.Receipt;
            var before = core.GivenUp;
            if (change(core, work.Actor).Problem is { } problem)
                return problem;
            var line = await work.Db.ReceiptLines.SingleAsync(l => l.Id == receiptLineId);
            return await work.Db.BookAsync(work.Actor, () => PurchasePostings.GivenUp(line, core.GivenUp - before)) is { } locked
                ? locked
                : new RecordChanged(core.Id, 1);
        });
}
