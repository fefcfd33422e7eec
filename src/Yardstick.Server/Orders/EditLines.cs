using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Lines of jobs, edited in place.</summary>
public static class EditLines
{
    /// <summary>A new line: a catalog part, or a text with the figures that are known already, as typed.</summary>
    public sealed record EditLinesAddRequest(LineKind Kind, string? Description, long? PartId, string? Quantity, string? Hours, string? Amount, string? UnitCost);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/lines", Add).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}", Set).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422).ProducesProblem(409);
        api.MapDelete("/orders/{id:long}/lines/{lineId:long}", Remove).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/restore", Restore).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static Task<IResult> Add(long id, long jobId, EditLinesAddRequest request, CommandRunner commands, HttpContext http) => commands.OnOrderAsync<Changed>(id, async under =>
    {
        if (request.Amount is not null && PriceFields.OfLine(request.Kind, "amount") && http.User.MayNotPrice("amount") is { } no) return no;
        if (!Enum.IsDefined(request.Kind)) return new Problem("line.kind", "A line is labor, a part, sublet, a fee or a text.", "kind");
        var line = new Line { Kind = request.Kind, Description = request.Description?.Trim() ?? "" };
        if (Figures(line, request) is { } bad) return bad;
        if (request.PartId is { } partId)
        {
            if (await under.Command.Db.Parts.Include(p => p.Companions).FirstOrDefaultAsync(p => p.Id == partId) is not { } part) return new Problem("part.gone", "There is no such part in the catalog.");
            line.TakePart(part, under.Policy.StockCost);
        }
        var added = under.Order.AddLine(jobId, line, under.Command.Actor);
        if (added.Problem is { } problem) return problem;
        await under.Command.Db.SaveChangesAsync();
        return new Changed(under.Order.Version, line.Id, line.Version);
    });

    private static Problem? Figures(Line line, EditLinesAddRequest request)
    {
        if (request.Quantity is { } quantity)
        {
            var typed = NumberInput.Quantity(quantity);
            if (typed.Problem is { } problem) return problem;
            line.Quantity = typed.Value;
        }
        if (request.Hours is { } hours)
        {
            var typed = NumberInput.Hours(hours);
            if (typed.Problem is { } problem) return problem;
            line.Hours = typed.Value;
        }
        if (request.Amount is { } amount)
        {
            var typed = NumberInput.Amount(amount, "amount", 4);
            if (typed.Problem is { } problem) return problem;
            line.UnitAmount = typed.Value;
        }
        if (request.UnitCost is { } cost)
        {
            var typed = NumberInput.Amount(cost, "unitCost", 4);
            if (typed.Problem is { } problem) return problem;
            line.UnitCost = typed.Value;
        }
        return null;
    }

    private static Task<IResult> Set(long id, long lineId, EditOrder.EditOrderSetRequest request, CommandRunner commands, HttpContext http) => commands.OnOrderAsync<Changed>(id, async under =>
    {
        if (under.Order.FindLine(lineId) is { Ok: true, Value: { } line } && PriceFields.OfLine(line.Kind, request.Field) && http.User.MayNotPrice(request.Field) is { } no) return no;
        if (await under.ClashAsync("line", lineId, request.Field, request.Version, request.Value) is { } clash) return clash;
        var set = under.Order.SetLine(lineId, request.Field, request.Value, under.Command.Actor);
        return set.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, under.Order.FindLine(lineId).Value.Version);
    });

    private static Task<IResult> Remove(long id, long lineId, CommandRunner commands, int? version = null) => commands.OnOrderAsync<Changed>(id, async under =>
    {
        var db = under.Command.Db;
        if (version is { } seen && await under.TouchedByOthersAsync("line", lineId, seen) is { } touched) return touched;
        var ordered = await db.StandingParts().AnyAsync(l => l.LineId == lineId);
        var removed = under.Order.RemoveLine(lineId, ordered, under.Command.Actor);
        return removed.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, 0);
    });

    private static Task<IResult> Restore(long id, long lineId, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, under =>
    {
        var restored = under.Order.RestoreLine(lineId, under.Command.Actor);
        return Task.FromResult<Result<Changed>>(restored.Problem is { } problem ? problem : new Changed(under.Order.Version, lineId, 0));
    });
}
