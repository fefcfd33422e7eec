using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>
/// Facts about the order's car: the few that its work needs, all of them by use, corrections of lines, drawings, and repairs known for its
/// trouble codes.
/// </summary>
public static class VehicleSpecsView
{
    private const int InTheLine = 5,
        MostNamed = 500;

    /// <summary>A fact as it is shown.</summary>
    public sealed record SpecView(
        string Key,
        string Use,
        string Title,
        string Shown,
        string Short,
        string Condition,
        string Caution,
        string Words
    );

    /// <summary>A part that wears.</summary>
    public sealed record WearView(string Type, string Title, string Number, IReadOnlyList<string> Equivalents, string Stock);

    /// <summary>A line whose quantity differs from the facts.</summary>
    public sealed record CorrectionView(long LineId, string Description, decimal Now, decimal Known, string Unit, string Fact);

    /// <summary>A tire or a battery of another size than the specs name.</summary>
    /// <param name="LineId">Its line.</param>
    /// <param name="Words">What does not fit.</param>
    /// <param name="Short">That in a few words.</param>
    /// <param name="Find">What to search for instead.</param>
    public sealed record MisfitView(long LineId, string Words, string Short, string Find);

    /// <summary>A repair that is known for a trouble code.</summary>
    /// <param name="Title">What is done.</param>
    /// <param name="Operation">Code of the labor guide.</param>
    /// <param name="Percent">How often it was the repair, outside; null where only the shop did it.</param>
    /// <param name="Here">How often this shop did it for this code.</param>
    public sealed record RepairView(string Title, string Operation, int? Percent, int Here);

    /// <summary>A trouble code of the order with its repairs.</summary>
    public sealed record KnownCodeView(string Code, IReadOnlyList<RepairView> Repairs, string Trouble);

