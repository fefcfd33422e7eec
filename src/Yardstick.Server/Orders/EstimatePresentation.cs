using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Customers;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Data;
using Yardstick.Server.Pricing;

namespace Yardstick.Server.Orders;

/// <summary>An order with what a customer is shown of it, and what goes out only when somebody looked at it.</summary>
internal sealed record EstimatePresentation(
    Order Order,
    Shop Shop,
    PricingCase Case,
    EstimateSnapshot Estimate,
    IReadOnlyList<VisibilityItem> ToRelease
)
{
    /// <summary>Jobs that are in whatever is chosen.</summary>
    internal IReadOnlyList<Job> Approved => Order.ApprovedJobs.ToList();

    /// <summary>Jobs that wait for an answer.</summary>
    internal IReadOnlyList<Job> OpenJobs => Order.OnJobs.Where(j => j.Decision == DecisionKind.Proposed).ToList();

    /// <summary>Reads an order as a customer is shown it; null where there is none.</summary>
    internal static async Task<EstimatePresentation?> ReadAsync(ShopDb db, long id, Instant utcNow) =>
        await db.ReadOrderAsync(id) is { } order ? await OfAsync(db, order, utcNow) : null;

    /// <summary>What a customer is shown of an order that is at hand.</summary>
    internal static async Task<EstimatePresentation> OfAsync(ShopDb db, Order order, Instant utcNow)
    {
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var shop = await db.Shops.SingleAsync();
        return await OfAsync(db, order, customer, await db.PolicyAsync(order.PolicyVersionId), shop, utcNow);
    }

    private static async Task<EstimatePresentation> OfAsync(
        ShopDb db,
        Order order,
        Customer? customer,
        ShopPolicy policy,
        Shop shop,
        Instant utcNow
    )
    {
        var pricing = OrderPricing.CaseOf(order, customer, policy, OrderPricing.Offered(order), shop.PricingDay(order, utcNow));
        var (findings, files) = await db.ToReleaseAsync(order);
        var photos = await PhotosAsync(db, findings);
        return new EstimatePresentation(
            order,
            shop,
            pricing,
            EstimateSnapshot.Of(order, await db.PartiesAsync(order), shop, pricing, findings, files, photos, shop.Local(utcNow)),
            Core.Approval.VisibilityItem.Of(order, findings, files, photos)
        );
    }

    private static async Task<ILookup<long, PointPhoto>> PhotosAsync(ShopDb db, IEnumerable<Finding> findings)
    {
        var points = findings.Select(f => f.InspectionPointId).OfType<long>().ToList();
        return (
            await db.Set<PointPhoto>().Include(p => p.Marks).Where(p => points.Contains(p.InspectionPointId)).AsNoTracking().ToListAsync()
        ).ToLookup(p => p.InspectionPointId);
    }

    /// <summary>Freezes what an order under change shows now.</summary>
    internal static async Task<StoredSnapshot> FreezeAsync(OrderCommandContext under)
    {
        var (db, order) = (under.Command.Db, under.Order);
        var shown = await OfAsync(db, order, under.Customer, under.Policy, under.Shop, under.Command.Actor.At);
        return await FreezeAsync(db, order.Id, shown.Estimate, under.Command.Actor.At);
    }

    /// <summary>Keeps a frozen copy.</summary>
    internal static async Task<StoredSnapshot> FreezeAsync(ShopDb db, long orderId, EstimateSnapshot estimate, Instant at)
    {
        var json = estimate.ToJson();
        var copy = new StoredSnapshot
        {
            OrderId = orderId,
            At = at,
            Json = json,
            Hash = EstimateSnapshot.HashOf(json),
        };
        db.StoredSnapshots.Add(copy);
        await db.SaveChangesAsync();
        return copy;
    }
}
