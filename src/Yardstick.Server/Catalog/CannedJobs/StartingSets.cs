using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Floor;
using Yardstick.Core.Messaging;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>
/// What a new shop may begin with: canned jobs, stages, message templates, and part categories with their markup tables. What it has
/// already is left as it is; markups wait in the draft of the pricing rules, where they are looked at before they price anything.
/// </summary>
public static class StartingSets
{
    /// <summary>A set.</summary>
    /// <param name="Key">Short name.</param>
    /// <param name="Name">What it is called.</param>
    /// <param name="Description">What it is for.</param>
    /// <param name="Jobs">Titles of its canned jobs.</param>
    /// <param name="Stages">Names of its stages.</param>
    /// <param name="Texts">Names of its message templates.</param>
    /// <param name="MissingJobs">Canned jobs that the shop does not have.</param>
    /// <param name="MissingOthers">Stages, templates and categories that it does not have.</param>
    public sealed record StartingSetView(
        string Key,
        string Name,
        string Description,
        IReadOnlyList<string> Jobs,
        IReadOnlyList<string> Stages,
        IReadOnlyList<string> Texts,
        int MissingJobs,
        int MissingOthers
    );

    /// <summary>What was added, so that it can be taken back.</summary>
    /// <param name="Ids">Keys of the canned jobs.</param>
    /// <param name="StageIds">Keys of the stages.</param>
    /// <param name="TemplateIds">Keys of the message templates.</param>
    /// <param name="Categories">Part categories that wait in the draft of the pricing rules.</param>
    public sealed record StartingSetTaken(
        IReadOnlyList<long> Ids,
        IReadOnlyList<long> StageIds,
        IReadOnlyList<long> TemplateIds,
        IReadOnlyList<string> Categories
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/starting-sets", ListAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<StartingSetView>>();
        api.MapPost("/starting-sets/{key}", Take).Asks(Permission.EditSetup).Produces<StartingSetTaken>().ProducesProblem(404);
        api.MapPost("/starting-sets/{key}/undo", Undo).Asks(Permission.EditSetup).Produces<StartingSetTaken>().ProducesProblem(404);
    }

    private static HashSet<string> Named(IEnumerable<string> names) => names.ToHashSet(StringComparer.OrdinalIgnoreCase);

    private static async Task<HashSet<string>> TitlesAsync(ShopDb db) =>
        Named(await db.OfferedCannedJobs.Select(c => c.Title).ToListAsync());

    private static async Task<PolicyForm> FormAsync(ShopDb db, PolicyDraft? draft) =>
        draft is null ? PolicyFormWriter.Of(await db.PolicyAsync(await db.PolicyInForceAsync())) : WritePolicy.FormOf(draft);

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var titles = await TitlesAsync(db);
        var stages = Named(await db.Stages.Select(s => s.Name).ToListAsync());
        var texts = Named(await db.MessageTemplates.Select(t => t.Name).ToListAsync());
        var form = await FormAsync(db, await db.PolicyDrafts.SingleOrDefaultAsync());
        return Results.Ok(
            StartingSet
                .All.Select(s =>
                {
                    var (itsStages, itsTexts) = (StartingStages.Of(s.Key), StartingTexts.Of(s.Key));
                    return new StartingSetView(
                        s.Key,
                        s.Name,
                        s.Description,
                        [.. s.Jobs.Select(j => j.Title)],
                        [.. itsStages.Select(x => x.Name)],
                        [.. itsTexts.Select(x => x.Name)],
                        s.Jobs.Count(j => !titles.Contains(j.Title)),
                        itsStages.Count(x => !stages.Contains(x.Name))
                            + itsTexts.Count(x => !texts.Contains(x.Name))
                            + StartingMarkups.MissingIn(s.Key, form).Count
                    );
                })
                .ToList()
        );
    }

    private static Task<IResult> Take(string key, CommandRunner commands) =>
        commands.RunAsync<StartingSetTaken>(async work =>
        {
            if (StartingSet.All.FirstOrDefault(s => s.Key == key) is not { } set)
                return Gone.StartingSet;
            var db = work.Db;
            var made = set.Make(await TitlesAsync(db));
            if (made.Problem is { } problem)
                return problem;
            db.CannedJobs.AddRange(made.Value);
            var stages = new List<ShopStage>();
            var all = await db.Stages.ToListAsync();
            foreach (var (name, meaning) in StartingStages.Of(key))
                if (ShopStage.Create(name, meaning, all) is { Ok: true } stage)
                {
                    all.Add(stage.Value);
                    stages.Add(stage.Value);
                }
            db.Stages.AddRange(stages);
            var known = Named(await db.MessageTemplates.Select(t => t.Name).ToListAsync());
            var texts = StartingTexts.Of(key).Where(t => !known.Contains(t.Name)).ToList();
            db.MessageTemplates.AddRange(texts);
            var categories = await DraftAsync(work, key);
            if (categories.Problem is { } refused)
                return refused;
            await db.SaveChangesAsync();
            return new StartingSetTaken(
                [.. made.Value.Select(j => j.Id)],
                stages.ConvertAll(s => s.Id),
                texts.ConvertAll(t => t.Id),
                categories.Value
            );
        });

    /// <summary>
    /// Puts missing categories and their markup tables into the draft of the pricing rules, where the person may write it.
    /// </summary>
    private static async Task<Result<List<string>>> DraftAsync(CommandContext work, string key)
    {
        var draft = await work.Db.PolicyDrafts.SingleOrDefaultAsync();
        var form = await FormAsync(work.Db, draft);
        var missing = StartingMarkups.MissingIn(key, form);
        if (missing.Count == 0 || !work.Actor.May(Permission.EditPolicy))
            return new List<string>();
        if (draft is null)
            work.Db.PolicyDrafts.Add(draft = new PolicyDraft());
        var kept = draft.Keep(JsonSerializer.Serialize(StartingMarkups.AddTo(key, form), WritePolicy.Json), work.Actor);
        return kept.Problem is { } refused ? refused : missing.ToList();
    }

    /// <summary>Takes back what a set added, as long as nobody changed or used it. The draft of the pricing rules stays.</summary>
    private static Task<IResult> Undo(string key, StartingSetTaken request, CommandRunner commands) =>
        commands.RunAsync<StartingSetTaken>(async work =>
        {
            if (StartingSet.All.FirstOrDefault(s => s.Key == key) is not { } set)
                return Gone.StartingSet;
            var db = work.Db;
            var titles = set.Jobs.Select(j => j.Title).ToList();
            var jobs = await db
                .CannedJobs.Where(j => request.Ids.Contains(j.Id) && titles.Contains(j.Title) && j.Version == 1)
                .ToListAsync();
            foreach (var job in jobs)
                job.Retire(true, work.Actor.At);
            var all = await db.Stages.ToListAsync();
            var stages = all.FindAll(s => request.StageIds.Contains(s.Id) && s.Version == 1);
            foreach (var stage in stages)
                stage.Retire(true, all, work.Actor.At);
            var names = StartingTexts.Of(key).Select(t => t.Name).ToList();
            var texts = await db.MessageTemplates.Where(t => request.TemplateIds.Contains(t.Id) && names.Contains(t.Name)).ToListAsync();
            foreach (var text in texts)
                text.TakeOff(true, work.Actor.At);
            return new StartingSetTaken(jobs.ConvertAll(j => j.Id), stages.ConvertAll(s => s.Id), texts.ConvertAll(t => t.Id), []);
        });
}
