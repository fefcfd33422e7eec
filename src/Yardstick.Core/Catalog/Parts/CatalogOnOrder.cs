using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>What the catalog does to an order.</summary>
public static class CatalogOnOrder
{
    /// <summary>Gives the discount that a canned job carries, once the job has its key.</summary>
    public static Problem? GiveCanned(this Order order, CannedJob canned, Job job, Actor actor)
    {
        if (canned.Discount.Length == 0)
            return null;
        var discount = GivenDiscount.Parse(canned.Discount, canned.DiscountOn, "from the canned job");
        if (discount.Problem is { } bad)
            return bad;
        return order.GiveOwn(discount.Value.For(job.Id, null), actor).Problem;
    }

    /// <summary>Corrects a line's quantity to what the facts about the car tell.</summary>
    public static Result<Line> FollowFact(this Order order, long lineId, VehicleSpecs facts, Actor actor)
    {
        if (order.Closed() is { } closed)
            return closed;
        var line = order.FindLine(lineId);
        if (line.Problem is { } problem)
            return problem;
        if (line.Value is not PartLine part || facts.Correction(part) is not { } known)
            return new Problem("fact.agrees", "This line already matches the specs, or its quantity was set on purpose.");
        var change = part.FollowFact(known);
        order.Record("line", lineId, change.Field, change.Old, change.New, line.Value.Version, actor);
        return line;
    }

    /// <summary>
    /// The same job for another order, with the catalog's parts at today's costs; one that was withdrawn stays as it is told.
    /// </summary>
    /// <param name="job">The earlier job.</param>
    /// <param name="partOf">Finds the catalog part of a line.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    public static Job CopyAtTodaysCosts(this Job job, Func<long, Part?> partOf, StockCost cost) => EarlierWork.Copy(job, (line, id) =>
        {
            if (partOf(id) is { WithdrawnAt: null } part)
                line.TakePart(part, cost);
        });
}
