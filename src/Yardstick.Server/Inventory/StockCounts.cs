using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Inventory;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inventory;

/// <summary>Counting what lies in a bin: blind first, then the differences with their value, posted at once.</summary>
public static class StockCounts
{
    private const int Most = 500;

    /// <summary>A count in the list.</summary>
    public sealed record StockCountRow(
        long Id,
        string Bin,
        LocalDateTime StartedAt,
        string StartedBy,
        int Parts,
        int Counted,
        LocalDateTime? PostedAt,
        decimal? Difference
    );

    /// <summary>All counts: open ones, and the latest that were posted.</summary>
    /// <param name="Counts">The counts.</param>
    /// <param name="Bins">Bins in which parts lie.</param>
    public sealed record StockCountsView(IReadOnlyList<StockCountRow> Counts, IReadOnlyList<string> Bins);

    /// <summary>A part in a count.</summary>
    /// <param name="PartId">The part.</param>
    /// <param name="Number">Its number.</param>
    /// <param name="Description">What it is.</param>
    /// <param name="Bin">Where it lies.</param>
    /// <param name="Unit">Unit.</param>
    /// <param name="Counted">Units that were counted; null before.</param>
    /// <param name="Expected">Units that were expected; null until it was counted: whoever counts does not see it.</param>
    /// <param name="Difference">Units more or less.</param>
    /// <param name="Value">The difference at average cost.</param>
    /// <param name="By">Who counted.</param>
    public sealed record StockCountLineView(
        long PartId,
        string Number,
        string Description,
        string Bin,
        string Unit,
        decimal? Counted,
        decimal? Expected,
        decimal? Difference,
        decimal? Value,
        string By
    );

    /// <summary>A count.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Bin">How the bins begin.</param>
    /// <param name="IsOpen">Nobody posted it or set it aside.</param>
    /// <param name="PostedAt">When it was posted.</param>
    /// <param name="Lines">What is counted.</param>
    /// <param name="Difference">All differences at average cost.</param>
    public sealed record StockCountView(
        long Id,
        string Bin,
        bool IsOpen,
        LocalDateTime? PostedAt,
        IReadOnlyList<StockCountLineView> Lines,
        decimal Difference
    );

    /// <summary>Begins a count.</summary>
    /// <param name="Bin">How the bins begin; empty for parts without one.</param>
    public sealed record StockCountRequest(string? Bin);

    /// <summary>What somebody counted.</summary>
    /// <param name="PartId">The part.</param>
    /// <param name="Counted">Units as typed; empty for not counted.</param>
    public sealed record CountedRequest(long PartId, string? Counted);

    /// <summary>Posts the differences.</summary>
    /// <param name="Reason">Why it differs.</param>
    public sealed record PostCountRequest(string? Reason);

