using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>
/// The find field: customers, cars and orders from a phone number, name, plate, VIN, email address, order number or key tag.
/// </summary>
public static class Find
{
    private const int MostResults = 12;
    private const int MostRecent = 8;

    /// <summary>Something found.</summary>
    /// <param name="Kind">What it is.</param>
    /// <param name="Id">Its key.</param>
    /// <param name="Title">What it is called.</param>
    /// <param name="Detail">What tells it from others.</param>
    /// <param name="Plate">Plate of a car or of an order's car.</param>
    /// <param name="CustomerId">Whose it is.</param>
    /// <param name="VehicleId">The car.</param>
    /// <param name="Open">An order that is open.</param>
    /// <param name="Warning">What must be seen before anything is done for them.</param>
    public sealed record FoundRecord(
        FoundKind Kind,
        long Id,
        string Title,
        string Detail,
        string Plate,
        long? CustomerId,
        long? VehicleId,
        bool Open,
        string Warning
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/find", HandleAsync).Asks(Permission.Find).Produces<IReadOnlyList<FoundRecord>>();

    /// <param name="q">What was typed.</param>
    /// <param name="recent">Where nothing was typed: what was chosen lately, such as <c>customer12,order44</c>.</param>
    /// <param name="db">The database.</param>
    private static async Task<IResult> HandleAsync(string? q, string? recent, ShopDb db)
    {
        var empty = FindQuery.WordsOf(q ?? "").Length == 0;
        var hits = empty ? await LatestAsync(db, recent ?? "") : await FindQuery.RunAsync(db, q!, MostResults);
        return Results.Ok(await ViewsAsync(db, hits));
    }

    /// <summary>What was chosen lately, then the latest orders.</summary>
    private static async Task<List<Hit>> LatestAsync(ShopDb db, string recent)
    {
        var hits = new List<Hit>();
        foreach (var choice in recent.Split(',', StringSplitOptions.RemoveEmptyEntries).Take(MostRecent))
        {
            var kind = choice.TrimEnd("0123456789".ToCharArray());
            if (Enum.TryParse<FoundKind>(kind, ignoreCase: true, out var known) && long.TryParse(choice.AsSpan(kind.Length), out var id))
                hits.Add(new Hit(known, id));
        }
        var latest = await db.Orders.OrderByDescending(o => o.Id).Take(MostResults).Select(o => o.Id).ToListAsync();
        hits.AddRange(
            latest.Where(id => !hits.Exists(h => h.Kind == FoundKind.Order && h.Id == id)).Select(id => new Hit(FoundKind.Order, id))
        );
        return hits.Count > MostResults ? hits[..MostResults] : hits;
    }

    /// <summary>Hits as the list shows them, in their order; what is gone is left out.</summary>
    internal static async Task<List<FoundRecord>> ViewsAsync(ShopDb db, IReadOnlyList<Hit> hits)
    {
        List<long> Keys(FoundKind kind) => hits.Where(h => h.Kind == kind).Select(h => h.Id).ToList();
        var (customerIds, vehicleIds, orderIds) = (Keys(FoundKind.Customer), Keys(FoundKind.Vehicle), Keys(FoundKind.Order));
        var contactIds = hits.Select(h => h.ContactId).OfType<long>().ToList();
        var country = await db.Shops.Select(s => s.Country).SingleAsync();
        var customers =
            customerIds.Count == 0
                ? []
                : await db
                    .Customers.Include(c => c.Phones)
                    .Where(c => customerIds.Contains(c.Id) && c.MergedIntoId == null && c.ErasedAt == null)
                    .ToDictionaryAsync(c => c.Id);
        var contacts =
            contactIds.Count == 0 ? [] : await db.CustomerContacts.Where(c => contactIds.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        var vehicles =
            vehicleIds.Count == 0
                ? []
                : await db
                    .Vehicles.Where(v => vehicleIds.Contains(v.Id) && v.MergedIntoId == null)
                    .Join(db.Customers, v => v.CustomerId, c => c.Id, (v, c) => new Car(v, c))
                    .ToDictionaryAsync(v => v.Vehicle.Id);
        var orders =
            orderIds.Count == 0 ? [] : (await OrderRowsAsync(db, db.Orders.Where(o => orderIds.Contains(o.Id)))).ToDictionary(o => o.Id);
        var formerIds = Keys(FoundKind.FormerOrder);
        var former = formerIds.Count == 0 ? [] : await db.FormerOrders.Where(o => formerIds.Contains(o.Id)).ToDictionaryAsync(o => o.Id);
        var found = new List<FoundRecord>();
        foreach (var hit in hits)
        {
            if (hit.Kind == FoundKind.Customer && customers.TryGetValue(hit.Id, out var customer))
            {
                var contact = hit.ContactId is { } contactId ? contacts.GetValueOrDefault(contactId) : null;
                var phones = customer.Phones.OrderBy(p => p.Id).Take(2).Select(p => new PhoneNumber(p.Number).Shown(country));
                found.Add(
                    new FoundRecord(
                        hit.Kind,
                        hit.Id,
                        customer.DisplayName,
                        contact is null
                            ? string.Join(" · ", phones)
                            : $"{contact.Name}{(contact.Role.Length > 0 ? $", {contact.Role}" : "")}",
                        "",
                        hit.Id,
                        null,
                        false,
                        Warning(customer)
                    )
                );
            }
            else if (hit.Kind == FoundKind.Vehicle && vehicles.TryGetValue(hit.Id, out var car))
                found.Add(
                    new FoundRecord(
                        hit.Kind,
                        hit.Id,
                        car.Vehicle.Description,
                        car.Owner.DisplayName,
                        car.Vehicle.Plate.Text,
                        car.Owner.Id,
                        hit.Id,
                        false,
                        Warning(car.Owner)
                    )
                );
            else if (hit.Kind == FoundKind.Order && orders.TryGetValue(hit.Id, out var order))
                found.Add(
                    new FoundRecord(
                        hit.Kind,
                        hit.Id,
                        $"{order.Number} {order.Title}".Trim(),
                        $"{order.Customer} · {order.Vehicle}",
                        order.Plate,
                        order.CustomerId,
                        order.VehicleId,
                        order.State == OrderState.Open,
                        ""
                    )
                );
            else if (hit.Kind == FoundKind.FormerOrder && former.TryGetValue(hit.Id, out var old))
                found.Add(
                    new FoundRecord(
                        hit.Kind,
                        hit.Id,
                        $"{old.Number} {old.Title}".Trim(),
                        Invariant($"imported · {old.On:MMM d, yyyy}"),
                        "",
                        old.CustomerId,
                        old.VehicleId,
                        false,
                        ""
                    )
                );
        }
        return found;
    }

    private sealed record Car(Vehicle Vehicle, Customer Owner);

    private static string Warning(Customer customer) => customer.DoNotServe.Length > 0 ? $"Do not serve: {customer.DoNotServe}" : "";

    /// <summary>An order as lists show it.</summary>
    public sealed record OrderRow(
        long Id,
        long Number,
        string Title,
        OrderState State,
        long? CustomerId,
        long? VehicleId,
        string Customer,
        string Vehicle,
        string Plate,
        Instant OpenedAt,
        Instant? PostedAt,
        long TotalCents
    );

    /// <summary>Orders as lists show them.</summary>
    internal static Task<List<OrderRow>> OrderRowsAsync(ShopDb db, IQueryable<Order> orders) =>
        (
            from o in orders
            join c in db.Customers on o.CustomerId equals c.Id into owners
            from c in owners.DefaultIfEmpty()
            join v in db.Vehicles on o.VehicleId equals v.Id into cars
            from v in cars.DefaultIfEmpty()
            select new OrderRow(
                o.Id,
                o.Number,
                o.Title,
                o.State,
                o.CustomerId,
                o.VehicleId,
                c == null ? "Counter sale"
                    : c.BusinessName != "" ? c.BusinessName
                    : (c.FirstName + " " + c.LastName).Trim(),
                v == null ? (o.CounterSale ? "Counter sale" : "No vehicle yet") : (v.Make + " " + v.Model).Trim(),
                v == null ? "" : v.Plate.Text,
                o.OpenedAt,
                o.PostedAt,
                o.State == OrderState.Posted ? o.ApprovedTotal.Cents : o.Total.Cents
            )
        ).ToListAsync();
}
