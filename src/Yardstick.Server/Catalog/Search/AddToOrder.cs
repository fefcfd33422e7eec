using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>
/// Takes anything that the add line, a drawer or an offer shows onto an order: it lands complete, priced by the policy. What has to be
/// asked outside is asked before the change begins, so that nobody waits for it under the lock.
/// </summary>
public static class AddToOrder
{
    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/orders/{id:long}/take", HandleAsync).Asks(Permission.EditOrders).Produces<AddedToOrder>().ProducesProblem(422);

    private static async Task<IResult> HandleAsync(
        long id,
        AddToOrderRequest request,
        CommandRunner commands,
        VehicleDataCache sources,
        ShopDb read,
        TimeProvider time,
        CancellationToken cancel
    )
    {
        var car = await sources.CarOfAsync(id);
        var asked = await AskAsync(request, car, sources, read, cancel);
        if (asked.Problem is { } silent)
            return Problems.Of(silent);
        return await commands.OnOrderAsync<AddedToOrder>(id, under =>
            new Taking(under, request, asked.Value, car, sources, time).DoAsync()
        );
    }

    /// <summary>What the outside says of what is taken.</summary>
    internal sealed record Asked(
        IReadOnlyList<GuideOperation> Guide,
        CatalogPart? Part,
        FactAnswer? Facts,
        IReadOnlyList<ScheduleEntry> Schedule
    );

    private static async Task<Result<Asked>> AskAsync(
        AddToOrderRequest request,
        Vehicle? car,
        VehicleDataCache sources,
        ShopDb db,
        CancellationToken cancel
    )
    {
        var guide = Array.Empty<GuideOperation>() as IReadOnlyList<GuideOperation>;
        CatalogPart? part = null;
        FactAnswer? facts = null;
        IReadOnlyList<ScheduleEntry> schedule = [];
        if (request.Kind is AddToOrderKind.Operation or AddToOrderKind.Services or AddToOrderKind.Fact && car is null)
            return Order.NoCar;
        if (request.Kind is AddToOrderKind.Operation or AddToOrderKind.Services)
        {
            var (operations, trouble) = await sources.GuideAsync(car!, cancel);
            if (request.Kind == AddToOrderKind.Operation && !operations.Any(o => o.Code == request.Code))
                return trouble is null
                    ? new Problem("guide.gone", "The labor guide no longer lists this operation. Search again or enter the labor yourself.")
                    : new Problem("outside.silent", $"The labor guide {trouble.Message}; enter the labor yourself.");
            guide = operations;
        }
        if (
            request.Kind
            is AddToOrderKind.Operation
                or AddToOrderKind.Services
                or AddToOrderKind.Fact
                or AddToOrderKind.Canned
                or AddToOrderKind.Set
        )
        {
            // Facts are taken where they are at hand; only a fact itself has to be waited for.
            if (car is not null && (request.Kind is AddToOrderKind.Fact or AddToOrderKind.Services || sources.FactsAtHand(car) is not null))
            {
                var told = await sources.FactsAsync(car, cancel);
                if (told.Ok)
                    facts = told.Value;
                else if (request.Kind == AddToOrderKind.Fact)
                    return new Problem("outside.silent", $"The vehicle data service {told.Problem!.Message}; enter the line yourself.");
            }
        }
        if (request.Kind == AddToOrderKind.Services)
        {
            var told = await sources.ScheduleAsync(car!, cancel);
            if (told.Problem is { } silent)
                return new Problem(
                    "outside.silent",
                    $"The maintenance schedule is not available: the service {silent.Message}. You can still add canned jobs."
                );
            schedule = told.Value;
        }
        if (request.Kind == AddToOrderKind.Offer)
        {
            var answer = await OfferAsync(request, car, sources, cancel);
            if (answer.Problem is { } silent)
            {
                var name = await db.Suppliers.Where(s => s.Code == request.Supplier).Select(s => s.Name).FirstOrDefaultAsync(cancel)
                    ?? "The supplier";
                return new Problem("outside.silent", $"{name} {silent.Message}; enter the part yourself or use one from stock.");
            }
            part = answer.Value.Parts.FirstOrDefault(p => p.Number == request.Number);
            if (part is null)
                return new Problem("offer.gone", "The supplier no longer lists this part. Search again.");
        }
        return new Asked(guide, part, facts, schedule);
    }

    private static Task<Result<CatalogAnswer>> OfferAsync(
        AddToOrderRequest request,
        Vehicle? car,
        VehicleDataCache sources,
        CancellationToken cancel
    ) =>
        request.AskedBy == PartQueryKind.Tires
            ? sources.TiresAsync(request.Supplier ?? "", request.Asked ?? "", cancel)
            : sources.PartsAsync(
                request.Supplier ?? "",
                car ?? Vehicle.Unknown,
                request.AskedBy == PartQueryKind.Type ? "" : request.Asked ?? "",
                request.AskedBy == PartQueryKind.Type ? request.Asked : null,
                cancel
            );

