using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>The shop's own stages as they are set up.</summary>
public static class FloorSetup
{
    private const string Target = "stage";

    /// <summary>A stage as it is set up.</summary>
    public sealed record StageDetail
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, sent with the next change.</summary>
        public required int Version { get; init; }

        /// <summary>Name.</summary>
        public required string Name { get; init; }

        /// <summary>What it means.</summary>
        public required Stage Meaning { get; init; }

        /// <summary>Roles whose floor shows it; none: all.</summary>
        public required IReadOnlyList<Role> Roles { get; init; }

        /// <summary>Vehicles that are in it.</summary>
        public required int Vehicles { get; init; }

        /// <summary>Nothing is moved there any more.</summary>
        public required bool Retired { get; init; }
    }

    /// <summary>What a stage can mean, in words.</summary>
    public sealed record StageMeaning(Stage Meaning, string Name);

    /// <summary>The stages and what they can mean.</summary>
    public sealed record StagesSetup(IReadOnlyList<StageDetail> Stages, IReadOnlyList<StageMeaning> Meanings);

    /// <summary>A new stage.</summary>
    public sealed record StageAddRequest(string? Name, Stage Meaning);

    /// <summary>One field as typed.</summary>
    public sealed record StageSetRequest(string Field, string? Value, int Version);

    /// <summary>One place up (-1) or down (1).</summary>
    public sealed record StageShiftRequest(int By);

    /// <summary>Takes a stage off what is offered, or brings it back.</summary>
    public sealed record StageRetireRequest(bool Retired);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/stages", ListAsync).Asks(Permission.EditSetup).Produces<StagesSetup>();
        api.MapPost("/stages", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/stages/{id:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/stages/{id:long}/shift", Shift).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/stages/{id:long}/retire", Retire).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static IQueryable<Order> OnFloor(this ShopDb db) => db.Orders.Where(o => o.State == OrderState.Open);

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var list = await db.StageListAsync();
        var standing = await db.OnFloor()
            .GroupBy(o => new { o.Stage, o.StageId })
            .Select(g => new { g.Key, Count = g.Count() })
            .ToListAsync();
        var counts = standing.ToLookup(s => list.Of(s.Key.Stage, s.Key.StageId).Id, s => s.Count);
        return Results.Ok(
            new StagesSetup(
                [
                    .. list
                        .All.OrderBy(s => s.RetiredAt is not null)
                        .Select(s => new StageDetail
                        {
                            Id = s.Id,
                            Version = s.Version,
                            Name = s.Name,
                            Meaning = s.Meaning,
                            Roles = s.Roles,
                            Vehicles = counts[s.Id].Sum(),
                            Retired = s.RetiredAt is not null,
                        }),
                ],
                [.. Stages.All.Select(m => new StageMeaning(m, Stages.Name(m)))]
            )
        );
    }

    private static Task<IResult> Add(StageAddRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var made = ShopStage.Create(request.Name, request.Meaning, await work.Db.Stages.ToListAsync());
            if (made.Problem is { } problem)
                return problem;
            work.Db.Stages.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Name));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, StageSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var all = await work.Db.Stages.ToListAsync();
            if (all.Find(s => s.Id == id) is not { } stage)
                return Gone.Stage;
            var list = new StageList(all);
            // Where the program moved a vehicle to a meaning, it stands in the first stage that means that.
            var byMeaning = list.Of(stage.Meaning).Id == id;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                async () =>
                    stage.Set(
                        request.Field,
                        request.Value,
                        all,
                        await work.Db.OnFloor().AnyAsync(o => o.StageId == id || byMeaning && o.StageId == null && o.Stage == stage.Meaning)
                    ),
                () => stage.Version
            );
        });

    private static Task<IResult> Shift(long id, StageShiftRequest request, CommandRunner commands) =>
        ChangeAsync(commands, id, (stage, all, _) => stage.Shift(request.By, all));

    private static Task<IResult> Retire(long id, StageRetireRequest request, CommandRunner commands) =>
        ChangeAsync(commands, id, (stage, all, at) => stage.Retire(request.Retired, all, at));

    private static Task<IResult> ChangeAsync(
        CommandRunner commands,
        long id,
        Func<ShopStage, IReadOnlyList<ShopStage>, Instant, Result<FieldChange>> change
    ) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var all = await work.Db.Stages.ToListAsync();
            if (all.Find(s => s.Id == id) is not { } stage)
                return Gone.Stage;
            var changed = change(stage, all, work.Actor.At);
            if (changed.Problem is { } problem)
                return problem;
            work.Record(Target, id, stage.Version, changed.Value);
            return new RecordChanged(id, stage.Version);
        });
}
