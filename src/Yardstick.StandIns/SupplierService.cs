using System.Globalization;

namespace Yardstick.StandIns;

/// <summary>
/// Two suppliers. POST …/quote says price, stock and branches of numbers now; POST …/orders takes an order once a key;
/// GET …/orders/{reference} says where it and each of its lines is; POST …/orders/{reference}/cancel cancels lines that are not on their
/// way yet. Contract: docs/outside-services.md.
/// </summary>
internal static class SupplierService
{
    private sealed record AskedLine(long Line, string Number, decimal Quantity, decimal UnitCost = 0, decimal CoreEach = 0);

    private sealed record QuoteRequest(string? Branch, List<AskedLine> Lines);

    private sealed record OrderRequest(long PurchaseOrder, string? Branch, string? Message, string? Delivery, List<AskedLine> Lines);

    private sealed record CancelRequest(List<long> Lines);

    /// <summary>The suppliers: their name, what their numbers begin with, and how long they take.</summary>
    internal static readonly Dictionary<string, (string Name, string Prefix, int Minutes)> Known = new()
    {
        ["harbor"] = ("Harbor Parts", "HP", 75),
        ["northline"] = ("Northline Supply", "NL", 140),
    };

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost("/suppliers/{code}/quote", (string code, QuoteRequest request, HttpContext http, Moods moods, PriceList prices) =>
            moods.UnderAsync(code, http, refuse =>
                refuse || !Known.ContainsKey(code)
                    ? Results.NotFound()
                    : Results.Json(new { Lines = request.Lines.ConvertAll(l => Quote(code, request.Branch, l, prices)) })
            )
        );
        app.MapPost(
            "/suppliers/{code}/orders",
            (string code, OrderRequest request, HttpContext http, Moods moods, Memory memory, PriceList prices, TimeProvider time) =>
            {
                if (!Known.TryGetValue(code, out var supplier))
                    return Task.FromResult(Results.NotFound());
                var key = http.Request.Headers["Idempotency-Key"].ToString();
                if (key.Length == 0)
                    return Task.FromResult(Results.Problem("An order needs an Idempotency-Key.", statusCode: 400));
                return moods.UnderAsync(code, http, refuse =>
                    Results.Json(
                        View(memory.OrderOnce(code, key, count => Take(code, key, request, supplier, count, refuse, prices, time)), time)
                    )
                );
            }
        );
        app.MapGet(
            "/suppliers/{code}/orders/{reference}",
            (string code, string reference, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
                moods.UnderAsync(code, http, _ =>
                    memory.FindOrder(o => o.Supplier == code && o.Reference == reference) is { } order
                        ? Results.Json(View(order, time))
                        : Results.NotFound()
                )
        );
        app.MapPost(
            "/suppliers/{code}/orders/{reference}/cancel",
            (string code, string reference, CancelRequest request, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
                moods.UnderAsync(code, http, refuse =>
                {
                    if (memory.FindOrder(o => o.Supplier == code && o.Reference == reference) is not { } order)
                        return Results.NotFound();
                    return Results.Json(new { Cancelled = refuse ? [] : Cancel(order, request.Lines, memory, time) });
                })
        );
        MapControls(app);
    }

    /// <summary>What a person or a test sets.</summary>
    private static void MapControls(IEndpointRouteBuilder app)
    {
        app.MapGet("/suppliers/{code}/count", (string code, Memory memory) => memory.CountOrders(code));
        app.MapPost(
            "/suppliers/{code}/numbers/{number}/{state}",
            (string code, string number, string state, decimal? cost, PriceList prices) =>
            {
                prices.Set(code, number, new NumberState(state, cost));
                return Results.NoContent();
            }
        );
        app.MapPost("/suppliers/{code}/orders/{reference}/{state}", (string code, string reference, string state, Memory memory) =>
        {
            if (memory.FindOrder(o => o.Supplier == code && o.Reference == reference) is not { } order)
                return Results.NotFound();
            memory.Replace(order with { State = state, ExpectedAt = state == "delayed" ? order.ExpectedAt.AddHours(4) : order.ExpectedAt });
            return Results.NoContent();
        });
        app.MapPost(
            "/suppliers/{code}/orders/{reference}/lines/{number}/{state}",
            (string code, string reference, string number, string state, decimal? quantity, Memory memory) =>
            {
                if (memory.FindOrder(o => o.Supplier == code && o.Reference == reference) is not { } order)
                    return Results.NotFound();
                var lines = order.Lines.ConvertAll(l =>
                    l.Number == number
                        ? l with
                        {
                            State = state,
                            Filled = quantity ?? l.Filled,
                            ExpectedAt = state == "delayed" ? l.ExpectedAt?.AddHours(4) : l.ExpectedAt,
                        }
                        : l
                );
                memory.Replace(order with { Lines = lines });
                return Results.NoContent();
            }
        );
    }

    private static object Quote(string code, string? branch, AskedLine line, PriceList prices)
    {
        var now = prices.Of(code, line.Number);
        var branches = CatalogService.StockOf(code, line.Number);
        if (now.State is "none" or "discontinued" or "unknown")
            branches = branches.ConvertAll(b => b with { Available = 0 });
        if (now.State == "partly")
            branches = branches.ConvertAll((b, i) => b with { Available = i == 0 ? (int)(line.Quantity / 2) : 0 });
        var from = branches.Find(b => b.Branch == branch)
            ?? branches.Find(b => b.Available >= line.Quantity)
            ?? branches.MaxBy(b => b.Available)!;
        return new
        {
            line.Line,
            line.Number,
            State = now.State is "none" or "discontinued" or "unknown" ? now.State
            : from.Available >= line.Quantity ? "available"
            : from.Available > 0 ? "partly"
            : "none",
            UnitCost = now.UnitCost ?? Near(code, line),
            from.Branch,
            from.Available,
            from.Minutes,
            Branches = branches,
        };
    }

    /// <summary>A number that nobody asked for before costs about what the shop expects; the same always the same.</summary>
    private static decimal? Near(string code, AskedLine line) =>
        line.UnitCost == 0
            ? null
            : decimal.Round(line.UnitCost * (97 + VehicleService.Number(code + line.Number) % 9) / 100, 2, MidpointRounding.AwayFromZero);

    private static List<T> ConvertAll<T>(this List<T> list, Func<T, int, T> change) => [.. list.Select(change)];

    private static SupplierOrder Take(
        string code,
        string key,
        OrderRequest request,
        (string Name, string Prefix, int Minutes) supplier,
        int count,
        bool refuse,
        PriceList prices,
        TimeProvider time
    )
    {
        var now = time.GetUtcNow().UtcDateTime;
        // The same numbers always take the same time, so that a test can rely on it.
        var spread = request.Lines.Sum(l => l.Number.Sum(c => c)) % 60;
        var expected = now.AddMinutes(supplier.Minutes + spread);
        return new SupplierOrder(
            code,
            key,
            string.Create(CultureInfo.InvariantCulture, $"{supplier.Prefix}-{40000 + count}"),
            request.PurchaseOrder,
            now,
            expected,
            refuse ? "refused" : "confirmed"
        )
        {
            Lines = request.Lines.ConvertAll(l =>
            {
                var known = prices.Of(code, l.Number);
                return Taken(l, refuse ? "none" : known.State, expected, known);
            }),
            Branch = request.Branch ?? "",
            Message = request.Message ?? "",
            Delivery = request.Delivery ?? "",
        };
    }

    private static SupplierOrderLine Taken(AskedLine line, string state, DateTime expected, NumberState now) =>
        new(
            line.Line,
            line.Number,
            line.Quantity,
            state switch
            {
                "available" => "confirmed",
                _ => state,
            },
            state switch
            {
                "partly" => decimal.Floor(line.Quantity / 2),
                "available" => line.Quantity,
                _ => 0,
            },
            state is "available" or "partly" ? expected : null,
            now.UnitCost ?? line.UnitCost,
            line.CoreEach
        );

    private static List<long> Cancel(SupplierOrder order, List<long> asked, Memory memory, TimeProvider time)
    {
        var shipped = StateOf(order, time) == "shipped";
        var cancelled = order
            .Lines.Where(l => asked.Contains(l.Line) && (l.State == "cancelled" || !shipped && l.State != "shipped"))
            .Select(l => l.Line)
            .ToList();
        memory.Replace(
            order with
            {
                Lines = order.Lines.ConvertAll(l => cancelled.Contains(l.Line) ? l with { State = "cancelled", Filled = 0 } : l),
            }
        );
        return cancelled;
    }

    /// <summary>Where an order is by now: halfway to its time it is on the road.</summary>
    internal static string StateOf(SupplierOrder order, TimeProvider time)
    {
        var halfway = order.TakenAt + (order.ExpectedAt - order.TakenAt) / 2;
        return order.State == "confirmed" && time.GetUtcNow().UtcDateTime > halfway ? "shipped" : order.State;
    }

    private static object View(SupplierOrder order, TimeProvider time)
    {
        var state = StateOf(order, time);
        return new
        {
            order.Reference,
            State = state,
            order.ExpectedAt,
            Lines = order.Lines.Select(l => new
            {
                l.Line,
                l.Number,
                State = l.State == "confirmed" ? state : l.State,
                l.Filled,
                ExpectedAt = l.State == "confirmed" ? order.ExpectedAt : l.ExpectedAt,
            }),
        };
    }
}
