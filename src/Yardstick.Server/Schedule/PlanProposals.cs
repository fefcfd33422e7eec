using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>Plans the day: a better plan is laid over what is scheduled, and taken whole, in part, or not at all.</summary>
public static class PlanProposals
{
    /// <summary>Somewhere a job stands.</summary>
    public sealed record MovePlace(long? TechnicianId, long? BayId, LocalDateTime Start);

    /// <summary>A job that would be moved.</summary>
    public sealed record MoveView
    {
        /// <summary>The job.</summary>
        public required long JobId { get; init; }

        /// <summary>Its order.</summary>
        public required long OrderId { get; init; }

        /// <summary>Plate.</summary>
        public required string Plate { get; init; }

        /// <summary>What is to be done.</summary>
        public required string Title { get; init; }

        /// <summary>Where it stands; null where nobody scheduled it.</summary>
        public required MovePlace? Before { get; init; }

        /// <summary>Where it would stand.</summary>
        public required MovePlace After { get; init; }

        /// <summary>When it would end.</summary>
        public required LocalDateTime End { get; init; }

        /// <summary>The same in stretches of the hours of whoever does it.</summary>
        public required IReadOnlyList<CalendarSpan> Spans { get; init; }

        /// <summary>It is approved.</summary>
        public required bool IsCertain { get; init; }

        /// <summary>When the order is ready as things are.</summary>
        public required LocalDateTime? ReadyBefore { get; init; }

        /// <summary>When it would be ready.</summary>
        public required LocalDateTime? ReadyAfter { get; init; }

        /// <summary>What was promised.</summary>
        public required LocalDateTime? PromisedAt { get; init; }

        /// <summary>Version to send back.</summary>
        public required int Version { get; init; }
    }

    /// <summary>An order that is late even then.</summary>
    public sealed record StillLate(
        long OrderId,
        long Number,
        string Plate,
        LocalDateTime PromisedAt,
        LocalDateTime? Earliest,
        int LateMinutes,
        string Why
    );

    /// <summary>A better plan.</summary>
    public sealed record ProposalView
    {
        /// <summary>When it was made, UTC; sent back with what is taken of it.</summary>
        public required Instant At { get; init; }

        /// <summary>Minutes late in all as things are.</summary>
        public required int LateBefore { get; init; }

        /// <summary>Minutes late in all then.</summary>
        public required int LateAfter { get; init; }

        /// <summary>Promises that are not kept as things are.</summary>
        public required int BrokenBefore { get; init; }

        /// <summary>Promises that are not kept then.</summary>
        public required int BrokenAfter { get; init; }

        /// <summary>Approved jobs that have no place even then.</summary>
        public required int WithoutPlace { get; init; }

        /// <summary>None is better.</summary>
        public required bool IsProven { get; init; }

        /// <summary>How long it took, in seconds.</summary>
        public required decimal Seconds { get; init; }

        /// <summary>What would be moved, in the order of the day.</summary>
        public required IReadOnlyList<MoveView> Moves { get; init; }

        /// <summary>Orders that are late even then.</summary>
        public required IReadOnlyList<StillLate> Late { get; init; }
    }

    /// <summary>A job and where it goes; null takes it off the schedule, as an undo does.</summary>
    public sealed record TakeMove(long JobId, MovePlace? To, int Version);

    /// <summary>What is taken of a plan.</summary>
    /// <param name="At">When the plan was made, UTC; null for an undo.</param>
    /// <param name="Moves">The moves.</param>
    public sealed record TakePlanRequest(Instant? At, IReadOnlyList<TakeMove> Moves);

