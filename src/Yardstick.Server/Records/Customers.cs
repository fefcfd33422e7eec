using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Records;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Records;

/// <summary>A customer with their cars, as the write-up shows them.</summary>
public static class Customers
{
    /// <summary>A car of a customer.</summary>
    public sealed record CarView(long Id, string Plate, string Description, string Color, string Vin, string Warning, int? LastReading, DateTime? LastReadingAt, long? OpenOrderId, long? OpenOrderNumber);
    /// <summary>A customer.</summary>
    public sealed record CustomerView(long Id, string Name, IReadOnlyList<string> Phones, string Email, string Address, string Alert, int Visits, IReadOnlyList<CarView> Cars);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/customers/{id:long}", HandleAsync).Asks(Permission.WriteUp).Produces<CustomerView>().ProducesProblem(404);

    private static async Task<IResult> HandleAsync(long id, ShopDb db)
    {
        if (await db.Customers.Include(c => c.Phones).Include(c => c.Emails).FirstOrDefaultAsync(c => c.Id == id) is not { } customer)
            return Problems.Of(new Problem("customer.gone", "There is no such customer."));
        var shop = await db.Shops.SingleAsync();
        var cars = await db.Vehicles.Where(v => v.CustomerId == id).ToListAsync();
        var open = await db.Orders.Where(o => o.CustomerId == id && o.State == OrderState.Open && o.VehicleId != null).ToListAsync();
        var views = new List<(DateTime? Last, CarView View)>();
        foreach (var car in cars)
        {
            var last = await db.OdometerReadings.Where(r => r.VehicleId == car.Id).OrderByDescending(r => r.At).FirstOrDefaultAsync();
            var order = open.Find(o => o.VehicleId == car.Id);
            views.Add((last?.At, new CarView(car.Id, car.Plate, car.Description, car.Color, car.Vin, car.Warning, last?.Reading, last?.At, order?.Id, order?.Number)));
        }
        var visits = await db.Orders.CountAsync(o => o.CustomerId == id && o.State == OrderState.Posted);
        return Results.Ok(new CustomerView(id, customer.DisplayName, customer.Phones.OrderBy(p => p.Id).Select(p => new PhoneNumber(p.Number).Shown(shop.Country)).ToList(),
            customer.Emails.OrderBy(e => e.Id).FirstOrDefault()?.Address ?? "", customer.Address, customer.Alert, visits, views.OrderByDescending(v => v.Last).Select(v => v.View).ToList()));
    }
}
