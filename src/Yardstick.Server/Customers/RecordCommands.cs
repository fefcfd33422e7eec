using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Customers;

/// <summary>Changes on customers and vehicles: clashes by field, and the record of who changed what.</summary>
internal static class RecordCommands
{
    internal const string Customer = "customer",
        Vehicle = "vehicle";

    /// <summary>A customer with everything that its page changes.</summary>
    internal static Task<Customer?> LoadCustomerAsync(this ShopDb db, long id) =>
        db
            .Customers.Include(c => c.Phones)
            .Include(c => c.Emails)
            .Include(c => c.Contacts)
            .Include(c => c.Sites)
            .Include(c => c.Rates)
            .AsSplitQuery()
            .FirstOrDefaultAsync(c => c.Id == id);

    /// <summary>Orders whose prices follow the customer's account are priced anew; one that can't be refuses the change.</summary>
    internal static async Task<Problem?> RepriceOpenAsync(this CommandContext work, long customerId)
    {
        var open = await work.Db.LoadOpenOrdersAsync(customerId);
        if (open.Count == 0)
            return null;
        var (customer, shop) = (await work.Db.Customers.FindAsync(customerId), await work.Db.Shops.SingleAsync());
        var policies = new Dictionary<long, ShopPolicy>();
        foreach (var order in open)
        {
            if (!policies.TryGetValue(order.PolicyVersionId, out var policy))
                policies[order.PolicyVersionId] = policy = await work.Db.PolicyAsync(order.PolicyVersionId);
            var repriced = await work.CarryOutAsync<bool>(
                new OrderCommandContext(work, order, shop) { Customer = customer, Policy = policy },
                under =>
                {
                    OrderPricing.FollowAccount(under.Order, under.Customer, under.Policy, under.Today, work.Actor);
                    return Task.FromResult<Result<bool>>(true);
                }
            );
            if (repriced.Problem is { } problem)
                return problem;
        }
        return null;
    }
}