    /// <summary>Everything about the car.</summary>
    /// <param name="AsOf">The date of the data; null where they do not answer.</param>
    /// <param name="Line">The few facts that the order's work needs.</param>
    /// <param name="Facts">All facts.</param>
    /// <param name="Wear">Parts that wear.</param>
    /// <param name="Resets">What is reset, step by step.</param>
    /// <param name="Drawings">Drawings.</param>
    /// <param name="Corrections">Lines that differ from the facts.</param>
    /// <param name="Misfits">Tires and batteries of another size.</param>
    /// <param name="Codes">Trouble codes of the order.</param>
    /// <param name="Campaigns">Recalls and bulletins.</param>
    /// <param name="Trouble">What is missing and why; empty where nothing is.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record VehicleSpecsAnswer(
        LocalDate? AsOf,
        IReadOnlyList<SpecView> Line,
        IReadOnlyList<SpecView> Facts,
        IReadOnlyList<WearView> Wear,
        IReadOnlyList<ResetSteps> Resets,
        IReadOnlyList<DrawingTitle> Drawings,
        IReadOnlyList<CorrectionView> Corrections,
        IReadOnlyList<MisfitView> Misfits,
        IReadOnlyList<KnownCodeView> Codes,
        IReadOnlyList<Campaign> Campaigns,
        string Trouble,
        bool Silent = false
    );

    /// <summary>An answer about the order's car.</summary>
    public sealed record SpecsAnswerRequest(string Question, string Text, string Answer);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/facts", HandleAsync).Asks(Permission.SeeOrders).Produces<VehicleSpecsAnswer>();
        api.MapGet("/drawings/{key}", DrawingAsync).Asks(Permission.SeeFloor).ProducesProblem(404);
        api.MapPost("/orders/{id:long}/answers", AnswerAsync).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> HandleAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory memory) =>
        Results.Ok(await OfOrderAsync(id, db, sources, memory));

    /// <summary>Everything about an order's car; there is no amount of money in it.</summary>
    internal static Task<VehicleSpecsAnswer?> OfOrderAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory memory) =>
        memory.GetAsync(id, "facts", about => SpecsAsync(id, db, sources, about), facts => !facts.Silent);

    private static async Task<VehicleSpecsAnswer?> SpecsAsync(long id, ShopDb db, VehicleDataCache sources, OrderMemory.Entry about)
    {
        // Others may wait for the same answer: it is not broken off when one of them leaves.
        var cancel = CancellationToken.None;
        var none = new VehicleSpecsAnswer(null, [], [], [], [], [], [], [], [], [], "");
        if (await sources.CarOfAsync(id) is not { } car || await db.ReadOrderAsync(id) is not { } order)
            return none with { Trouble = "A counter sale has no vehicle. Add one to see specs." };
        about.IsOf(order.CustomerId, order.VehicleId);
        var metric = (await db.Shops.SingleAsync(cancel)).DistanceUnit == DistanceUnit.Kilometers;
        var asking = sources.FactsAsync(car, cancel);
        var campaigns = car.Vin.IsKnown ? await sources.CampaignsAsync(car.Vin.Text, cancel) : new List<Campaign>();
        var told = await asking;
        var codes = await CodesAsync(db, order, car, sources, cancel);
        none = none with
        {
            Codes = codes,
            Campaigns = campaigns.Ok ? campaigns.Value : [],
            Silent = OutsideCall.IsSilence(told.Problem) || OutsideCall.IsSilence(campaigns.Problem),
        };
        if (told.Problem is { } trouble)
        {
            var missing =
                trouble.Code == "outside.unknown"
                    ? "The vehicle data service has no specs for this make, model and engine."
                    : $"The vehicle data service {trouble.Message}. You can keep working without it.";
            return none with { Trouble = missing };
        }
        var facts = told.Value.Known;
        SpecView View(SpecValue f) =>
            new(f.Key, f.Use.ToString(), f.Title, f.Shown(metric), f.Short(metric), f.Condition, f.Caution, f.Words);
        var numbers = facts.Wear.SelectMany(w => w.Equivalents).ToList();
        var stock = await db.Parts.Where(p => numbers.Contains(p.Number)).ToDictionaryAsync(p => p.Number, cancel);
        var lines = order.State == OrderState.Open ? WorkedOn(order) : [];
        return none with
        {
            AsOf = facts.AsOf,
            Line = facts.For(order, InTheLine).Select(View).ToList(),
            Facts = facts.Facts.Select(View).ToList(),
            Wear = facts
                .Wear.Select(w => new WearView(
                    w.Type,
                    w.Title,
                    w.Number,
                    w.Equivalents,
                    string.Join(
                        ", ",
                        w.Equivalents.Select(n => stock.GetValueOrDefault(n))
                            .Where(p => p is not null && p.Free > Quantity.Zero)
                            .Select(p => $"{p!.Free} in stock, {p.Bin}")
                    )
                ))
                .ToList(),
            Resets = told.Value.Resets,
            Drawings = told.Value.Drawings,
            Corrections = lines
                .Select(l => (Line: l, Known: facts.Correction(l)))
                .Where(x => x.Known is not null)
                .Select(x => new CorrectionView(
                    x.Line.Id,
                    x.Line.Description,
                    x.Line.Quantity.Value,
                    x.Known!.Value.Value,
                    x.Line.Unit,
                    $"{facts.FactOf(x.Line)!.Title} {facts.FactOf(x.Line)!.Shown(metric)}{(facts.FactOf(x.Line)!.Condition is { Length: > 0 } condition ? $", {condition}" : "")}"
                ))
                .ToList(),
            Misfits = await MisfitsAsync(db, facts, lines),
        };
    }

    /// <summary>Part lines of work that is or may be done.</summary>
    private static List<PartLine> WorkedOn(Order order) =>
        order
            .OnJobs.Where(j => j.Decision is DecisionKind.Proposed or DecisionKind.Approved)
            .SelectMany(j => j.OnLines)
            .OfType<PartLine>()
            .ToList();

    private static async Task<List<MisfitView>> MisfitsAsync(ShopDb db, VehicleSpecs facts, List<PartLine> lines)
    {
        var ids = lines.Select(l => l.PartId).OfType<long>().Distinct().ToList();
        var parts = await db.Parts.Where(p => ids.Contains(p.Id) && p.Rating != null).ToDictionaryAsync(p => p.Id);
        return lines
            .Select(l => (Line: l, Misfit: Fitment.Misfit(facts, l, l.PartId is { } id ? parts.GetValueOrDefault(id) : null)))
            .Where(x => x.Misfit is not null)
            .Select(x => new MisfitView(x.Line.Id, x.Misfit!.Words, x.Misfit.Short, x.Misfit.Find))
            .ToList();
    }

    private static Task<List<KnownCodeView>> CodesAsync(
        ShopDb db,
        Order order,
        Vehicle car,
        VehicleDataCache sources,
        CancellationToken cancel
    ) =>
        CodesAsync(
            db,
            [.. order.Concerns.SelectMany(c => TroubleCode.In($"{c.Complaint} {c.Cause}")).Select(c => c.Text).Distinct().Take(4)],
            order.Id,
            car,
            sources,
            cancel
        );

    /// <summary>Repairs that are known for trouble codes: outside for this vehicle, and what this shop did for them.</summary>
    /// <param name="db">The database.</param>
    /// <param name="codes">The codes.</param>
    /// <param name="except">The order that they are asked for; it proves nothing itself. 0 for none.</param>
    /// <param name="car">The vehicle.</param>
    /// <param name="sources">Vehicle data.</param>
    /// <param name="cancel">Nobody waits any more.</param>
    internal static async Task<List<KnownCodeView>> CodesAsync(
        ShopDb db,
        IReadOnlyList<string> codes,
        long except,
        Vehicle car,
        VehicleDataCache sources,
        CancellationToken cancel
    )
    {
        if (codes.Count == 0)
            return [];
        var (guide, _) = await sources.GuideAsync(car, cancel);
        // Asked for all at once: a slow service is waited for once, not once for each code.
        var asked = await Task.WhenAll(codes.Select(code => sources.RepairsAsync(code, cancel)));
        var views = new List<KnownCodeView>();
        foreach (var (code, known) in codes.Zip(asked))
        {
            var here = await HereAsync(db, code, except, cancel);
            var repairs = new List<RepairView>();
            foreach (var repair in known.Ok ? known.Value : [])
            {
                // An operation that the guide does not have for this car is no repair of it.
                if (guide.FirstOrDefault(o => o.Code == repair.Operation) is { } operation)
                    repairs.Add(
                        new RepairView(
                            operation.Title,
                            operation.Code,
                            repair.Percent,
                            here.Where(h => WorkTitleMatch.Same(h.Title, operation.Title)).Sum(h => h.Count)
                        )
                    );
            }
            repairs.AddRange(
                here.Where(h => !repairs.Exists(r => WorkTitleMatch.Same(r.Title, h.Title)))
                    .Select(h => new RepairView(h.Title, "", null, h.Count))
            );
            views.Add(
                new KnownCodeView(
                    code,
                    repairs.OrderByDescending(r => (r.Percent ?? 0) + 10 * r.Here).ToList(),
                    OutsideCall.IsSilence(known.Problem) ? $"The vehicle data service {known.Problem!.Message}." : ""
                )
            );
        }
        return views;
    }

    /// <summary>What this shop did on invoiced orders whose concern named the code.</summary>
    private static async Task<List<(string Title, int Count)>> HereAsync(ShopDb db, string code, long except, CancellationToken cancel)
    {
        var named = db.Database.SqlQuery<long>(
            $"SELECT rowid AS Value FROM SearchConcerns WHERE SearchConcerns MATCH {FindQuery.Exact([code])} ORDER BY rowid DESC LIMIT {MostNamed}"
        );
        var titles = await db
            .Concerns.Where(c => named.Contains(c.Id) && c.OrderId != except)
            .Join(db.Orders.Where(o => o.State == OrderState.Posted), c => c.OrderId, o => o.Id, (c, o) => o.Id)
            .Distinct()
            .Join(db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Approved), o => o, j => j.OrderId, (o, j) => j.Title)
            .ToListAsync(cancel);
        return
        [
            .. titles
                .Where(t => !t.Contains("diagnose", StringComparison.OrdinalIgnoreCase))
                .GroupBy(t => t)
                .Select(g => (g.Key, g.Count())),
        ];
    }

    private static async Task<IResult> DrawingAsync(string key, IVehicleSpecsClient outside, HttpContext http, CancellationToken cancel)
    {
        var drawing = await outside.DrawingAsync(key, cancel);
        if (drawing.Problem is { } problem)
            return Problems.Of(new Problem("drawing.gone", $"The vehicle data service {problem.Message}; the diagram is not available."));
        // Shown as a picture only: nothing in it may run.
        http.Response.Headers.ContentSecurityPolicy = "default-src 'none'; style-src 'unsafe-inline'";
        return Results.Text(drawing.Value, "image/svg+xml");
    }

    private static Task<IResult> AnswerAsync(long id, SpecsAnswerRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            if (under.Order.VehicleId is not { } car)
                return Order.NoCar;
            var db = under.Command.Db;
            var asked = VehicleAnswer.To(car, request.Question);
            if (asked.Problem is { } noQuestion)
                return noQuestion;
            var answer = await db.VehicleAnswers.FirstOrDefaultAsync(a => a.VehicleId == car && a.Question == request.Question)
                ?? asked.Value;
            if (answer.Set(request.Text, request.Answer, under.Command.Actor).Problem is { } refused)
                return refused;
            if (answer.Id == 0)
                db.VehicleAnswers.Add(answer);
            await db.SaveChangesAsync();
            return new Changed(under.Order.Version, answer.Id, 1);
        });
}
