using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Judges rows of customers.</summary>
internal sealed class CustomerImporter : Importer
{
    private readonly HashSet<string> keys;
    private readonly ILookup<string, Customer> byPhone,
        byEmail;
    private readonly Dictionary<string, List<Customer>> newByContact = [];

    private CustomerImporter(
        Shop shop,
        Instant utcNow,
        HashSet<string> keys,
        ILookup<string, Customer> byPhone,
        ILookup<string, Customer> byEmail
    )
        : base(shop, utcNow) => (this.keys, this.byPhone, this.byEmail) = (keys, byPhone, byEmail);

    internal static async Task<CustomerImporter> LoadAsync(ShopDb db, Shop shop, Instant utcNow)
    {
        var names = await db
            .Customers.IgnoreAutoIncludes()
            .AsNoTracking()
            .Where(c => c.MergedIntoId == null)
            .Select(c => Customer.Named(c.Id, c.FirstName, c.LastName, c.BusinessName, c.FormerKey))
            .ToDictionaryAsync(c => c.Id);
        var phones = await db.CustomerPhones.AsNoTracking().Select(p => new { p.Number, p.CustomerId }).ToListAsync();
        var emails = await db.CustomerEmails.AsNoTracking().Select(e => new { e.Address, e.CustomerId }).ToListAsync();
        return new CustomerImporter(
            shop,
            utcNow,
            names.Values.Where(c => c.FormerKey.Length > 0).Select(c => c.FormerKey).ToHashSet(),
            phones.Where(p => names.ContainsKey(p.CustomerId)).ToLookup(p => p.Number, p => names[p.CustomerId]),
            emails.Where(e => names.ContainsKey(e.CustomerId)).ToLookup(e => e.Address, e => names[e.CustomerId])
        );
    }

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var read = row.Customer(Shop.Country, Shop.Local(UtcNow), UtcNow);
        if (read.Problem is { } problem)
            return Bad(row, $"{row["firstName"]} {row["lastName"]} {row["businessName"]}".Trim(), problem.Message);
        var customer = read.Value;
        if (customer.FormerKey.Length > 0 && !keys.Add(customer.FormerKey))
            return new ImportVerdict(row.Number, customer.DisplayName, null, true, null);
        var contacts = customer.Phones.Select(p => p.Number).Concat(customer.Emails.Select(e => e.Address)).ToList();
        var same = contacts
            .SelectMany(c => byPhone[c].Concat(byEmail[c]).Concat(newByContact.GetValueOrDefault(c, [])))
            .Any(c => DuplicateCheck.Names(customer, c));
        if (same)
            return new ImportVerdict(row.Number, customer.DisplayName, null, true, null);
        foreach (var contact in contacts)
            (newByContact.TryGetValue(contact, out var others) ? others : newByContact[contact] = []).Add(customer);
        return new ImportVerdict(row.Number, customer.DisplayName, null, false, customer);
    }
}
