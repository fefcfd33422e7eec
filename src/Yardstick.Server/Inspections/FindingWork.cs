using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Catalog;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>
/// Turns findings into jobs: each once, however often and by however many it is asked for. What a job on the order does already joins
/// it; what has no canned job becomes one that has to be priced.
/// </summary>
public static class FindingWork
{
    /// <summary>Which findings.</summary>
    /// <param name="FindingIds">Those that were chosen; null for all that are due or unsafe.</param>
    public sealed record FindingWorkRequest(IReadOnlyList<long>? FindingIds);

    /// <summary>What became of them.</summary>
    /// <param name="JobIds">Jobs that were added.</param>
    /// <param name="Joined">Findings that a job on the order does already.</param>
    public sealed record FindingWorkDone(IReadOnlyList<long> JobIds, int Joined) : OrderAnswer;

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/findings/work", Handle).Asks(Permission.EditOrders).Produces<FindingWorkDone>().ProducesProblem(422);

    private static Task<IResult> Handle(long id, FindingWorkRequest request, CommandRunner commands, VehicleDataCache sources) =>
        commands.OnOrderAsync<FindingWorkDone>(id, async under =>
        {
            var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
            var findings = await db.Findings.Where(f => f.OrderId == id).OrderBy(f => f.Id).ToListAsync();
            var specs = sources.FactsAtHand(await sources.CarOfAsync(id));
            var (added, joined) = (new List<long>(), 0);
            foreach (var work in WorkOfFindings.Of(order, findings, request.FindingIds))
            {
                if (work.Covered is { } covered)
                {
                    work.JoinTo(covered);
                    joined += work.Findings.Count;
                    continue;
                }
                var job = await AddAsync(under, work, specs, actor);
                if (job.Problem is { } problem)
                    return problem;
                work.JoinTo(job.Value);
                added.Add(job.Value.Id);
            }
            foreach (var read in await db.Inspections.Where(i => i.OrderId == id && i.FinishedAt != null && i.ReadAt == null).ToListAsync())
                read.Read(actor);
            await db.SaveChangesAsync();
            return new FindingWorkDone(added, joined);
        });

    private static async Task<Result<Job>> AddAsync(OrderCommandContext under, WorkOfFindings work, VehicleSpecs? specs, Actor actor)
    {
        var (db, order) = (under.Command.Db, under.Order);
        var made = work.CannedJobId is { } canned ? await CannedJobs.MakeAsync(db, canned, under.Policy.StockCost, specs) : Gone.CannedJob;
        // A canned job that was retired meanwhile leaves the finding to be priced by hand.
        if (!made.Ok)
        {
            var plain = order.AddJob(Job.Create(work.Title, JobOrigin.Written, "Inspection"), actor);
            if (plain.Ok)
                await db.SaveChangesAsync();
            return plain;
        }
        var added = order.AddJob(made.Value.Job, actor);
        if (!added.Ok)
            return added;
        await db.SaveChangesAsync();
        if (order.GiveCanned(made.Value.Canned, added.Value, actor) is { } problem)
            return problem;
        if (added.Value.CountUnit.Length > 0 && added.Value.Count != work.Count)
        {
            var counted = order.SetJob(added.Value.Id, "count", work.Count.ToString(), actor);
            if (counted.Problem is { } bad)
                return bad;
        }
        return added;
    }
}
