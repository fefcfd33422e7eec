using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Outside;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Catalog;

/// <summary>
/// One place to add anything: what fits what was typed. What the shop has itself is answered at once; guide and suppliers are asked apart,
/// each by itself, so that one that is slow holds up nobody.
/// </summary>
public static class CatalogSearch
{
    private const int MostOfKind = 6;

    /// <summary>Something that can be taken.</summary>
    /// <param name="Key">Name within the list.</param>
    /// <param name="Group">Kind of choice, in words.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Detail">What tells it from others: number, time, where it is, when it can be here.</param>
    /// <param name="Figure">Its price or time; empty where it has none.</param>
    /// <param name="Score">The higher the better.</param>
    /// <param name="Take">What to send to take it.</param>
    /// <param name="IsWholeJob">It is a job of its own, or several.</param>
    public sealed record CatalogChoice(
        string Key,
        string Group,
        string Title,
        string Detail,
        string Figure,
        int Score,
        AddToOrderRequest Take,
        bool IsWholeJob = false
    );

    /// <summary>What an outside source answers.</summary>
    /// <param name="Items">What fits.</param>
    /// <param name="Questions">What it has to know of the car first.</param>
    /// <param name="Trouble">Why it does not answer; empty where it does.</param>
    /// <param name="Silent">Whether the service did not answer, so that the screen asks it again by itself.</param>
    public sealed record CatalogOutsideAnswer(
        IReadOnlyList<CatalogChoice> Items,
        IReadOnlyList<CatalogQuestion> Questions,
        string Trouble,
        bool Silent = false
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/choices", OwnAsync).Asks(Permission.EditOrders).Produces<IReadOnlyList<CatalogChoice>>();
        api.MapGet("/orders/{id:long}/choices/{source}", OutsideAsync).Asks(Permission.EditOrders).Produces<CatalogOutsideAnswer>();
    }

    private static async Task<IResult> OwnAsync(
        long id,
        ShopDb db,
        VehicleDataCache sources,
        TimeProvider time,
        HttpContext http,
        string? q = null
    )
    {
        if (await PricerAsync(db, id, time) is not { } price)
            return Results.Ok(Array.Empty<CatalogChoice>());
        var match = new TextSearchScore(q);
        var found = new List<CatalogChoice>();
        var canned = await db.OfferedCannedJobs.Include(c => c.Lines).AsNoTracking().ToListAsync();
        found.AddRange(
            Best(
                canned.Where(c => !match.IsEmpty || c.Favorite).Select(c => (c, match.Score(c.Title, $"{c.System} {c.Words}"))),
                c => new CatalogChoice(
                    $"canned{c.Id}",
                    match.IsEmpty ? "Favorite" : "Canned job",
                    c.Title,
                    Detail(c),
                    c.FixedPrice?.ToString() ?? "",
                    0,
                    new AddToOrderRequest { Kind = AddToOrderKind.Canned, Id = c.Id },
                    true
                ),
                8
            )
        );
        if (match.IsEmpty)
        {
            var everyday = await db
                .Parts.Where(p => p.Everyday && p.WithdrawnAt == null)
                .OrderBy(p => p.Description)
                .Take(MostOfKind)
                .ToListAsync();
            found.AddRange(everyday.Select(p => Stock(p, 0, price) with { Group = "Common part" }));
            return Results.Ok(found);
        }
        var sets = await db.CannedSets.AsNoTracking().ToListAsync();
        found.AddRange(
            Best(
                sets.Select(s => (s, match.Score(s.Title, s.Words))),
                s => new CatalogChoice(
                    $"set{s.Id}",
                    "Set",
                    s.Title,
                    string.Join(", ", s.JobIds.Select(x => canned.Find(c => c.Id == x)?.Title).OfType<string>()),
                    "",
                    0,
                    new AddToOrderRequest { Kind = AddToOrderKind.Set, Id = s.Id },
                    true
                ),
                3
            )
        );
        found.AddRange(await StockAsync(db, q!, match, price, sources.FactsAtHand(await sources.CarOfAsync(id))));
        var fees = await db.Fees.Where(f => f.RemovedAt == null).AsNoTracking().ToListAsync();
        found.AddRange(
            Best(
                fees.Select(f => (f, match.Score(f.Label, $"{f.Code} fee"))),
                f => new CatalogChoice(
                    $"fee{f.Id}",
                    "Fee",
                    f.Label,
                    f.PassThrough ? $"{f.Code}, pass-through" : f.Code,
                    Amount(f.Amount.Value),
                    0,
                    new AddToOrderRequest { Kind = AddToOrderKind.Fee, Id = f.Id }
                ),
                4
            )
        );
        if (http.User.May(Permission.OverridePrices))
            found.AddRange(Discounts(q!));
        found.AddRange(await EarlierAsync(db, id, match));
        return Results.Ok(found.OrderByDescending(c => c.Score).ToList());
    }

