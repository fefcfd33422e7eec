using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Records;
using Yardstick.Core.Records.Import;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Records.Import;

/// <summary>What becomes of a row.</summary>
/// <param name="Row">Line of the file.</param>
/// <param name="Words">What it says, in few words.</param>
/// <param name="Reason">Why it can't be brought in; null where it can.</param>
/// <param name="OnFile">It is on file already and stays as it is.</param>
/// <param name="Make">Makes the record; null where it can't be brought in or is on file.</param>
internal sealed record ImportVerdict(int Row, string Words, string? Reason, bool OnFile, object? Make);

/// <summary>
/// Judges rows: knows what is on file, and what earlier rows of the same file brought. The same judge serves the preview and the import, so
/// that the preview tells the truth.
/// </summary>
internal abstract class Importer(Shop shop, DateTime utcNow)
{
    protected Shop Shop { get; } = shop;
    protected DateTime UtcNow { get; } = utcNow;

    /// <summary>The judge of a kind of file.</summary>
    internal static async Task<Importer> OfAsync(ShopDb db, ImportKind kind, Shop shop, DateTime utcNow) => kind switch
    {
        ImportKind.Customers => await CustomerImporter.LoadAsync(db, shop, utcNow),
        ImportKind.Vehicles => await VehicleImporter.LoadAsync(db, shop, utcNow),
        _ => await FormerOrderImporter.LoadAsync(db, shop, utcNow),
    };

    /// <summary>Rows that belong together: one by one, but for orders, whose lines are rows.</summary>
    internal virtual IEnumerable<IReadOnlyList<ImportRow>> Units(IReadOnlyList<ImportRow> rows) => rows.Select(r => new[] { r });

    /// <summary>What becomes of rows that belong together.</summary>
    internal abstract ImportVerdict Judge(IReadOnlyList<ImportRow> rows);

    protected static ImportVerdict Bad(ImportRow row, string words, string reason) => new(row.Number, words, reason.TrimEnd('.'), false, null);
}

/// <summary>Judges rows of customers.</summary>
internal sealed class CustomerImporter : Importer
{
    private readonly HashSet<string> keys;
    private readonly ILookup<string, Customer> byPhone, byEmail;
    private readonly Dictionary<string, List<Customer>> newByContact = [];

    private CustomerImporter(Shop shop, DateTime utcNow, HashSet<string> keys, ILookup<string, Customer> byPhone, ILookup<string, Customer> byEmail) : base(shop, utcNow) => (this.keys, this.byPhone, this.byEmail) = (keys, byPhone, byEmail);

    internal static async Task<CustomerImporter> LoadAsync(ShopDb db, Shop shop, DateTime utcNow)
    {
        var names = await db.Customers.IgnoreAutoIncludes().AsNoTracking().Where(c => c.MergedIntoId == null).Select(c => new Customer { Id = c.Id, FirstName = c.FirstName, LastName = c.LastName, BusinessName = c.BusinessName, FormerKey = c.FormerKey }).ToDictionaryAsync(c => c.Id);
        var phones = await db.CustomerPhones.AsNoTracking().Select(p => new { p.Number, p.CustomerId }).ToListAsync();
        var emails = await db.CustomerEmails.AsNoTracking().Select(e => new { e.Address, e.CustomerId }).ToListAsync();
        return new CustomerImporter(shop, utcNow, names.Values.Where(c => c.FormerKey.Length > 0).Select(c => c.FormerKey).ToHashSet(),
            phones.Where(p => names.ContainsKey(p.CustomerId)).ToLookup(p => p.Number, p => names[p.CustomerId]), emails.Where(e => names.ContainsKey(e.CustomerId)).ToLookup(e => e.Address, e => names[e.CustomerId]));
    }

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var read = row.Customer(Shop.Country, Shop.Local(UtcNow), UtcNow);
        if (read.Problem is { } problem) return Bad(row, $"{row["firstName"]} {row["lastName"]} {row["businessName"]}".Trim(), problem.Message);
        var customer = read.Value;
        if (customer.FormerKey.Length > 0 && !keys.Add(customer.FormerKey)) return new ImportVerdict(row.Number, customer.DisplayName, null, true, null);
        var contacts = customer.Phones.Select(p => p.Number).Concat(customer.Emails.Select(e => e.Address)).ToList();
        var same = contacts.SelectMany(c => byPhone[c].Concat(byEmail[c]).Concat(newByContact.GetValueOrDefault(c, []))).Any(c => Alike.Names(customer, c));
        if (same) return new ImportVerdict(row.Number, customer.DisplayName, null, true, null);
        foreach (var contact in contacts) (newByContact.TryGetValue(contact, out var others) ? others : newByContact[contact] = []).Add(customer);
        return new ImportVerdict(row.Number, customer.DisplayName, null, false, customer);
    }
}

