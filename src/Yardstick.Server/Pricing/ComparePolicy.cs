using System.Text;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Pricing;

/// <summary>What the last 90 days of posted orders would have come to under the draft.</summary>
public static class ComparePolicy
{
    private const int Days = 90;

    /// <summary>A posted order that the comparison names.</summary>
    public sealed record NamedOrder(
        long InvoiceId,
        long Number,
        string Title,
        string Customer,
        Instant PostedAt,
        decimal TotalBefore,
        decimal TotalAfter,
        decimal ProfitBefore,
        decimal ProfitAfter
    );

    /// <summary>A posted order that the draft can't price, and why.</summary>
    public sealed record UnpricedOrder(long InvoiceId, long Number, string Reason);

    /// <summary>The comparison. <c>Version</c> is that of the draft it was made with.</summary>
    public sealed record PolicyComparisonView(
        int Version,
        int Days,
        Instant Since,
        int Orders,
        int Changed,
        PeriodFigures Before,
        PeriodFigures After,
        IReadOnlyList<NamedOrder> Most,
        IReadOnlyList<UnpricedOrder> NotPriced
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/policy/draft/comparison", HandleAsync)
            .Asks(Permission.EditPolicy)
            .Produces<PolicyComparisonView>()
            .ProducesProblem(422);

    private static async Task<IResult> HandleAsync(ShopDb db, TimeProvider time)
    {
        if (await db.PolicyDrafts.SingleOrDefaultAsync() is not { } draft)
            return Problems.Of(PolicyDraft.None);
        var reading = PolicyFormReader.Read(
            WritePolicy.FormOf(draft),
            (await db.Shops.SingleAsync()).Currency,
            await WritePolicy.UseAsync(db)
        );
        if (reading.Policy is not { } policy)
            return Problems.Of(PolicyDraft.NotRight(reading.Problems[0]));
        var since = time.Now().PlusDays(-Days);
        // Invoices that were taken back count for nothing.
        var standing = db.Invoices.Where(i =>
            i.PostedAt >= since && i.Kind == InvoiceKind.Invoice && !db.Invoices.Any(c => c.CorrectsId == i.Id)
        );
        var cases = await standing.OrderBy(i => i.Id).Select(i => new { i.Id, i.CaseJson }).ToListAsync();
        var comparison = PolicyComparison.Of(
            cases.Select(c => new PostedCase(c.Id, CaseReader.Read(Encoding.UTF8.GetBytes(c.CaseJson)))),
            policy.Pricing
        );
        var named = comparison.Most.Select(m => m.Id).Concat(comparison.NotPriced.Select(n => n.Id)).ToList();
        var facts = await db
            .Invoices.Where(i => named.Contains(i.Id))
            .Select(i => new
            {
                i.Id,
                i.Number,
                i.PostedAt,
                Title = db.Orders.Where(o => o.Id == i.OrderId).Select(o => o.Title).First(),
                Customer = db.Customers.Where(c => c.Id == i.CustomerId).FirstOrDefault(),
            })
            .ToDictionaryAsync(i => i.Id);
        return Results.Ok(
            new PolicyComparisonView(
                draft.Version,
                Days,
                since,
                comparison.Orders,
                comparison.Changed,
                comparison.Before,
                comparison.After,
                comparison
                    .Most.Select(m => new NamedOrder(
                        m.Id,
                        facts[m.Id].Number,
                        facts[m.Id].Title,
                        facts[m.Id].Customer?.DisplayName ?? "Counter sale",
                        facts[m.Id].PostedAt,
                        m.TotalBefore,
                        m.TotalAfter,
                        m.ProfitBefore,
                        m.ProfitAfter
                    ))
                    .ToList(),
                comparison.NotPriced.Select(n => new UnpricedOrder(n.Id, facts[n.Id].Number, n.Reason)).ToList()
            )
        );
    }
}
