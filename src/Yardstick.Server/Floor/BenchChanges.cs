using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Messaging;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>What a technician enters about a car on the own bench: what is read on it, notes, and parts that are asked for.</summary>
public static class BenchChanges
{
    private const int LongestName = 60;

    /// <summary>The VIN that was read.</summary>
    public sealed record BenchVinRequest(string? Vin);

    /// <summary>The plate that was read.</summary>
    public sealed record BenchPlateRequest(string? Plate);

    /// <summary>What became of a VIN or plate that was read.</summary>
    /// <param name="Words">In words.</param>
    public sealed record BenchIdentified(string Words);

    /// <summary>The odometer that was read.</summary>
    /// <param name="Value">As typed.</param>
    /// <param name="Confirmed">It is right although it is lower than the last.</param>
    public sealed record BenchOdometerRequest(string? Value, bool Confirmed);

    /// <summary>A note for the counter.</summary>
    /// <param name="Text">The note.</param>
    /// <param name="PhotoHash">Content hash of a photo that was kept; null for none.</param>
    public sealed record BenchNoteRequest(string? Text, string? PhotoHash);

    /// <summary>A part that is asked for.</summary>
    /// <param name="JobId">The job; null for none.</param>
    /// <param name="Text">What is asked for.</param>
    /// <param name="PhotoHash">Content hash of a photo that was kept; null for none.</param>
    public sealed record BenchPartRequest(long? JobId, string? Text, string? PhotoHash);

    internal static readonly Problem NotMine = new("bench.gone", "This vehicle is no longer on your Bench.");
    private static readonly Problem NoPhoto = new("photo.gone", "The photo was not saved. Take it again.", "photo");

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/bench/orders/{id:long}/vin", (long id, BenchVinRequest request, CommandRunner commands) =>
                IdentifyAsync(id, "vin", "VIN", request.Vin, commands)
            )
            .Asks(Permission.Work)
            .Produces<BenchIdentified>()
            .ProducesProblem(422);
        api.MapPost("/bench/orders/{id:long}/plate", (long id, BenchPlateRequest request, CommandRunner commands) =>
                IdentifyAsync(id, "plate", "plate", request.Plate, commands)
            )
            .Asks(Permission.Work)
            .Produces<BenchIdentified>()
            .ProducesProblem(422);
        api.MapPost("/bench/orders/{id:long}/odometer", ReadOdometer).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/orders/{id:long}/notes", Note).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/bench/orders/{id:long}/part-requests", AskForPart).Asks(Permission.Work).Produces<Changed>().ProducesProblem(422);
    }

    /// <summary>What is not on file is taken; where it differs from the file, whoever keeps the file decides which is right.</summary>
    private static Task<IResult> IdentifyAsync(long id, string field, string name, string? typed, CommandRunner commands) =>
        commands.RunAsync<BenchIdentified>(async work =>
        {
            if (await OwnAsync(work, id) is not { } order)
                return NotMine;
            if (order.VehicleId is not { } vehicleId || await work.Db.Vehicles.FindAsync(vehicleId) is not { } vehicle)
                return new Problem("vehicle.gone", "This repair order has no vehicle.");
            var year = (await work.Db.Shops.SingleAsync()).Local(work.Actor.At).Year;
            var asked = vehicle.Read(field, typed, year);
            if (asked.Problem is { } problem)
                return problem;
            if (asked.Value is { Clashes: true } clash)
                await TellAsync(
                    work,
                    order,
                    $"read the {name} {clash.Read} on the vehicle of order {order.Number}; on file is {clash.OnFile}."
                );
            else if (asked.Value.Change is { } change)
                work.Record(RecordCommands.Vehicle, vehicleId, vehicle.Version, change);
            await work.Db.SaveChangesAsync();
            return new BenchIdentified(asked.Value.Words(name));
        });

    private static Task<IResult> ReadOdometer(long id, BenchOdometerRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await OwnAsync(work, id) is null)
                return NotMine;
            return await work.OnOrderAsync<Changed>(id, async under =>
                await OrderOdometer.SetAsync(under, "odometerIn", request.Value, request.Confirmed) is { } problem
                    ? problem
                    : new Changed(under.Order.Version, id, under.Order.Version)
            );
        });

    private static Task<IResult> Note(long id, BenchNoteRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            if (await OwnAsync(work, id) is not { } mine)
                return NotMine;
            var photo = await PhotoAsync(work, request.PhotoHash);
            if (photo.Problem is { } noPhoto)
                return noPhoto;
            var noted = await work.OnOrderAsync<Changed>(id, under =>
                Task.FromResult<Result<Changed>>(
                    under.Order.AddNote(request.Text, work.Actor).Problem is { } problem ? problem : new Changed(under.Order.Version, id, 0)
                )
            );
            if (noted.Problem is { } refused)
                return refused;
            var text = request.Text!.Trim();
            if (photo.Value is { } kept)
                work.Db.Files.Add(
                    new AttachedFile
                    {
                        Kind = RecordKind.Order,
                        TargetId = id,
                        Name = AttachedFile.CleanName(text.Length > LongestName ? text[..LongestName] : text) + ".jpg",
                        ContentType = FileContent.Jpeg,
                        Hash = kept.Hash,
                        Size = kept.Size,
                        At = work.Actor.At,
                        ById = work.Actor.StaffId,
                    }
                );
            await TellAsync(work, mine, $"on order {mine.Number}: {text}");
            await work.Db.SaveChangesAsync();
            return noted;
        });

    private static Task<IResult> AskForPart(long id, BenchPartRequest request, CommandRunner commands) =>
        commands.RunAsync<Changed>(async work =>
        {
            var db = work.Db;
            if (await OwnAsync(work, id) is not { } order)
                return NotMine;
            if (request.JobId is { } jobId && !await db.Jobs.AnyAsync(j => j.Id == jobId && j.OrderId == id && j.RemovedAt == null))
                return Gone.JobOfOrder;
            var photo = await PhotoAsync(work, request.PhotoHash);
            if (photo.Problem is { } noPhoto)
                return noPhoto;
            var asked = PartRequest.Ask(id, request.JobId, request.Text, photo.Value?.Hash, work.Actor);
            if (asked.Problem is { } problem)
                return problem;
            db.PartRequests.Add(asked.Value);
            await TellAsync(work, order, $"needs a part on order {order.Number}: {asked.Value.Text}");
            await db.SaveChangesAsync();
            return new Changed(order.Version, asked.Value.Id, 0);
        });

    private static Task<Order?> OwnAsync(CommandContext work, long id) =>
        work.Db.OnBenchOf(work.Actor.StaffId).FirstOrDefaultAsync(o => o.Id == id);

    private static async Task<Result<Photo?>> PhotoAsync(CommandContext work, string? hash)
    {
        if (string.IsNullOrEmpty(hash))
            return (Photo?)null;
        return await work.Db.Photos.FindAsync(hash) is { } photo ? photo : NoPhoto;
    }

    private static async Task TellAsync(CommandContext work, Order order, string words)
    {
        var name = await work.Db.Staff.Where(s => s.Id == work.Actor.StaffId).Select(s => s.Name).SingleAsync();
        work.Notify($"{StaffMember.ShortNameOf(name)} {words}", order.Id);
    }
}