/// <summary>Finds customers by what a row of a vehicle or an order says of them.</summary>
internal sealed class OwnerFinder
{
    private readonly Dictionary<string, long> byKey = [], byEmail = [];
    private readonly ILookup<string, long> byPhone, byName;
    private readonly string country;

    private OwnerFinder(string country, ILookup<string, long> byPhone, ILookup<string, long> byName) => (this.country, this.byPhone, this.byName) = (country, byPhone, byName);

    internal static async Task<OwnerFinder> LoadAsync(ShopDb db, string country)
    {
        var customers = await db.Customers.IgnoreAutoIncludes().AsNoTracking().Where(c => c.MergedIntoId == null).Select(c => new { c.Id, c.FormerKey, c.FirstName, c.LastName, c.BusinessName }).ToListAsync();
        var standing = customers.Select(c => c.Id).ToHashSet();
        var phones = await db.CustomerPhones.AsNoTracking().Select(p => new { p.Number, p.CustomerId }).ToListAsync();
        var finder = new OwnerFinder(country, phones.Where(p => standing.Contains(p.CustomerId)).ToLookup(p => p.Number, p => p.CustomerId),
            customers.SelectMany(c => new[] { c.BusinessName, $"{c.FirstName} {c.LastName}", $"{c.LastName}, {c.FirstName}" }.Select(Likeness.Plain).Distinct().Where(n => n.Length > 2).Select(n => (Name: n, c.Id))).ToLookup(x => x.Name, x => x.Id));
        foreach (var customer in customers)
        {
            finder.byKey[customer.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)] = customer.Id;
        }
        // A number of the former program goes before one of ours.
        foreach (var customer in customers.Where(c => c.FormerKey.Length > 0)) finder.byKey[customer.FormerKey] = customer.Id;
        foreach (var email in await db.CustomerEmails.AsNoTracking().Where(e => standing.Contains(e.CustomerId)).Select(e => new { e.Address, e.CustomerId }).ToListAsync()) finder.byEmail.TryAdd(email.Address, email.CustomerId);
        return finder;
    }

    /// <summary>The customer; refused where none or several fit. Null where the row says nothing of one.</summary>
    internal Result<long?> Find(ImportRow row)
    {
        if (row["ownerKey"] is { Length: > 0 } key) return byKey.TryGetValue(key, out var id) ? (long?)id : new Problem("import.owner", $"no customer has the number {key}; bring the customers in first", "ownerKey");
        if (row["ownerPhone"] is { Length: > 0 } phone && PhoneNumber.Parse(phone, country) is { Ok: true } number)
        {
            var ids = byPhone[number.Value.E164].Distinct().ToList();
            if (ids.Count > 1 && row["ownerName"].Length > 0) ids = ids.Intersect(byName[Likeness.Plain(row["ownerName"])]).ToList();
            if (ids.Count == 1) return (long?)ids[0];
            if (ids.Count > 1) return new Problem("import.owner", $"several customers have the phone {phone}", "ownerPhone");
        }
        if (row["ownerEmail"] is { Length: > 0 } email && byEmail.TryGetValue(email.ToLowerInvariant(), out var byMail)) return (long?)byMail;
        if (row["ownerName"] is not { Length: > 0 } name) return row["ownerPhone"].Length + row["ownerEmail"].Length == 0 ? (long?)null : new Problem("import.owner", $"no customer has {(row["ownerPhone"].Length > 0 ? $"the phone {row["ownerPhone"]}" : $"the address {row["ownerEmail"]}")}", "ownerPhone");
        var named = byName[Likeness.Plain(name)].Distinct().ToList();
        return named.Count == 1 ? (long?)named[0] : new Problem("import.owner", named.Count == 0 ? $"no customer is named {name}; bring the customers in first" : $"{named.Count} customers are named {name}; a phone or number tells them apart", "ownerName");
    }
}

/// <summary>Judges rows of vehicles.</summary>
internal sealed class VehicleImporter : Importer
{
    private readonly OwnerFinder owners;
    private readonly HashSet<string> vins, plates;

    private VehicleImporter(Shop shop, DateTime utcNow, OwnerFinder owners, HashSet<string> vins, HashSet<string> plates) : base(shop, utcNow) => (this.owners, this.vins, this.plates) = (owners, vins, plates);

    internal static async Task<VehicleImporter> LoadAsync(ShopDb db, Shop shop, DateTime utcNow)
    {
        var cars = await db.Vehicles.AsNoTracking().Where(v => v.MergedIntoId == null).Select(v => new { v.Vin, v.Plate, v.PlateRegion }).ToListAsync();
        return new VehicleImporter(shop, utcNow, await OwnerFinder.LoadAsync(db, shop.Country), cars.Where(c => c.Vin.Length > 0).Select(c => c.Vin).ToHashSet(), cars.Where(c => c.Plate.Length > 0).Select(c => PlateKey(c.Plate, c.PlateRegion)).ToHashSet());
    }

