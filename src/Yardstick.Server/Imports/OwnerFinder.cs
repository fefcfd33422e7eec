using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Imports;
using Yardstick.Core.Values;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

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
            customers.SelectMany(c => new[] { c.BusinessName, $"{c.FirstName} {c.LastName}", $"{c.LastName}, {c.FirstName}" }.Select(NameSimilarity.Plain).Distinct().Where(n => n.Length > 2).Select(n => (Name: n, c.Id))).ToLookup(x => x.Name, x => x.Id));
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
            if (ids.Count > 1 && row["ownerName"].Length > 0) ids = ids.Intersect(byName[NameSimilarity.Plain(row["ownerName"])]).ToList();
            if (ids.Count == 1) return (long?)ids[0];
            if (ids.Count > 1) return new Problem("import.owner", $"several customers have the phone {phone}", "ownerPhone");
        }
        if (row["ownerEmail"] is { Length: > 0 } email && byEmail.TryGetValue(email.ToLowerInvariant(), out var byMail)) return (long?)byMail;
        if (row["ownerName"] is not { Length: > 0 } name) return row["ownerPhone"].Length + row["ownerEmail"].Length == 0 ? (long?)null : new Problem("import.owner", $"no customer has {(row["ownerPhone"].Length > 0 ? $"the phone {row["ownerPhone"]}" : $"the address {row["ownerEmail"]}")}", "ownerPhone");
        var named = byName[NameSimilarity.Plain(name)].Distinct().ToList();
        return named.Count == 1 ? (long?)named[0] : new Problem("import.owner", named.Count == 0 ? $"no customer is named {name}; bring the customers in first" : $"{named.Count} customers are named {name}; a phone or number tells them apart", "ownerName");
    }
}
