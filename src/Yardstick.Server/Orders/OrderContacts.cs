using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>Who can be named on an order.</summary>
internal static class OrderContacts
{
    /// <summary>Staff who are active, and the customer's own contacts and sites.</summary>
    internal static async Task<OrderPeople> PeopleAsync(ShopDb db, long? customerId) =>
        new(
            await db.Staff.Where(s => s.Active).Select(s => s.Id).ToHashSetAsync(),
            await db.CustomerContacts.Where(c => c.CustomerId == customerId).Select(c => c.Id).ToHashSetAsync(),
            await db.CustomerSites.Where(s => s.CustomerId == customerId).Select(s => s.Id).ToHashSetAsync()
        );
}
