using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Catalog;

namespace Yardstick.Server.FollowUp;

/// <summary>What work costs today by the policy in force.</summary>
internal sealed class WorkPrices(ShopDb db, ShopPolicy policy, LocalDate today)
{
    /// <summary>The sum of several pieces of work for a customer, before supplies and tax; null where one of them can't be priced.</summary>
    internal async Task<Money?> OfAsync(IReadOnlyCollection<FollowUpReason> reasons, Customer customer)
    {
        var sum = Money.Zero;
        foreach (var reason in reasons)
        {
            if (await JobAsync(reason) is not { Ok: true, Value: var job } || !job.OnLines.Any())
                return null;
            sum += OrderPricing.Alone(job, customer, policy, today);
        }
        return sum;
    }

    private async Task<Result<Job>> JobAsync(FollowUpReason reason)
    {
        if (reason.Kind is FollowUpKind.Deferred or FollowUpKind.Declined)
            return await EarlierSearch.CopyAsync(db, reason.SourceId, reason.VehicleId, policy.StockCost);
        if (reason.CannedJobId is not { } canned)
            return Gone.CannedJob;
        var made = await CannedJobs.MakeAsync(db, canned, policy.StockCost);
        return made.Problem is { } problem ? problem : made.Value.Job;
    }
}
