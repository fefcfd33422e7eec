using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Vehicles;

/// <summary>A vehicle's page: everything on file, edited in place; passing it on to another owner.</summary>
public static class VehiclePage
{
    /// <summary>A reading.</summary>
    /// <param name="Reading">In the shop's unit.</param>
    /// <param name="At">When, UTC.</param>
    /// <param name="IsReported">The vehicle reported it by itself.</param>
    public sealed record ReadingView(int Reading, Instant At, bool IsReported);

    /// <summary>An earlier owner.</summary>
    public sealed record OwnerView(long CustomerId, string Name, Instant Until, string By);

    /// <summary>The page.</summary>
    public sealed record VehicleView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, to be sent with changes.</summary>
        public required int Version { get; init; }

        /// <summary>Year, make, model, engine, drive.</summary>
        public required string Description { get; init; }

        /// <summary>Every field as it is typed, by its name.</summary>
        public required IReadOnlyDictionary<string, string> Fields { get; init; }

        /// <summary>Whose it is.</summary>
        public required long CustomerId { get; init; }

        /// <summary>Their name.</summary>
        public required string Customer { get; init; }

        /// <summary>What must be seen of them.</summary>
        public required string CustomerAlert { get; init; }

        /// <summary>Earlier owners, the latest first.</summary>
        public required IReadOnlyList<OwnerView> EarlierOwners { get; init; }

        /// <summary>Readings, the latest first.</summary>
        public required IReadOnlyList<ReadingView> Readings { get; init; }

        /// <summary>What looks wrong about its VIN, in sentences.</summary>
        public required IReadOnlyList<string> VinRemarks { get; init; }

        /// <summary>Its open order.</summary>
        public required long? OpenOrderId { get; init; }

        /// <summary>Number of its open order.</summary>
        public required long? OpenOrderNumber { get; init; }

        /// <summary>Merges that can still be taken back.</summary>
        public required IReadOnlyList<CustomerPage.MergeView> Merges { get; init; }
    }

    /// <summary>One field as it was typed, and the version that was seen.</summary>
    public sealed record VehiclePageSetRequest(string Field, string? Value, int Version);

    /// <summary>The new owner.</summary>
    public sealed record TransferRequest(long CustomerId);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/vehicles/{id:long}", PageAsync).Asks(Permission.Find).Produces<VehicleView>().ProducesProblem(404);
        api.MapPost("/vehicles/{id:long}/fields", Set)
            .Asks(Permission.WriteUp)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/vehicles/{id:long}/transfer", Transfer).Asks(Permission.WriteUp).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> PageAsync(long id, ShopDb db, TimeProvider time, HttpContext http, CustomerLooks looks)
    {
        if (await db.Vehicles.FirstOrDefaultAsync(v => v.Id == id) is not { } vehicle)
            return Problems.Of(new Problem("vehicle.gone", "This vehicle no longer exists. Reload the page."));
        if (vehicle.MergedIntoId is { } kept)
            return await PageAsync(kept, db, time, http, looks);
        looks.Saw(http.User.StaffId(), LookedAt.Vehicle, id);
        var owner = await db.Customers.SingleAsync(c => c.Id == vehicle.CustomerId);
        var transfers = await db.VehicleTransfers.Where(t => t.VehicleId == id).OrderByDescending(t => t.Id).ToListAsync();
        var earlier = new List<OwnerView>();
        foreach (var transfer in transfers)
        {
            var from = (await db.Customers.FindAsync(transfer.FromCustomerId))!;
            earlier.Add(
                new OwnerView(
                    from.MergedIntoId ?? from.Id,
                    from.DisplayName,
                    transfer.At,
                    StaffMember.ShortNameOf((await db.Staff.FindAsync(transfer.ById))!.Name)
                )
            );
        }
        var open = await db
            .Orders.Where(o => o.VehicleId == id && o.State == OrderState.Open)
            .OrderByDescending(o => o.Id)
            .Select(o => new { o.Id, o.Number })
            .FirstOrDefaultAsync();
        return Results.Ok(
            new VehicleView
            {
                Id = vehicle.Id,
                Version = vehicle.Version,
                Description = vehicle.Description,
                Fields = MergeRecords.VehicleFieldNames.ToDictionary(f => f, f => vehicle.Shown(f) ?? ""),
                CustomerId = owner.Id,
                Customer = owner.DisplayName,
                CustomerAlert = owner.ToBeSeen,
                EarlierOwners = earlier,
                Readings = await db
                    .OdometerReadings.Where(r => r.VehicleId == id)
                    .OrderByDescending(r => r.At)
                    .Take(40)
                    .Select(r => new ReadingView(r.Reading.Value, r.At, r.IsReported))
                    .ToListAsync(),
                VinRemarks = VinRemarks.Of(vehicle),
                OpenOrderId = open?.Id,
                OpenOrderNumber = open?.Number,
                Merges = await MergeRecords.OpenAsync(db, MergeKind.Vehicles, id, time.Now()),
            }
        );
    }

    private static Task<IResult> Set(long id, VehiclePageSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Vehicles.FindAsync(id) is not { MergedIntoId: null } vehicle)
                return Gone.MergedVehicle;
            if (await work.ClashAsync(RecordCommands.Vehicle, id, request.Field, request.Version, request.Value) is { } clash)
                return clash;
            if (
                request.Field == "photoHash"
                && request.Value is { Length: > 0 } hash
                && !await work.Db.Photos.AnyAsync(p => p.Hash == hash)
            )
                return new Problem("photo.gone", "This photo no longer exists. Reload the page.");
            var set = vehicle.Set(request.Field, request.Value, (await work.Db.Shops.SingleAsync()).Local(work.Actor.At).Year);
            if (set.Problem is { } problem)
                return problem;
            work.Record(RecordCommands.Vehicle, id, vehicle.Version, set.Value);
            return new RecordChanged(id, vehicle.Version);
        });

    private static Task<IResult> Transfer(long id, TransferRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Vehicles.FindAsync(id) is not { MergedIntoId: null } vehicle)
                return Gone.MergedVehicle;
            if (await db.Customers.FindAsync(request.CustomerId) is not { MergedIntoId: null } owner)
                return Gone.Customer;
            var open = await db
                .Orders.Where(o => o.VehicleId == id && o.State == OrderState.Open)
                .Select(o => (long?)o.Number)
                .FirstOrDefaultAsync();
            var before = (await db.Customers.FindAsync(vehicle.CustomerId))!;
            var transfer = vehicle.PassTo(owner.Id, owner.DisplayName, open, work.Actor);
            if (transfer.Problem is { } refused)
                return refused;
            db.VehicleTransfers.Add(transfer.Value);
            work.Record(RecordCommands.Vehicle, id, vehicle.Version, new FieldChange("owner", before.DisplayName, owner.DisplayName));
            await db.SaveChangesAsync();
            return new RecordChanged(id, vehicle.Version);
        });
}
