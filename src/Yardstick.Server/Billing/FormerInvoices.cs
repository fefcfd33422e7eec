using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Imports;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Invoices of the shop's former software, found by the same search as its own. No book counts them.</summary>
public static class FormerInvoices
{
    private const int Most = 100;

    /// <summary>An imported invoice.</summary>
    /// <param name="Id">Key.</param>
    /// <param name="Number">Its number there.</param>
    /// <param name="Customer">Its customer here; empty where nobody here fits.</param>
    /// <param name="Title">Its first job.</param>
    /// <param name="On">Its day.</param>
    /// <param name="Total">What it came to.</param>
    public sealed record FormerInvoiceRow(long Id, string Number, string Customer, string Title, LocalDate On, decimal Total);

    /// <summary>Those that fit, the latest first.</summary>
    /// <param name="Rows">At most 100.</param>
    /// <param name="More">There are more.</param>
    public sealed record FormerInvoicesFound(IReadOnlyList<FormerInvoiceRow> Rows, bool More);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/invoices/former", FindAsync).Asks(Permission.SeeOrders).Produces<FormerInvoicesFound>().ProducesProblem(422);

    private static async Task<IResult> FindAsync([AsParameters] InvoiceList.InvoiceSearch search, ShopDb db, TimeProvider time)
    {
        var now = (await db.Shops.SingleAsync()).Local(time.Now());
        var (begin, end) = (InvoiceList.Day(search.From, "from", now), InvoiceList.Day(search.Through, "through", now));
        var (least, most) = (InvoiceList.Figure(search.AmountFrom, "amountFrom"), InvoiceList.Figure(search.AmountTo, "amountTo"));
        if ((begin.Problem ?? end.Problem ?? least.Problem ?? most.Problem) is { } unread)
            return Problems.Of(unread);
        var rows = await Narrow(db, search, begin.Value, end.Value, least.Value, most.Value)
            .OrderByDescending(o => o.On)
            .ThenByDescending(o => o.Id)
            .Take(Most + 1)
            .Select(o => new
            {
                o.Id,
                o.Number,
                o.CustomerId,
                o.Title,
                o.On,
                o.Total,
            })
            .ToListAsync();
        var ids = rows.Select(r => r.CustomerId).OfType<long>().Distinct().ToList();
        var customers = await db
            .Customers.Where(c => ids.Contains(c.Id))
            .IgnoreAutoIncludes()
            .ToDictionaryAsync(c => c.Id, c => c.DisplayName);
        return Results.Ok(
            new FormerInvoicesFound(
                [
                    .. rows.Take(Most)
                        .Select(r => new FormerInvoiceRow(
                            r.Id,
                            r.Number,
                            customers.GetValueOrDefault(r.CustomerId ?? 0, ""),
                            r.Title,
                            r.On,
                            r.Total.Amount
                        )),
                ],
                rows.Count > Most
            )
        );
    }

    private static IQueryable<FormerOrder> Narrow(
        ShopDb db,
        InvoiceList.InvoiceSearch search,
        LocalDate? begin,
        LocalDate? end,
        decimal? least,
        decimal? most
    )
    {
        var wanted = db.FormerOrders.AsNoTracking();
        if (begin is { } from)
            wanted = wanted.Where(o => o.On >= from);
        if (end is { } through)
            wanted = wanted.Where(o => o.On <= through);
        if (least is { } low && Money.Of(low).Cents is var centsFrom)
            wanted = wanted.Where(o => o.Total.Cents >= centsFrom);
        if (most is { } high && Money.Of(high).Cents is var centsTo)
            wanted = wanted.Where(o => o.Total.Cents <= centsTo);
        // Numbers of another program are texts: one is found whole.
        if (search.NumberFrom?.Trim() is { Length: > 0 } number)
            wanted = wanted.Where(o => o.Number == number);
        if (search.Text?.Trim() is not { Length: > 0 } words)
            return wanted;
        var pattern = LikePattern.Containing(words);
        return wanted.Where(o =>
            o.Number == words
            || db.Customers.Any(c =>
                c.Id == o.CustomerId
                && (
                    EF.Functions.Like(c.LastName, pattern, "\\")
                    || EF.Functions.Like(c.FirstName, pattern, "\\")
                    || EF.Functions.Like(c.BusinessName, pattern, "\\")
                )
            )
        );
    }
}