    private static IEnumerable<CatalogChoice> Best<T>(IEnumerable<(T Item, int? Score)> scored, Func<T, CatalogChoice> choice, int most) =>
        scored
            .Where(s => s.Score is not null)
            .OrderByDescending(s => s.Score)
            .Take(most)
            .Select(s => choice(s.Item) with { Score = s.Score!.Value });

    private static string Detail(CannedJob canned)
    {
        var hours = canned.Hours.Value;
        var parts = canned.OwnLines.OfType<CannedPartLine>().Count();
        return string.Join(
            " · ",
            new[]
            {
                canned.System,
                hours > 0 ? $"{hours.ToString("0.##", CultureInfo.InvariantCulture)} h" : "",
                parts == 1 ? "1 part"
                : parts > 1 ? $"{parts} parts"
                : "",
                canned.Additions.Any() ? "with options" : "",
            }.Where(t => t.Length > 0)
        );
    }

    private static async Task<IEnumerable<CatalogChoice>> StockAsync(
        ShopDb db,
        string q,
        TextSearchScore match,
        Pricer price,
        VehicleSpecs? facts
    )
    {
        var fitting = facts?.Wear.SelectMany(w => w.Equivalents).ToHashSet() ?? [];
        var parts = db.Parts.Where(p => p.WithdrawnAt == null);
        var digits = TireSize.DigitsOf(q);
        if (digits.Length > 0)
        {
            var tires = await parts.Where(p => p.Category == "tire").ToListAsync();
            return tires
                .Where(p => TireSize.Fits(p.Description, digits))
                .OrderByDescending(p => p.Free)
                .Take(MostOfKind)
                .Select(p => Stock(p, 200, price) with { Group = "Tire in stock" });
        }
        foreach (var word in q.Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(6))
        {
            // The catalog may have it in the singular.
            var pattern = LikePattern.Containing(word.Length > 3 ? word.TrimEnd('s', 'S') : word);
            parts = parts.Where(p =>
                EF.Functions.Like(p.Description + " " + p.Number + " " + p.Category + " " + p.Brand, pattern, "\\")
                || p.Equivalents.Any(n => EF.Functions.Like(n, pattern, "\\"))
            );
        }
        var found = await parts.OrderByDescending(p => p.OnHand - p.Reserved).Take(40).ToListAsync();
        return Best(
            found.Select(p => (p, Score: (int?)p.Score(match, fitting.Contains(p.Number)))),
            p => Stock(p, 0, price) with { Group = fitting.Contains(p.Number) ? "In stock, fits" : "In stock" },
            // Where one is known to fit, the others are there only to be compared with.
            found.Count(p => fitting.Contains(p.Number))
                is var fits
                    and > 0
                ? fits + 2
                : MostOfKind
        );
    }

    private static CatalogChoice Stock(Part part, int score, Pricer price)
    {
        var (each, margin) = price.Of(part.Category, part.Cost(price.StockCost), part.ListPrice);
        var age = part.CostAge(price.UtcNow) is { Length: > 0 } words ? $" · {words}" : "";
        return new CatalogChoice(
            $"part{part.Id}",
            "Stock",
            part.Description,
            $"{part.Number} · {part.FreeWords}{age}{price.Margin(margin)}",
            Amount(each),
            score,
            new AddToOrderRequest { Kind = AddToOrderKind.Stock, Id = part.Id }
        );
    }