    private static string PlateKey(string plate, string region) => $"{region}/{Plate.Normal(plate)}";

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var words = $"{row["plate"]} {row["year"]} {row["make"]} {row["model"]}".Trim();
        var read = row.Vehicle(Shop.Country, Shop.Local(UtcNow).Year, UtcNow, Shop.Utc);
        if (read.Problem is { } problem) return Bad(row, words, problem.Message);
        var owner = owners.Find(row);
        if (owner.Problem is { } noOwner) return Bad(row, words, noOwner.Message);
        if (owner.Value is not { } ownerId) return Bad(row, words, "nothing tells whose it is");
        var vehicle = read.Value;
        if (vehicle.Plate.Length > 0 && vehicle.PlateRegion.Length == 0) vehicle.PlateRegion = Shop.PlateRegion;
        if (vehicle.Vin.Length > 0 && !vins.Add(vehicle.Vin) || vehicle.Plate.Length > 0 && !plates.Add(PlateKey(vehicle.Plate, vehicle.PlateRegion))) return new ImportVerdict(row.Number, words, null, true, null);
        vehicle.CustomerId = ownerId;
        return new ImportVerdict(row.Number, words, null, false, vehicle);
    }
}

/// <summary>Judges orders of a former program.</summary>
internal sealed class FormerOrderImporter : Importer
{
    private readonly OwnerFinder owners;
    private readonly HashSet<string> numbers;
    private readonly ILookup<string, (long Id, long Owner)> byVin, byPlate;

    private FormerOrderImporter(Shop shop, DateTime utcNow, OwnerFinder owners, HashSet<string> numbers, ILookup<string, (long, long)> byVin, ILookup<string, (long, long)> byPlate) : base(shop, utcNow) => (this.owners, this.numbers, this.byVin, this.byPlate) = (owners, numbers, byVin, byPlate);

    internal static async Task<FormerOrderImporter> LoadAsync(ShopDb db, Shop shop, DateTime utcNow)
    {
        var cars = await db.Vehicles.AsNoTracking().Where(v => v.MergedIntoId == null).Select(v => new { v.Id, v.CustomerId, v.Vin, v.Plate }).ToListAsync();
        return new FormerOrderImporter(shop, utcNow, await OwnerFinder.LoadAsync(db, shop.Country), (await db.FormerOrders.Select(o => o.Number).ToListAsync()).ToHashSet(),
            cars.Where(c => c.Vin.Length > 0).ToLookup(c => c.Vin, c => (c.Id, c.CustomerId)), cars.Where(c => c.Plate.Length > 0).ToLookup(c => Plate.Normal(c.Plate), c => (c.Id, c.CustomerId)));
    }

    internal override IEnumerable<IReadOnlyList<ImportRow>> Units(IReadOnlyList<ImportRow> rows) => rows.GroupBy(r => r["number"].Length > 0 ? r["number"] : $" row {r.Number}").Select(g => g.ToList());

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var words = $"{row["number"]} {row["ownerName"]}".Trim();
        if (row["number"].Length is 0 or > 40) return Bad(row, words, "the order number is missing or longer than 40 characters");
        var read = FormerOrders.Read(rows, Shop.Country);
        if (read.Problem is { } problem) return Bad(row, words, problem.Message);
        if (!numbers.Add(row["number"])) return new ImportVerdict(row.Number, words, null, true, null);
        var document = read.Value;
        var owner = owners.Find(row);
        var cars = document.Vin.Length > 0 ? byVin[document.Vin] : document.Plate.Length > 0 ? byPlate[Plate.Normal(document.Plate)] : [];
        var car = cars.Where(c => !owner.Ok || owner.Value is null || c.Owner == owner.Value).Take(2).ToList();
        // An order whose people or car nobody knows any more is kept all the same: it is found by its number and words.
        var former = new FormerOrder
        {
            Number = document.Number,
            CustomerId = owner.Ok && owner.Value is { } id ? id : car.Count == 1 ? car[0].Owner : null,
            VehicleId = car.Count == 1 ? car[0].Id : null,
            On = document.On,
            Title = document.Jobs[0].Title,
            Total = Money.Of(document.Total),
            Odometer = row.Figure("odometer") is { Ok: true, Value: { } reading and >= 0 and < 2_000_000 } ? (int)reading : null,
            DocumentJson = System.Text.Json.JsonSerializer.Serialize(document, Core.Billing.DocumentMaker.Json),
            Words = string.Join(' ', document.Jobs.Select(j => j.Title).Concat(document.Jobs.SelectMany(j => j.Lines.Select(l => $"{l.Description} {l.Number}"))).Append(document.Customer).Append(document.Plate)),
        };
        return new ImportVerdict(row.Number, words, null, false, former);
    }
}
