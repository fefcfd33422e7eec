using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>What is done at the bench: here or gone, on a job's clock and off, finished, opened again, how far it is.</summary>
public static class BenchWork
{
    /// <summary>Present or gone.</summary>
    /// <param name="Present">Here.</param>
    /// <param name="Break">Gone for a break, not for the day.</param>
    public sealed record PresenceRequest(bool Present, bool Break = false);

    /// <summary>How far a job is, in the shop's words.</summary>
    public sealed record ProgressNoteRequest(string? Note);

    /// <summary>A job that was finished.</summary>
    /// <param name="JobId">The job.</param>
    /// <param name="Unfinished">Approved work of the same vehicle that is not finished yet, and inspections with open points.</param>
    public sealed record JobFinished(long JobId, IReadOnlyList<string> Unfinished);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/bench/presence", SetPresence).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/jobs/{jobId:long}/clock-on", ClockOn).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/clock-off", ClockOff).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/jobs/{jobId:long}/finish", Finish).Asks(Permission.Work).Produces<JobFinished>().ProducesProblem(422);
        api.MapPost("/bench/jobs/{jobId:long}/progress-note", NoteProgress).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/jobs/{jobId:long}/reopen", Reopen).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
    }

    private static Task<IResult> SetPresence(PresenceRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var (db, actor) = (work.Db, work.Actor);
            var clock = await ClockAsync(work);
            if (!request.Present && request.Break)
                clock.Pause(actor.At);
            else if (!request.Present)
                clock.Go(actor.At);
            else if (clock.Come(actor.At) is { } came)
                db.Attendances.Add(came);
            await db.SaveChangesAsync();
            return new Changed(0, actor.StaffId, 0);
        });

    private static Task<IResult> ClockOn(long jobId, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var (db, actor) = (work.Db, work.Actor);
            if (await db.Jobs.FindAsync(jobId) is not { } job)
                return Gone.JobOfOrder;
            var clock = await ClockAsync(work);
            if (clock.Come(actor.At) is { } came)
                db.Attendances.Add(came);
            if (clock.IsOn(jobId))
                return new Changed(0, jobId, 0);
            if (await OnOrderAsync(work, job, under => under.Order.BeginWork(jobId, under.Policy, actor)) is { } refused)
                return refused;
            db.TimeEntries.Add(clock.Begin(job.OrderId, jobId, actor.At));
            await db.SaveChangesAsync();
            return new Changed(0, jobId, 0);
        });

    private static Task<IResult> ClockOff(CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            (await ClockAsync(work)).Stop(work.Actor.At);
            return new Changed(0, work.Actor.StaffId, 0);
        });

    private static async Task<TimeClock> ClockAsync(CommandContext work)
    {
        var (db, me) = (work.Db, work.Actor.StaffId);
        return new TimeClock(
            me,
            await db.Attendances.FirstOrDefaultAsync(a => a.StaffId == me && a.End == null),
            await db.TimeEntries.FirstOrDefaultAsync(t => t.StaffId == me && t.End == null)
        );
    }

    private static Task<IResult> Finish(long jobId, CommandRunner commands) =>
        commands.RunAsync<JobFinished>(async work =>
        {
            if (await work.Db.Jobs.FindAsync(jobId) is not { } job)
                return Gone.JobOfOrder;
            foreach (var running in await work.Db.TimeEntries.Where(t => t.JobId == jobId && t.End == null).ToListAsync())
                running.Stop(work.Actor.At);
            IReadOnlyList<string> open = [];
            var problem = await OnOrderAsync(work, job, under =>
            {
                var result = under.Order.FinishJob(jobId, under.Policy, work.Actor, under.Shop.ChecksWork);
                open = [.. under.Order.Unfinished.Select(j => j.Title)];
                return result;
            });
            if (problem is not null)
                return problem;
            var inspections = await work
                .Db.Inspections.Where(i => i.OrderId == job.OrderId && i.FinishedAt == null && i.JobId != jobId)
                .Select(i => i.Name)
                .ToListAsync();
            return new JobFinished(jobId, [.. open.Union(inspections)]);
        });

    private static Task<IResult> Reopen(long jobId, CommandRunner commands) =>
        OnJobAsync(commands, jobId, (order, actor) => order.ReopenJob(jobId, actor));

    private static Task<IResult> NoteProgress(long jobId, ProgressNoteRequest request, CommandRunner commands) =>
        OnJobAsync(commands, jobId, (order, actor) => order.NoteProgress(jobId, request.Note, actor));

    private static Task<IResult> OnJobAsync(CommandRunner commands, long jobId, Func<Order, Actor, Result> change) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await work.Db.Jobs.FindAsync(jobId) is not { } job)
                return Gone.JobOfOrder;
            return await OnOrderAsync(work, job, under => change(under.Order, work.Actor)) is { } problem
                ? problem
                : new Changed(0, jobId, 0);
        });

    private static async Task<Problem?> OnOrderAsync(CommandContext work, Job job, Func<OrderCommandContext, Result> change) =>
        (
            await work.OnOrderAsync<bool>(job.OrderId, under =>
                Task.FromResult<Result<bool>>(change(under).Problem is { } problem ? problem : true)
            )
        ).Problem;
}
