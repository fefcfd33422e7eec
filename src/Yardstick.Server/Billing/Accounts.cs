using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>What customers and other payers owe, by age, and what is held for them; payments over several invoices.</summary>
public static class Accounts
{
    /// <summary>What is owed, by days past due.</summary>
    public sealed record AgingView(
        decimal Current,
        decimal To30,
        decimal To60,
        decimal To90,
        decimal Older,
        decimal Overdue,
        decimal Total
    );

    /// <summary>An account that owes, or that something is held for.</summary>
    public sealed record AccountView
    {
        /// <summary>The customer.</summary>
        public required long CustomerId { get; init; }

        /// <summary>Its name.</summary>
        public required string Name { get; init; }

        /// <summary>What it owes, by age.</summary>
        public required AgingView Aging { get; init; }

        /// <summary>What is held for it.</summary>
        public required decimal Deposits { get; init; }

        /// <summary>The most that it may owe; null for no limit.</summary>
        public required decimal? Limit { get; init; }

        /// <summary>Days that it has to pay; null pays at once.</summary>
        public required int? Days { get; init; }
    }

    /// <summary>All accounts, and their sum.</summary>
    /// <param name="Accounts">The accounts, the most overdue first.</param>
    /// <param name="Total">Their sum by age.</param>
    /// <param name="ChargesInterest">The shop charges interest on what is overdue.</param>
    public sealed record AccountsView(IReadOnlyList<AccountView> Accounts, AgingView Total, bool ChargesInterest);

    /// <summary>An invoice with a balance.</summary>
    public sealed record OpenInvoiceView(
        long Id,
        long Number,
        LocalDate PostedOn,
        LocalDate DueOn,
        int DaysOverdue,
        decimal Due,
        decimal Balance,
        string Vehicle
    );

    /// <summary>One account.</summary>
    public sealed record AccountPageView(
        AccountView Account,
        IReadOnlyList<OpenInvoiceView> Open,
        IReadOnlyList<Deposits.DepositView> Deposits
    );

    /// <summary>Money over several invoices, as typed.</summary>
    public sealed record AccountPaymentRequest(PaymentMethod Method, string? Amount, string? CheckNumber, IReadOnlyList<long>? InvoiceIds);

