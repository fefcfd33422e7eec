using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>Parts and cores that go back to suppliers, from setting them aside to the credit.</summary>
public static class PartReturns
{
    /// <summary>Units that go back.</summary>
    /// <param name="ReceiptLineId">The receipt with which they came.</param>
    /// <param name="Quantity">Units as typed; empty for all of it.</param>
    /// <param name="Reason">Why.</param>
    public sealed record ReturnLineRequest(long ReceiptLineId, string? Quantity, PartReturnReason Reason);

    /// <summary>A new return, to one supplier.</summary>
    /// <param name="Lines">What goes back.</param>
    /// <param name="Note">What is the matter.</param>
    public sealed record PartReturnRequest(IReadOnlyList<ReturnLineRequest> Lines, string? Note);

    /// <summary>The supplier's authorization.</summary>
    public sealed record AuthorizeReturnRequest(string? Authorization);

    /// <summary>What the supplier gave back.</summary>
    /// <param name="Amount">How much, as typed; empty for all that was expected.</param>
    /// <param name="Memo">Number of their credit memo.</param>
    public sealed record CreditReturnRequest(string? Amount, string? Memo);

    /// <summary>The supplier will not take it.</summary>
    /// <param name="Why">What they said.</param>
    /// <param name="CameBack">It is here again and goes into stock.</param>
    public sealed record RefuseReturnRequest(string? Why, bool CameBack);

