using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>Parts for a line side by side: stock and each supplier in a column of its own, and the labor guide by system.</summary>
public static class PartSourcing
{
    private const int Most = 40;

    /// <summary>A part that a line can have.</summary>
    /// <param name="Key">Name within the column.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Brand">Brand.</param>
    /// <param name="Quality">Quality in the supplier's words.</param>
    /// <param name="Condition">new, used or rebuilt.</param>
    /// <param name="Number">Number.</param>
    /// <param name="MakersNumber">The maker's number.</param>
    /// <param name="Where">Bin or branch, and how many.</param>
    /// <param name="When">When it can be here.</param>
    /// <param name="Each">Price by the policy's bands.</param>
    /// <param name="UnitCost">Cost each, for those who may see it.</param>
    /// <param name="ListPrice">List price.</param>
    /// <param name="MarginPercent">Margin, for those who may see it.</param>
    /// <param name="Age">How old its cost is; empty where it is fresh.</param>
    /// <param name="Take">What to send to take it.</param>
    public sealed record SourcingOffer(
        string Key,
        string Title,
        string Brand,
        string Quality,
        string Condition,
        string Number,
        string MakersNumber,
        string Where,
        string When,
        decimal Each,
        decimal? UnitCost,
        decimal? ListPrice,
        decimal? MarginPercent,
        string Age,
        AddToOrderRequest Take
    );

