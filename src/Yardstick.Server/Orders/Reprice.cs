using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>An open order whose policy is older than the one in force: what a repricing would change, and doing it.</summary>
public static class Reprice
{
    /// <summary>What changes, and from which version to which.</summary>
    public sealed record RepriceView(PolicyVersionView From, PolicyVersionView To, RepricePreview Preview);

    /// <summary>The version that prices the order from now on.</summary>
    public sealed record RepriceRequest(long PolicyVersionId);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/reprice", PreviewAsync)
            .Asks(Permission.SeeOrders)
            .Produces<RepriceView>()
            .ProducesProblem(404)
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/reprice", Handle).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> PreviewAsync(long id, ShopDb db, TimeProvider time)
    {
        if (await db.LoadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var day = (await db.Shops.SingleAsync()).PricingDay(order, time.Now());
        var versions = await db.PolicyVersionsAsync();
        var (from, to) = (versions.First(v => v.Id == order.PolicyVersionId), versions[0]);
        try
        {
            var preview = RepricePreview.Of(order, customer, await db.PolicyAsync(from.Id), await db.PolicyAsync(to.Id), day);
            return Results.Ok(new RepriceView(from, to, preview));
        }
        catch (CaseException bad)
        {
            return Problems.Of(OrderPricing.Unpriceable($"The current pricing rules can't price this repair order: {bad.Message}"));
        }
    }

    private static Task<IResult> Handle(long id, RepriceRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, async under =>
        {
            var db = under.Command.Db;
            if (await db.PolicyVersions.FindAsync(request.PolicyVersionId) is null)
                return new Problem("policy.gone", "That version of the pricing rules was not found.");
            if (under.Order.Reprice(request.PolicyVersionId, under.Command.Actor).Problem is { } problem)
                return problem;
            under.Policy = await db.PolicyAsync(request.PolicyVersionId);
            return new Changed(under.Order.Version, id, under.Order.Version);
        });
}
