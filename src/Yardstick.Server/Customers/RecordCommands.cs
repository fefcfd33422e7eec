using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
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

    /// <summary>Whether somebody else changed the same field after the version that the client saw.</summary>
    internal static async Task<Problem?> ClashAsync(
        this CommandContext work,
        string target,
        long id,
        string field,
        int seen,
        string? wanted
    )
    {
        var latest = await work
            .Db.RecordChanges.Where(c =>
                c.Target == target && c.TargetId == id && c.Field == field && c.Version > seen && c.ClientId != work.Actor.ClientId
            )
            .OrderByDescending(c => c.Version)
            .FirstOrDefaultAsync();
        if (latest is null || latest.New == wanted)
            return null;
        var who = await work.Db.Staff.Where(s => s.Id == latest.ById).Select(s => s.Name).FirstOrDefaultAsync() ?? "Somebody";
        var at = (await work.Db.Shops.SingleAsync()).Local(latest.At);
        return Clash.OfEdit(StaffMember.ShortNameOf(who), latest.New, at, field);
    }

    /// <summary>Writes down what changed.</summary>
    internal static void Record(this CommandContext work, string target, long id, int version, FieldChange change) =>
        work.Db.RecordChanges.Add(
            new RecordChange
            {
                Target = target,
                TargetId = id,
                Field = change.Field,
                Old = change.Old,
                New = change.New,
                Version = version,
                At = work.Actor.At,
                ById = work.Actor.StaffId,
                ClientId = work.Actor.ClientId,
            }
        );

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