    /// <summary>One taking under way.</summary>
    private sealed class Taking(
        OrderCommandContext under,
        AddToOrderRequest request,
        Asked asked,
        Vehicle? car,
        VehicleDataCache sources,
        TimeProvider time
    )
    {
        private readonly List<Job> jobs = [];
        private readonly List<Line> lines = [];
        private ShopDb Db => under.Command.Db;
        private Order Order => under.Order;
        private Actor Actor => under.Command.Actor;
        private StockCost Cost => under.Policy.StockCost;

        internal async Task<Result<AddedToOrder>> DoAsync()
        {
            long? discount = null;
            Problem? problem;
            switch (request.Kind)
            {
                case AddToOrderKind.Canned:
                    problem = await CannedAsync(request.Id ?? 0);
                    break;
                case AddToOrderKind.Set:
                    problem = await SetAsync();
                    break;
                case AddToOrderKind.Operation:
                    problem = await OperationAsync();
                    break;
                case AddToOrderKind.Stock:
                    problem = await StockAsync();
                    break;
                case AddToOrderKind.Offer:
                    problem = await OfferedAsync();
                    break;
                case AddToOrderKind.Fee:
                    problem = await FeeAsync();
                    break;
                case AddToOrderKind.Earlier:
                    problem = await EarlierAsync();
                    break;
                case AddToOrderKind.Services:
                    problem = await new ServiceJobs(Db, asked, Cost).AddAsync(under, request, jobs);
                    break;
                case AddToOrderKind.Fact:
                    problem = await FactAsync();
                    break;
                case AddToOrderKind.Addition:
                    problem = await AdditionAsync();
                    break;
                case AddToOrderKind.Discount:
                    var given = GiveDiscount();
                    if (given.Ok)
                        await Phrases.UsedAsync(Db, PhraseUse.PriceReason, request.Reason, Actor.At);
                    (problem, discount) = (given.Problem, null);
                    if (given.Ok)
                    {
                        await Db.SaveChangesAsync();
                        discount = given.Value.Id;
                    }
                    break;
                default:
                    throw new InvalidOperationException($"Nothing takes {request.Kind}.");
            }
            if (problem is not null)
                return problem;
            await Db.SaveChangesAsync();
            var focus = lines.Count > 0 ? lines[0] : null;
            return new AddedToOrder
            {
                OrderVersion = Order.Version,
                JobIds = jobs.ConvertAll(j => j.Id),
                LineIds = lines.ConvertAll(l => l.Id),
                JobId = jobs.Count > 0 ? jobs[0].Id : request.JobId,
                LineId = focus?.Id,
                Column = focus is { Kind: LineKind.Text } ? "description" : "count",
                DiscountId = discount,
                LineVersion = request.LineId is not null ? focus?.Version : null,
            };
        }

        private async Task<Problem?> CannedAsync(long id)
        {
            var made = await CannedJobs.MakeAsync(Db, id, Cost, asked.Facts?.Known ?? sources.FactsAtHand(car));
            if (made.Problem is { } gone)
                return gone;
            var added = request.InsteadOf is { } old
                ? Order.ReplaceJob(old, made.Value.Job, await EditJobs.IsUsedAsync(Db, Order.Id, old), Actor)
                : Order.AddJob(made.Value.Job, Actor);
            if (added.Problem is { } problem)
                return problem;
            jobs.Add(added.Value);
            // A discount needs the job's key.
            await Db.SaveChangesAsync();
            return Order.GiveCanned(made.Value.Canned, added.Value, Actor);
        }

        private async Task<Problem?> SetAsync()
        {
            if (await Db.CannedSets.FindAsync(request.Id) is not { } set)
                return Gone.CannedSet;
            foreach (var id in set.JobIds)
                if (await CannedAsync(id) is { } problem)
                    return problem;
            return null;
        }

        private async Task<Result<Job>> JobAsync(string title, JobOrigin origin, string originText)
        {
            if (request.JobId is { } id)
                return Order.FindJob(id);
            var added = Order.AddJob(Job.Create(title, origin, originText), Actor);
            if (!added.Ok)
                return added;
            jobs.Add(added.Value);
            await Db.SaveChangesAsync();
            return added;
        }

        private Problem? Add(Job job, Line line)
        {
            var added = Order.AddLine(job.Id, line, Actor);
            if (added.Ok)
                lines.Add(line);
            return added.Problem;
        }

        private async Task<Problem?> OperationAsync()
        {
            var operation = asked.Guide.First(o => o.Code == request.Code);
            if (request.LineId is { } lineId)
            {
                var existing = Order.FindLine(lineId);
                if (existing.Problem is { } gone)
                    return gone;
                lines.Add(existing.Value);
                return Order.SourceLine<LaborLine>(lineId, line => line.Take(operation.Work), $"guide: {operation.Title}", Actor).Problem;
            }
            var job = await JobAsync(operation.Title, JobOrigin.Written, "Labor guide");
            if (job.Problem is { } noJob)
                return noJob;
            if (Add(job.Value, LaborLine.Of(operation.Work)) is { } problem)
                return problem;
            if (request.LaborOnly)
                return null;
            foreach (var needed in operation.Parts.Where(n => !job.Value.OnLines.OfType<PartLine>().Any(l => l.PartType == n.Type)))
            {
                var line = await new PartFinder(Db, asked.Facts?.Known ?? sources.FactsAtHand(car)).LineAsync(
                    needed.Type,
                    needed.Quantity,
                    Cost
                );
                if (Add(job.Value, line) is { } bad)
                    return bad;
            }
            return null;
        }

        private async Task<Problem?> StockAsync()
        {
            if (await Db.Parts.Include(p => p.Companions).FirstOrDefaultAsync(p => p.Id == request.Id) is not { } part)
                return new Problem("part.gone", "This part no longer exists. Reload the page.");
            if (part.MayBeTaken().Problem is { } withdrawn)
                return withdrawn;
            if (request.LineId is { } lineId)
                return Source(lineId, line => line.TakePart(part, Cost), $"stock: {part.Number}");
            var job = await JobAsync(part.Description, JobOrigin.Written, "Stock");
            if (job.Problem is { } noJob)
                return noJob;
            return Add(job.Value, part.AsLine(Cost));
        }

        private async Task<Problem?> OfferedAsync()
        {
            if (await Db.Suppliers.FirstOrDefaultAsync(s => s.Code == request.Supplier) is not { } supplier)
                return new Problem("supplier.gone", "This supplier no longer exists. Reload the page.");
            var offer = asked.Part!.Offer(supplier.Code);
            var part = await PartFinder.CatalogPartAsync(Db, offer, supplier.Id, Actor.At);
            void Put(PartLine line) => line.Take(offer, part.Id, part.Unit, time.Now());
            if (request.LineId is { } lineId)
                return Source(lineId, Put, $"{supplier.Name}: {offer.Number}");
            var job = await JobAsync(offer.Description, JobOrigin.Written, supplier.Name);
            if (job.Problem is { } noJob)
                return noJob;
            var line = PartLine.Of(offer.Quantity);
            Put(line);
            return Add(job.Value, line);
        }

        private Problem? Source(long lineId, Action<PartLine> put, string words)
        {
            var sourced = Order.SourceLine(lineId, put, words, Actor);
            if (sourced.Ok)
                lines.Add(sourced.Value);
            return sourced.Problem;
        }

        private async Task<Problem?> FeeAsync()
        {
            if (await Db.Fees.FindAsync(request.Id) is not { } fee)
                return Gone.Fee;
            var job = await JobAsync(fee.Label, JobOrigin.Written, "Fee");
            return job.Problem ?? Add(job.Value, fee.AsLine());
        }

        private async Task<Problem?> EarlierAsync()
        {
            var copy = await EarlierSearch.CopyAsync(Db, request.Id ?? 0, Order.VehicleId, Cost);
            if (copy.Problem is { } gone)
                return gone;
            var added = Order.AddJob(copy.Value, Actor);
            if (added.Ok)
                jobs.Add(added.Value);
            return added.Problem;
        }

        private async Task<Problem?> FactAsync()
        {
            var facts = asked.Facts!;
            if (request.LineId is { } lineId)
            {
                var corrected = Order.FollowFact(lineId, facts.Known, Actor);
                if (corrected.Ok)
                    lines.Add(corrected.Value);
                return corrected.Problem;
            }
            var line = await new PartFinder(Db, facts.Known).FactLineAsync(
                request.Code ?? "",
                facts,
                under.Shop.DistanceUnit == DistanceUnit.Kilometers,
                Cost
            );
            if (line.Problem is { } none)
                return none;
            var job = await JobAsync(line.Value.Description, JobOrigin.Written, "Facts");
            return job.Problem ?? Add(job.Value, line.Value);
        }

        private async Task<Problem?> AdditionAsync()
        {
            if (await Db.CannedLines.FirstOrDefaultAsync(l => l.Id == request.Id && l.IsAddition) is not { } addition)
                return new Problem("cannedLine.gone", "This option is no longer offered. Reload the page.");
            var partId = (addition as CannedPartLine)?.PartId;
            var parts = await Db.Parts.Include(p => p.Companions).Where(p => p.Id == partId).ToDictionaryAsync(p => p.Id);
            var job = Order.FindJob(request.JobId ?? 0);
            return job.Problem ?? Add(job.Value, addition.MakeLine(parts.GetValueOrDefault, Cost, sources.FactsAtHand(car)));
        }

        private Result<GivenDiscount> GiveDiscount()
        {
            var parsed = GivenDiscount.Parse(request.Value, request.On ?? DiscountBase.All, request.Reason);
            if (parsed.Problem is { } problem)
                return problem;
            return Order.Give(parsed.Value.For(request.JobId, request.LineId), Actor);
        }
    }
}
