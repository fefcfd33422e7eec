using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;
using NeededPart = Yardstick.Server.Orders.NeededPart;

namespace Yardstick.Server.Purchasing;

/// <summary>Asks a supplier for price and stock of needed parts, just before they are ordered.</summary>
public static class QuoteParts
{
    /// <summary>What is asked.</summary>
    /// <param name="SupplierId">Whom.</param>
    /// <param name="LineIds">Lines of repair orders that miss a part.</param>
    /// <param name="BranchId">One of the supplier's branches; null for any.</param>
    public sealed record QuotePartsRequest(long SupplierId, IReadOnlyList<long> LineIds, long? BranchId);

    /// <summary>How much of a part a branch has, and when it could be here.</summary>
    public sealed record BranchStockView(string Branch, int Available, LocalDateTime Here);

    /// <summary>What the supplier says of a part now.</summary>
    public sealed record QuotedPartView
    {
        /// <summary>The line.</summary>
        public required long LineId { get; init; }

        /// <summary>What they say, in words: available, not available, no longer made.</summary>
        public required string StateText { get; init; }

        /// <summary>They send all of it.</summary>
        public required bool Available { get; init; }

        /// <summary>Their price now, each; null where they do not say.</summary>
        public required decimal? UnitCost { get; init; }

        /// <summary>More, or less, than on the estimate for all units; null where it is the same or unknown.</summary>
        public required decimal? CostChange { get; init; }

        /// <summary>Margin on the estimate, for those who may see it.</summary>
        public required decimal? MarginBefore { get; init; }

        /// <summary>Margin at the new cost; the customer's price stays.</summary>
        public required decimal? MarginAfter { get; init; }

        /// <summary>The branch that it would come from.</summary>
        public required string Branch { get; init; }

        /// <summary>When it could be here, wall time.</summary>
        public required LocalDateTime Here { get; init; }

        /// <summary>It could not be here by the promised time.</summary>
        public required bool Late { get; init; }

        /// <summary>All branches.</summary>
        public required IReadOnlyList<BranchStockView> Branches { get; init; }
    }

    /// <summary>The answer.</summary>
    /// <param name="Parts">What the supplier says of each part.</param>
    /// <param name="Trouble">Why there is no answer; empty where there is.</param>
    public sealed record PartsQuoted(IReadOnlyList<QuotedPartView> Parts, string Trouble);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/purchase-orders/quote", HandleAsync).Asks(Permission.OrderParts).Produces<PartsQuoted>().ProducesProblem(404);

    private static async Task<IResult> HandleAsync(
        QuotePartsRequest request,
        ShopDb db,
        ISupplierClient suppliers,
        TimeProvider time,
        HttpContext http,
        CancellationToken cancel
    )
    {
        var supplier = await db.Suppliers.Include(s => s.Branches).FirstOrDefaultAsync(s => s.Id == request.SupplierId, cancel);
        if (supplier is null)
            return Problems.Of(Gone.Supplier);
        if (supplier.Way != SupplierOrderWay.Electronic)
            return Results.Ok(new PartsQuoted([], ""));
        var needed = await db.NeededPartsAsync((request.LineIds ?? []).ToHashSet());
        var asked = needed.Where(n => n.Line.Number.Length > 0).ToList();
        var branch = supplier.Branches.Find(b => b.Id == request.BranchId)?.Name ?? "";
        var answer = await suppliers.QuoteAsync(supplier.Code, branch, asked.ConvertAll(AskedFor), cancel);
        if (answer.Problem is { } silent)
            return Results.Ok(
                new PartsQuoted(
                    [],
                    $"{supplier.Name} {silent.Message}. You can order all the same: the costs of the estimate are expected."
                )
            );
        var shop = await db.Shops.SingleAsync(cancel);
        var figures = await FiguresAsync(db, asked, time);
        var margins = http.User.May(Permission.SeeMargin);
        LocalDateTime Here(int minutes) => shop.Local(time.Now() + Duration.FromMinutes(minutes));
        var said = answer.Value.ToDictionary(q => q.LineId);
        return Results.Ok(
            new PartsQuoted(
                [
                    .. asked
                        .Where(n => said.ContainsKey(n.Line.Id))
                        .Select(n => ViewOf(n, said[n.Line.Id], figures.GetValueOrDefault(n.Line.Id), margins, Here)),
                ],
                ""
            )
        );
    }

    /// <summary>What is asked of a supplier about a part that is needed.</summary>
    internal static QuoteAsked AskedFor(NeededPart part) =>
        new(part.Line.Id, part.Line.Number, part.Missing.Value, part.Line.UnitCost.Value);

    /// <summary>How much of it there is, in words.</summary>
    internal static string WordsOf(Quoted said, NeededPart part) =>
        said.State switch
        {
            PurchaseLineState.Confirmed => $"{said.Available} available",
            PurchaseLineState.PartlyFilled => $"only {said.Available} of {part.Missing}",
            PurchaseLineState.Discontinued => "no longer made",
            PurchaseLineState.UnknownNumber => "part number unknown to them",
            _ => "not available",
        };

    private static QuotedPartView ViewOf(NeededPart part, Quoted said, LineFigures? figures, bool margins, Func<int, LocalDateTime> here)
    {
        var change =
            figures is not null && said.UnitCost is { } now && now != part.Line.UnitCost
                ? CostChange.Of(figures, part.Line.UnitCost, now, part.Missing)
                : null;
        return new QuotedPartView
        {
            LineId = part.Line.Id,
            StateText = WordsOf(said, part),
            Available = said.State == PurchaseLineState.Confirmed,
            UnitCost = said.UnitCost?.Value,
            CostChange = change?.Cost.Amount,
            MarginBefore = margins ? change?.MarginBefore : null,
            MarginAfter = margins ? change?.MarginAfter : null,
            Branch = said.Branch,
            Here = here(said.Minutes),
            Late = part.Order.PromisedAt is { } promised && here(said.Minutes) > promised,
            Branches = [.. said.Branches.Select(b => new BranchStockView(b.Branch, b.Available, here(b.Minutes)))],
        };
    }

    private static async Task<Dictionary<long, LineFigures>> FiguresAsync(ShopDb db, List<NeededPart> parts, TimeProvider time)
    {
        var figures = new Dictionary<long, LineFigures>();
        foreach (var orderId in parts.Select(p => p.Order.Id).Distinct())
        {
            if (await db.LoadPricedAsync(orderId, time) is not { } priced)
                continue;
            var result = OrderPricing.Price(priced.Order, priced.Customer, priced.Policy, JobSelection.ApprovedOnly, priced.Day);
            foreach (var job in priced.Order.ApprovedJobs)
            {
                var of = result.Jobs.FirstOrDefault(j => j.Id == OrderPricing.JobKey(job));
                foreach (var line in job.OnLines)
                    if (of?.Of(line) is { } priceOf)
                        figures[line.Id] = priceOf;
            }
        }
        return figures;
    }
}
