namespace Yardstick.StandIns;

/// <summary>Two suppliers. POST …/orders takes an order once a key; GET …/orders/{reference} says where it is.</summary>
internal static class SupplierService
{
    private sealed record OrderLine(string Number, decimal Quantity);

    private sealed record OrderRequest(long PurchaseOrder, List<OrderLine> Lines);

    private static readonly Dictionary<string, (string Prefix, int Minutes)> Known = new()
    {
        ["harbor"] = ("HP", 75),
        ["northline"] = ("NL", 140),
    };

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapPost(
            "/suppliers/{code}/orders",
            (string code, OrderRequest request, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
            {
                if (!Known.TryGetValue(code, out var supplier))
                    return Task.FromResult(Results.NotFound());
                var key = http.Request.Headers["Idempotency-Key"].ToString();
                if (key.Length == 0)
                    return Task.FromResult(Results.Problem("An order needs an Idempotency-Key.", statusCode: 400));
                return moods.UnderAsync(code, http, refuse =>
                    Results.Json(View(memory.OrderOnce(code, key, count => Take(code, key, request, supplier, count, refuse, time)), time))
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
        app.MapGet("/suppliers/{code}/count", (string code, Memory memory) => memory.CountOrders(code));
        app.MapPost("/suppliers/{code}/orders/{reference}/{state}", (string code, string reference, string state, Memory memory) =>
        {
            if (memory.FindOrder(o => o.Supplier == code && o.Reference == reference) is not { } order)
                return Results.NotFound();
            memory.Replace(order with { State = state, ExpectedAt = state == "delayed" ? order.ExpectedAt.AddHours(4) : order.ExpectedAt });
            return Results.NoContent();
        });
    }

    private static SupplierOrder Take(
        string code,
        string key,
        OrderRequest request,
        (string Prefix, int Minutes) supplier,
        int count,
        bool refuse,
        TimeProvider time
    )
    {
        var now = time.GetUtcNow().UtcDateTime;
        // The same numbers always take the same time, so that a test can rely on it.
        var spread = request.Lines.Sum(l => l.Number.Sum(c => c)) % 60;
        return new SupplierOrder(
            code,
            key,
            $"{supplier.Prefix}-{40000 + count}",
            request.PurchaseOrder,
            now,
            now.AddMinutes(supplier.Minutes + spread),
            refuse ? "refused" : "confirmed"
        );
    }

    private static object View(SupplierOrder order, TimeProvider time)
    {
        var halfway = order.TakenAt + (order.ExpectedAt - order.TakenAt) / 2;
        var state = order.State == "confirmed" && time.GetUtcNow().UtcDateTime > halfway ? "shipped" : order.State;
        return new
        {
            order.Reference,
            State = state,
            order.ExpectedAt,
        };
    }
}
