using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Lines of jobs, edited in place.</summary>
public static class EditLines
{
    /// <summary>A new line: a catalog part, or a text with the figures that are known already, as typed.</summary>
    public sealed record EditLinesAddRequest(
        LineKind Kind,
        string? Description,
        long? PartId,
        string? Quantity,
        string? Hours,
        string? Amount,
        string? UnitCost
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/lines", Add).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}", Set)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapDelete("/orders/{id:long}/lines/{lineId:long}", Remove).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/restore", Restore)
            .Asks(Permission.EditOrders)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Add(long id, long jobId, EditLinesAddRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var typed = Line.Create(
                new LineInput(request.Kind, request.Description, request.Quantity, request.Hours, request.Amount, request.UnitCost),
                under.Command.Actor
            );
            if (typed.Problem is { } bad)
                return bad;
            var line = typed.Value;
            if (request.PartId is { } partId)
            {
                if (await under.Command.Db.Parts.Include(p => p.Companions).FirstOrDefaultAsync(p => p.Id == partId) is not { } part)
                    return new Problem("part.gone", "This part no longer exists. Reload the page.");
                if (line is PartLine bought)
                    bought.TakePart(part, under.Policy.StockCost);
            }
            var added = under.Order.AddLine(jobId, line, under.Command.Actor);
            if (added.Problem is { } problem)
                return problem;
            if (request.PartId is null)
                await Phrases.UsedAsync(under.Command.Db, PhraseUse.Description, request.Description, under.Command.Actor.At);
            await under.Command.Db.SaveChangesAsync();
            return new Changed(under.Order.Version, line.Id, line.Version);
        });

    private static Task<IResult> Set(long id, long lineId, EditOrder.EditOrderSetRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (await under.ClashAsync("line", lineId, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            var set = under.Order.SetLine(lineId, request.Field, request.Value, under.Command.Actor);
            if (set.Problem is { } problem)
                return problem;
            if (UseOf(request.Field) is { } use)
                await Phrases.UsedAsync(under.Command.Db, use, request.Value, under.Command.Actor.At);
            return new Changed(under.Order.Version, lineId, under.Order.FindLine(lineId).Value.Version);
        });

    /// <summary>Where the words of a field are offered again; null for what is no words.</summary>
    private static PhraseUse? UseOf(string field) =>
        field switch
        {
            "description" => PhraseUse.Description,
            "noteForCustomer" or "noteInside" => PhraseUse.Note,
            "overrideReason" => PhraseUse.PriceReason,
            _ => null,
        };

    private static Task<IResult> Remove(long id, long lineId, CommandRunner commands, int? version = null) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            if (version is { } seen && await under.TouchedByOthersAsync("line", lineId, seen) is { } touched)
                return touched;
            var ordered =
                await db.StandingParts().AnyAsync(l => l.LineId == lineId)
                || await db.SubletWork.AnyAsync(s => s.LineId == lineId && s.CalledOffAt == null);
            var removed = under.Order.RemoveLine(lineId, ordered, under.Command.Actor);
            return removed.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, 0);
        });

    private static Task<IResult> Restore(long id, long lineId, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, under =>
        {
            var restored = under.Order.RestoreLine(lineId, under.Command.Actor);
            return Task.FromResult<Result<Changed>>(
                restored.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, 0)
            );
        });
}
