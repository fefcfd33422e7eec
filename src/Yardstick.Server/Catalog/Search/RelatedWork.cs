using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>What goes with the jobs of an order: additions of canned jobs, jobs that may take their place, work that fits a part.</summary>
public static class RelatedWork
{
    /// <summary>Something that is offered with a job.</summary>
    /// <param name="JobId">The job.</param>
    /// <param name="Kind">How it goes with the job.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Figure">Its time or price.</param>
    /// <param name="Take">What to send to take it.</param>
    public sealed record RelatedWorkOffer(long JobId, RelatedWorkKind Kind, string Title, string Figure, AddToOrderRequest Take);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/offers", HandleAsync).Asks(Permission.EditOrders).Produces<IReadOnlyList<RelatedWorkOffer>>();

    private static async Task<IResult> HandleAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory memory) =>
        Results.Ok(await memory.GetAsync(id, "offers", about => OffersAsync(id, db, sources, about)));

    private static async Task<List<RelatedWorkOffer>?> OffersAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory.Entry about)
    {
        var cancel = CancellationToken.None;
        var offers = new List<RelatedWorkOffer>();
        if (await db.ReadOrderAsync(id) is not { State: OrderState.Open } order)
            return offers;
        about.IsOf(order.CustomerId, order.VehicleId);
        var open = order.OnJobs.Where(j => j.Decision is DecisionKind.Proposed or DecisionKind.Approved).ToList();
        var ids = open.Select(j => j.CannedJobId).OfType<long>().ToList();
        var canned = await db
            .OfferedCannedJobs.Include(c => c.Lines)
            .Include(c => c.Alternatives)
            .AsSplitQuery()
            .AsNoTracking()
            .Where(c => ids.Contains(c.Id))
            .ToDictionaryAsync(c => c.Id, cancel);
        var otherIds = canned.Values.SelectMany(c => c.Alternatives).Select(a => a.OtherId).ToList();
        var others = await db
            .OfferedCannedJobs.Include(c => c.Lines)
            .AsNoTracking()
            .Where(c => otherIds.Contains(c.Id))
            .ToDictionaryAsync(c => c.Id, cancel);
        foreach (var job in open)
        {
            if (job.CannedJobId is not { } cannedId || !canned.TryGetValue(cannedId, out var source))
                continue;
            var taken = job.OnLines.Select(l => l.CannedLineId).ToHashSet();
            offers.AddRange(
                source
                    .Additions.Where(a => !taken.Contains(a.Id))
                    .Select(a => new RelatedWorkOffer(
                        job.Id,
                        RelatedWorkKind.Addition,
                        a.Description,
                        a is CannedLaborLine labor ? Hours(labor.Hours.Value) : "",
                        new AddToOrderRequest
                        {
                            Kind = AddToOrderKind.Addition,
                            Id = a.Id,
                            JobId = job.Id,
                        }
                    ))
            );
            if (job.Decision != DecisionKind.Proposed)
                continue;
            offers.AddRange(
                source
                    .Alternatives.Select(a => others.GetValueOrDefault(a.OtherId))
                    .OfType<CannedJob>()
                    .Select(o => new RelatedWorkOffer(
                        job.Id,
                        RelatedWorkKind.Instead,
                        o.Title,
                        o.FixedPrice is { } price ? price.ToString() : Hours(o.Hours.Value),
                        new AddToOrderRequest
                        {
                            Kind = AddToOrderKind.Canned,
                            Id = o.Id,
                            InsteadOf = job.Id,
                        }
                    ))
            );
        }
        if (await sources.CarOfAsync(id) is { } car)
            offers.AddRange(await WorkForPartsAsync(open, car, sources, cancel));
        return offers;
    }

    /// <summary>From a part to the work that fits it: the operation that needs the fewest other parts.</summary>
    private static async Task<IEnumerable<RelatedWorkOffer>> WorkForPartsAsync(
        List<Job> open,
        Vehicle car,
        VehicleDataCache sources,
        CancellationToken cancel
    )
    {
        var alone = open.Where(j => j.Decision == DecisionKind.Proposed)
            .SelectMany(j => j.OnLines.OfType<PartLine>().Where(l => l.PartType.Length > 0).Select(l => (Job: j, Line: l)))
            .ToList();
        if (alone.Count == 0)
            return [];
        var (guide, _) = await sources.GuideAsync(car, cancel);
        var by = guide.ToLookup(o => o.Code);
        return alone
            .Where(x =>
                !x
                    .Job.OnLines.OfType<LaborLine>()
                    .Any(l => (l.Operation.Length == 0 || by[l.Operation].Any(o => o.Parts.Any(p => p.Type == x.Line.PartType))))
            )
            .Select(x =>
                (
                    x.Job,
                    Operation: guide
                        .Where(o => o.Parts.Any(p => p.Type == x.Line.PartType))
                        .OrderBy(o => Math.Abs(o.Parts.First(p => p.Type == x.Line.PartType).Quantity - x.Line.Quantity.Value))
                        .ThenBy(o => o.Parts.Count)
                        .ThenBy(o => o.Hours)
                        .FirstOrDefault()
                )
            )
            .Where(x => x.Operation is not null)
            .DistinctBy(x => (x.Job.Id, x.Operation!.Code))
            .Select(x => new RelatedWorkOffer(
                x.Job.Id,
                RelatedWorkKind.Work,
                x.Operation!.Title,
                Hours(x.Operation.Hours),
                new AddToOrderRequest
                {
                    Kind = AddToOrderKind.Operation,
                    Code = x.Operation.Code,
                    JobId = x.Job.Id,
                    LaborOnly = true,
                }
            ));
    }

    private static string Hours(decimal hours) => $"{hours.ToString("0.##", CultureInfo.InvariantCulture)} h";
}
