using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Orders;

/// <summary>Loading orders to be looked at.</summary>
internal static class PricedOrders
{
    /// <summary>An order with everything that prices it; null where there is none.</summary>
    internal static async Task<PricedOrder?> LoadPricedAsync(this ShopDb db, long id, TimeProvider time)
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return null;
        var customer = order.CustomerId is { } customerId ? await db.Customers.FirstOrDefaultAsync(c => c.Id == customerId) : null;
        var shop = await db.Shops.SingleAsync();
        return new PricedOrder(order, customer, await db.PolicyAsync(order.PolicyVersionId), shop, shop.PricingDay(order, time.Now()));
    }
}
