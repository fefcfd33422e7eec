using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Imports;

/// <summary>Finds customers by what a row of a vehicle or an order says of them.</summary>
public sealed class OwnerFinder
{
    private readonly Dictionary<string, long> byKey = [],
        byEmail = [];
    private readonly ILookup<string, long> byPhone,
        byName;
    private readonly string country;

    /// <summary>Finds among customers.</summary>
    /// <param name="country">Country of telephone numbers without one.</param>
    /// <param name="customers">Customers on file, by name only; a number of the former program goes before one of ours.</param>
    /// <param name="phones">Their telephones as E.164.</param>
    /// <param name="emails">Their email addresses, in small letters.</param>
    public OwnerFinder(
        string country,
        IReadOnlyCollection<Customers.Customer> customers,
        IEnumerable<(string Number, long CustomerId)> phones,
        IEnumerable<(string Address, long CustomerId)> emails
    )
    {
        this.country = country;
        byPhone = phones.ToLookup(p => p.Number, p => p.CustomerId);
        byName = customers.SelectMany(c => NamesOf(c).Select(name => (name, c.Id))).ToLookup(x => x.name, x => x.Id);
        foreach (var customer in customers)
            byKey[customer.Id.ToString(CultureInfo.InvariantCulture)] = customer.Id;
        foreach (var customer in customers.Where(c => c.FormerKey.Length > 0))
            byKey[customer.FormerKey] = customer.Id;
        foreach (var (address, customerId) in emails)
            byEmail.TryAdd(address, customerId);
    }

    private static IEnumerable<string> NamesOf(Customers.Customer customer) =>
        new[] { customer.BusinessName, $"{customer.FirstName} {customer.LastName}", $"{customer.LastName}, {customer.FirstName}" }
            .Select(NameSimilarity.Plain)
            .Distinct()
            .Where(n => n.Length > 2);

    /// <summary>The customer; refused where none or several fit. Null where the row says nothing of one.</summary>
    public Result<long?> Find(ImportRow row)
    {
        if (row["ownerKey"] is { Length: > 0 } key)
            return byKey.TryGetValue(key, out var id)
                ? (long?)id
                : Nobody($"no customer has the number {key}; import the customers first", "ownerKey");
        if (row["ownerPhone"] is { Length: > 0 } phone && PhoneNumber.Parse(phone, country) is { Ok: true } number)
        {
            var ids = byPhone[number.Value.E164].Distinct().ToList();
            if (ids.Count > 1 && row["ownerName"].Length > 0)
                ids = ids.Intersect(byName[NameSimilarity.Plain(row["ownerName"])]).ToList();
            if (ids.Count == 1)
                return (long?)ids[0];
            if (ids.Count > 1)
                return Nobody($"several customers have the phone {phone}", "ownerPhone");
        }
        if (row["ownerEmail"] is { Length: > 0 } email && byEmail.TryGetValue(email.ToLowerInvariant(), out var byMail))
            return (long?)byMail;
        if (row["ownerName"] is not { Length: > 0 } name)
        {
            if (row["ownerPhone"].Length + row["ownerEmail"].Length == 0)
                return (long?)null;
            return Nobody(
                $"no customer has {(row["ownerPhone"].Length > 0 ? $"the phone {row["ownerPhone"]}" : $"the address {row["ownerEmail"]}")}",
                "ownerPhone"
            );
        }
        var named = byName[NameSimilarity.Plain(name)].Distinct().ToList();
        return named.Count switch
        {
            1 => (long?)named[0],
            0 => Nobody($"no customer is named {name}; import the customers first", "ownerName"),
            _ => Nobody($"{named.Count} customers are named {name}; add a phone or customer number to tell them apart", "ownerName"),
        };
    }

    private static Problem Nobody(string why, string field) => new("import.owner", why, field);
}
