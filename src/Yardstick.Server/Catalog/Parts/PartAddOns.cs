using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>What comes along with single parts, as it is set up. Orders that have the part already keep what came with it.</summary>
public static class PartAddOns
{
    private const string Target = "addOn";

    /// <summary>An add-on, each field as typed.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Version">Version, sent with the next change.</param>
    /// <param name="Label">What the customer reads.</param>
    /// <param name="Kind">Labor, part or fee.</param>
    /// <param name="AmountPerUnit">Price for each unit of the part.</param>
    /// <param name="HoursPerUnit">Hours for each unit, of labor.</param>
    /// <param name="CostPerUnit">Cost for each unit, of a part or fee.</param>
    /// <param name="Taxable">Tax is on it.</param>
    /// <param name="PassThrough">Money held for somebody else.</param>
    public sealed record PartAddOn(
        long Id,
        int Version,
        string Label,
        AmountKind Kind,
        string AmountPerUnit,
        string HoursPerUnit,
        string CostPerUnit,
        bool Taxable,
        bool PassThrough
    );

    /// <summary>A new add-on.</summary>
    public sealed record PartAddOnRequest(string? Label);

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version that the screen showed.</param>
    public sealed record PartAddOnSetRequest(string Field, string? Value, int Version);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/catalog-parts/{id:long}/add-ons", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/catalog-parts/{id:long}/add-ons/{addOnId:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapDelete("/catalog-parts/{id:long}/add-ons/{addOnId:long}", Remove)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    /// <summary>The add-ons of a part in the order in which they were added.</summary>
    internal static IReadOnlyList<PartAddOn> Of(Part part) =>
        [
            .. part
                .Companions.OrderBy(c => c.Id)
                .Select(c => new PartAddOn(
                    c.Id,
                    c.Version,
                    c.Label,
                    c.Kind,
                    c.AmountPerUnit.ToString(),
                    c.HoursPerUnit.ToString(),
                    c.CostPerUnit.ToString(),
                    c.Taxable,
                    c.PassThrough
                )),
        ];

    private static Task<IResult> Add(long id, PartAddOnRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } part)
                return Gone.Part;
            var made = PartCompanion.Create(part, request.Label);
            if (made.Problem is { } problem)
                return problem;
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Label));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<IResult> Set(long id, long addOnId, PartAddOnSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } part)
                return Gone.Part;
            if (part.Companions.Find(c => c.Id == addOnId) is not { } addOn)
                return Gone.AddOn;
            return await work.KeepFieldAsync(
                Target,
                addOnId,
                request.Field,
                request.Value,
                request.Version,
                () => Task.FromResult(addOn.Set(request.Field, request.Value)),
                () => addOn.Version
            );
        });

    private static Task<IResult> Remove(long id, long addOnId, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await LoadAsync(work.Db, id) is not { } part)
                return Gone.Part;
            if (part.Companions.Find(c => c.Id == addOnId) is not { } addOn)
                return Gone.AddOn;
            part.Companions.Remove(addOn);
            work.Db.Remove(addOn);
            work.Record(Target, addOnId, addOn.Version, new FieldChange("removed", addOn.Label, ""));
            return new RecordChanged(addOnId, addOn.Version);
        });

    private static Task<Part?> LoadAsync(ShopDb db, long id) => db.Parts.Include(p => p.Companions).FirstOrDefaultAsync(p => p.Id == id);
}
