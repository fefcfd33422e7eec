using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Imports;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>Templates of inspections and checklists, made in Setup.</summary>
public static class InspectionTemplates
{
    /// <summary>A template in the list.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Name">Name.</param>
    /// <param name="IsChecklist">Points are done, not rated.</param>
    /// <param name="OnArrival">Every vehicle gets one.</param>
    /// <param name="Points">How many points it has.</param>
    /// <param name="Retired">Not offered any more.</param>
    public sealed record InspectionTemplateRow(long Id, string Name, bool IsChecklist, bool OnArrival, int Points, bool Retired);

    /// <summary>A point of a template.</summary>
    public sealed record InspectionTemplatePointView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Part of the vehicle.</summary>
        public required string Group { get; init; }

        /// <summary>What is looked at.</summary>
        public required string Title { get; init; }

        /// <summary>Unit; empty where it is only rated.</summary>
        public required string Unit { get; init; }

        /// <summary>More is worse.</summary>
        public required bool HighIsWorse { get; init; }

        /// <summary>Limit of watch.</summary>
        public required decimal? WatchAt { get; init; }

        /// <summary>Limit of due.</summary>
        public required decimal? DueAt { get; init; }

        /// <summary>Limit of unsafe.</summary>
        public required decimal? UnsafeAt { get; init; }

        /// <summary>The vehicle's spec that is the limit of unsafe.</summary>
        public required string FactKey { get; init; }

        /// <summary>What the customer reads when it is to be watched.</summary>
        public required string WatchText { get; init; }

        /// <summary>What the customer reads when it is due.</summary>
        public required string DueText { get; init; }

        /// <summary>What the customer reads when it is unsafe.</summary>
        public required string UnsafeText { get; init; }

        /// <summary>The canned job that it asks for.</summary>
        public required long? CannedJobId { get; init; }

