using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Canned jobs, and the making of jobs from them.</summary>
public static class CannedJobs
{
    /// <summary>A canned job.</summary>
    public sealed record CannedJobView(long Id, string Title, string System, string Words, decimal? FixedPrice, decimal Hours, int Parts);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/canned-jobs", AllAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<CannedJobView>>();

    private static async Task<IResult> AllAsync(ShopDb db)
    {
        var all = await db.OfferedCannedJobs.Include(c => c.Lines).OrderBy(c => c.System).ThenBy(c => c.Title).ToListAsync();
        return Results.Ok(
            all.ConvertAll(c => new CannedJobView(
                c.Id,
                c.Title,
                c.System,
                c.Words,
                c.FixedPrice?.Amount,
                c.Hours.Value,
                c.OwnLines.OfType<CannedPartLine>().Count()
            ))
        );
    }

    /// <summary>The one on offer that does a repair, by what it is called; null for none.</summary>
    internal static async Task<CannedJob?> ThatDoesAsync(ShopDb db, string? repair) =>
        string.IsNullOrWhiteSpace(repair)
            ? null
            : (await db.OfferedCannedJobs.Include(c => c.Lines).ToListAsync()).Find(c => WorkTitleMatch.Same(c.Title, repair));

    /// <summary>Makes a job of a canned one at today's costs.</summary>
    internal static async Task<Result<Made>> MakeAsync(ShopDb db, long id, StockCost cost, VehicleSpecs? facts = null)
    {
        if (await db.OfferedCannedJobs.Include(c => c.Lines).FirstOrDefaultAsync(c => c.Id == id) is not { } canned)
            return Gone.CannedJob;
        var partIds = canned.Lines.OfType<CannedPartLine>().Select(l => l.PartId).OfType<long>().ToList();
        var parts = await db.Parts.Include(p => p.Companions).Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        return new Made(canned, canned.MakeJob(parts.GetValueOrDefault, cost, facts));
    }

    /// <summary>A canned job and the job that was made of it.</summary>
    internal sealed record Made(CannedJob Canned, Job Job);
}
