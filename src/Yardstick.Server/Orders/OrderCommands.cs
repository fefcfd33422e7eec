using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Customers;
using Yardstick.Core.Documents;
using Yardstick.Core.Inspections;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Pricing;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Changes on orders: load, change by the order's own methods, price, keep, tell.</summary>
public static class OrderCommands
{
    /// <summary>Loads an order to be looked at, with everything that its rules need.</summary>
    public static Task<Order?> ReadOrderAsync(this ShopDb db, long id) =>
        WithAll(db.Orders.AsNoTrackingWithIdentityResolution()).FirstOrDefaultAsync(o => o.Id == id);

    /// <summary>Loads an order to be changed, with everything that its rules need.</summary>
    public static Task<Order?> LoadOrderAsync(this ShopDb db, long id) => WithAll(db.Orders).FirstOrDefaultAsync(o => o.Id == id);

    /// <summary>Loads the open orders of a customer to be changed, all of them at once.</summary>
    internal static Task<List<Order>> LoadOpenOrdersAsync(this ShopDb db, long customerId) =>
        WithAll(db.Orders).Where(o => o.CustomerId == customerId && o.State == OrderState.Open).OrderBy(o => o.Id).ToListAsync();

    private static IQueryable<Order> WithAll(IQueryable<Order> orders) =>
        orders
            .Include(o => o.Concerns)
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Lines)
            .Include(o => o.Jobs)
                .ThenInclude(j => j.Companions)
            .Include(o => o.Decisions)
            .Include(o => o.CeilingExceptions)
            .Include(o => o.Discounts)
            .Include(o => o.Payers)
                .ThenInclude(p => p.Account)
                    .ThenInclude(c => c.Rates)
            .AsSplitQuery();

    /// <summary>Runs a change on an order and answers with what it did to the sheet, where the screen shows one.</summary>
    public static Task<IResult> OnOrderAsync<T>(this CommandRunner commands, long id, Func<OrderCommandContext, Task<Result<T>>> change)
        where T : OrderAnswer
    {
        OrderCommandContext? kept = null;
        return commands.RunAsync<T>(
            work => work.OnOrderAsync<T>(id, under => change(kept = under)),
            async (http, answer) => await SheetAfterAsync(http, id, kept) is { } sheet ? (T)(answer with { Sheet = sheet }) : answer
        );
    }

    /// <summary>What a change did to the sheet of whoever made it; null where no sheet is shown.</summary>
    private static async Task<SheetUpdate?> SheetAfterAsync(HttpContext http, long id, OrderCommandContext? kept)
    {
        if (!http.Request.Headers.TryGetValue(SheetParts.HasHeader, out var has) || !http.User.May(Permission.SeeOrders))
            return null;
        var sheets = http.RequestServices.GetRequiredService<SheetReader>();
        var margins = http.User.May(Permission.SeeMargin);
        // What the change left in memory is what was kept; a repeat has to be read, and so has an order that is somebody else's now.
        return kept is null || kept.Customer?.Id != kept.Order.CustomerId
            ? await sheets.ReadAsync(id, margins, has.ToString())
            : await sheets.ReadAsync(
                new PricedOrder(kept.Order, kept.Customer, kept.Policy, kept.Shop, kept.PricingDay),
                margins,
                has.ToString()
            );
    }

    /// <summary>Changes an order within a command: afterwards it is priced anew and saved.</summary>
    public static async Task<Result<T>> OnOrderAsync<T>(
        this CommandContext work,
        long id,
        Func<OrderCommandContext, Task<Result<T>>> change
    )
    {
        var db = work.Db;
        if (await db.LoadOrderAsync(id) is not { } order)
            return Gone.Order;
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var policy = await db.PolicyAsync(order.PolicyVersionId);
        var shop = await db.Shops.SingleAsync();
        return await work.CarryOutAsync(new OrderCommandContext(work, order, shop) { Customer = customer, Policy = policy }, change);
    }

    /// <summary>Changes an order that was loaded: afterwards it is priced anew and saved.</summary>
    internal static async Task<Result<T>> CarryOutAsync<T>(
        this CommandContext work,
        OrderCommandContext under,
        Func<OrderCommandContext, Task<Result<T>>> change
    )
    {
        var (db, order) = (work.Db, under.Order);
        var (before, jobs, approved) = (order.Version, order.Jobs.Count, order.ApprovedJobs.Count());
        var (here, wash) = (order.OnPremises, order.WashingWanted);
        try
        {
            var result = await change(under);
            if (!result.Ok)
                return result;
            if (order.Version != before)
                await SettleAsync(under);
            under.AfterSettling?.Invoke();
            if (
                order.Jobs.Count != jobs
                || order.ApprovedJobs.Count() != approved
                || order.OnPremises != here
                || order.WashingWanted != wash
            )
                foreach (var follower in work.Services?.GetServices<IOrderFollower>() ?? [])
                    await follower.FollowAsync(db, order, work.Actor);
            // Kept with the command itself.
            db.AddRecord(order);
            return result;
        }
        catch (CaseException bad)
        {
            return OrderPricing.Unpriceable($"This repair order can't be priced: {bad.Message} Undo the last change and try again.");
        }
    }

    /// <summary>Prices a changed order, saves it, and keeps stock for what is approved on it.</summary>
    internal static async Task SettleAsync(OrderCommandContext under)
    {
        var (db, order) = (under.Command.Db, under.Order);
        if (order.State == OrderState.Open)
            OrderPricing.Refresh(order, under.Customer, under.Policy, under.Today);
        // An edit of what has its key is saved with the command: looking for changes in a long order takes longer than anything else here.
        if (order.Id == 0 || order.Changes.Any(c => c.AwaitsKey) || db.HoldsPurchases())
            await db.SaveChangesAsync();
        var partIds = order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().Select(l => l.PartId).OfType<long>().Distinct().ToList();
        if (partIds.Count == 0)
            return;
        var parts = await db.Parts.Where(p => partIds.Contains(p.Id)).ToDictionaryAsync(p => p.Id);
        var lineIds = order.Jobs.SelectMany(j => j.Lines).OfType<PartLine>().Select(l => l.Id).ToList();
        var before = parts.Values.ToDictionary(p => p.Id, p => p.Reserved);
        Reservation.Settle(order, parts, await db.ComingAsync(lineIds));
        // What this order lets go of is for the one that waits longest.
        await db.GiveOutAsync(parts.Values.Where(p => p.Reserved < before[p.Id]));
    }

    /// <summary>Writes down what changed, once everything that was added has its key.</summary>
    public static void AddRecord(this ShopDb db, Order order)
    {
        foreach (var change in order.Changes)
        {
            change.Keyed(order.Id);
            db.OrderChanges.Add(change);
        }
        order.Changes.Clear();
    }

    /// <summary>
    /// Whether somebody else changed the same field after the version that the client saw. Edits of other fields merge.
    /// </summary>
    public static async Task<Problem?> ClashAsync(
        this OrderCommandContext under,
        string target,
        long id,
        string field,
        int seen,
        string? wanted
    )
    {
        var db = under.Command.Db;
        var latest = await db
            .OrderChanges.Where(c =>
                c.OrderId == under.Order.Id
                && c.Target == target
                && c.TargetId == id
                && c.Field == field
                && c.Version > seen
                && c.ClientId != under.Command.Actor.ClientId
            )
            .OrderByDescending(c => c.Version)
            .FirstOrDefaultAsync();
        if (latest is null || latest.New == wanted)
            return null;
        var who = await db.Staff.Where(s => s.Id == latest.ById).Select(s => s.Name).FirstOrDefaultAsync() ?? "Somebody";
        var at = under.Shop.Local(latest.At);
        return Clash.OfEdit(StaffMember.ShortNameOf(who), latest.New, at, field);
    }

    /// <summary>
    /// Whether somebody else changed anything of it after the version that the client saw: what came with it can then not be undone.
    /// </summary>
    public static async Task<Problem?> TouchedByOthersAsync(this OrderCommandContext under, string target, long id, int seen)
    {
        var db = under.Command.Db;
        var latest = await db
            .OrderChanges.Where(c =>
                c.OrderId == under.Order.Id
                && c.Target == target
                && c.TargetId == id
                && c.Version > seen
                && c.ClientId != under.Command.Actor.ClientId
            )
            .OrderByDescending(c => c.Version)
            .FirstOrDefaultAsync();
        if (latest is null)
            return null;
        var who = await db.Staff.Where(s => s.Id == latest.ById).Select(s => s.Name).FirstOrDefaultAsync() ?? "Somebody";
        return Clash.OfUndo(StaffMember.ShortNameOf(who), under.Shop.Local(latest.At));
    }

    /// <summary>Who and what a document of an order is about.</summary>
    internal static async Task<DocumentParties> PartiesAsync(this ShopDb db, Order order)
    {
        var customer = order.CustomerId is { } customerId
            ? await db.Customers.Include(c => c.Phones).SingleAsync(c => c.Id == customerId)
            : null;
        var vehicle = order.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        return new DocumentParties(customer, vehicle, (await db.Staff.FindAsync(order.WriterId))?.ShortName ?? "");
    }

    /// <summary>What of an order goes out only when somebody looked at it: findings, and files on its lines.</summary>
    internal static async Task<(List<Finding> Findings, List<AttachedFile> Files)> ToReleaseAsync(this ShopDb db, Order order)
    {
        var lines = order.OnJobs.SelectMany(j => j.OnLines).Select(l => l.Id).ToList();
        return (
            await db.Findings.Where(f => f.OrderId == order.Id).OrderBy(f => f.Id).ToListAsync(),
            await db
                .Files.Where(f => f.Kind == RecordKind.Line && f.RemovedAt == null && lines.Contains(f.TargetId))
                .OrderBy(f => f.Id)
                .ToListAsync()
        );
    }
}