    /// <summary>What it paid.</summary>
    public sealed record AccountPaid(decimal Paid, int Invoices, decimal Kept);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/accounts", ListAsync).Asks(Permission.TakePayments).Produces<AccountsView>();
        api.MapGet("/accounts/{id:long}", PageAsync).Asks(Permission.TakePayments).Produces<AccountPageView>().ProducesProblem(404);
        api.MapPost("/accounts/{id:long}/payments", Pay).Asks(Permission.TakePayments).Produces<AccountPaid>().ProducesProblem(422);
    }

    private static async Task<IResult> ListAsync(ShopDb db, OpenBalances balances, TimeProvider time)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(time.Now()).Date;
        // Who owes, and for whom something is held, is what the books say; their invoices are read, nobody else's.
        var holding = await balances.CustomersAsync(db, LedgerAccount.Deposits);
        var open = (await balances.InvoicesAsync(db)).FindAll(o => o.CustomerId is not null);
        var deposits = await db.OpenDepositsAsync(db.Deposits.Where(d => holding.Contains(d.CustomerId)));
        var standing = await db.StandingRecordsAsync([
            .. open.Select(o => o.CustomerId!.Value),
            .. deposits.Select(d => d.Deposit.CustomerId),
        ]);
        var ids = standing.Values.Distinct().ToList();
        var customers = await db.Customers.Where(c => ids.Contains(c.Id)).ToListAsync();
        var held = deposits.ToLookup(d => standing[d.Deposit.CustomerId]);
        var byCustomer = open.ToLookup(o => standing[o.CustomerId!.Value]);
        var views = customers
            .ConvertAll(c => ViewOf(c, byCustomer[c.Id].Select(o => (o.DueOn, o.Balance)), held[c.Id], today))
            .OrderByDescending(v => v.Aging.Overdue)
            .ThenByDescending(v => v.Aging.Total)
            .ToList();
        return Results.Ok(
            new AccountsView(views, Shown(Aging.Of(open.Select(o => (o.DueOn, o.Balance)), today)), shop.InterestPercent > 0)
        );
    }

    private static AccountView ViewOf(
        Core.Customers.Customer customer,
        IEnumerable<(LocalDate DueOn, Money Balance)> open,
        IEnumerable<DepositAccount> held,
        LocalDate today
    ) =>
        new()
        {
            CustomerId = customer.Id,
            Name = customer.DisplayName,
            Aging = Shown(Aging.Of(open, today)),
            Deposits = held.Sum(d => d.Left.Amount),
            Limit = customer.CreditLimit?.Amount,
            Days = customer.CreditDays,
        };

    private static AgingView Shown(Aging a) =>
        new(a.Current.Amount, a.To30.Amount, a.To60.Amount, a.To90.Amount, a.Older.Amount, a.Overdue.Amount, a.Total.Amount);

    private static async Task<IResult> PageAsync(long id, ShopDb db, TimeProvider time)
    {
        var records = await db.AccountRecordsAsync(id);
        if (await db.Customers.FirstOrDefaultAsync(c => c.Id == records[0]) is not { } customer)
            return Problems.Of(Gone.Customer);
        var shop = await db.Shops.SingleAsync();
        var today = shop.Local(time.Now()).Date;
        var open = await db.OpenStanding(db.Invoices.Where(i => records.Contains(i.CustomerId!.Value)))
            .OrderBy(o => o.Invoice.DueOn)
            .ThenBy(o => o.Invoice.Id)
            .ToListAsync();
        var orders = open.Select(o => o.Invoice.OrderId).ToList();
        var cars = await (
            from order in db.Orders
            join vehicle in db.Vehicles on order.VehicleId equals vehicle.Id
            where orders.Contains(order.Id)
            select new
            {
                order.Id,
                vehicle.Plate,
                vehicle.Description,
            }
        ).ToDictionaryAsync(x => x.Id, x => $"{x.Plate.Text} {x.Description}".Trim());
        var held = await db.OpenDepositsAsync(db.Deposits.Where(d => records.Contains(d.CustomerId)));
        return Results.Ok(
            new AccountPageView(
                ViewOf(customer, open.Select(o => (o.Invoice.DueOn, o.Balance)), held, today),
                open.ConvertAll(o => new OpenInvoiceView(
                    o.Invoice.Id,
                    o.Invoice.Number,
                    shop.Local(o.Invoice.PostedAt).Date,
                    o.Invoice.DueOn,
                    Math.Max(0, Period.DaysBetween(o.Invoice.DueOn, today)),
                    o.Invoice.AmountDue.Amount,
                    o.Balance.Amount,
                    cars.GetValueOrDefault(o.Invoice.OrderId, "")
                )),
                [.. held.Select(Deposits.ViewOf)]
            )
        );
    }

    private static Task<IResult> Pay(long id, AccountPaymentRequest request, CommandRunner commands) =>
        commands.RunAsync<AccountPaid>(async work =>
        {
            var records = await work.Db.AccountRecordsAsync(id);
            var open = await work.Db.OpenStanding(work.Db.Invoices.Where(i => records.Contains(i.CustomerId!.Value))).ToListAsync();
            var taken = AccountPayment.Take(
                records[0],
                [.. open.Where(o => o.Balance.Cents > 0).Select(o => new OpenInvoice(o.Invoice, o.Balance))],
                request.InvoiceIds,
                request.Method,
                request.Amount,
                request.CheckNumber,
                work.Actor
            );
            if (taken.Problem is { } problem)
                return problem;
            if (await work.KeepAsync([.. taken.Value.Payments]) is { } locked)
                return locked;
            var rest = taken.Value.Rest;
            if (rest is not null && await work.KeepAsync(rest) is { } lockedToo)
                return lockedToo;
            return new AccountPaid(taken.Value.Payments.Sum(p => p.Amount.Amount), taken.Value.Payments.Count, rest?.Amount.Amount ?? 0);
        });
}
