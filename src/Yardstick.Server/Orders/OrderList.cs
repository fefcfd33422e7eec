using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Orders, newest first, found by anything the find field takes; paged by number.</summary>
public static class OrderList
{
    private const int PageSize = 60;
    private const int MostMatches = 500;

    /// <summary>An order in the list.</summary>
    public sealed record OrderListRow(
        long Id,
        long Number,
        string Title,
        OrderState State,
        string Customer,
        string Vehicle,
        string Plate,
        Instant OpenedAt,
        Instant? PostedAt,
        decimal Total,
        long? InvoiceNumber
    );

    /// <summary>A page; <paramref name="Next"/> asks for the one after it, null at the end.</summary>
    public sealed record OrderListPage(IReadOnlyList<OrderListRow> Rows, long? Next);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders", HandleAsync).Asks(Permission.SeeOrders).Produces<OrderListPage>();

    private static async Task<IResult> HandleAsync(ShopDb db, string? q = null, OrderState? state = null, long? before = null)
    {
        var orders = db.Orders.AsQueryable();
        if (!string.IsNullOrWhiteSpace(q))
            orders = await MatchingAsync(db, orders, q);
        if (state is { } only)
            orders = orders.Where(o => o.State == only);
        if (before is { } number)
            orders = orders.Where(o => o.Number < number);
        var rows = await Find.OrderRowsAsync(db, orders.OrderByDescending(o => o.Number).Take(PageSize + 1));
        rows = [.. rows.OrderByDescending(r => r.Number)];
        var page = rows.Take(PageSize).ToList();
        var ids = page.Select(r => r.Id).ToList();
        var invoices = await db
            .Invoices.Where(i => ids.Contains(i.OrderId) && i.CorrectsId == null)
            .GroupBy(i => i.OrderId)
            .Select(g => new { g.Key, Number = g.Max(i => i.Number) })
            .ToDictionaryAsync(g => g.Key, g => g.Number);
        var views = page.ConvertAll(r => new OrderListRow(
            r.Id,
            r.Number,
            r.Title,
            r.State,
            r.Customer,
            r.Vehicle,
            r.Plate,
            r.OpenedAt,
            r.PostedAt,
            new Money(r.TotalCents).Amount,
            r.State == OrderState.Posted && invoices.TryGetValue(r.Id, out var invoice) ? invoice : null
        ));
        return Results.Ok(new OrderListPage(views, rows.Count > PageSize ? page[^1].Number : null));
    }

    private static async Task<IQueryable<Order>> MatchingAsync(ShopDb db, IQueryable<Order> orders, string q)
    {
        var words = FindQuery.WordsOf(q);
        if (words.Length == 0)
            return orders;
        var hits = await FindQuery.RunAsync(db, q, MostMatches);
        List<long> Keys(FoundKind kind) => hits.Where(h => h.Kind == kind).Select(h => h.Id).ToList();
        var (orderIds, vehicleIds, customerIds) = (Keys(FoundKind.Order), Keys(FoundKind.Vehicle), Keys(FoundKind.Customer));
        // Words of the title find orders here, where nothing else is looked for.
        orderIds.AddRange(
            await db
                .Database.SqlQueryRaw<long>(
                    "SELECT rowid AS Value FROM SearchOrders WHERE SearchOrders MATCH {0} ORDER BY rowid DESC LIMIT {1}",
                    FindQuery.Prefix(words),
                    MostMatches
                )
                .ToListAsync()
        );
        var number = long.TryParse(q.Trim(), out var typed) ? typed : 0;
        // Each from what was found to its orders, by an index of its own; what nothing matches is not walked through.
        var found = db
            .Orders.Where(o => orderIds.Contains(o.Id))
            .Select(o => o.Id)
            .Union(db.Orders.Where(o => o.VehicleId != null && vehicleIds.Contains(o.VehicleId.Value)).Select(o => o.Id))
            .Union(db.Orders.Where(o => o.CustomerId != null && customerIds.Contains(o.CustomerId.Value)).Select(o => o.Id))
            .Union(db.Invoices.Where(i => i.Number == number).Select(i => i.OrderId));
        return orders.Where(o => found.Contains(o.Id));
    }
}