    /// <summary>Discounts as they are typed: <c>10%</c>, <c>10% labor</c>, <c>discount 15</c>.</summary>
    private static IEnumerable<CatalogChoice> Discounts(string q)
    {
        foreach (var discount in GivenDiscount.Typed(q))
        {
            var text = discount.For(1, null).Text;
            yield return new CatalogChoice(
                $"discount{discount.On}",
                "Discount",
                $"{text[..1].ToUpperInvariant()}{text[1..]}",
                "on this job; for the whole order, use Discount under the totals",
                "",
                500 - (int)discount.On,
                new AddToOrderRequest
                {
                    Kind = AddToOrderKind.Discount,
                    Value = discount.AsTyped,
                    On = discount.On,
                }
            );
        }
    }

    private static async Task<IEnumerable<CatalogChoice>> EarlierAsync(ShopDb db, long id, TextSearchScore match)
    {
        if (await db.Orders.Where(o => o.Id == id).Select(o => o.VehicleId).FirstOrDefaultAsync() is not { } car)
            return [];
        var jobs = await db
            .Orders.Where(o => o.VehicleId == car && o.Id != id)
            .Join(
                db.Jobs.Where(j => j.RemovedAt == null),
                o => o.Id,
                j => j.OrderId,
                (o, j) =>
                    new
                    {
                        j.Id,
                        j.Title,
                        o.Number,
                        o.OpenedAt,
                        j.Subtotal,
                    }
            )
            .OrderByDescending(j => j.OpenedAt)
            .Take(200)
            .ToListAsync();
        return Best(
            jobs.Select(j => (j, match.Score(j.Title))),
            j => new CatalogChoice(
                $"earlier{j.Id}",
                "Service history",
                j.Title,
                Invariant($"order {j.Number}, {j.OpenedAt:MMM d, yyyy}, {Amount(j.Subtotal.Amount)} then"),
                "",
                0,
                new AddToOrderRequest { Kind = AddToOrderKind.Earlier, Id = j.Id }
            ),
            3
        );
    }

