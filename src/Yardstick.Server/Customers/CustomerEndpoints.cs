using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Customers;

/// <summary>Customers: the list, and one with their cars as the write-up shows them.</summary>
public static class CustomerEndpoints
{
    private const int PageSize = 60;

    /// <summary>A car of a customer.</summary>
    public sealed record CustomerCar(
        long Id,
        string Plate,
        string Description,
        string Color,
        string Vin,
        string Warning,
        int? LastReading,
        Instant? LastReadingAt,
        long? OpenOrderId,
        long? OpenOrderNumber
    );

    /// <summary>A customer.</summary>
    public sealed record CustomerSummary(
        long Id,
        string Name,
        IReadOnlyList<string> Phones,
        string Email,
        string Address,
        string Alert,
        string DoNotServe,
        string TaxExempt,
        bool ExemptToday,
        LocalDate? TaxExemptUntil,
        int Visits,
        IReadOnlyList<CustomerCar> Cars,
        IReadOnlyList<CustomerChoice> Contacts,
        IReadOnlyList<CustomerChoice> Sites
    );

    /// <summary>A contact or a site to choose from.</summary>
    public sealed record CustomerChoice(long Id, string Name);

    /// <summary>A customer in the list.</summary>
    public sealed record CustomerListRow(
        long Id,
        string Name,
        bool IsBusiness,
        string Phone,
        string Alert,
        string DoNotServe,
        int Cars,
        int Visits,
        Instant? LastVisit
    );

