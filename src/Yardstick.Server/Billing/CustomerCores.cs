using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Billing;

/// <summary>Cores that were charged to customers: on which invoice, and those that will never come.</summary>
public static class CustomerCores
{
    /// <summary>Where a core charge stands.</summary>
    /// <param name="InvoiceId">The invoice.</param>
    /// <param name="Job">Id of the job within it.</param>
    /// <param name="Line">Place of the line, from 0.</param>
    public sealed record CoreOnInvoice(long InvoiceId, string Job, int Line);

    /// <summary>Why a core will never come.</summary>
    public sealed record CustomerCoreRequest(string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/orders/{id:long}/lines/{lineId:long}/core-invoice", HandleAsync)
            .Asks(Permission.SeeOrders)
            .Produces<CoreOnInvoice>()
            .ProducesProblem(404);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/core/give-up", GiveUp)
            .Asks(Permission.CorrectStock)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
        api.MapPost("/orders/{id:long}/lines/{lineId:long}/core/expect", Expect)
            .Asks(Permission.CorrectStock)
            .Produces<RecordChanged>()
            .ProducesProblem(422);
    }

    private static async Task<IResult> HandleAsync(long id, long lineId, ShopDb db)
    {
        var found = await FindAsync(db, await db.ReadOrderAsync(id), lineId);
        return found.Problem is { } problem
            ? Problems.Of(problem)
            : Results.Ok(new CoreOnInvoice(found.Value.Account.Invoice.Id, found.Value.Job, found.Value.At));
    }

    private sealed record Charged(InvoiceAccount Account, PartLine Line, string Job, int At);

    private static async Task<Result<Charged>> FindAsync(ShopDb db, Order? order, long lineId)
    {
        if (order?.OnJobs.FirstOrDefault(j => j.OnLines.Any(l => l.Id == lineId)) is not { } job)
            return Gone.JobOfOrder;
        var lines = OrderPricing.PricedLines(job).ToList();
        var (key, at) = (OrderPricing.JobKey(job), lines.FindIndex(l => l.Id == lineId));
        var invoices = await db
            .Invoices.Where(i => i.OrderId == order.Id && i.Kind == InvoiceKind.Invoice)
            .OrderByDescending(i => i.Id)
            .ToListAsync();
        foreach (var invoice in invoices.Where(i => i.Case().Jobs.Any(j => j.Id == key)))
        {
            var account = (await db.AccountAsync(invoice.Id)).Value;
            if (lines[at] is PartLine part && account.Figures().CoresLeft(key, at) > 0)
                return new Charged(account, part, key, at);
        }
        return Gone.Invoice;
    }

    private static Task<IResult> GiveUp(long id, long lineId, CustomerCoreRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var found = await FindAsync(work.Db, await work.Db.LoadOrderAsync(id), lineId);
            if (found.Problem is { } gone)
                return gone;
            var (account, line, job, at) = found.Value;
            var given = GivenUpCore.Of(account, job, at, line, request.Reason, work.Actor);
            if (given.Problem is { } problem)
                return problem;
            work.Db.GivenUpCores.Add(given.Value);
            return await work.Db.BookAsync(work.Actor, () => SalePostings.Of(given.Value, account.Invoice)) is { } locked
                ? locked
                : new RecordChanged(given.Value.Id, 1);
        });

    private static Task<IResult> Expect(long id, long lineId, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var found = await FindAsync(work.Db, await work.Db.LoadOrderAsync(id), lineId);
            if (found.Problem is { } gone)
                return gone;
            var taken = await TakeBackAsync(work, found.Value.Account.Invoice, found.Value.Line, "expected again");
            return taken.Problem is { } problem ? problem : new RecordChanged(lineId, 1);
        });

    /// <summary>
    /// Takes back that a line's cores were given up: they come after all, or their charge is credited. Refuses with
    /// <c>core.notGivenUp</c>.
    /// </summary>
    /// <param name="work">The change.</param>
    /// <param name="invoice">The invoice.</param>
    /// <param name="line">The part on its order, to be changed.</param>
    /// <param name="reason">Why.</param>
    internal static async Task<Result<bool>> TakeBackAsync(CommandContext work, Invoice invoice, PartLine line, string reason)
    {
        var standing = await work.Db.GivenUpCores.Where(c => c.LineId == line.Id && c.InvoiceId == invoice.Id).ToListAsync();
        if (line.CoresGivenUp <= Quantity.Zero || standing.Count == 0)
            return new Problem("core.notGivenUp", "No core of this part was given up. Look at the list again.");
        var back = GivenUpCore.TakeBack(standing, line, reason, work.Actor);
        work.Db.GivenUpCores.Add(back);
        return await work.Db.BookAsync(work.Actor, () => SalePostings.Of(back, invoice)) is { } locked ? locked : true;
    }
}
