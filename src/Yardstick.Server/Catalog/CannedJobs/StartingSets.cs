using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Canned jobs with which a new shop may begin.</summary>
public static class StartingSets
{
    /// <summary>A set.</summary>
    /// <param name="Key">Short name.</param>
    /// <param name="Name">What it is called.</param>
    /// <param name="Description">What it is for.</param>
    /// <param name="Jobs">Titles of its jobs.</param>
    /// <param name="Missing">How many of them the shop does not have.</param>
    public sealed record StartingSetView(string Key, string Name, string Description, IReadOnlyList<string> Jobs, int Missing);

    /// <summary>What was added.</summary>
    /// <param name="Ids">Keys of the canned jobs that were added.</param>
    public sealed record StartingSetTaken(IReadOnlyList<long> Ids);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/starting-sets", ListAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<StartingSetView>>();
        api.MapPost("/starting-sets/{key}", Take).Asks(Permission.EditSetup).Produces<StartingSetTaken>().ProducesProblem(404);
        api.MapPost("/starting-sets/{key}/undo", Undo).Asks(Permission.EditSetup).Produces<StartingSetTaken>().ProducesProblem(404);
    }

    private static async Task<HashSet<string>> TitlesAsync(ShopDb db) =>
        (await db.OfferedCannedJobs.Select(c => c.Title).ToListAsync()).ToHashSet(StringComparer.OrdinalIgnoreCase);

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var titles = await TitlesAsync(db);
        return Results.Ok(
            StartingSet
                .All.Select(s => new StartingSetView(
                    s.Key,
                    s.Name,
                    s.Description,
                    [.. s.Jobs.Select(j => j.Title)],
                    s.Jobs.Count(j => !titles.Contains(j.Title))
                ))
                .ToList()
        );
    }

    private static Task<IResult> Take(string key, CommandRunner commands) =>
        commands.RunAsync<StartingSetTaken>(async work =>
        {
            if (StartingSet.All.FirstOrDefault(s => s.Key == key) is not { } set)
                return Gone.StartingSet;
            var made = set.Make(await TitlesAsync(work.Db));
            if (made.Problem is { } problem)
                return problem;
            work.Db.CannedJobs.AddRange(made.Value);
            await work.Db.SaveChangesAsync();
            return new StartingSetTaken([.. made.Value.Select(j => j.Id)]);
        });

    /// <summary>Retires what a set added, as long as nobody changed it.</summary>
    private static Task<IResult> Undo(string key, StartingSetTaken request, CommandRunner commands) =>
        commands.RunAsync<StartingSetTaken>(async work =>
        {
            if (StartingSet.All.FirstOrDefault(s => s.Key == key) is not { } set)
                return Gone.StartingSet;
            var titles = set.Jobs.Select(j => j.Title).ToList();
            var jobs = await work
                .Db.CannedJobs.Where(j => request.Ids.Contains(j.Id) && titles.Contains(j.Title) && j.Version == 1)
                .ToListAsync();
            foreach (var job in jobs)
                job.Retire(true, work.Actor.At);
            return new StartingSetTaken(jobs.ConvertAll(j => j.Id));
        });
}