    /// <summary>The return afterwards.</summary>
    public sealed record PartReturnChanged(long Id, long Number, PartReturnState State);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/part-returns", Begin).Asks(Permission.OrderParts).Produces<PartReturnChanged>().ProducesProblem(422);
        api.MapPost("/part-returns/{id:long}/authorize", Authorize)
            .Asks(Permission.OrderParts)
            .Produces<PartReturnChanged>()
            .ProducesProblem(422);
        api.MapPost("/part-returns/{id:long}/ask", AskAsync).Asks(Permission.OrderParts).Produces<PartReturnChanged>().ProducesProblem(404);
        api.MapPost("/part-returns/{id:long}/send", Send).Asks(Permission.OrderParts).Produces<PartReturnChanged>().ProducesProblem(422);
        api.MapPost("/part-returns/{id:long}/credit", Credit)
            .Asks(Permission.OrderParts)
            .Produces<PartReturnChanged>()
            .ProducesProblem(422);
        api.MapPost("/part-returns/{id:long}/refuse", Refuse)
            .Asks(Permission.OrderParts)
            .Produces<PartReturnChanged>()
            .ProducesProblem(422);
        api.MapPost("/part-returns/{id:long}/drop", Drop).Asks(Permission.OrderParts).Produces<PartReturnChanged>().ProducesProblem(422);
    }

    private static Task<IResult> Begin(PartReturnRequest request, CommandRunner commands, SupplierRounds rounds) =>
        commands.RunAsync<PartReturnChanged>(async work =>
        {
            var made = await WriteAsync(work, request, rounds);
            return made.Problem is { } problem ? problem : Told(made.Value);
        });

    /// <summary>Writes a return within a change.</summary>
    internal static async Task<Result<PartReturn>> WriteAsync(CommandContext work, PartReturnRequest request, SupplierRounds rounds)
    {
        var db = work.Db;
        var asked = (request.Lines ?? []).DistinctBy(l => (l.ReceiptLineId, l.Reason == PartReturnReason.Core)).ToList();
        var ids = asked.ConvertAll(l => l.ReceiptLineId);
        var came = await db
            .ReceiptLines.Include(l => l.Core)
            .Where(l => ids.Contains(l.Id))
            .Join(db.Receipts, l => l.ReceiptId, r => r.Id, (l, r) => new { Line = l, r.SupplierId })
            .ToDictionaryAsync(x => x.Line.Id);
        if (came.Count != ids.Distinct().Count() || came.Count == 0)
            return new Problem("return.empty", "Choose at least one part that came.", "lines");
        if (came.Values.Select(x => x.SupplierId).Distinct().Count() > 1)
            return new Problem("return.suppliers", "These came from several suppliers. Write a return for each.", "lines");
        var supplierId = came.Values.First().SupplierId;
        var supplier = await db.Suppliers.SingleAsync(s => s.Id == supplierId);
        var begun = PartReturn.Begin(await db.NextNumberAsync(Counter.PartReturns), supplier, request.Note, work.Actor);
        if (begun.Problem is { } bad)
            return bad;
        var made = begun.Value;
        var gone = await db.GoneBackAsync(ids);
        var shelved = await db.ShelvedAsync([.. came.Values.Select(x => x.Line)]);
        foreach (var item in asked)
        {
            var line = came[item.ReceiptLineId].Line;
            var left =
                item.Reason == PartReturnReason.Core ? line.Core?.Left ?? Quantity.Zero : line.Quantity - gone.GetValueOrDefault(line.Id);
            var units = string.IsNullOrWhiteSpace(item.Quantity) ? left : Quantity.Parse(item.Quantity);
            if (units.Problem is { } unreadable)
                return unreadable;
            var shelf =
                item.Reason != PartReturnReason.Core
                && line.LineId is { } id
                && shelved.TryGetValue(id, out var there)
                && there.Units >= units.Value
                    ? there.PartId
                    : (long?)null;
            var added = made.Add(line, units.Value, item.Reason, left, shelf);
            if (added.Problem is { } refused)
                return refused;
            if (item.Reason == PartReturnReason.Core)
                line.Core!.Goes(units.Value);
            if (await LeaveAsync(work, made, line, added.Value) is { } problem)
                return problem;
        }
        db.PartReturns.Add(made);
        await db.SaveChangesAsync();
        work.AfterCommit(rounds.Wake);
        return made;
    }

    /// <summary>What came for an order leaves it; what lies in stock stays there until it is sent, and has to be available.</summary>
    private static async Task<Problem?> LeaveAsync(CommandContext work, PartReturn made, ReceiptLine line, PartReturnLine leaving)
    {
        var (units, reason) = (leaving.Quantity, leaving.Reason);
        if (reason == PartReturnReason.Core)
            return null;
        if (!leaving.FromStock && line is { OrderId: { } orderId, LineId: { } lineId })
        {
            var broken = reason is PartReturnReason.Defective or PartReturnReason.Warranty;
            var left = await work.OnOrderAsync<Money>(orderId, under =>
                Task.FromResult(under.Order.TakeBack(lineId, units, made.Number, broken, work.Actor))
            );
            if (left.Ok)
                leaving.Left(left.Value);
            return left.Problem;
        }
        var part = leaving.PartId is { } id ? await work.Db.Parts.FindAsync(id) : null;
        return part is not null && part.Free >= units ? null : Kept(line.Description);
    }

    private static Problem Kept(string description) =>
        new Problem("return.kept", $"\"{description}\" is sold or reserved by now: less is available than goes back.", "quantity");

    private static Task<IResult> Authorize(long id, AuthorizeReturnRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, (_, made) => Task.FromResult(made.Authorize(request.Authorization)));

    private static Task<IResult> Send(long id, CommandRunner commands, SupplierRounds rounds) =>
        ChangeAsync(id, commands, async (work, made) =>
        {
            work.AfterCommit(rounds.Wake);
            if (made.Send(work.Actor.At).Problem is { } problem)
                return problem;
            foreach (var line in made.Lines.Where(l => l.FromStock))
            {
                var part = (await work.Db.Parts.FindAsync(line.PartId))!;
                if (part.Free < line.Quantity)
                    return Kept(line.Description);
                var source = new StockSource(MovementDocument.PartReturn, made.Id);
                var movement = part.Move(StockMovementKind.SupplierReturn, -line.Quantity, source, work.Actor);
                work.Db.StockMovements.Add(movement);
                line.Left(-movement.ValueChange);
            }
            return new Result(await work.Db.BookAsync(work.Actor, () => PurchasePostings.Sent(made)));
        });

    private static async Task<IResult> AskAsync(long id, ReturnTalk talk, ShopDb db, CancellationToken cancel)
    {
        await talk.TalkAsync(id, cancel);
        return await db.PartReturns.FirstOrDefaultAsync(r => r.Id == id, cancel) is { } made
            ? Results.Ok(Told(made))
            : Problems.Of(Gone.PartReturn);
    }

    private static Task<IResult> Credit(long id, CreditReturnRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (work, made) =>
        {
            if (made.Credit(request.Amount, request.Memo, work.Actor.At).Problem is { } problem)
                return problem;
            await SupplierCredits.FollowAsync(work.Db, made, work.Actor.At);
            return new Result(await work.Db.BookAsync(work.Actor, () => PurchasePostings.Credited(made)));
        });

    private static Task<IResult> Refuse(long id, RefuseReturnRequest request, CommandRunner commands) =>
        ChangeAsync(id, commands, async (work, made) =>
        {
            var sent = made.State == PartReturnState.Sent;
            if (made.Refuse(request.Why, work.Actor.At).Problem is { } problem)
                return problem;
            var shelved = request.CameBack ? await IntoStockAsync(work, made, l => sent || !l.FromStock) : [];
            return new Result(await work.Db.BookAsync(work.Actor, () => PurchasePostings.Refused(made, sent, shelved)));
        });

    private static Task<IResult> Drop(long id, CommandRunner commands) => ChangeAsync(id, commands, async (work, made) =>
        {
            if (made.Drop(work.Actor.At).Problem is { } problem)
                return problem;
            foreach (var line in made.Lines.Where(l => l.Reason == PartReturnReason.Core))
                (await work.Db.OwedCores.SingleAsync(c => c.ReceiptLineId == line.ReceiptLineId)).Goes(-line.Quantity);
            var shelved = await IntoStockAsync(work, made, l => !l.FromStock);
            return new Result(await work.Db.BookAsync(work.Actor, () => PurchasePostings.Dropped(made, shelved)));
        });

    private static async Task<List<StockMovement>> IntoStockAsync(CommandContext work, PartReturn made, Func<PartReturnLine, bool> which)
    {
        var (stocked, shelved) = (new List<Core.Catalog.Part>(), new List<StockMovement>());
        foreach (var line in made.Lines.Where(l => l.Reason != PartReturnReason.Core && which(l)))
        {
            var part = await EndOrder.StockedAsync(work.Db, line.PartId, line.PartNumber, () =>
                Core.Catalog.Part.Of(line.PartNumber, line.Description).Value
            );
            if (!part.Ok)
                continue;
            var source = new StockSource(MovementDocument.PartReturn, made.Id);
            var movement = part.Value.Receive(StockMovementKind.Receipt, line.Quantity, line.UnitCredit, source, work.Actor);
            work.Db.StockMovements.Add(movement);
            shelved.Add(movement);
            stocked.Add(part.Value);
        }
        await work.Db.SaveChangesAsync();
        await work.Db.GiveOutAsync(stocked);
        return shelved;
    }

    private static Task<IResult> ChangeAsync(long id, CommandRunner commands, Func<CommandContext, PartReturn, Task<Result>> change) =>
        commands.RunAsync<PartReturnChanged>(async work =>
        {
            if (await work.Db.PartReturns.Include(r => r.Lines).FirstOrDefaultAsync(r => r.Id == id) is not { } made)
                return Gone.PartReturn;
            var changed = await change(work, made);
            return changed.Problem is { } problem ? problem : Told(made);
        });

    private static PartReturnChanged Told(PartReturn made) => new(made.Id, made.Number, made.State);
}
