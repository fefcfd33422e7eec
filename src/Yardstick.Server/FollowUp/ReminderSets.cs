using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.FollowUp;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.FollowUp;

/// <summary>Sets of reminders by kind of vehicle: made in Setup, put on a vehicle in one step.</summary>
public static class ReminderSets
{
    private const string Target = "reminderSet";
    private static readonly Problem Changed = new(
        "reminderSet.changed",
        "Someone else changed this set. Look at it again before you save."
    );

    /// <summary>A set.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Version">Its version.</param>
    /// <param name="Name">The kind of vehicle.</param>
    /// <param name="Services">One service a line, as typed.</param>
    /// <param name="Count">How many services.</param>
    /// <param name="Removed">Not offered any more.</param>
    public sealed record ReminderSetView(long Id, int Version, string Name, string Services, int Count, bool Removed);

    /// <summary>A set as typed; without a key it is a new one.</summary>
    public sealed record ReminderSetRequest(long? Id, int Version, string? Name, string? Services);

    /// <summary>Takes a set off, or offers it again.</summary>
    public sealed record ReminderSetRemoveRequest(bool Removed);

    /// <summary>Reminders that were put on a vehicle; those it had already are left as they are.</summary>
    /// <param name="Added">Their keys.</param>
    /// <param name="Had">How many it had already.</param>
    public sealed record ReminderSetApplied(IReadOnlyList<long> Added, int Had);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/reminder-sets", ListAsync).Asks(Permission.Find).Produces<IReadOnlyList<ReminderSetView>>();
        api.MapPost("/reminder-sets", Keep).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422).ProducesProblem(409);
        api.MapPost("/reminder-sets/{id:long}/remove", Remove).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/vehicles/{id:long}/reminder-sets/{setId:long}", Apply)
            .Asks(Permission.WriteUp)
            .Produces<ReminderSetApplied>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var unit = (await db.Shops.SingleAsync()).DistanceWord;
        return Results.Ok(
            (await db.ReminderSets.OrderBy(s => s.RemovedAt != null).ThenBy(s => s.Name).ToListAsync()).ConvertAll(s => new ReminderSetView(
                s.Id,
                s.Version,
                s.Name,
                s.Text(unit),
                s.Services.Count,
                s.RemovedAt is not null
            ))
        );
    }

    private static Task<IResult> Keep(ReminderSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var set = request.Id is { } id ? await work.Db.ReminderSets.FindAsync(id) : new ReminderSet();
            if (set is null)
                return Gone.ReminderSet;
            if (request.Id is not null && set.Version != request.Version)
                return Changed;
            var unit = (await work.Db.Shops.SingleAsync()).DistanceWord;
            var before = request.Id is null ? "" : $"{set.Name}\n{set.Text(unit)}";
            if (set.Fill(request.Name, request.Services).Problem is { } problem)
                return problem;
            if (request.Id is null)
                work.Db.ReminderSets.Add(set);
            await work.Db.SaveChangesAsync();
            work.Record(Target, set.Id, set.Version, new FieldChange("services", before, $"{set.Name}\n{set.Text(unit)}"));
            return new RecordChanged(set.Id, set.Version);
        });

    private static Task<IResult> Remove(long id, ReminderSetRemoveRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.ReminderSets.FindAsync(id) is not { } set)
                return Gone.ReminderSet;
            set.TakeOff(request.Removed, work.Actor.At);
            work.Record(
                Target,
                id,
                set.Version,
                request.Removed ? new FieldChange("removed", set.Name, "") : new FieldChange("removed", "", set.Name)
            );
            return new RecordChanged(id, set.Version);
        });

    private static Task<IResult> Apply(long id, long setId, CommandRunner commands) =>
        commands.RunAsync<ReminderSetApplied>(async work =>
        {
            var db = work.Db;
            if (await db.ReminderSets.FindAsync(setId) is not { RemovedAt: null } set)
                return Gone.ReminderSet;
            if (await db.Vehicles.FindAsync(id) is not { MergedIntoId: null } vehicle)
                return Gone.MergedVehicle;
            var shop = await db.Shops.SingleAsync();
            var use = await db.UseOfAsync(id, shop, work.Actor.At);
            var (added, had) = (new List<Reminder>(), 0);
            foreach (var service in set.Services)
            {
                var made = await Reminders.MakeAsync(db, id, service.Typed, use, shop);
                if (made.Problem is { Code: "reminder.twice" })
                    had++;
                else if (made.Problem is { } problem)
                    return problem;
                else
                    added.Add(made.Value);
                await db.SaveChangesAsync();
            }
            if (added.Count > 0)
                work.Record(
                    RecordCommands.Vehicle,
                    id,
                    vehicle.Version,
                    new FieldChange("reminder", "", $"{set.Name}: {string.Join(", ", added.Select(r => r.Title))}")
                );
            return new ReminderSetApplied(added.ConvertAll(r => r.Id), had);
        });
}