    /// <summary>A page; <paramref name="Next"/> asks for the one after it, null at the end.</summary>
    public sealed record CustomerListPage(IReadOnlyList<CustomerListRow> Rows, string? Next);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/customers", ListAsync).Asks(Permission.Find).Produces<CustomerListPage>();
        api.MapGet("/customers/{id:long}", HandleAsync).Asks(Permission.Find).Produces<CustomerSummary>().ProducesProblem(404);
    }

    private static async Task<IResult> ListAsync(ShopDb db, string? q = null, string? after = null)
    {
        // Sorted by the name under which people look for them; paged by that name and the key.
        // The database lowers it; no culture of .NET has a part in it.
#pragma warning disable CA1304, CA1311
        var names = db
            .Customers.Where(c => c.MergedIntoId == null && c.ErasedAt == null)
            .Select(c => new { c.Id, Sort = (c.BusinessName != "" ? c.BusinessName : c.LastName + " " + c.FirstName).ToLower() });
#pragma warning restore CA1304, CA1311
        if (FindQuery.WordsOf(q ?? "").Length > 0)
        {
            var hits = (await FindQuery.RunAsync(db, q!, 300)).Where(h => h.Kind == FoundKind.Customer).Select(h => h.Id).ToList();
            names = names.Where(n => hits.Contains(n.Id));
        }
        if (after?.LastIndexOf('|') is { } bar and > 0 && long.TryParse(after.AsSpan(bar + 1), out var lastId))
        {
            var lastName = after[..bar];
#pragma warning disable CA1309 // The database compares; only this form is translated.
            names = names.Where(n => string.Compare(n.Sort, lastName) >= 0 && (n.Sort != lastName || n.Id > lastId));
#pragma warning restore CA1309
        }
        var keys = await names.OrderBy(n => n.Sort).ThenBy(n => n.Id).Take(PageSize + 1).ToListAsync();
        var ids = keys.Take(PageSize).Select(k => k.Id).ToList();
        var country = await db.Shops.Select(s => s.Country).SingleAsync();
        var customers = await db.Customers.Include(c => c.Phones).Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id);
        var cars = await db
            .Vehicles.Where(v => ids.Contains(v.CustomerId) && v.MergedIntoId == null)
            .GroupBy(v => v.CustomerId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionaryAsync(g => g.Key, g => g.Count);
        var visits = await db
            .Orders.Where(o => o.CustomerId != null && ids.Contains(o.CustomerId.Value))
            .GroupBy(o => o.CustomerId!.Value)
            .Select(g => new
            {
                g.Key,
                Count = g.Count(o => o.State == OrderState.Posted),
                Last = g.Max(o => o.State == OrderState.Posted ? o.PostedAt : null),
            })
            .ToDictionaryAsync(g => g.Key);
        var rows = ids.ConvertAll(id =>
            RowOf(
                customers[id],
                country,
                cars.GetValueOrDefault(id),
                visits.TryGetValue(id, out var v) ? v.Count : 0,
                visits.TryGetValue(id, out v) ? v.Last : null
            )
        );
        return Results.Ok(new CustomerListPage(rows, keys.Count > PageSize ? $"{keys[PageSize - 1].Sort}|{keys[PageSize - 1].Id}" : null));
    }

    private static CustomerListRow RowOf(Customer customer, string country, int cars, int visits, Instant? last)
    {
        var phone = customer.Phones.OrderBy(p => p.Id).FirstOrDefault();
        return new CustomerListRow(
            customer.Id,
            customer.DisplayName,
            customer.IsBusiness,
            phone is null ? "" : new PhoneNumber(phone.Number).Shown(country),
            customer.Alert,
            customer.DoNotServe,
            cars,
            visits,
            last
        );
    }

    private static async Task<IResult> HandleAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.Customers.Include(c => c.Phones).Include(c => c.Emails).FirstOrDefaultAsync(c => c.Id == id) is not { } customer)
            return Problems.Of(Gone.Customer);
        if (customer.MergedIntoId is { } kept)
            return await HandleAsync(kept, db, time);
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var visits = await db.Orders.CountAsync(o => o.CustomerId == id && o.State == OrderState.Posted);
        return Results.Ok(
            new CustomerSummary(
                id,
                customer.DisplayName,
                customer.Phones.OrderBy(p => p.Id).Select(p => new PhoneNumber(p.Number).Shown(shop.Country)).ToList(),
                customer.Emails.OrderBy(e => e.Id).FirstOrDefault()?.Address ?? "",
                customer.Address,
                customer.Alert,
                customer.DoNotServe,
                customer.TaxExempt,
                customer.IsExemptOn(today),
                customer.TaxExemptUntil,
                visits,
                await CarsAsync(db, id),
                await db
                    .CustomerContacts.Where(c => c.CustomerId == id)
                    .OrderBy(c => c.Id)
                    .Select(c => new CustomerChoice(c.Id, c.Name))
                    .ToListAsync(),
                await db
                    .CustomerSites.Where(s => s.CustomerId == id)
                    .OrderBy(s => s.Id)
                    .Select(s => new CustomerChoice(s.Id, s.Name))
                    .ToListAsync()
            )
        );
    }

    /// <summary>A customer's cars, the one that was here last first.</summary>
    internal static async Task<List<CustomerCar>> CarsAsync(ShopDb db, long customerId)
    {
        var cars = await db.Vehicles.Where(v => v.CustomerId == customerId && v.MergedIntoId == null).ToListAsync();
        var ids = cars.ConvertAll(c => c.Id);
        var open = await db
            .Orders.Where(o => o.State == OrderState.Open && ids.Contains(o.VehicleId ?? 0))
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.VehicleId,
            })
            .ToListAsync();
        var latest = await db
            .OdometerReadings.Where(r =>
                ids.Contains(r.VehicleId) && !db.OdometerReadings.Any(x => x.VehicleId == r.VehicleId && x.At > r.At)
            )
            .GroupBy(r => r.VehicleId)
            .Select(g => new
            {
                g.Key,
                Reading = g.Max(r => r.Reading),
                At = g.Max(r => r.At),
            })
            .ToDictionaryAsync(g => g.Key);
        return cars.Select(car =>
            {
                var last = latest.GetValueOrDefault(car.Id);
                var order = open.Find(o => o.VehicleId == car.Id);
                return new CustomerCar(
                    car.Id,
                    car.Plate.Text,
                    car.Description,
                    car.Color,
                    car.Vin.Text,
                    car.Warning,
                    last?.Reading.Value,
                    last?.At,
                    order?.Id,
                    order?.Number
                );
            })
            .OrderByDescending(c => c.LastReadingAt)
            .ToList();
    }
}