    /// <summary>The count afterwards.</summary>
    public sealed record StockCountChanged(long Id, int Version);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/stock-counts", ListAsync).Asks(Permission.SeeParts).Produces<StockCountsView>();
        api.MapGet("/stock-counts/{id:long}", ShowAsync).Asks(Permission.SeeParts).Produces<StockCountView>().ProducesProblem(404);
        api.MapPost("/stock-counts", Begin).Asks(Permission.OrderParts).Produces<StockCountChanged>().ProducesProblem(422);
        api.MapPost("/stock-counts/{id:long}/counted", Counted)
            .Asks(Permission.OrderParts)
            .Produces<StockCountChanged>()
            .ProducesProblem(422);
        api.MapPost("/stock-counts/{id:long}/post", Post).Asks(Permission.CorrectStock).Produces<StockCountChanged>().ProducesProblem(422);
        api.MapPost("/stock-counts/{id:long}/drop", Drop).Asks(Permission.OrderParts).Produces<StockCountChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db)
    {
        var shop = await db.Shops.SingleAsync();
        var staff = await db.ShortNamesAsync();
        var counts = await db.StockCounts.Include(c => c.Lines).Where(c => c.PostedAt == null && c.DroppedAt == null).ToListAsync();
        counts.AddRange(
            await db
                .StockCounts.Include(c => c.Lines)
                .Where(c => c.PostedAt != null)
                .OrderByDescending(c => c.PostedAt)
                .Take(20)
                .ToListAsync()
        );
        var ids = counts.ConvertAll(c => (long?)c.Id);
        var values = (
            await db
                .StockMovements.Where(m => m.Document == MovementDocument.StockCount && ids.Contains(m.DocumentId))
                .Select(m => new { m.DocumentId, m.ValueChange })
                .ToListAsync()
        )
            .GroupBy(m => m.DocumentId!.Value)
            .ToDictionary(g => g.Key, g => g.Aggregate(Money.Zero, (sum, m) => sum + m.ValueChange));
        var bins = await db
            .Parts.Where(p => p.Bin != "" && p.WithdrawnAt == null)
            .Select(p => p.Bin)
            .Distinct()
            .OrderBy(b => b)
            .ToListAsync();
        return Results.Ok(
            new StockCountsView(
                counts.ConvertAll(c => new StockCountRow(
                    c.Id,
                    c.Bin,
                    shop.Local(c.StartedAt),
                    staff.GetValueOrDefault(c.StartedById, ""),
                    c.Lines.Count,
                    c.Lines.Count(l => l.Counted is not null),
                    c.PostedAt is { } at ? shop.Local(at) : null,
                    c.PostedAt is null ? null : values.GetValueOrDefault(c.Id).Amount
                )),
                bins
            )
        );
    }

    private static async Task<IResult> ShowAsync(long id, ShopDb db)
    {
        if (await db.StockCounts.Include(c => c.Lines).FirstOrDefaultAsync(c => c.Id == id) is not { } count)
            return Problems.Of(Gone.StockCount);
        var shop = await db.Shops.SingleAsync();
        var parts = await PartsAsync(db, count);
        var staff = await db.ShortNamesAsync();
        var lines = count.Lines.OrderBy(l => l.Id).Select(l => LineOf(l, parts[l.PartId], staff)).ToList();
        return Results.Ok(
            new StockCountView(
                id,
                count.Bin,
                count.IsOpen,
                count.PostedAt is { } at ? shop.Local(at) : null,
                lines,
                lines.Sum(l => l.Value ?? 0)
            )
        );
    }

    private static StockCountLineView LineOf(StockCountLine line, Part part, Dictionary<long, string> staff) =>
        new(
            part.Id,
            part.Number,
            part.Description,
            part.Bin,
            part.Unit,
            line.Counted?.Value,
            line.Expected?.Value,
            line.Difference?.Value,
            line.Difference is { } difference ? Money.Of(part.AverageCost * difference).Amount : null,
            line.CountedById is { } by ? staff.GetValueOrDefault(by, "") : ""
        );

    private static Task<IResult> Begin(StockCountRequest request, CommandRunner commands) =>
        commands.RunAsync<StockCountChanged>(async work =>
        {
            var db = work.Db;
            var bin = (request.Bin ?? "").Trim();
            var lying = db.Parts.Where(p => p.WithdrawnAt == null || p.OnHand != Quantity.Zero);
            lying = bin.Length == 0 ? lying.Where(p => p.Bin == "" && p.OnHand != Quantity.Zero) : lying.Where(p => p.Bin.StartsWith(bin));
            var parts = await lying.OrderBy(p => p.Bin).Take(Most).ToListAsync();
            var counting = await db
                .StockCountLines.Where(l => db.StockCounts.Any(c => c.Id == l.StockCountId && c.PostedAt == null && c.DroppedAt == null))
                .Select(l => l.PartId)
                .ToListAsync();
            var made = StockCount.Begin(bin, parts, counting.ToHashSet(), work.Actor);
            if (made.Problem is { } problem)
                return problem;
            db.StockCounts.Add(made.Value);
            await db.SaveChangesAsync();
            return new StockCountChanged(made.Value.Id, made.Value.Version);
        });

    private static Task<IResult> Counted(long id, CountedRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (work, count) =>
            await work.Db.Parts.FindAsync(request.PartId) is { } part
                ? count.Counted(request.PartId, request.Counted, part, work.Actor)
                : Gone.Part
        );

    private static Task<IResult> Post(long id, PostCountRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (work, count) =>
        {
            var parts = await PartsAsync(work.Db, count);
            var posted = count.Post(parts, request.Reason, work.Actor);
            if (posted.Problem is { } problem)
                return problem;
            work.Db.StockMovements.AddRange(posted.Value);
            if (await work.Db.BookAsync(work.Actor, () => PurchasePostings.Differences(id, "Stock counted", posted.Value)) is { } locked)
                return locked;
            await work.Db.FoundAsync(parts.Values);
            return Result.Done;
        });

    private static Task<IResult> Drop(long id, CommandRunner commands) =>
        ChangeAsync(id, commands, (work, count) => Task.FromResult(count.Drop(work.Actor.At)));

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<CommandContext, StockCount, Task<Result>> change) =>
        commands.RunAsync<StockCountChanged>(async work =>
        {
            if (await work.Db.StockCounts.Include(c => c.Lines).FirstOrDefaultAsync(c => c.Id == id) is not { } count)
                return Gone.StockCount;
            var changed = await change(work, count);
            return changed.Problem is { } problem ? problem : new StockCountChanged(id, count.Version);
        });

    private static Task<Dictionary<long, Part>> PartsAsync(ShopDb db, StockCount count)
    {
        var ids = count.Lines.ConvertAll(l => l.PartId);
        return db.Parts.Where(p => ids.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
    }
}
