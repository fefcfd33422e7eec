using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Suppliers as they are set up.</summary>
public static class Suppliers
{
    private const string Target = "supplier";

    /// <summary>A supplier, each field as typed.</summary>
    public sealed record SupplierDetail
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, sent with the next change.</summary>
        public required int Version { get; init; }

        /// <summary>Name.</summary>
        public required string Name { get; init; }

        /// <summary>How orders reach them.</summary>
        public required SupplierOrderWay Way { get; init; }

        /// <summary>Short name of their service.</summary>
        public required string Code { get; init; }

        /// <summary>Telephone.</summary>
        public required string Phone { get; init; }

        /// <summary>Email.</summary>
        public required string Email { get; init; }

        /// <summary>Whom to ask for.</summary>
        public required string Contact { get; init; }

        /// <summary>The shop's account with them.</summary>
        public required string AccountNumber { get; init; }

        /// <summary>When they deliver.</summary>
        public required string DeliveryTimes { get; init; }

        /// <summary>Days within which they take a core back.</summary>
        public required int CoreDays { get; init; }

        /// <summary>Not ordered from any more.</summary>
        public required bool Retired { get; init; }

        /// <summary>Its branches, those in use first.</summary>
        public required IReadOnlyList<SupplierBranches.BranchDetail> Branches { get; init; }
    }

    /// <summary>A new supplier.</summary>
    public sealed record SupplierRequest(string? Name);

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version that the screen showed.</param>
    public sealed record SupplierSetRequest(string Field, string? Value, int Version);

    /// <summary>Ends ordering from a supplier, or begins it again.</summary>
    public sealed record SupplierRetireRequest(bool Retired);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/suppliers", ListAsync).Asks(Permission.EditSetup).Produces<IReadOnlyList<SupplierDetail>>();
        api.MapPost("/suppliers", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/suppliers/{id:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/suppliers/{id:long}/retire", Retire).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db) =>
        Results.Ok(
            await db
                .Suppliers.OrderBy(s => s.RetiredAt != null)
                .ThenBy(s => s.Name)
                .Select(s => new SupplierDetail
                {
                    Id = s.Id,
                    Version = s.Version,
                    Name = s.Name,
                    Way = s.Way,
                    Code = s.Code,
                    Phone = s.Phone,
                    Email = s.Email,
                    Contact = s.Contact,
                    AccountNumber = s.AccountNumber,
                    DeliveryTimes = s.DeliveryTimes,
                    CoreDays = s.CoreDays,
                    Retired = s.RetiredAt != null,
                    Branches = s
                        .Branches.OrderBy(b => b.RetiredAt != null)
                        .ThenBy(b => b.Name)
                        .Select(b => new SupplierBranches.BranchDetail(
                            b.Id,
                            b.Version,
                            b.Name,
                            b.Phone,
                            b.Address,
                            b.DeliveryTimes,
                            b.RetiredAt != null
                        ))
                        .ToList(),
                })
                .ToListAsync()
        );

    private static Task<IResult> Add(SupplierRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var name = (request.Name ?? "").Trim();
            var made = Supplier.Create(name, await work.Db.Suppliers.AnyAsync(s => s.Name == name));
            if (made.Problem is { } problem)
                return problem;
            work.Db.Suppliers.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", name));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, SupplierSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Suppliers.FindAsync(id) is not { } supplier)
                return Gone.Supplier;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                () => SetAsync(work.Db, supplier, request),
                () => supplier.Version
            );
        });

    private static async Task<Result<FieldChange>> SetAsync(ShopDb db, Supplier supplier, SupplierSetRequest request)
    {
        var typed = (request.Value ?? "").Trim();
        var taken = request.Field switch
        {
            "name" => await db.Suppliers.AnyAsync(s => s.Name == typed && s.Id != supplier.Id),
            "code" => await db.Suppliers.AnyAsync(s => s.Code == typed && s.Id != supplier.Id),
            _ => false,
        };
        return supplier.Set(request.Field, request.Value, await db.Shops.Select(s => s.Country).SingleAsync(), taken);
    }

    private static Task<IResult> Retire(long id, SupplierRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Suppliers.FindAsync(id) is not { } supplier)
                return Gone.Supplier;
            supplier.Retire(request.Retired, work.Actor.At);
            var (old, now) = request.Retired ? ("offered", "retired") : ("retired", "offered");
            work.Record(Target, id, supplier.Version, new FieldChange("retired", old, now));
            return new RecordChanged(id, supplier.Version);
        });
}
