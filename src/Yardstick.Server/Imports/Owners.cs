using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Imports;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Reads the customers among whom owners are found.</summary>
internal static class Owners
{
    internal static async Task<OwnerFinder> LoadAsync(ShopDb db, string country)
    {
        var customers = await db
            .Customers.IgnoreAutoIncludes()
            .AsNoTracking()
            .Where(c => c.MergedIntoId == null)
            .Select(c => Customer.Named(c.Id, c.FirstName, c.LastName, c.BusinessName, c.FormerKey))
            .ToListAsync();
        var standing = customers.Select(c => c.Id).ToHashSet();
        var phones = await db.CustomerPhones.AsNoTracking().Select(p => new { p.Number, p.CustomerId }).ToListAsync();
        var emails = await db.CustomerEmails.AsNoTracking().Select(e => new { e.Address, e.CustomerId }).ToListAsync();
        return new OwnerFinder(
            country,
            customers,
            phones.Where(p => standing.Contains(p.CustomerId)).Select(p => (p.Number, p.CustomerId)),
            emails.Where(e => standing.Contains(e.CustomerId)).Select(e => (e.Address, e.CustomerId))
        );
    }
}
