using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Billing;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Live;
using Yardstick.Server.Orders;
using Yardstick.Server.Purchasing;

namespace Yardstick.Server.Billing;

/// <summary>What becomes of parts and cores that are credited: onto the shelf, to their suppliers, or as it was.</summary>
internal static class CreditedParts
{
    /// <summary>Parts that come back to the shelf, at what they cost the invoice.</summary>
    internal static async Task<Result<CostsBack>> ToShelfAsync(
        CommandContext work,
        InvoiceAccount account,
        IReadOnlyList<CreditPick>? picks,
        IReadOnlyList<CreditPick> wanted
    )
    {
        if (wanted.Count == 0)
            return CostsBack.None;
        var order = (await work.Db.ReadOrderAsync(account.Invoice.OrderId))!;
        var value = Money.Zero;
        foreach (var (found, units) in LinesOf(order, account, picks, wanted))
        {
            if (found is not { } line)
                return new Problem("credit.noPart", "Only parts can come back to stock.", "lines");
            if (units <= Quantity.Zero)
                continue;
            var part = await EndOrder.StockedAsync(work.Db, line.PartId, line.Number, () => Core.Catalog.Part.Of(line));
            if (part.Problem is { } nameless)
                return nameless;
            var source = new StockSource(MovementDocument.Order, order.Id, line.Id);
            var movement = part.Value.Receive(StockMovementKind.Return, units, await CostAsync(work.Db, line), source, work.Actor);
            work.Db.StockMovements.Add(movement);
            value += movement.ValueChange;
        }
        return new CostsBack(value, Money.Zero);
    }

    /// <summary>Parts that lie on the shelf by now go to the suppliers that they came from: a return for each, by its number.</summary>
    internal static async Task<Result<List<long>>> ToSuppliersAsync(
        CommandContext work,
        InvoiceAccount before,
        IReadOnlyList<CreditPick>? picks,
        IReadOnlyList<CreditPick> wanted,
        string reason,
        SupplierRounds rounds
    )
    {
        var db = work.Db;
        await db.SaveChangesAsync();
        var order = (await db.ReadOrderAsync(before.Invoice.OrderId))!;
        var came = await db
            .ReceiptLines.Where(l => l.OrderId == order.Id && l.LineId != null)
            .Join(db.Receipts, l => l.ReceiptId, r => r.Id, (l, r) => new { Line = l, r.SupplierId })
            .ToListAsync();
        var gone = await db.GoneBackAsync(came.ConvertAll(c => c.Line.Id));
        var going = new List<SentBack>();
        foreach (var (line, units) in LinesOf(order, before, picks, wanted))
        {
            var left = came.Where(c => c.Line.LineId == line!.Id)
                .Select(c => (c.Line, c.Line.Quantity - gone.GetValueOrDefault(c.Line.Id)));
            if (SentBack.Share(units, left) is not { } shares)
                return new Problem(
                    "credit.noSupplier",
                    $"\"{line!.Description}\" did not come from a supplier for this order. Put it back to stock.",
                    "lines"
                );
            going.AddRange(shares);
        }
        var suppliers = came.ToDictionary(c => c.Line.Id, c => c.SupplierId);
        var numbers = new List<long>();
        foreach (var group in going.GroupBy(g => suppliers[g.Line.Id]).OrderBy(g => g.Key))
        {
            var lines = group.Select(g => new PartReturns.ReturnLineRequest(g.Line.Id, g.Units.ToString(), PartReturnReason.Spare));
            var made = await PartReturns.WriteAsync(work, new([.. lines], reason), rounds);
            if (made.Problem is { } problem)
                return problem;
            numbers.Add(made.Value.Number);
        }
        return numbers;
    }

    /// <summary>Parts and units that are meant, each line once; null for what is no part.</summary>
    private static IEnumerable<(PartLine? Line, Quantity Units)> LinesOf(
        Order order,
        InvoiceAccount account,
        IReadOnlyList<CreditPick>? picks,
        IReadOnlyList<CreditPick> wanted
    )
    {
        var figures = account.Figures();
        foreach (var same in wanted.GroupBy(w => (w.Job, w.Line)))
        {
            var job = order.OnJobs.FirstOrDefault(j => OrderPricing.JobKey(j) == same.Key.Job);
            var line = job is null ? null : OrderPricing.PricedLines(job).ElementAtOrDefault(same.Key.Line) as PartLine;
            var others = (picks ?? []).Where(p => !p.IsCore && (p.Job, p.Line) == same.Key && !wanted.Any(w => ReferenceEquals(w, p)));
            // All that is left is what other picks of the line leave.
            var units = same.Any(w => w.Quantity is null)
                ? (figures.QuantityLeft(same.Key.Job, same.Key.Line) ?? 0) - others.Sum(p => p.Quantity ?? 0)
                : same.Sum(w => w.Quantity!.Value);
            yield return (line, Quantity.Of(units));
        }
    }

    /// <summary>The order's lines know which core charges stand, and which old parts are here.</summary>
    internal static async Task<Problem?> CoresAsync(
        CommandContext work,
        InvoiceAccount before,
        InvoiceAccount after,
        IReadOnlyList<CreditPick>? picks,
        bool isOpenedAgain
    )
    {
        var order = (await work.Db.LoadOrderAsync(before.Invoice.OrderId))!;
        var (earlier, figures) = (before.Figures(), after.Figures());
        foreach (var job in order.OnJobs)
        {
            var key = OrderPricing.JobKey(job);
            foreach (var (at, line) in OrderPricing.PricedLines(job).Index())
            {
                var (left, was) = (Quantity.Of(figures.CoresLeft(key, at)), Quantity.Of(earlier.CoresLeft(key, at)));
                if (line is not PartLine part || left == was)
                    continue;
                // What nobody expected any more came, or is not owed any more.
                if (
                    part.CoresGivenUp > Quantity.Zero
                    && (await CustomerCores.TakeBackAsync(work, before.Invoice, part, "credited")).Problem is { } locked
                )
                    return locked;
                var isAlone = picks?.Any(p => p.IsCore && p.Job == key && p.Line == at) == true;
                if (!isOpenedAgain)
                    part.CreditCores(left, isAlone ? was - left : Quantity.Zero);
                work.Changed(TopicKind.Returns);
            }
        }
        return null;
    }

    private static async Task<UnitPrice> CostAsync(ShopDb db, PartLine line) =>
        line.ReceivedQuantity > Quantity.Zero
            ? UnitPrice.Rounded(line.ReceivedValue.Amount / line.ReceivedQuantity.Value)
            : await db
                .StockMovements.Where(m => m.LineId == line.Id && m.Kind == StockMovementKind.Issue)
                .OrderByDescending(m => m.Id)
                .Select(m => m.UnitCost)
                .FirstOrDefaultAsync();
}
