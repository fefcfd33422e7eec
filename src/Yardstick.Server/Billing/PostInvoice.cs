using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Documents;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Closes an order: names what is in the way, or posts an invoice that never changes.</summary>
public static class PostInvoice
{
    /// <summary>A posted invoice.</summary>
    public sealed record InvoicePosted(long InvoiceId, long Number) : OrderAnswer;

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/obstacles", NameAsync)
            .Asks(Permission.SeeOrders)
            .Produces<IReadOnlyList<ClosingBlocker>>()
            .ProducesProblem(404);
        api.MapPost("/orders/{id:long}/invoice", Handle).Asks(Permission.PostInvoices).Produces<InvoicePosted>().ProducesProblem(422);
        api.MapPost("/orders/{id:long}/finish-jobs", FinishJobs).Asks(Permission.EditOrders).Produces<Changed>().ProducesProblem(422);
    }

    private static async Task<IResult> NameAsync(long id, ShopDb db)
    {
        if (await db.LoadOrderAsync(id) is not { } order)
            return Problems.Of(Gone.Order);
        return Results.Ok(await ObstaclesAsync(db, order));
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
        return ClosingBlockers.Of(order, policy, purchases, sublets, onTheClock);
    }

    private static Task<IResult> FinishJobs(long id, CommandRunner commands) => commands.OnOrderAsync<Changed>(id, async under =>
        {
            foreach (var job in under.Order.ApprovedJobs.ToList())
            {
                if (under.Order.FinishJob(job.Id, under.Policy, under.Command.Actor, under.Shop.ChecksWork).Problem is { } problem)
                    return problem;
            }
            // Nobody is on the clock of finished work.
            foreach (var running in await under.Command.Db.TimeEntries.Where(t => t.OrderId == id && t.End == null).ToListAsync())
                running.Stop(under.Command.Actor.At);
            return new Changed(under.Order.Version, id, under.Order.Version);
        });

    private static Task<IResult> Handle(long id, CommandRunner commands) => commands.OnOrderAsync<InvoicePosted>(id, async under =>
        {
            var (db, order, actor) = (under.Command.Db, under.Order, under.Command.Actor);
            if (Invoice.MayPost(order, await ObstaclesAsync(db, order)).Problem is { } blocked)
                return blocked;

            var pricing = OrderPricing.CaseOf(order, under.Customer, under.Policy, JobSelection.ApprovedOnly, under.Today);
            var result = OrderPricer.Price(pricing);
            var number = await db.NextNumberAsync(Counter.Invoices);
            var document = DocumentMaker.OfOrder(
                order,
                await db.PartiesAsync(order),
                under.Shop,
                result,
                DocumentKind.Invoice,
                number,
                under.LocalNow
            );
            var invoice = Invoice.Post(order, number, pricing, result, JsonSerializer.Serialize(document, DocumentMaker.Json), actor);
            db.Invoices.Add(invoice);
            await IssueStockAsync(db, order, actor, back: false);
            order.Post(actor);
            await FollowUp.Reminders.ResetAsync(db, order, under.Today);
            await db.SaveChangesAsync();
            return new InvoicePosted(invoice.Id, number);
        });

    /// <summary>What was kept for the order leaves the shelf; with a reversal it comes back.</summary>
    internal static async Task IssueStockAsync(ShopDb db, Order order, Actor actor, bool back)
    {
        var ids = order.ApprovedJobs.SelectMany(j => j.OnLines).OfType<PartLine>().Select(l => l.PartId).ToList();
        db.StockMovements.AddRange(
            StockIssue.Of(order, await db.Parts.Where(p => ids.Contains(p.Id)).ToDictionaryAsync(p => p.Id), back, actor)
        );
    }
}
