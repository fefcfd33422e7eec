using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Approval;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Floor;
using Yardstick.Core.Inspections;
using Yardstick.Core.Messaging;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;

namespace Yardstick.Data.Demo;

/// <summary>What began on days before today and is still of concern: taken home, not answered, come back.</summary>
internal sealed partial class DemoToday
{
    /// <summary>
    /// An estimate of three weeks ago that was taken home: ended without an invoice, its work comes back at the next visit.
    /// </summary>
    private void TakenHome()
    {
        const int ago = 60 * 24 * 21;
        var order = Open(
            30,
            "Thumping noise from the rear over bumps",
            ago,
            null,
            "Sway bar links, replace pair",
            "Front struts, replace pair"
        );
        Arrive(order, Reading(order) - 900);
        OrderPricing.Refresh(order, CustomerOf(order), shop.Policy, shop.Today);
        foreach (var job in order.Jobs.ToList())
            order.Decide(
                job.Id,
                new Answer(DecisionKind.Declined, CustomerOf(order).DisplayName, AnswerChannel.InPerson, "Wants to think it over"),
                Price,
                By(order, ago - 60)
            );
        OrderPricing.Refresh(order, CustomerOf(order), shop.Policy, shop.Today);
        order.End(OrderEnding.TakenHome, "Wants to think it over", [], By(order, ago - 70));
    }

    /// <summary>An estimate that went out last week and was looked at; the vehicle drives meanwhile, and nobody has asked again.</summary>
    private async Task NotAnsweredAsync()
    {
        const int ago = 60 * 24 * 6;
        var order = Open(31, "Brakes pulse at highway speed", ago + 60 * 22, null, "Front brake pads", "Brake fluid, change");
        Arrive(order, Reading(order) - 200);
        order.MoveTo(Stage.WaitingForAnswer, "", By(order, ago));
        Keep(order);
        order.OnPremises = false;
        var customer = CustomerOf(order);
        var sent = By(order, ago);
        var pricing = OrderPricing.CaseOf(order, customer, shop.Policy, JobSelection.All, shop.Today);
        var parties = new DocumentParties(customer, shop.Vehicles[31], "");
        var shown = EstimateSnapshot
            .Of(order, parties, shop.Shop, pricing, [], [], Enumerable.Empty<PointPhoto>().ToLookup(p => p.Id), shop.Shop.Local(sent.At))
            .ToJson();
        var copy = new StoredSnapshot
        {
            Id = (await db.StoredSnapshots.MaxAsync(s => (long?)s.Id) ?? 0) + 1,
            OrderId = order.Id,
            At = sent.At,
            Hash = EstimateSnapshot.HashOf(shown),
            Json = shown,
        };
        db.StoredSnapshots.Add(copy);
        var link = ApprovalLink.For(order.Id, LinkToken.New(), copy.Id, sent);
        link.WasOpened(sent.At.PlusHours(3));
        db.ApprovalLinks.Add(link);
        Wrote(
            order,
            ago,
            MessageState.Delivered,
            $"Hello, here is the estimate for your brakes. Answer there or call us. {shop.Shop.Name}"
        );
    }

    /// <summary>Work of the last weeks that did not hold: the shop pays unless the supplier of the part does.</summary>
    private async Task CameBackAsync()
    {
        var taken = db.Orders.Local.Select(o => o.VehicleId).ToHashSet();
        var (before, since) = ((Job?)null, shop.UtcNow.PlusDays(-80));
        var posted = await db
            .Orders.AsNoTracking()
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .Where(o => o.State == OrderState.Posted && o.VehicleId != null && !o.CounterSale && o.OpenedAt >= since)
            .OrderByDescending(o => o.Id)
            .ToListAsync();
        foreach (var order in posted.Where(o => !taken.Contains(o.VehicleId)))
        {
            before = order.ApprovedJobs.FirstOrDefault(j =>
                j.ComebackOfId is null && j.OnLines.OfType<PartLine>().Any() && shop.Canned.Any(c => c.Title == j.Title)
            );
            if (before is null)
                continue;
            var car = shop.Vehicles.FindIndex(v => v.Id == order.VehicleId);
            var again = Open(car, "The same as last time: it did not hold", 75, 200, before.Title);
            again.Jobs[0].AsComebackOf(before, order.Number);
            Arrive(again, Reading(again));
            Stock(again);
            Approve(again, 60, AnswerChannel.InPerson, again.Jobs[0]);
            Keep(again);
            return;
        }
    }
}