    /// <summary>What was taken: the moves that take it back.</summary>
    public sealed record PlanTaken(IReadOnlyList<TakeMove> Back);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plan/proposal", ProposeAsync).Asks(Permission.PlanWork).Produces<ProposalView>();
        api.MapPost("/plan/take", Take)
            .Asks(Permission.PlanWork)
            .Produces<PlanTaken>()
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422);
    }

    private static async Task<IResult> ProposeAsync(ShopDb db, IPlanSolver solver, TimeProvider time, CancellationToken cancel)
    {
        // One plan is thought of at a time: it takes all there is of the machine, and whoever comes next gets a fresh one.
        await One.WaitAsync(cancel);
        try
        {
            return await ProposeAloneAsync(db, solver, time, cancel);
        }
        finally
        {
            One.Release();
        }
    }

    private static readonly SemaphoreSlim One = new(1, 1);

    private static async Task<IResult> ProposeAloneAsync(ShopDb db, IPlanSolver solver, TimeProvider time, CancellationToken cancel)
    {
        var began = time.GetTimestamp();
        var now = time.Now();
        var plan = await Promises.ReadAsync(db, now);
        // It thinks for seconds: not on a thread that answers others.
        var proposal = await Task.Factory.StartNew(
            () => PlanProposal.Of(plan, solver),
            cancel,
            TaskCreationOptions.LongRunning,
            TaskScheduler.Default
        );
        var vehicleIds = plan.Orders.Select(o => o.VehicleId).OfType<long>().ToList();
        var plates = await db
            .Vehicles.AsNoTracking()
            .Where(v => vehicleIds.Contains(v.Id))
            .ToDictionaryAsync(v => v.Id, v => v.Plate.Text, cancel);
        var orders = plan.Orders.ToDictionary(o => o.Id);
        var outlooks = proposal.Orders.ToDictionary(o => o.OrderId);
        string PlateOf(Order order) => order.VehicleId is { } id ? plates.GetValueOrDefault(id, "") : "";
        return Results.Ok(
            new ProposalView
            {
                At = now,
                LateBefore = proposal.LateBefore,
                LateAfter = proposal.LateAfter,
                BrokenBefore = proposal.Orders.Count(o => o.LateBefore > 0),
                BrokenAfter = proposal.Orders.Count(o => o.LateAfter > 0),
                WithoutPlace = proposal.WithoutPlace,
                IsProven = proposal.IsProven,
                Seconds = decimal.Round((decimal)time.GetElapsedTime(began).TotalSeconds, 1),
                Moves =
                [
                    .. proposal.Moves.Select(m =>
                    {
                        var order = orders[m.OrderId];
                        var outlook = outlooks.GetValueOrDefault(m.OrderId);
                        return new MoveView
                        {
                            JobId = m.JobId,
                            OrderId = m.OrderId,
                            Plate = PlateOf(order),
                            Title = order.Jobs.First(j => j.Id == m.JobId).Title,
                            Before = m.Before is { } before ? new MovePlace(before.TechnicianId, before.BayId, before.Start) : null,
                            After = new MovePlace(m.After.TechnicianId, m.After.BayId, m.After.Start),
                            End = m.End,
                            Spans = [.. m.Pieces.Select(p => new CalendarSpan(p.From, p.Until))],
                            IsCertain = m.IsCertain,
                            ReadyBefore = outlook?.ReadyBefore,
                            ReadyAfter = outlook?.ReadyAfter,
                            PromisedAt = order.PromisedAt,
                            Version = m.Version,
                        };
                    }),
                ],
                Late =
                [
                    .. proposal
                        .Orders.Where(o => o.LateAfter > 0 && o.PromisedAt is not null)
                        .OrderBy(o => o.PromisedAt)
                        .Select(o => new StillLate(
                            o.OrderId,
                            orders[o.OrderId].Number,
                            PlateOf(orders[o.OrderId]),
                            o.PromisedAt!.Value,
                            o.ReadyAfter,
                            o.LateAfter,
                            plan.WhyLate(orders[o.OrderId])
                        )),
                ],
            }
        );
    }

    private static Task<IResult> Take(TakePlanRequest request, CommandRunner commands) =>
        commands.RunAsync<PlanTaken>(async work =>
        {
            var db = work.Db;
            if (request.At is { } at && PlanProposal.Stale(at, work.Actor.At) is { } stale)
                return stale;
            var shop = await db.Shops.SingleAsync();
            var ids = request.Moves.Select(m => m.JobId).ToList();
            var jobs = await db.Jobs.Where(j => ids.Contains(j.Id) && j.RemovedAt == null).ToDictionaryAsync(j => j.Id);
            var plans = await db.PlannedWork.Where(p => ids.Contains(p.JobId)).ToDictionaryAsync(p => p.JobId);
            var running = await db.TimeEntries.Where(t => ids.Contains(t.JobId) && t.End == null).Select(t => t.JobId).ToListAsync();
            var back = new List<TakeMove>();
            foreach (var move in request.Moves)
            {
                if (jobs.GetValueOrDefault(move.JobId) is not { } job)
                    return Gone.JobOfOrder;
                if (move.To is { } place && await db.UnknownAsync(place.TechnicianId, place.BayId) is { } unknown)
                    return unknown;
                var plan = plans.GetValueOrDefault(move.JobId);
                if ((plan?.Version ?? 0) != move.Version || running.Contains(move.JobId))
                    return PlannedWork.Changed(job.Title);
                var before = plan is null ? null : new MovePlace(plan.TechnicianId, plan.BayId, plan.Start);
                if (move.To is not { } to)
                {
                    if (plan is not null)
                        db.PlannedWork.Remove(plan);
                    back.Add(new TakeMove(move.JobId, before, 0));
                    continue;
                }
                if (plan is null)
                    db.PlannedWork.Add(plan = new PlannedWork { JobId = move.JobId, OrderId = job.OrderId });
                var there = await db.ThereAsync(to.TechnicianId, to.Start.Date, shop);
                if (plan.Place(to.TechnicianId, to.Start, shop, plan.Version, there).Problem is { } refused)
                    return refused;
                plan.StandIn(to.BayId);
                back.Add(new TakeMove(move.JobId, before, plan.Version));
            }
            await db.SaveChangesAsync();
            return new PlanTaken(back);
        });
}