        /// <summary>How much of that job.</summary>
        public required decimal CountEach { get; init; }
    }

    /// <summary>A choice by key.</summary>
    public sealed record InspectionTemplateChoice(long Id, string Title);

    /// <summary>A spec that can be the limit of a measured point.</summary>
    public sealed record LimitSpec(string Key, string Title);

    /// <summary>A template in full.</summary>
    public sealed record InspectionTemplateView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Name.</summary>
        public required string Name { get; init; }

        /// <summary>Points are done, not rated.</summary>
        public required bool IsChecklist { get; init; }

        /// <summary>Every vehicle gets one.</summary>
        public required bool OnArrival { get; init; }

        /// <summary>Not offered any more.</summary>
        public required bool Retired { get; init; }

        /// <summary>Version.</summary>
        public required int Version { get; init; }

        /// <summary>Its points in their order.</summary>
        public required IReadOnlyList<InspectionTemplatePointView> Points { get; init; }

        /// <summary>Canned jobs that bring it along.</summary>
        public required IReadOnlyList<InspectionTemplateChoice> ComesWith { get; init; }

        /// <summary>Canned jobs to choose from.</summary>
        public required IReadOnlyList<InspectionTemplateChoice> CannedJobs { get; init; }

        /// <summary>Units to choose from.</summary>
        public required IReadOnlyList<string> Units { get; init; }

        /// <summary>Specs to choose limits from.</summary>
        public required IReadOnlyList<LimitSpec> Specs { get; init; }
    }

    /// <summary>A new template.</summary>
    /// <param name="Name">Name.</param>
    /// <param name="CopyOf">The template whose points it gets; null for none.</param>
    /// <param name="Start">A list to begin with: courtesy, brakes or maintenance; empty for none.</param>
    public sealed record InspectionTemplateRequest(string? Name, long? CopyOf = null, string? Start = null);

    /// <summary>A field as typed.</summary>
    public sealed record InspectionTemplateSetRequest(string Field, string? Value);

    /// <summary>A new point.</summary>
    public sealed record InspectionTemplatePointRequest(string? Group, string? Title);

    /// <summary>Up or down.</summary>
    public sealed record InspectionTemplateMoveRequest(bool Up);

    /// <summary>Ends or begins something.</summary>
    public sealed record InspectionTemplateSwitchRequest(bool On);

    private static readonly LimitSpec[] Limits =
    [
        new("frontPadMinimum", "Front pad thickness, minimum (mm)"),
        new("rearPadMinimum", "Rear pad thickness, minimum (mm)"),
        new("frontRotorMinimum", "Front rotor thickness, minimum (mm)"),
    ];

    /// <summary>Points that came from a file.</summary>
    public sealed record InspectionPointsTaken(int Added, int Changed);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/inspection-templates", ListAsync).Asks(Permission.SeeFloor).Produces<IReadOnlyList<InspectionTemplateRow>>();
        api.MapGet("/inspection-templates/{id:long}", ShowAsync)
            .Asks(Permission.EditSetup)
            .Produces<InspectionTemplateView>()
            .ProducesProblem(404);
        api.MapPost("/inspection-templates", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}", Set).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/retire", Retire)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/comes-with/{cannedJobId:long}", ComeWith)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/points.csv", TakePoints)
            .Asks(Permission.EditSetup)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(ContentStore.MostSent))
            .DisableAntiforgery()
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<InspectionPointsTaken>()
            .ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/points", AddPoint)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/points/{pointId:long}", SetPoint)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/inspection-templates/{id:long}/points/{pointId:long}/move", MovePoint)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapDelete("/inspection-templates/{id:long}/points/{pointId:long}", RemovePoint)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db) =>
        Results.Ok(
            await db
                .InspectionTemplates.OrderBy(t => t.RetiredAt != null)
                .ThenBy(t => t.Name)
                .Select(t => new InspectionTemplateRow(t.Id, t.Name, t.IsChecklist, t.OnArrival, t.Points.Count, t.RetiredAt != null))
                .ToListAsync()
        );

    private static async Task<IResult> ShowAsync(long id, ShopDb db)
    {
        if (await db.InspectionTemplates.Include(t => t.Points).FirstOrDefaultAsync(t => t.Id == id) is not { } template)
            return Problems.Of(Gone.Template);
        var canned = await db
            .CannedJobs.Where(c => c.RemovedAt == null)
            .OrderBy(c => c.Title)
            .Select(c => new
            {
                c.Id,
                c.Title,
                c.InspectionTemplateId,
            })
            .ToListAsync();
        return Results.Ok(
            new InspectionTemplateView
            {
                Id = template.Id,
                Name = template.Name,
                IsChecklist = template.IsChecklist,
                OnArrival = template.OnArrival,
                Retired = template.RetiredAt is not null,
                Version = template.Version,
                Points = [.. template.Ordered.Select(ViewOf)],
                ComesWith = [.. canned.Where(c => c.InspectionTemplateId == id).Select(c => new InspectionTemplateChoice(c.Id, c.Title))],
                CannedJobs = [.. canned.Select(c => new InspectionTemplateChoice(c.Id, c.Title))],
                Units = InspectionTemplate.Units,
                Specs = Limits,
            }
        );
    }

    private static InspectionTemplatePointView ViewOf(TemplatePoint point)
    {
        var spec = point.Spec;
        return new InspectionTemplatePointView
        {
            Id = point.Id,
            Group = spec.Group,
            Title = spec.Title,
            Unit = spec.Unit,
            HighIsWorse = spec.HighIsWorse,
            WatchAt = spec.WatchAt,
            DueAt = spec.DueAt,
            UnsafeAt = spec.UnsafeAt,
            FactKey = spec.FactKey,
            WatchText = spec.WatchText,
            DueText = spec.DueText,
            UnsafeText = spec.UnsafeText,
            CannedJobId = spec.CannedJobId,
            CountEach = spec.CountEach,
        };
    }

    private static Task<IResult> Add(InspectionTemplateRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            var taken = await TakenAsync(db, request.Name, 0);
            Result<InspectionTemplate> made;
            if (request.CopyOf is { } from)
            {
                if (await db.InspectionTemplates.Include(t => t.Points).FirstOrDefaultAsync(t => t.Id == from) is not { } template)
                    return Gone.Template;
                made = template.Copy(request.Name, taken);
            }
            else
                made = StartingInspections.Create(request.Start ?? "", request.Name, taken);
            if (made.Problem is { } problem)
                return problem;
            db.InspectionTemplates.Add(made.Value);
            await db.SaveChangesAsync();
            return new RecordChanged(made.Value.Id, made.Value.Version);
        });

    private static Task<bool> TakenAsync(ShopDb db, string? name, long but)
    {
        var typed = (name ?? "").Trim();
        return db.InspectionTemplates.AnyAsync(t => t.Id != but && t.Name == typed);
    }

    private static Task<IResult> Set(long id, InspectionTemplateSetRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (template, db) =>
            template.Set(request.Field, request.Value, request.Field == "name" && await TakenAsync(db, request.Value, id))
        );

    private static Task<IResult> Retire(long id, InspectionTemplateSwitchRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.InspectionTemplates.FindAsync(id) is not { } template)
                return Gone.Template;
            template.Retire(request.On, work.Actor.At);
            return new RecordChanged(id, template.Version);
        });

    private static Task<IResult> ComeWith(long id, long cannedJobId, InspectionTemplateSwitchRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.InspectionTemplates.FindAsync(id) is not { } template)
                return Gone.Template;
            if (await work.Db.CannedJobs.FindAsync(cannedJobId) is not { } canned)
                return Gone.CannedJob;
            canned.BringAlong(request.On ? id : null);
            return new RecordChanged(id, template.Version);
        });

    private static Task<IResult> AddPoint(long id, InspectionTemplatePointRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (template, _) => Task.FromResult(Plain(template.Add(request.Group, request.Title))));

    private static async Task<IResult> TakePoints(long id, HttpRequest request, CommandRunner commands)
    {
        var content = await ContentStore.ReadAsync(request.Body, AttachedFile.MostBytes);
        if (content.Problem is { } large)
            return Problems.Of(large);
        var file = CsvFile.Read(content.Value);
        if (file.Problem is { } unreadable)
            return Problems.Of(unreadable);
        var rows = PointRow.Read(file.Value.Headings, file.Value.Rows);
        if (rows.Problem is { } noPoints)
            return Problems.Of(noPoints);
        return await commands.RunAsync<InspectionPointsTaken>(async work =>
        {
            if (await work.Db.InspectionTemplates.Include(t => t.Points).FirstOrDefaultAsync(t => t.Id == id) is not { } template)
                return Gone.Template;
            var canned = await work.Db.CannedJobs.Where(c => c.RemovedAt == null).Select(c => new { c.Id, c.Title }).ToListAsync();
            var byTitle = canned
                .GroupBy(c => c.Title, StringComparer.OrdinalIgnoreCase)
                .ToDictionary(g => g.Key, g => g.Max(c => c.Id), StringComparer.OrdinalIgnoreCase);
            var taken = template.Take(rows.Value, byTitle);
            if (taken.Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new InspectionPointsTaken(taken.Value.Added, taken.Value.Changed);
        });
    }

    private static Task<IResult> SetPoint(long id, long pointId, InspectionTemplateSetRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (template, _) => Task.FromResult(template.SetPoint(pointId, request.Field, request.Value)));

    private static Task<IResult> MovePoint(long id, long pointId, InspectionTemplateMoveRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (template, _) => Task.FromResult(template.Move(pointId, request.Up)));

    private static Task<IResult> RemovePoint(long id, long pointId, CommandRunner commands) =>
        ChangeAsync(id, commands, (template, _) => Task.FromResult(Plain(template.Remove(pointId))));

    private static Result Plain<T>(Result<T> result) => result.Problem is { } problem ? problem : Result.Done;

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<InspectionTemplate, ShopDb, Task<Result>> change) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.InspectionTemplates.Include(t => t.Points).FirstOrDefaultAsync(t => t.Id == id) is not { } template)
                return Gone.Template;
            if ((await change(template, work.Db)).Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            return new RecordChanged(id, template.Version);
        });
}
