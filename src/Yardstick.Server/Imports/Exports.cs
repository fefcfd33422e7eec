using System.Globalization;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Customers;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Imports;

/// <summary>Files to take out: customers, vehicles and parts as they can be brought in again, one customer as a card.</summary>
public static class Exports
{
    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/exports/customers.csv", CustomersAsync).Asks(Permission.BringIn);
        api.MapGet("/exports/vehicles.csv", VehiclesAsync).Asks(Permission.BringIn);
        api.MapGet("/exports/parts.csv", PartsAsync).Asks(Permission.BringIn);
        api.MapGet("/exports/canned-jobs.csv", CannedAsync).Asks(Permission.BringIn);
        api.MapGet("/customers/{id:long}/contact.vcf", CardAsync).Asks(Permission.Find);
    }

    private static string[] Headings(ImportKind kind) => ImportFields.Of(kind).Select(f => f.Label).ToArray();

    private static string[] Row(ImportKind kind, Func<string, string> cell) => ImportFields.Of(kind).Select(f => cell(f.Name)).ToArray();

    private static async Task<IResult> CustomersAsync(ShopDb db)
    {
        var country = (await db.Shops.SingleAsync()).Country;
        var customers = await db
            .Customers.AsNoTracking()
            .Include(c => c.Phones)
            .Include(c => c.Emails)
            .Where(c => c.MergedIntoId == null && c.ErasedAt == null)
            .OrderBy(c => c.Id)
            .ToListAsync();
        return await FileAsync(
            "customers.csv",
            customers
                .Select(c =>
                {
                    string Phone(int i) =>
                        c.Phones.OrderBy(p => p.Id).ElementAtOrDefault(i) is { } p ? new PhoneNumber(p.Number).Shown(country) : "";
                    string Email(int i) => c.Emails.OrderBy(e => e.Id).ElementAtOrDefault(i)?.Address ?? "";
                    var lines = c.Address.Split('\n', 2);
                    return Row(ImportKind.Customers, field => field switch
                        {
                            "key" => c.FormerKey.Length > 0 ? c.FormerKey : c.Id.ToString(CultureInfo.InvariantCulture),
                            "phone" => Phone(0),
                            "phone2" => Phone(1),
                            "phone3" => Phone(2),
                            "email" => Email(0),
                            "email2" => Email(1),
                            "street" => lines[0],
                            "street2" => lines.Length > 1 ? lines[1].Replace("\n", ", ", StringComparison.Ordinal) : "",
                            "city" or "region" or "postalCode" => "",
                            _ => c.Shown(field) ?? "",
                        });
                })
                .Prepend(Headings(ImportKind.Customers))
        );
    }

    private static async Task<IResult> VehiclesAsync(ShopDb db)
    {
        var owners = (await db.Customers.IgnoreAutoIncludes().AsNoTracking().ToListAsync()).ToDictionary(c => c.Id);
        var phones = (await db.CustomerPhones.AsNoTracking().OrderBy(p => p.Id).ToListAsync()).ToLookup(p => p.CustomerId, p => p.Number);
        var last = await db
            .OdometerReadings.GroupBy(r => r.VehicleId)
            .Select(g => new { g.Key, At = g.Max(r => r.At) })
            .Join(db.OdometerReadings, g => new { VehicleId = g.Key, g.At }, r => new { r.VehicleId, r.At }, (g, r) => r)
            .ToListAsync();
        var readings = last.GroupBy(r => r.VehicleId).ToDictionary(g => g.Key, g => g.First());
        var shop = await db.Shops.SingleAsync();
        var vehicles = await db.Vehicles.AsNoTracking().Where(v => v.MergedIntoId == null).OrderBy(v => v.Id).ToListAsync();
        return await FileAsync(
            "vehicles.csv",
            vehicles
                .Select(v =>
                {
                    var owner = owners[v.CustomerId];
                    return Row(ImportKind.Vehicles, field => field switch
                        {
                            "ownerKey" => owner.FormerKey.Length > 0 ? owner.FormerKey : owner.Id.ToString(CultureInfo.InvariantCulture),
                            "ownerPhone" => phones[owner.Id].FirstOrDefault() is { } number
                                ? new PhoneNumber(number).Shown(shop.Country)
                                : "",
                            "ownerEmail" => "",
                            "ownerName" => owner.DisplayName,
                            "odometer" => readings.GetValueOrDefault(v.Id)?.Reading.Value.ToString(CultureInfo.InvariantCulture) ?? "",
                            "odometerOn" => readings.GetValueOrDefault(v.Id) is { } r
                                ? shop.Local(r.At).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
                                : "",
                            _ => v.Shown(field) ?? "",
                        });
                })
                .Prepend(Headings(ImportKind.Vehicles))
        );
    }

    private static async Task<IResult> PartsAsync(ShopDb db)
    {
        var suppliers = await db.Suppliers.ToDictionaryAsync(s => s.Id, s => s.Name);
        var parts = await db.Parts.AsNoTracking().Where(p => p.WithdrawnAt == null).OrderBy(p => p.Number).ToListAsync();
        return await FileAsync(
            "parts.csv",
            parts
                .Select(p => Row(ImportKind.Parts, field => field switch
                        {
                            "onHand" => p.OnHand.ToString(),
                            "supplier" => p.SupplierId is { } id ? suppliers.GetValueOrDefault(id, "") : "",
                            _ => p.Shown(field),
                        }))
                .Prepend(Headings(ImportKind.Parts))
        );
    }

    private static async Task<IResult> CannedAsync(ShopDb db)
    {
        var numbers = await db.Parts.Select(p => new { p.Id, p.Number }).ToDictionaryAsync(p => p.Id, p => p.Number);
        var jobs = await db
            .OfferedCannedJobs.AsNoTracking()
            .Include(c => c.Lines)
            .OrderBy(c => c.System)
            .ThenBy(c => c.Title)
            .ToListAsync();
        return await FileAsync(
            "canned-jobs.csv",
            jobs.SelectMany(j => CannedRows.Of(CannedForm.Of(j, id => numbers.GetValueOrDefault(id, ""))))
                .Select(cells => Row(ImportKind.CannedJobs, field => cells.GetValueOrDefault(field, "")))
                .Prepend(Headings(ImportKind.CannedJobs))
        );
    }

    private static async Task<IResult> FileAsync(string name, IEnumerable<IReadOnlyList<string>> rows)
    {
        var memory = new MemoryStream();
        await CsvFile.WriteAsync(memory, rows);
        return Results.File(memory.ToArray(), "text/csv", name);
    }

    private static async Task<IResult> CardAsync(long id, ShopDb db)
    {
        if (await db.LoadCustomerAsync(id) is not { } customer)
            return Problems.Of(Gone.Customer);
        return Results.File(
            Encoding.UTF8.GetBytes(VCard.Of(customer)),
            "text/vcard",
            AttachedFile.CleanName($"{customer.DisplayName}.vcf")
        );
    }
}
