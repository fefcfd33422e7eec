using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Records;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Records;

/// <summary>The find field: customers, cars and orders from a phone number, name, plate, VIN, order number or key tag.</summary>
public static class Find
{
    private const int MostResults = 12;

    /// <summary>Something found.</summary>
    /// <param name="Kind">customer, vehicle, order.</param>
    /// <param name="Id">Its key.</param>
    /// <param name="Title">What it is called.</param>
    /// <param name="Detail">What tells it from others.</param>
    /// <param name="Plate">Plate of a car or of an order's car.</param>
    /// <param name="CustomerId">Whose it is.</param>
    /// <param name="VehicleId">The car.</param>
    /// <param name="Open">An order that is open.</param>
    public sealed record Found(string Kind, long Id, string Title, string Detail, string Plate, long? CustomerId, long? VehicleId, bool Open);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/find", HandleAsync).Asks(Permission.Find).Produces<IReadOnlyList<Found>>();

    private static async Task<IResult> HandleAsync(string? q, ShopDb db)
    {
        var rows = await RowsAsync(db, q ?? "", MostResults * 2);
        var shop = await db.Shops.SingleAsync();
        var customerIds = rows.Where(r => r.Kind == SearchIndex.Customer).Select(r => r.Id).ToList();
        var phoneIds = rows.Where(r => r.Kind == SearchIndex.Phone).Select(r => r.Id).ToList();
        var byPhone = await db.CustomerPhones.Where(p => phoneIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.CustomerId);
        var allCustomers = customerIds.Concat(byPhone.Values).Distinct().ToList();
        var customers = await db.Customers.Include(c => c.Phones).Where(c => allCustomers.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        var vehicleIds = rows.Where(r => r.Kind == SearchIndex.Vehicle).Select(r => r.Id).ToList();
        var vehicles = await db.Vehicles.Where(v => vehicleIds.Contains(v.Id)).Join(db.Customers, v => v.CustomerId, c => c.Id, (v, c) => new { Vehicle = v, Owner = c }).ToDictionaryAsync(v => v.Vehicle.Id);
        var orderIds = rows.Where(r => r.Kind == SearchIndex.Order).Select(r => r.Id).ToList();
        var orders = (await OrderRowsAsync(db, db.Orders.Where(o => orderIds.Contains(o.Id)))).ToDictionary(o => o.Id);

        var found = new List<Found>();
        foreach (var (kind, id) in rows)
        {
            if (kind is SearchIndex.Customer or SearchIndex.Phone)
            {
                var customerId = kind == SearchIndex.Phone ? byPhone.GetValueOrDefault(id) : id;
                if (customers.GetValueOrDefault(customerId) is { } customer && found.TrueForAll(f => f.Kind != "customer" || f.Id != customerId))
                    found.Add(new Found("customer", customerId, customer.DisplayName, string.Join(" · ", customer.Phones.Select(p => new PhoneNumber(p.Number).Shown(shop.Country)).Take(2)), "", customerId, null, false));
            }
            else if (kind == SearchIndex.Vehicle && vehicles.TryGetValue(id, out var car))
                found.Add(new Found("vehicle", id, car.Vehicle.Description, car.Owner.DisplayName, car.Vehicle.Plate, car.Owner.Id, id, false));
            else if (kind == SearchIndex.Order && orders.TryGetValue(id, out var order))
                found.Add(new Found("order", id, $"{order.Number} {order.Title}".Trim(), $"{order.Customer} · {order.Vehicle}", order.Plate, order.CustomerId, order.VehicleId, order.State == OrderState.Open));
            if (found.Count == MostResults) break;
        }
        return Results.Ok(found);
    }

    /// <summary>An order as lists show it.</summary>
    public sealed record OrderRow(long Id, long Number, string Title, OrderState State, long? CustomerId, long? VehicleId, string Customer, string Vehicle, string Plate, DateTime OpenedAt, DateTime? PostedAt, long TotalCents);

    /// <summary>Orders as lists show them.</summary>
    internal static Task<List<OrderRow>> OrderRowsAsync(ShopDb db, IQueryable<Order> orders) =>
        (from o in orders
         join c in db.Customers on o.CustomerId equals c.Id into owners
         from c in owners.DefaultIfEmpty()
         join v in db.Vehicles on o.VehicleId equals v.Id into cars
         from v in cars.DefaultIfEmpty()
         select new OrderRow(o.Id, o.Number, o.Title, o.State, o.CustomerId, o.VehicleId,
             c == null ? "Counter sale" : c.BusinessName != "" ? c.BusinessName : (c.FirstName + " " + c.LastName).Trim(),
             v == null ? "Counter sale" : (v.Make + " " + v.Model).Trim(), v == null ? "" : v.Plate, o.OpenedAt, o.PostedAt, o.State == OrderState.Posted ? o.ApprovedTotal.Cents : o.Total.Cents)).ToListAsync();

    /// <summary>Rows of the search index, best first; without words the latest orders' customers and cars.</summary>
    internal static async Task<List<(int Kind, long Id)>> RowsAsync(ShopDb db, string text, int most)
    {
        var query = QueryOf(text);
        if (query is null)
        {
            var latest = await db.Orders.OrderByDescending(o => o.Id).Take(MostResults).Select(o => o.Id).ToListAsync();
            return latest.ConvertAll(id => (SearchIndex.Order, id));
        }
        // Open orders and whole identifiers first; the index's own rank decides among equals.
        const string sql = """
            SELECT s.rowid AS Row FROM Search s LEFT JOIN Orders o ON s.rowid % 4 = 3 AND o.Id = s.rowid / 4
            WHERE Search MATCH $query
            ORDER BY CASE WHEN o.State = 0 THEN 0 WHEN s.rowid % 4 = 3 THEN 2 ELSE 1 END, rank LIMIT $most
            """;
        var found = await db.Database.SqlQueryRaw<long>(sql.Replace("AS Row", "AS Value", StringComparison.Ordinal), new SqliteParameter("$query", query), new SqliteParameter("$most", most)).ToListAsync();
        return found.ConvertAll(r => ((int)(r % 4), r / 4));
    }

    /// <summary>
    /// The index's query for what was typed: every word begins a word, or all of it together begins one (plates and
    /// phones in any spelling). Null if nothing can be searched.
    /// </summary>
    internal static string? QueryOf(string text)
    {
        if (text.Length > 100) text = text[..100];
        var words = new string([.. text.Select(c => char.IsLetterOrDigit(c) ? c : ' ')]).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0) return null;
        var joined = string.Concat(words);
        var digitsOnly = joined.All(char.IsAsciiDigit);
        var together = $"\"{joined}\"*";
        if (digitsOnly && joined.Length >= 5 && words.Length > 1) return together;
        return words.Length == 1 ? together : $"({string.Join(" AND ", words.Select(w => $"\"{w}\"*"))}) OR {together}";
    }
}
