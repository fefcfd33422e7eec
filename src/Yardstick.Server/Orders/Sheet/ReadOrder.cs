using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>The sheet, why its amounts are what they are, and its record.</summary>
public static class ReadOrder
{
    /// <summary>
    /// The steps of an amount; the key names it: <c>line:12</c>, <c>job:3.addsToTotal</c>, <c>taxes:STATE</c>, <c>supplies</c>,
    /// <c>total</c>, <c>margin</c>.
    /// </summary>
    public sealed record PriceExplanation(string Key, IReadOnlyList<PriceStep> Steps);

    /// <summary>A change on the order's record.</summary>
    /// <param name="Words">The field as people call it.</param>
    public sealed record RecordEntry(long Id, string What, string Field, string Words, string Old, string New, string By, Instant At);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}", SheetAsync).Asks(Permission.SeeOrders).Produces<SheetUpdate>().ProducesProblem(404);
        api.MapGet("/orders/{id:long}/why", WhyAsync)
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<PriceExplanation>>()
            .ProducesProblem(404);
        api.MapGet("/orders/{id:long}/record", RecordAsync).Asks(Permission.SeeOrders).Produces<IReadOnlyList<RecordEntry>>();
    }

    private static async Task<IResult> SheetAsync(long id, SheetReader reader, HttpContext http, CustomerLooks looks)
    {
        var has = http.Request.Headers[SheetParts.HasHeader].ToString();
        if (await reader.ReadAsync(id, http.User.May(Permission.SeeMargin), has) is not { } sheet)
            return Problems.Of(Gone.Order);
        looks.Saw(http.User.StaffId(), LookedAt.Order, id);
        return Results.Ok(sheet);
    }

    private static async Task<IResult> WhyAsync(long id, ShopDb db, TimeProvider time, HttpContext http)
    {
        if (await db.ReadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var policy = await db.PolicyAsync(order.PolicyVersionId);
        var day = (await db.Shops.SingleAsync()).PricingDay(order, time.Now());
        var trace = new PricingTrace();
        var result = OrderPricer.Price(OrderPricing.CaseOf(order, customer, policy, OrderPricing.Offered(order), day), trace);
        var margins = http.User.May(Permission.SeeMargin);
        var whys = new List<PriceExplanation>();
        void Take(string path, string key)
        {
            if (trace.Lists.TryGetValue(path, out var list) && list.Steps.Count > 0)
                whys.Add(new PriceExplanation(key, margins ? list.Steps : [.. list.Steps.Where(s => !s.TellsCost)]));
        }
        void Sum(string key, Func<JobFigures, decimal> part, params (string Text, decimal Amount)[] more)
        {
            var steps = new StepList();
            foreach (var job in order.OnJobs)
            {
                var figures = result.Of(job);
                if (figures.Included && part(figures) != 0)
                    steps.Add(job.Title, part(figures));
            }
            foreach (var (text, amount) in more)
                steps.Add(text, amount);
            if (steps.Steps.Count > 0)
                whys.Add(new PriceExplanation(key, steps.Steps));
        }
        var j = 0;
        foreach (var job in order.OnJobs)
        {
            var l = 0;
            foreach (var line in OrderPricing.PricedLines(job))
            {
                Take($"jobs[{j}].lines[{l}]", $"line:{line.Id}");
                Take($"jobs[{j}].lines[{l}].each", $"line:{line.Id}.each");
                l++;
            }
            Take($"jobs[{j}].addsToTotal", $"job:{job.Id}.addsToTotal");
            Take($"jobs[{j}].discount", $"job:{job.Id}.discount");
            if (margins)
                Take($"jobs[{j}].margin", $"job:{job.Id}.margin");
            foreach (var rule in policy.Pricing.Companions)
                Take($"jobs[{j}].companions.{rule.Code}", $"job:{job.Id}.companion:{rule.Code}");
            j++;
        }
        Sum("labor", f => f.Labor);
        Sum("parts", f => f.Parts);
        Sum("sublet", f => f.Sublet);
        Sum("fees", f => f.Fees, [.. result.OrderFees.Select(f => ($"{f.Code}, once an order", f.Amount))]);
        Sum("core", f => f.Core);
        Take("discounts", "discounts");
        for (var t = 0; t < policy.Pricing.Taxes.Count; t++)
            Take($"taxes[{t}]", $"tax:{policy.Pricing.Taxes[t].Code}");
        Take("supplies", "supplies");
        Take("total", "total");
        if (margins)
            Take("margin", "margin");
        if (margins)
            Take("effectiveLaborRate", "effectiveLaborRate");
        return Results.Ok(whys);
    }

    private static string Who(ActorKind kind, string name) =>
        kind switch
        {
            ActorKind.Customer => "The customer",
            ActorKind.Program => "Automatic",
            _ => StaffMember.ShortNameOf(name),
        };

    private static async Task<IResult> RecordAsync(long id, ShopDb db, HttpContext http)
    {
        // What a line costs is told to those who see margins.
        var costs = http.User.May(Permission.SeeMargin);
        var entries = await db
            .OrderChanges.Where(c => c.OrderId == id && (costs || c.Field != "unitCost"))
            .OrderByDescending(c => c.Id)
            .Take(500)
            .Join(db.Staff, c => c.ById, s => s.Id, (c, s) => new { Change = c, s.Name })
            .ToListAsync();
        var names = await db.Jobs.Where(j => j.OrderId == id).ToDictionaryAsync(j => ("job", j.Id), j => j.Title);
        foreach (
            var line in await db
                .Jobs.Where(j => j.OrderId == id)
                .Join(db.Lines, j => j.Id, l => l.JobId, (_, l) => new { l.Id, l.Description })
                .ToListAsync()
        )
            names[("line", line.Id)] = line.Description;
        return Results.Ok(
            entries.ConvertAll(e => new RecordEntry(
                e.Change.Id,
                names.GetValueOrDefault((e.Change.Target, e.Change.TargetId), e.Change.Target),
                e.Change.Field,
                RecordWords.Of(e.Change.Field),
                e.Change.Old,
                e.Change.New,
                Who(e.Change.ByKind, e.Name),
                e.Change.At
            ))
        );
    }
}
