using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Branches of suppliers as they are set up.</summary>
public static class SupplierBranches
{
    private const string Target = "branch";

    /// <summary>A branch, each field as typed.</summary>
    public sealed record BranchDetail(long Id, int Version, string Name, string Phone, string Address, string DeliveryTimes, bool Retired);

    /// <summary>A new branch.</summary>
    public sealed record BranchRequest(string? Name);

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version that the screen showed.</param>
    public sealed record BranchSetRequest(string Field, string? Value, int Version);

    /// <summary>Ends ordering from a branch, or begins it again.</summary>
    public sealed record BranchRetireRequest(bool Retired);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/suppliers/{id:long}/branches", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/suppliers/{id:long}/branches/{branchId:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/suppliers/{id:long}/branches/{branchId:long}/retire", Retire)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static Task<IResult> Add(long id, BranchRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } supplier)
                return Gone.Supplier;
            var made = SupplierBranch.Create(supplier, request.Name);
            if (made.Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Name));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, long branchId, BranchSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } supplier)
                return Gone.Supplier;
            if (supplier.Branches.Find(b => b.Id == branchId) is not { } branch)
                return Gone.Branch;
            var country = await work.Db.Shops.Select(s => s.Country).SingleAsync();
            return await work.KeepFieldAsync(
                Target,
                branchId,
                request.Field,
                request.Value,
                request.Version,
                () => Task.FromResult(branch.Set(request.Field, request.Value, supplier, country)),
                () => branch.Version
            );
        });

    private static Task<IResult> Retire(long id, long branchId, BranchRetireRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } supplier)
                return Gone.Supplier;
            if (supplier.Branches.Find(b => b.Id == branchId) is not { } branch)
                return Gone.Branch;
            work.Record(Target, branchId, branch.Version, branch.Retire(request.Retired, work.Actor.At));
            return new RecordChanged(branchId, branch.Version);
        });

    private static Task<Supplier?> LoadAsync(ShopDb db, long id) =>
        db.Suppliers.Include(s => s.Branches).FirstOrDefaultAsync(s => s.Id == id);
}