    private static async Task<IResult> OutsideAsync(
        long id,
        string source,
        ShopDb db,
        VehicleDataCache sources,
        TimeProvider time,
        CancellationToken cancel,
        string? q = null,
        string? type = null
    )
    {
        var (words, silence) = ((q ?? "").Trim(), new CatalogOutsideAnswer([], [], ""));
        if (words.Length < 2 && string.IsNullOrEmpty(type))
            return Results.Ok(silence);
        var car = await sources.CarOfAsync(id);
        if (source == "guide")
            return Results.Ok(car is null ? silence : await GuideAsync(car, words, sources, cancel));
        if (
            await db.AskedSuppliers.FirstOrDefaultAsync(s => s.Code == source, cancel) is not { } supplier
            || await PricerAsync(db, id, time) is not { } price
        )
            return Results.Ok(silence);
        var digits = TireSize.DigitsOf(words);
        var tires = type is null && digits.Length > 0;
        if (car is null && !tires)
            return Results.Ok(silence);
        var answer = tires ? await sources.TiresAsync(source, digits, cancel) : await sources.PartsAsync(source, car!, words, type, cancel);
        if (answer.Problem is { } trouble)
            return Results.Ok(
                silence with
                {
                    Trouble =
                        trouble.Code == "outside.unknown"
                            ? $"{supplier.Name} has no data for this vehicle."
                            : $"{supplier.Name} {trouble.Message}.",
                    Silent = OutsideCall.IsSilence(trouble),
                }
            );
        var match = new TextSearchScore(words);
        var (asked, by) =
            type is not null ? (type, PartQueryKind.Type)
            : tires ? (digits, PartQueryKind.Tires)
            : (words, PartQueryKind.Words);
        var items = answer.Value.Parts.Select(p =>
        {
            var (each, margin) = price.Of(p.Category, new(p.UnitCost), new UnitPrice(p.ListPrice));
            return new CatalogChoice(
                $"{source}{p.Number}",
                supplier.Name,
                p.Description,
                $"{p.Brand}, {p.Quality} · {p.Number} · {p.Branch}: {p.Available}, {price.Here(p.Minutes)}{price.Margin(margin)}",
                Amount(each),
                (match.Score($"{p.Brand} {p.Description}", $"{p.Number} {p.MakersNumber} {p.Type}") ?? 10) - 20,
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
            new CatalogOutsideAnswer(
                items.OrderByDescending(i => i.Score).Take(type is null ? MostOfKind : 40).ToList(),
                answer.Value.Questions,
                ""
            )
        );
    }

    private static async Task<CatalogOutsideAnswer> GuideAsync(
        Vehicle car,
        string words,
        VehicleDataCache sources,
        CancellationToken cancel
    )
    {
        var (operations, trouble) = await sources.GuideAsync(car, cancel);
        var match = new TextSearchScore(words);
        var found = Best(
            operations.Select(o => (o, match.Score(o.Title, $"{o.Code} {o.System} {o.Words}"))),
            o => new CatalogChoice(
                $"guide{o.Code}",
                "Labor guide",
                o.Title,
                $"{o.Code} · {o.System}{(o.Parts.Count > 0 ? $" · needs {string.Join(", ", o.Parts.Select(p => (p.Quantity == 1 ? "" : $"{p.Quantity.ToString("0.##", CultureInfo.InvariantCulture)} ") + p.Type.Replace('-', ' ')))}" : "")}",
                $"{o.Hours.ToString("0.0#", CultureInfo.InvariantCulture)} h",
                0,
                new AddToOrderRequest { Kind = AddToOrderKind.Operation, Code = o.Code }
            ),
            8
        );
        return new CatalogOutsideAnswer(
            [.. found],
            [],
            trouble is null ? ""
                : trouble.Code == "outside.unknown" ? "The labor guide has no data for this vehicle."
                : $"The labor guide {trouble.Message}; enter the labor yourself.",
            OutsideCall.IsSilence(trouble)
        );
    }

    private static string Amount(decimal amount) => amount.ToString("#,##0.00", CultureInfo.InvariantCulture);

    /// <summary>Prices what could be taken onto an order.</summary>
    internal sealed record Pricer(ShopPolicy Policy, Customer? Customer, LocalDate Day, Shop Shop, Instant UtcNow, bool Margins)
    {
        internal StockCost StockCost => Policy.StockCost;

        internal (decimal Each, decimal? MarginPercent) Of(string category, UnitPrice unitCost, UnitPrice? listPrice) =>
            OrderPricing.PriceOf(Policy, Customer, Day, category, unitCost, listPrice);

        internal string Margin(decimal? percent) => Margins && percent is { } p ? $" · margin {decimal.Round(p)}%" : "";

        internal string Here(int minutes)
        {
            var (now, at) = (Shop.Local(UtcNow), Shop.Local(UtcNow.PlusMinutes(minutes)));
            return at.Date == now.Date ? $"by {at.Clock()}"
                : at.Date == now.Date.PlusDays(1) ? "here tomorrow"
                : $"here {at.ToString("ddd", CultureInfo.InvariantCulture)}";
        }
    }

    /// <summary>What prices an order's choices; null where there is no such order.</summary>
    internal static async Task<Pricer?> PricerAsync(ShopDb db, long id, TimeProvider time)
    {
        var order = await db.Orders.AsNoTracking().FirstOrDefaultAsync(o => o.Id == id);
        if (order is null)
            return null;
        var customer = order.CustomerId is { } customerId
            ? await db.Customers.AsNoTracking().FirstOrDefaultAsync(c => c.Id == customerId)
            : null;
        var (shop, now) = (await db.Shops.SingleAsync(), time.Now());
        // Margins are shown in their own column of the side-by-side list; here they would be read by whoever looks on.
        return new Pricer(await db.PolicyAsync(order.PolicyVersionId), customer, shop.PricingDay(order, now), shop, now, false);
    }
}
