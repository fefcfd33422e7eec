using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>Takes jobs off the schedule, and moves cars between stages.</summary>
public static class PlanWork
{
    /// <summary>One of the shop's stages.</summary>
    public sealed record StageRequest(long StageId, int Version);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapDelete("/jobs/{jobId:long}/plan", Unplan).Asks(Permission.PlanWork).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/stage", Move)
            .Asks(Permission.PlanWork)
            .Produces<Changed>()
            .ProducesProblem(422)
            .ProducesProblem(409);
    }

    private static Task<IResult> Unplan(long jobId, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.PlannedWork.FirstOrDefaultAsync(p => p.JobId == jobId) is { } plan)
            {
                work.Db.PlannedWork.Remove(plan);
                await work.Db.SaveChangesAsync();
            }
            return new Changed(0, jobId, 0);
        });

    private static Task<IResult> Move(long id, StageRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var stages = await under.Command.Db.StageListAsync();
            if (stages.Find(request.StageId) is not { } stage)
                return Gone.Stage;
            if (await under.ClashAsync("order", id, "stage", request.Version, stage.Name) is { } clash)
                return clash;
            var moved = under.Order.MoveTo(stage, under.Order.StageIn(stages), under.Command.Actor);
            if (moved.Problem is { } problem)
                return problem;
            return new Changed(under.Order.Version, id, under.Order.Version);
        });
}
