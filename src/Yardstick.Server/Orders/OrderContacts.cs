using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Data;

namespace Yardstick.Server.Orders;

/// <summary>Whom an order is to be talked about with, and which site it is for: only the customer's own.</summary>
internal static class OrderContacts
{
    /// <summary>Why the order's contact or site can't be; null where they can.</summary>
    internal static async Task<Problem?> OfAsync(ShopDb db, Order order)
    {
        if (order.ContactId is { } contact && !await db.CustomerContacts.AnyAsync(c => c.Id == contact && c.CustomerId == order.CustomerId)) return new Problem("order.contact", "This contact is not one of the customer's; choose another.", "contactId");
        if (order.SiteId is { } site && !await db.CustomerSites.AnyAsync(s => s.Id == site && s.CustomerId == order.CustomerId)) return new Problem("order.site", "This site is not one of the customer's; choose another.", "siteId");
        return null;
    }
}
