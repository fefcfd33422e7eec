using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Parts that the shop knows, as they are set up.</summary>
public static class PartsCatalog
{
    private const string Target = "part";
    private const int PageSize = 60;

    /// <summary>A part in the list.</summary>
    public sealed record CatalogPartRow(long Id, string Number, string Description, string Category, decimal OnHand, bool Withdrawn);

    /// <summary>A page of parts by number.</summary>
    /// <param name="Parts">The parts.</param>
    /// <param name="More">The number after which the next page begins; null where this is the last.</param>
    public sealed record CatalogPartsPage(IReadOnlyList<CatalogPartRow> Parts, string? More);

    /// <summary>A part, each field as typed.</summary>
    public sealed record CatalogPart
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Version, sent with the next change.</summary>
        public required int Version { get; init; }

        /// <summary>Fields as typed, by name.</summary>
        public required IReadOnlyDictionary<string, string> Fields { get; init; }

        /// <summary>On the shelf.</summary>
        public required decimal OnHand { get; init; }

        /// <summary>Kept for approved work.</summary>
        public required decimal Reserved { get; init; }

        /// <summary>Not offered any more.</summary>
        public required bool Withdrawn { get; init; }

        /// <summary>Units to choose from.</summary>
        public required IReadOnlyList<string> Units { get; init; }

        /// <summary>Conditions to choose from.</summary>
        public required IReadOnlyList<string> Conditions { get; init; }

        /// <summary>Categories that other parts have.</summary>
        public required IReadOnlyList<string> Categories { get; init; }

        /// <summary>What comes along with it.</summary>
        public required IReadOnlyList<PartAddOns.PartAddOn> AddOns { get; init; }

        /// <summary>Suppliers to choose from.</summary>
        public required IReadOnlyList<PartSupplier> Suppliers { get; init; }
    }

    /// <summary>Who can supply it.</summary>
    public sealed record PartSupplier(long Id, string Name);

    /// <summary>A new part.</summary>
    public sealed record CatalogPartRequest(string? Number, string? Description);

    /// <summary>One field as typed.</summary>
    /// <param name="Field">Which.</param>
    /// <param name="Value">What was typed.</param>
    /// <param name="Version">Version that the screen showed.</param>
    public sealed record CatalogPartSetRequest(string Field, string? Value, int Version);

    /// <summary>Withdraws a part, or offers it again.</summary>
    public sealed record CatalogPartWithdrawRequest(bool Withdrawn);

    private static readonly string[] Fields =
    [
        "number",
        "description",
        "category",
        "unit",
        "brand",
        "condition",
        "bin",
        "equivalents",
        "listPrice",
        "coreEach",
        "unitCost",
        "lowestLevel",
        "fillLevel",
        "packSize",
        "rating",
        "dateCode",
        "supplierId",
    ];

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/catalog-parts", ListAsync).Asks(Permission.EditSetup).Produces<CatalogPartsPage>();
        api.MapGet("/catalog-parts/{id:long}", ShowAsync).Asks(Permission.EditSetup).Produces<CatalogPart>().ProducesProblem(404);
        api.MapPost("/catalog-parts", Add).Asks(Permission.EditSetup).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/catalog-parts/{id:long}", Set)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422)
            .ProducesProblem(409);
        api.MapPost("/catalog-parts/{id:long}/withdraw", Withdraw)
            .Asks(Permission.EditSetup)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db, string? text, string? after)
    {
        var parts = db.Parts.AsQueryable();
        foreach (var word in (text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(6))
        {
            var pattern = LikePattern.Containing(word);
            parts = parts.Where(p =>
                EF.Functions.Like(p.Number, pattern, "\\")
                || EF.Functions.Like(p.Description, pattern, "\\")
                || EF.Functions.Like(p.Category, pattern, "\\")
                || EF.Functions.Like(p.Brand, pattern, "\\")
            );
        }
        if (!string.IsNullOrEmpty(after))
            parts = parts.Where(p => p.Number.CompareTo(after) > 0);
        var rows = await parts
            .OrderBy(p => p.Number)
            .Take(PageSize + 1)
            .Select(p => new CatalogPartRow(p.Id, p.Number, p.Description, p.Category, p.OnHand.Value, p.WithdrawnAt != null))
            .ToListAsync();
        return Results.Ok(new CatalogPartsPage([.. rows.Take(PageSize)], rows.Count > PageSize ? rows[PageSize - 1].Number : null));
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db)
    {
        if (await db.Parts.Include(p => p.Companions).FirstOrDefaultAsync(p => p.Id == id) is not { } part)
            return Problems.Of(Gone.Part);
        return Results.Ok(
            new CatalogPart
            {
                Id = id,
                Version = part.Version,
                Fields = Fields.ToDictionary(f => f, part.Shown),
                OnHand = part.OnHand.Value,
                Reserved = part.Reserved.Value,
                Withdrawn = part.WithdrawnAt is not null,
                Units = Part.AllUnits,
                Conditions = Part.AllConditions,
                Categories = await db.Parts.Where(p => p.Category != "").Select(p => p.Category).Distinct().OrderBy(c => c).ToListAsync(),
                AddOns = PartAddOns.Of(part),
                Suppliers = await db
                    .Suppliers.Where(s => s.RetiredAt == null || s.Id == part.SupplierId)
                    .OrderBy(s => s.Name)
                    .Select(s => new PartSupplier(s.Id, s.Name))
                    .ToListAsync(),
            }
        );
    }

    private static Task<IResult> Add(CatalogPartRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var made = Part.Create(request.Number, request.Description, await TakenAsync(work.Db, request.Number, 0));
            if (made.Problem is { } problem)
                return problem;
            work.Db.Parts.Add(made.Value);
            await work.Db.SaveChangesAsync();
            work.Record(Target, made.Value.Id, 1, new FieldChange("added", "", made.Value.Number));
            return new RecordChanged(made.Value.Id, 1);
        });

    private static Task<bool> TakenAsync(ShopDb db, string? number, long own)
    {
        var typed = (number ?? "").Trim();
        return db.Parts.AnyAsync(p => p.Number == typed && p.Id != own);
    }

    private static Task<IResult> Set(long id, CatalogPartSetRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Parts.FindAsync(id) is not { } part)
                return Gone.Part;
            return await work.KeepFieldAsync(
                Target,
                id,
                request.Field,
                request.Value,
                request.Version,
                () => SetAsync(work, part, request),
                () => part.Version
            );
        });

    private static async Task<Result<FieldChange>> SetAsync(CommandContext work, Part part, CatalogPartSetRequest request)
    {
        if (
            request.Field == "supplierId"
            && long.TryParse(request.Value, out var supplier)
            && !await work.Db.Suppliers.AnyAsync(s => s.Id == supplier)
        )
            return Gone.Supplier;
        var taken = request.Field == "number" && await TakenAsync(work.Db, request.Value, part.Id);
        return part.Set(request.Field, request.Value, taken, work.Actor.At);
    }

    private static Task<IResult> Withdraw(long id, CatalogPartWithdrawRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            if (await work.Db.Parts.FindAsync(id) is not { } part)
                return Gone.Part;
            part.Withdraw(request.Withdrawn, work.Actor.At);
            var (old, now) = request.Withdrawn ? ("offered", "withdrawn") : ("withdrawn", "offered");
            work.Record(Target, id, part.Version, new FieldChange("withdrawn", old, now));
            return new RecordChanged(id, part.Version);
        });
}
