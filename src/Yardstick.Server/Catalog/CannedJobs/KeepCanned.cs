using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Making and changing canned jobs and their sets, in Setup or from a job on an order.</summary>
public static class KeepCanned
{
    /// <summary>A canned job to be edited; a new one has no key.</summary>
    public sealed record CannedFormView(long? Id, int Version, CannedForm Form);

    /// <summary>What was typed, and the version that it began from; 0 for a new one.</summary>
    public sealed record KeepCannedRequest(CannedForm Form, int Version);

    /// <summary>What was kept.</summary>
    public sealed record CannedKept(long Id, int Version);

    /// <summary>A set of canned jobs.</summary>
    public sealed record CannedSetView(long Id, string Title, string Words, IReadOnlyList<long> JobIds);

    /// <summary>A set as it is typed; without a key a new one.</summary>
    public sealed record CannedSetRequest(long? Id, string Title, string Words, IReadOnlyList<long> JobIds);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/canned-jobs/{id:long}", FormAsync).Asks(Permission.EditSetup).Produces<CannedFormView>().ProducesProblem(404);
        api.MapGet("/canned-jobs/facts", () => Results.Ok(FollowedFact.All))
            .Asks(Permission.EditSetup)
            .Produces<IReadOnlyList<FollowedFact>>();
        api.MapGet("/canned-jobs/from-job/{jobId:long}", FromJobAsync)
            .Asks(Permission.EditSetup)
            .Produces<CannedFormView>()
            .ProducesProblem(404);
        api.MapPost("/canned-jobs", (KeepCannedRequest request, CommandRunner commands) => Keep(null, request, commands))
            .Asks(Permission.EditSetup)
            .Produces<CannedKept>()
            .ProducesProblem(422);
        api.MapPut("/canned-jobs/{id:long}", (long id, KeepCannedRequest request, CommandRunner commands) => Keep(id, request, commands))
            .Asks(Permission.EditSetup)
            .Produces<CannedKept>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapDelete("/canned-jobs/{id:long}", (long id, CommandRunner commands) => Switch(id, off: true, commands))
            .Asks(Permission.EditSetup)
            .Produces<CannedKept>()
            .ProducesProblem(422);
        api.MapPost("/canned-jobs/{id:long}/restore", (long id, CommandRunner commands) => Switch(id, off: false, commands))
            .Asks(Permission.EditSetup)
            .Produces<CannedKept>()
            .ProducesProblem(422);
        api.MapGet("/canned-sets", async (ShopDb db) =>
                Results.Ok(
                    (await db.CannedSets.OrderBy(s => s.Title).ToListAsync()).ConvertAll(s => new CannedSetView(
                        s.Id,
                        s.Title,
                        s.Words,
                        s.JobIds
                    ))
                )
            )
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<CannedSetView>>();
        api.MapPost("/canned-sets", KeepSet).Asks(Permission.EditSetup).Produces<CannedKept>().ProducesProblem(422);
        api.MapDelete("/canned-sets/{id:long}", RemoveSet).Asks(Permission.EditSetup).Produces<CannedKept>().ProducesProblem(422);
    }

    private static Task<Dictionary<long, string>> NumbersAsync(ShopDb db) => db.Parts.ToDictionaryAsync(p => p.Id, p => p.Number);

    private static async Task<IResult> FormAsync(long id, ShopDb db)
    {
        if (
            await db.CannedJobs.Include(c => c.Lines).Include(c => c.Alternatives).AsSplitQuery().FirstOrDefaultAsync(c => c.Id == id)
            is not { } canned
        )
            return Problems.Of(Gone.CannedJob);
        var numbers = await NumbersAsync(db);
        return Results.Ok(new CannedFormView(id, canned.Version, CannedForm.Of(canned, n => numbers.GetValueOrDefault(n, ""))));
    }

    private static async Task<IResult> FromJobAsync(long jobId, ShopDb db)
    {
        if (await db.Jobs.Include(j => j.Lines).FirstOrDefaultAsync(j => j.Id == jobId) is not { } job)
            return Problems.Of(Gone.Job);
        var numbers = await NumbersAsync(db);
        var given = await db
            .Discounts.Where(d => d.JobId == jobId && d.LineId == null && d.RemovedAt == null)
            .OrderBy(d => d.Id)
            .FirstOrDefaultAsync();
        var typed = given?.AsTyped ?? "";
        return Results.Ok(
            new CannedFormView(null, 0, CannedForm.Of(job, typed, given?.On ?? DiscountBase.All, n => numbers.GetValueOrDefault(n, "")))
        );
    }

    private static Task<IResult> Keep(long? id, KeepCannedRequest request, CommandRunner commands) =>
        commands.RunAsync<CannedKept>(async work =>
        {
            var db = work.Db;
            var canned = id is null
                ? new CannedJob()
                : await db
                    .CannedJobs.Include(c => c.Lines)
                    .Include(c => c.Alternatives)
                    .AsSplitQuery()
                    .FirstOrDefaultAsync(c => c.Id == id);
            if (canned is null)
                return Gone.CannedJob;
            if (id is not null && canned.ChangedSince(request.Version) is { } changed)
                return changed;
            var parts = await db.Parts.Where(p => p.WithdrawnAt == null).ToDictionaryAsync(p => p.Number, StringComparer.OrdinalIgnoreCase);
            if (CannedForm.Fill(request.Form, canned, number => parts.GetValueOrDefault(number)) is { } problem)
                return problem;
            if (id is null)
                db.CannedJobs.Add(canned);
            await db.SaveChangesAsync();
            return new CannedKept(canned.Id, canned.Version);
        });

    private static Task<IResult> Switch(long id, bool off, CommandRunner commands) =>
        commands.RunAsync<CannedKept>(async work =>
        {
            if (await work.Db.CannedJobs.FindAsync(id) is not { } canned)
                return Gone.CannedJob;
            canned.Retire(off, work.Actor.At);
            return new CannedKept(id, canned.Version);
        });

    private static Task<IResult> KeepSet(CannedSetRequest request, CommandRunner commands) =>
        commands.RunAsync<CannedKept>(async work =>
        {
            var set = request.Id is { } id ? await work.Db.CannedSets.FindAsync(id) : new CannedSet();
            if (set is null)
                return Gone.CannedSet;
            if (set.Set(request.Title, request.Words, request.JobIds).Problem is { } refused)
                return refused;
            if (set.Id == 0)
                work.Db.CannedSets.Add(set);
            await work.Db.SaveChangesAsync();
            return new CannedKept(set.Id, 1);
        });

    private static Task<IResult> RemoveSet(long id, CommandRunner commands) =>
        commands.RunAsync<CannedKept>(async work =>
        {
            if (await work.Db.CannedSets.FindAsync(id) is not { } set)
                return Gone.CannedSet;
            work.Db.CannedSets.Remove(set);
            return new CannedKept(id, 0);
        });
}
