using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Schedule;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Schedule;

/// <summary>The shop's bays as they are set up.</summary>
public static class Bays
{
    private const string Target = "bay";

    /// <summary>A bay, each field as typed.</summary>
    public sealed record BayDetail(long Id, int Version, string Name, string Equipment, bool Retired);

    /// <summary>A new bay.</summary>
    public sealed record BayRequest(string? Name);

    /// <summary>One field as typed.</summary>
    public sealed record BaySetRequest(string Field, string? Value, int Version);

    /// <summary>Takes a bay out of use, or brings it back.</summary>
    public sealed record BayRetireRequest(bool Retired);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/bays", ListAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<BayDetail>>();
        api.MapPost("/bays", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/bays/{id:long}", Set).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422).ProducesProblem(409);
        api.MapPost("/bays/{id:long}/retire", Retire).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db) =>
        Results.Ok(
            (await db.Bays.OrderBy(b => b.RetiredAt != null).ThenBy(b => b.Name).ToListAsync()).ConvertAll(b => new BayDetail(
                b.Id,
                b.Version,
                b.Name,
                string.Join(", ", b.Equipment),
                b.RetiredAt is not null
            ))
        );

    private static Task<IResult> Add(BayRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var made = Bay.Create(request.Name, await TakenAsync(work.Db, request.Name, 0));
            if (made.Problem is { } problem)
                return problem;
            work.Db.Bays.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Name));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, BaySetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Bays.FindAsync(id) is not { } bay)
                return Gone.Bay;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                async () => bay.Set(request.Field, request.Value, request.Field == "name" && await TakenAsync(work.Db, request.Value, id)),
                () => bay.Version
            );
        });

    private static Task<bool> TakenAsync(ShopDb db, string? name, long but)
    {
        var typed = (name ?? "").Trim();
        return db.Bays.AnyAsync(b => b.Name == typed && b.Id != but);
    }

    private static Task<IResult> Retire(long id, BayRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Bays.FindAsync(id) is not { } bay)
                return Gone.Bay;
            work.Record(Target, id, bay.Version, bay.Retire(request.Retired, work.Actor.At));
            return new RecordChanged(id, bay.Version);
        });
}
