using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Billing;
using Yardstick.Data.FollowUp;
using Yardstick.Server.Changes;
using Yardstick.Server.FollowUp;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Closes an order: names what is in the way, or posts an invoice for each payer that never changes.</summary>
public static class PostInvoice
{
    /// <summary>Posted invoices, the customer's first.</summary>
    public sealed record InvoicePosted(long InvoiceId, long Number, IReadOnlyList<long> Others) : OrderAnswer;

    /// <summary>How it is posted.</summary>
    /// <param name="AboveLimit">An account goes above its limit knowingly; needs the right.</param>
    /// <param name="NextWork">Keys of what comes next, for the invoice's last part; null for all of it.</param>
    /// <param name="Services">Services of the maker's schedule that are told too, and become reminders.</param>
    public sealed record PostInvoiceRequest(
        bool AboveLimit = false,
        IReadOnlyList<string>? NextWork = null,
        IReadOnlyList<ReminderInput>? Services = null
    );

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/obstacles", NameAsync)
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<ClosingBlocker>>()
            .ProducesProblem(404);
        api.MapGet("/orders/{id:long}/next-work", NextAsync)
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<NextWork>>()
            .ProducesProblem(404);
        api.MapPost("/orders/{id:long}/invoice", Handle).Asks(Permission.PostInvoices).Produces<InvoicePosted>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/finish-jobs", FinishJobs).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/stop-clocks", StopClocks).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> NameAsync(long id, ShopDb db)
    {
        if (await db.LoadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        return Results.Ok(await ObstaclesAsync(db, order));
    }

    private static async Task<IResult> NextAsync(long id, ShopDb db, TimeProvider time) =>
        await db.LoadOrderAsync(id) is { } order
            ? Results.Ok(await db.NextWorkAsync(order, await db.Shops.SingleAsync(), time.Now()))
            : Problems.Of(Gone.Order);

    /// <summary>What was chosen of it goes onto the invoice; advice on it is the customer's to read, services become reminders.</summary>
    private static async Task<Result<IReadOnlyList<NextWork>>> ChosenAsync(OrderCommandContext under, PostInvoiceRequest? request)
    {
        var (db, actor) = (under.Command.Db, under.Command.Actor);
        var services = request?.Services ?? [];
        if (await Reminders.KeepAsync(db, under, services) is { } refused)
            return refused;
        List<NextWork> chosen =
        [
            .. (await db.NextWorkAsync(under.Order, under.Shop, actor.At)).Where(n =>
                request?.NextWork is not { } keys || keys.Contains(n.Key) || services.Any(s => s.Title?.Trim() == n.Text)
            ),
        ];
        foreach (var finding in await db.Findings.Where(f => f.OrderId == under.Order.Id && f.ReleasedAt == null).ToListAsync())
        {
            if (chosen.Exists(n => n.Key == NextWorks.KeyOf(finding)))
                finding.Decide(show: true, "", actor);
        }
        return chosen;
    }

    private static async Task<IReadOnlyList<ClosingBlocker>> ObstaclesAsync(ShopDb db, Order order)
    {
        var policy = await Policies.PolicyAsync(db, order.PolicyVersionId);
        var purchases = await db.PurchasesFor(order.Id).ToListAsync();
        var onTheClock = await db
            .TimeEntries.Where(t => t.OrderId == order.Id && t.End == null)
            .Join(db.Staff, t => t.StaffId, s => s.Id, (t, s) => s.Name)
            .ToListAsync();
        var sublets = await db.SubletWork.Where(s => s.OrderId == order.Id).ToListAsync();
        var customer = order.CustomerId is { } id ? await db.Customers.FindAsync(id) : null;
        return ClosingBlockers.Of(order, customer, policy, purchases, sublets, onTheClock);
    }

    private static Task<IResult> FinishJobs(long id, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, async under =>
        {
            foreach (var job in under.Order.ApprovedJobs.ToList())
            {
                if (under.Order.FinishJob(job.Id, under.Policy, under.Command.Actor, under.Shop.ChecksWork).Problem is { } problem)
                    return problem;
            }
            // Nobody is on the clock of finished work.
            await StopAsync(under);
            return new Changed(under.Order.Version, id, under.Order.Version);
        });

    private static Task<IResult> StopClocks(long id, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, async under =>
        {
            await StopAsync(under);
            return new Changed(under.Order.Version, id, under.Order.Version);
        });

    private static async Task StopAsync(OrderCommandContext under)
    {
        var (db, actor) = (under.Command.Db, under.Command.Actor);
        foreach (var running in await db.TimeEntries.Where(t => t.OrderId == under.Order.Id && t.End == null).ToListAsync())
            running.Stop(actor.At);
    }

    private static Task<IResult> Handle(long id, PostInvoiceRequest? request, CommandRunner commands) =>
        commands.OnOrderAsync<InvoicePosted>(id, async under =>
        {
            var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
            if (Invoice.MayPost(order, await ObstaclesAsync(db, order)).Problem is { } blocked)
                return blocked;
            var payers = PayerInvoice.Of(order, under.Customer, under.Policy, under.Today);
            foreach (var payer in payers.Where(p => p.Account?.CreditLimit is not null))
            {
                if (
                    AccountLimit.May(payer, await OwedAsync(db, payer.Account!.Id), request?.AboveLimit == true, actor).Problem is { } above
                )
                    return above;
            }
            var next = await ChosenAsync(under, request);
            if (next.Problem is { } unkept)
                return unkept;
            var costs = await IssueAsync(db, order, actor);
            var invoices = new List<Invoice>();
            foreach (var payer in payers)
            {
                var number = await db.NextNumberAsync(Counter.Invoices);
                var document = InvoiceDocuments.Of(
                    order,
                    await db.PartiesAsync(order),
                    under.Shop,
                    payer,
                    payers,
                    next.Value,
                    number,
                    under.LocalNow
                );
                var cost = new Money(payer.Jobs.Sum(job => costs.GetValueOrDefault(job).Cents));
                invoices.Add(
                    Invoice.Post(order, number, payer, JsonSerializer.Serialize(document, DocumentMaker.Json), cost, under.Today, actor)
                );
            }
            db.Invoices.AddRange(invoices);
            order.Post(actor);
            if (order.VehicleId is { } vehicleId)
                WarrantyVisit.Keep(order, await db.UseOfAsync(vehicleId, under.Shop, actor.At));
            await Reminders.ResetAsync(db, order, under.Today);
            if (await db.BookAsync(actor, () => Entries(invoices, order.CustomerId)) is { } locked)
                return locked;
            if (await ApplyDepositsAsync(db, order, invoices[0], actor) is { } refused)
                return refused;
            return new InvoicePosted(invoices[0].Id, invoices[0].Number, [.. invoices.Skip(1).Select(i => i.Id)]);
        });

    internal static IEnumerable<JournalDraft> Entries(IEnumerable<Invoice> invoices, long? customerId) =>
        invoices.SelectMany(i =>
            i.Payer == Payer.Account && i.Deductible.Cents != 0
                ? new[] { SalePostings.Of(i), SalePostings.Deductible(i, customerId) }
                : [SalePostings.Of(i)]
        );

    /// <summary>What an account owes: its open balances less its deposits.</summary>
    private static async Task<Money> OwedAsync(ShopDb db, long customerId)
    {
        var records = await db.AccountRecordsAsync(customerId);
        var invoices = await db.OpenStanding(db.Invoices.Where(i => records.Contains(i.CustomerId!.Value))).ToListAsync();
        var deposits = await db.OpenDepositsAsync(db.Deposits.Where(d => records.Contains(d.CustomerId)));
        return new Money(invoices.Sum(i => i.Balance.Cents) - deposits.Sum(d => d.Left.Cents));
    }

    /// <summary>The order's own deposits are applied to the customer's invoice, the oldest first.</summary>
    private static async Task<Problem?> ApplyDepositsAsync(ShopDb db, Order order, Invoice invoice, Actor actor)
    {
        if (invoice.Payer != Payer.Customer)
            return null;
        foreach (var deposit in await db.OpenDepositsAsync(db.Deposits.Where(d => d.OrderId == order.Id)))
        {
            var account = (await db.AccountAsync(invoice.Id)).Value;
            if (account.Apply(deposit, actor) is not { Ok: true } applied)
                continue;
            db.Payments.Add(applied.Value);
            if (await db.BookAsync(actor, () => SalePostings.Of(applied.Value)) is { } locked)
                return locked;
        }
        return null;
    }

    /// <summary>What was kept for the order leaves the shelf; what came for it is sold. Costs by the key of the job.</summary>
    private static async Task<Dictionary<string, Money>> IssueAsync(ShopDb db, Order order, Actor actor)
    {
        var moved = await db.MoveStockAsync(order, back: false, actor);
        return order.ApprovedJobs.ToDictionary(OrderPricing.JobKey, job => new Money(
            job.OnLines.OfType<PartLine>().Where(l => !l.IsExcluded).Sum(l => l.ReceivedValue.Cents)
                - moved.Where(m => job.Lines.Exists(l => l.Id == m.LineId)).Sum(m => m.ValueChange.Cents)
        ));
    }

    /// <summary>Takes what an order got from the shelf out of stock, or puts it back.</summary>
    internal static async Task<IReadOnlyList<StockMovement>> MoveStockAsync(this ShopDb db, Order order, bool back, Actor actor)
    {
        var ids = order.ApprovedJobs.SelectMany(j => j.OnLines).OfType<PartLine>().Select(l => l.PartId).ToList();
        var moved = StockIssue.Of(order, await db.Parts.Where(p => ids.Contains(p.Id)).ToDictionaryAsync(p => p.Id), back, actor);
        db.StockMovements.AddRange(moved);
        return moved;
    }
}