    /// <summary>A column.</summary>
    /// <param name="Offers">What there is.</param>
    /// <param name="Questions">What the catalog asks about the car.</param>
    /// <param name="Trouble">Why it does not answer; empty where it does.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record SourcingAnswer(
        IReadOnlyList<SourcingOffer> Offers,
        IReadOnlyList<CatalogQuestion> Questions,
        string Trouble,
        bool Silent = false
    );

    /// <summary>An operation of the guide as it is shown.</summary>
    public sealed record OperationView(
        string Code,
        string System,
        string Title,
        string Skill,
        decimal Hours,
        string Needs,
        string Includes
    );

    /// <summary>The labor guide for the order's car.</summary>
    /// <param name="Car">The car.</param>
    /// <param name="Operations">Its operations.</param>
    /// <param name="Trouble">Why it does not answer; empty where it does.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record LaborGuideView(string Car, IReadOnlyList<OperationView> Operations, string Trouble, bool Silent = false);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/side-by-side/{source}", HandleAsync).Asks(Permission.EditOrders).Produces<SourcingAnswer>();
        api.MapGet("/orders/{id:long}/guide", GuideAsync).Asks(Permission.EditOrders).Produces<LaborGuideView>();
    }

    private static async Task<IResult> HandleAsync(
        long id,
        string source,
        ShopDb db,
        VehicleDataCache sources,
        TimeProvider time,
        HttpContext http,
        CancellationToken cancel,
        string? q = null,
        string? type = null
    )
    {
        if (await CatalogSearch.PricerAsync(db, id, time) is not { } price)
            return Results.Ok(new SourcingAnswer([], [], ""));
        var margins = http.User.May(Permission.SeeMargin);
        if (source == "stock")
            return Results.Ok(
                new SourcingAnswer(
                    await StockAsync(db, q ?? "", price, margins, sources.FactsAtHand(await sources.CarOfAsync(id)), cancel),
                    [],
                    ""
                )
            );
        if (await db.AskedSuppliers.FirstOrDefaultAsync(s => s.Code == source, cancel) is not { } supplier)
            return Results.Ok(new SourcingAnswer([], [], "This supplier no longer exists. Reload the page."));
        var words = (q ?? "").Trim();
        var digits = string.IsNullOrEmpty(type) ? TireSize.DigitsOf(words) : "";
        var car = await sources.CarOfAsync(id) ?? Vehicle.Unknown;
        var answer =
            digits.Length > 0
                ? await sources.TiresAsync(source, digits, cancel)
                : await sources.PartsAsync(source, car, words, string.IsNullOrEmpty(type) ? null : type, cancel);
        if (answer.Problem is { } trouble)
            return Results.Ok(
                new SourcingAnswer(
                    [],
                    [],
                    trouble.Code == "outside.unknown"
                        ? $"{supplier.Name} has no data for this vehicle."
                        : $"{supplier.Name} {trouble.Message}; call {supplier.Phone}.",
                    OutsideCall.IsSilence(trouble)
                )
            );
        var (asked, by) =
            digits.Length > 0 ? (digits, PartQueryKind.Tires)
            : string.IsNullOrEmpty(type) ? (words, PartQueryKind.Words)
            : (type, PartQueryKind.Type);
        var offers = answer.Value.Parts.Select(p =>
        {
            var (each, margin) = price.Of(p.Category, new(p.UnitCost), new UnitPrice(p.ListPrice));
            return new SourcingOffer(
                $"{source}{p.Number}",
                p.Description,
                p.Brand,
                p.Quality,
                p.Condition,
                p.Number,
                p.MakersNumber,
                $"{p.Branch}: {p.Available}",
                price.Here(p.Minutes),
                each,
                margins ? p.UnitCost : null,
                p.ListPrice,
                margins ? margin : null,
                "",
                new AddToOrderRequest
                {
                    Kind = AddToOrderKind.Offer,
                    Supplier = source,
                    Number = p.Number,
                    Asked = asked,
                    AskedBy = by,
                }
            );
        });
        return Results.Ok(
            new SourcingAnswer(
                offers.OrderBy(o => o.Title, StringComparer.Ordinal).ThenBy(o => o.Each).Take(Most).ToList(),
                answer.Value.Questions,
                ""
            )
        );
    }

    private static async Task<List<SourcingOffer>> StockAsync(
        ShopDb db,
        string q,
        CatalogSearch.Pricer price,
        bool margins,
        VehicleSpecs? facts,
        CancellationToken cancel
    )
    {
        var fitting = facts?.Wear.SelectMany(w => w.Equivalents).ToHashSet() ?? [];
        var match = new TextSearchScore(q);
        var parts = (await db.Parts.Where(p => p.WithdrawnAt == null).ToListAsync(cancel))
            .Select(p =>
                (Part: p, Score: match.Score(p.Description, $"{p.Number} {p.Category} {p.Brand} {string.Join(' ', p.Equivalents)}"))
            )
            .Where(x => x.Score is not null && !match.IsEmpty)
            .OrderByDescending(x => fitting.Contains(x.Part.Number))
            .ThenByDescending(x => x.Part.Free > Quantity.Zero)
            .ThenByDescending(x => x.Score)
            .Take(Most / 2);
        return parts
            .Select(x =>
            {
                var p = x.Part;
                var cost = p.Cost(price.StockCost);
                var (each, margin) = price.Of(p.Category, cost, p.ListPrice);
                return new SourcingOffer(
                    $"part{p.Id}",
                    p.Description,
                    p.Brand,
                    fitting.Contains(p.Number) ? "fits this vehicle" : "",
                    p.Condition,
                    p.Number,
                    string.Join(' ', p.Equivalents),
                    p.FreeWords,
                    p.Free > Quantity.Zero ? "here" : "order needed",
                    each,
                    margins ? cost.Value : null,
                    p.ListPrice?.Value,
                    margins ? margin : null,
                    p.CostAge(price.UtcNow),
                    new AddToOrderRequest { Kind = AddToOrderKind.Stock, Id = p.Id }
                );
            })
            .ToList();
    }

    private static async Task<IResult> GuideAsync(long id, VehicleDataCache sources, CancellationToken cancel, string? q = null)
    {
        if (await sources.CarOfAsync(id) is not { } car)
            return Results.Ok(new LaborGuideView("", [], "A counter sale has no vehicle. Add one first."));
        var (operations, trouble) = await sources.GuideAsync(car, cancel);
        var match = new TextSearchScore(q);
        var titles = operations.ToLookup(o => o.Code, o => o.Title);
        var found = operations
            .Select((o, at) => (o, at, Score: match.Score(o.Title, $"{o.Code} {o.System} {o.Words}")))
            .Where(x => x.Score is not null)
            .OrderByDescending(x => x.Score)
            .ThenBy(x => x.at)
            .Select(x => new OperationView(
                x.o.Code,
                x.o.System,
                x.o.Title,
                x.o.Skill,
                x.o.Hours,
                string.Join(
                    ", ",
                    x.o.Parts.Select(p =>
                        (p.Quantity == 1 ? "" : $"{p.Quantity.ToString("0.##", CultureInfo.InvariantCulture)} ") + p.Type.Replace('-', ' ')
                    )
                ),
                string.Join(", ", x.o.Contains.Select(c => titles[c].FirstOrDefault()).OfType<string>())
            ));
        return Results.Ok(
            new LaborGuideView(
                car.Description,
                found.ToList(),
                trouble is null ? ""
                    : trouble.Code == "outside.unknown" ? "The labor guide has no data for this vehicle. Enter the labor yourself."
                    : $"The labor guide {trouble.Message}; enter the labor yourself.",
                OutsideCall.IsSilence(trouble)
            )
        );
    }
}
