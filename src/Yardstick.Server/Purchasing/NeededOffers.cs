using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>What a supplier asks for everything that is needed, now, and when it could be here: beside each other in the list.</summary>
public static class NeededOffers
{
    /// <summary>What a supplier says of a part that is needed.</summary>
    /// <param name="LineId">The line.</param>
    /// <param name="UnitCost">Cost each; null where they do not say.</param>
    /// <param name="Available">They have enough.</param>
    /// <param name="StateText">How much there is, in words.</param>
    /// <param name="Here">When it could be here, wall time.</param>
    /// <param name="Late">That is past the promise.</param>
    public sealed record NeededOfferView(long LineId, decimal? UnitCost, bool Available, string StateText, LocalDateTime Here, bool Late);

    /// <summary>What a supplier says.</summary>
    /// <param name="Offers">By line; none where they did not answer.</param>
    /// <param name="Trouble">Why they did not; empty where they did.</param>
    public sealed record NeededOffersView(IReadOnlyList<NeededOfferView> Offers, string Trouble);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/parts/offers/{supplierId:long}", HandleAsync)
            .Asks(Permission.OrderParts)
            .Produces<NeededOffersView>()
            .ProducesProblem(404);

    private static async Task<IResult> HandleAsync(
        long supplierId,
        ShopDb db,
        ISupplierClient suppliers,
        TimeProvider time,
        CancellationToken cancel
    )
    {
        if (await db.Suppliers.FirstOrDefaultAsync(s => s.Id == supplierId, cancel) is not { } supplier)
            return Problems.Of(Gone.Supplier);
        var asked = (await db.NeededPartsAsync()).FindAll(n => n.Line.Number.Length > 0);
        if (supplier.Way != SupplierOrderWay.Electronic || asked.Count == 0)
            return Results.Ok(new NeededOffersView([], ""));
        var answer = await suppliers.QuoteAsync(supplier.Code, "", asked.ConvertAll(QuoteParts.AskedFor), cancel);
        if (answer.Problem is { } silent)
            return Results.Ok(new NeededOffersView([], $"{supplier.Name} {silent.Message}."));
        var shop = await db.Shops.SingleAsync(cancel);
        var now = time.Now();
        var said = answer.Value.ToDictionary(q => q.LineId);
        return Results.Ok(
            new NeededOffersView(
                [
                    .. asked
                        .Where(n => said.ContainsKey(n.Line.Id))
                        .Select(n =>
                        {
                            var quoted = said[n.Line.Id];
                            var here = shop.Local(now + Duration.FromMinutes(quoted.Minutes));
                            return new NeededOfferView(
                                n.Line.Id,
                                quoted.UnitCost?.Value,
                                quoted.State == PurchaseLineState.Confirmed,
                                QuoteParts.WordsOf(quoted, n),
                                here,
                                n.Order.PromisedAt is { } promised && here > promised
                            );
                        }),
                ],
                ""
            )
        );
    }
}
