using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Interest on overdue invoices: looked at, then charged for those that are chosen; taken back while it is not paid.</summary>
public static class Interest
{
    /// <summary>An overdue invoice with what it has run up.</summary>
    /// <param name="InvoiceId">The invoice.</param>
    /// <param name="Number">Its number.</param>
    /// <param name="CustomerId">Whose it is; null for nobody known.</param>
    /// <param name="Customer">Their name.</param>
    /// <param name="DueOn">When it was due.</param>
    /// <param name="DaysOverdue">Days since.</param>
    /// <param name="On">What the interest is on.</param>
    /// <param name="Months">Whole months that it is for.</param>
    /// <param name="Through">The last of their days.</param>
    /// <param name="Amount">The interest.</param>
    public sealed record InterestRow(
        long InvoiceId,
        long Number,
        long? CustomerId,
        string Customer,
        LocalDate DueOn,
        int DaysOverdue,
        decimal On,
        int Months,
        LocalDate Through,
        decimal Amount
    );

    /// <summary>What may be charged today.</summary>
    /// <param name="Percent">Percent a month; 0 where the shop charges none.</param>
    /// <param name="AfterDays">Days past due before it is charged.</param>
    /// <param name="Rows">Invoices, the longest due first.</param>
    public sealed record InterestView(decimal Percent, int AfterDays, IReadOnlyList<InterestRow> Rows);

    /// <summary>Invoices to charge.</summary>
    public sealed record ChargeInterestRequest(IReadOnlyList<long>? InvoiceIds);

    /// <summary>What was charged.</summary>
    public sealed record InterestCharged(int Invoices, decimal Amount);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/accounts/interest", ListAsync).Asks(Permission.KeepBooks).Produces<InterestView>();
        api.MapPost("/accounts/interest", Charge).Asks(Permission.KeepBooks).Produces<InterestCharged>().ProducesProblem(422);
        api.MapPost("/invoices/{id:long}/interest/take-back", TakeBack)
            .Asks(Permission.KeepBooks)
            .Produces<TakePayment.MoneyTaken>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db, OpenBalances balances, TimeProvider time)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(time.Now()).Date;
        if (shop.InterestPercent <= 0)
            return Results.Ok(new InterestView(0, shop.InterestAfterDays, []));
        var ids = (await balances.InvoicesAsync(db)).FindAll(o => o.Balance.Cents > 0 && o.DueOn < today).ConvertAll(o => o.Id);
        var open = await db.OpenStanding(db.Invoices.Where(i => ids.Contains(i.Id))).ToListAsync();
        var adjusted = (await db.Adjustments.AsNoTracking().Where(a => ids.Contains(a.InvoiceId)).ToListAsync()).ToLookup(a => a.InvoiceId);
        var customers = await db
            .Customers.AsNoTracking()
            .IgnoreAutoIncludes()
            .Where(c => open.Select(o => o.Invoice.CustomerId).Contains(c.Id))
            .ToDictionaryAsync(c => c.Id, c => c.DisplayName);
        var rows =
            from standing in open
            let invoice = standing.Invoice
            let due = standing.Reversed
                ? null
                : OverdueInterest.Of(new OpenInvoice(invoice, standing.Balance), [.. adjusted[invoice.Id]], shop, today)
            where due is not null
            orderby invoice.DueOn, invoice.Id
            select new InterestRow(
                invoice.Id,
                invoice.Number,
                invoice.CustomerId,
                invoice.CustomerId is { } customer ? customers.GetValueOrDefault(customer, "") : "",
                invoice.DueOn,
                Period.DaysBetween(invoice.DueOn, today),
                due.On.Amount,
                due.Months,
                due.Through,
                due.Amount.Amount
            );
        return Results.Ok(new InterestView(shop.InterestPercent, shop.InterestAfterDays, [.. rows]));
    }

    /// <summary>All that are chosen, or none: what changed meanwhile is said.</summary>
    private static Task<IResult> Charge(ChargeInterestRequest request, CommandRunner commands) =>
        commands.RunAsync<InterestCharged>(async work =>
        {
            var ids = (request.InvoiceIds ?? []).Distinct().ToList();
            if (ids.Count is 0 or > MostAtOnce)
                return new Problem("interest.choose", Invariant($"Choose 1 to {MostAtOnce} invoices."), "invoiceIds");
            var shop = await work.Db.Shops.SingleAsync();
            var (today, sum) = (shop.Local(work.Actor.At).Date, Money.Zero);
            foreach (var id in ids)
            {
                var found = await work.Db.PayableAsync(id);
                if (found.Problem is { } gone)
                    return gone;
                var charged = found.Value.ChargeInterest(shop, today, work.Actor);
                if (charged.Problem is { } problem)
                    return problem;
                if (await KeepAsync(work, charged.Value, found.Value.Invoice) is { } locked)
                    return locked;
                sum -= charged.Value.Amount;
            }
            return new InterestCharged(ids.Count, sum.Amount);
        });

    private static Task<IResult> TakeBack(long id, CommandRunner commands) =>
        commands.RunAsync<TakePayment.MoneyTaken>(async work =>
        {
            var found = await work.Db.PayableAsync(id);
            if (found.Problem is { } gone)
                return gone;
            var back = found.Value.TakeBackInterest(work.Actor);
            if (back.Problem is { } problem)
                return problem;
            if (await KeepAsync(work, back.Value, found.Value.Invoice) is { } locked)
                return locked;
            return new TakePayment.MoneyTaken(back.Value.Amount.Amount, 0, (found.Value.Balance - back.Value.Amount).Amount);
        });

    /// <summary>Keeps an adjustment with its entry in the books; refused with <c>books.locked</c>.</summary>
    internal static async Task<Problem?> KeepAsync(CommandContext work, Adjustment adjustment, Invoice invoice)
    {
        work.Db.Adjustments.Add(adjustment);
        return await work.Db.BookAsync(work.Actor, () => SalePostings.Of(adjustment, invoice));
    }

    private const int MostAtOnce = 500;
}
