using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Parts that technicians ask for: put on the order as a line to be sourced, or answered.</summary>
public static class PartRequests
{
    /// <summary>What the technician is told.</summary>
    public sealed record PartReplyRequest(string? Answer);

    /// <summary>The part that was asked for.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="LineId">The line that was made of it; null for none.</param>
    public sealed record PartRequestChanged(long Id, long? LineId);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/part-requests/{id:long}/line", PutOnOrder)
            .Asks(Permission.EditOrders)
            .Produces<PartRequestChanged>()
            .ProducesProblem(422);
        api.MapPost("/part-requests/{id:long}/reply", Reply)
            .Asks(Permission.OrderParts)
            .Produces<PartRequestChanged>()
            .ProducesProblem(422);
        api.MapPost("/part-requests/{id:long}/reopen", Reopen)
            .Asks(Permission.OrderParts)
            .Produces<PartRequestChanged>()
            .ProducesProblem(422);
    }

    private static Task<IResult> PutOnOrder(long id, CommandRunner commands) =>
        commands.RunAsync<PartRequestChanged>(async work =>
        {
            if (await work.Db.PartRequests.FindAsync(id) is not { } asked)
                return Gone.PartRequest;
            var line = Line.Create(new LineInput(LineKind.Part, asked.Text, "1"), work.Actor);
            if (line.Problem is { } bad)
                return bad;
            var added = await work.OnOrderAsync<bool>(asked.OrderId, async under =>
            {
                if (under.Order.AddLine(asked.JobId ?? 0, line.Value, work.Actor).Problem is { } problem)
                    return problem;
                await work.Db.SaveChangesAsync();
                return true;
            });
            if (added.Problem is { } refused)
                return refused;
            return asked.PutOnOrder(line.Value.Id, work.Actor).Problem is { } answered
                ? answered
                : new PartRequestChanged(id, line.Value.Id);
        });

    private static Task<IResult> Reply(long id, PartReplyRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (asked, actor) => asked.Reply(request.Answer, actor));

    private static Task<IResult> Reopen(long id, CommandRunner commands) => ChangeAsync(id, commands, (asked, _) =>
        {
            asked.Reopen();
            return Result.Done;
        });

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<PartRequest, Actor, Result> change) =>
        commands.RunAsync<PartRequestChanged>(async work =>
        {
            if (await work.Db.PartRequests.FindAsync(id) is not { } asked)
                return Gone.PartRequest;
            return change(asked, work.Actor).Problem is { } problem ? problem : new PartRequestChanged(id, asked.LineId);
        });
}
