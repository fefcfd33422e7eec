using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>A vehicle goes from one person to another with a note and, if wanted, a stage. It is not done until it is taken.</summary>
public static class Handovers
{
    /// <summary>To whom, with what.</summary>
    public sealed record HandoverRequest(long ToId, string? Note, long? StageId);

    /// <summary>What came of it.</summary>
    public sealed record HandoverDone(long Id, long OrderId);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/orders/{id:long}/handover", Offer).Asks(Permission.SeeFloor).Produces<HandoverDone>().ProducesProblem(422);
        api.MapPost("/handovers/{id:long}/take", Take).Asks(Permission.SeeFloor).Produces<HandoverDone>().ProducesProblem(422);
        api.MapPost("/handovers/{id:long}/withdraw", Withdraw).Asks(Permission.SeeFloor).Produces<HandoverDone>().ProducesProblem(422);
    }

    private static Task<IResult> Offer(long id, HandoverRequest request, CommandRunner commands) =>
        commands.RunAsync<HandoverDone>(async work =>
        {
            var db = work.Db;
            if (await db.Orders.FirstOrDefaultAsync(o => o.Id == id && o.State == OrderState.Open) is null)
                return Gone.Order;
            if (!await db.Staff.AnyAsync(s => s.Id == request.ToId && s.Active))
                return new Problem("staff.gone", "This person is not on the staff list. Choose another.", "toId");
            if (request.StageId is { } stage && (await db.StageListAsync()).Find(stage) is not { RetiredAt: null })
                return Gone.Stage;
            var made = Handover.Offer(id, request.ToId, request.Note, request.StageId, work.Actor);
            if (made.Problem is { } problem)
                return problem;
            foreach (var before in await db.Handovers.Where(Handover.Waiting).Where(h => h.OrderId == id).ToListAsync())
                before.GiveWay(work.Actor);
            db.Handovers.Add(made.Value);
            await db.SaveChangesAsync();
            return new HandoverDone(made.Value.Id, id);
        });

    private static Task<IResult> Take(long id, CommandRunner commands) =>
        commands.RunAsync<HandoverDone>(async work =>
        {
            var db = work.Db;
            if (await db.Handovers.FindAsync(id) is not { } handover)
                return Gone.Handover;
            if (handover.Take(work.Actor).Problem is { } refused)
                return refused;
            var taken = await work.OnOrderAsync<bool>(handover.OrderId, under => GiveAsync(under, handover));
            return taken.Problem is { } problem ? problem : new HandoverDone(id, handover.OrderId);
        });

    /// <summary>
    /// It is theirs: a technician leads it and does what the other had still to do; whoever is on the clock stays on it.
    /// </summary>
    private static async Task<Result<bool>> GiveAsync(OrderCommandContext under, Handover handover)
    {
        var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
        var role = await db.Staff.Where(s => s.Id == handover.ToId).Select(s => s.Role).SingleAsync();
        var people = await OrderContacts.PeopleAsync(db, order.CustomerId);
        var key = handover.ToId.ToString(System.Globalization.CultureInfo.InvariantCulture);
        if (role == Role.Technician)
        {
            if (order.SetHeader("leadId", key, under.LocalNow, actor, people).Problem is { } noLead)
                return noLead;
            var open = await under.JobsToGiveAsync();
            await under.GiveScheduledAsync(open, handover.ToId, who => who is null || who == handover.FromId);
            foreach (
                var line in order
                    .OnJobs.Where(j => open.Contains(j.Id))
                    .SelectMany(j => j.OnLines.OfType<LaborLine>())
                    .Where(l => l.TechnicianId == handover.FromId)
            )
                if (order.SetLine(line.Id, "technicianId", key, actor).Problem is { } noLine)
                    return noLine;
        }
        else if (
            role is Role.Writer or Role.Manager or Role.Owner
            && order.SetHeader("writerId", key, under.LocalNow, actor, people).Problem is { } noWriter
        )
            return noWriter;
        if (handover.StageId is not { } stageId)
            return true;
        var stages = await db.StageListAsync();
        if (stages.Find(stageId) is not { } stage)
            return Gone.Stage;
        return order.MoveTo(stage, order.StageIn(stages), actor).Problem is { } stays ? stays : true;
    }

    private static Task<IResult> Withdraw(long id, CommandRunner commands) =>
        commands.RunAsync<HandoverDone>(async work =>
        {
            if (await work.Db.Handovers.FindAsync(id) is not { } handover)
                return Gone.Handover;
            return handover.Withdraw(work.Actor).Problem is { } refused ? refused : new HandoverDone(id, handover.OrderId);
        });
}
