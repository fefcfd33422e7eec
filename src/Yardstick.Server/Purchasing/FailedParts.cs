using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>The parts of work that did not hold, as they came from their suppliers, and what became of those that went back.</summary>
public static class FailedParts
{
    /// <summary>A part that was built in with the work that came back.</summary>
    /// <param name="ReceiptLineId">The receipt with which it came.</param>
    /// <param name="Description">What it is.</param>
    /// <param name="PartNumber">Its number.</param>
    /// <param name="Supplier">Who sold it.</param>
    /// <param name="Left">Units that did not go back yet.</param>
    /// <param name="ReturnNumber">The return that it is on; null for none.</param>
    /// <param name="ReturnState">Where that is, in words.</param>
    /// <param name="Credited">What the supplier gave back for that return; null before.</param>
    public sealed record FailedPart(
        long ReceiptLineId,
        string Description,
        string PartNumber,
        string Supplier,
        decimal Left,
        long? ReturnNumber,
        string ReturnState,
        decimal? Credited
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/jobs/{jobId:long}/failed-parts", ListAsync)
            .Asks(Permission.SeeParts)
            .Produces<IReadOnlyList<FailedPart>>();

    private static async Task<IResult> ListAsync(long id, long jobId, ShopDb db)
    {
        var original = await db.Jobs.Where(j => j.Id == jobId && j.OrderId == id).Select(j => j.ComebackOfId).FirstOrDefaultAsync();
        var orderId = await db.Jobs.Where(j => j.Id == original).Select(j => (long?)j.OrderId).FirstOrDefaultAsync();
        var lineIds = await db.Lines.OfType<PartLine>().Where(l => l.JobId == original).Select(l => l.Id).ToListAsync();
        var came = (
            await db
                .ReceiptLines.AsNoTracking()
                .Where(l => l.OrderId == orderId && l.LineId != null && lineIds.Contains(l.LineId.Value))
                .Join(db.Receipts, l => l.ReceiptId, r => r.Id, (l, r) => new { Line = l, r.SupplierId })
                .ToListAsync()
        )
            .OrderBy(x => x.Line.Id)
            .ToList();
        var ids = came.ConvertAll(x => x.Line.Id);
        var supplierIds = came.Select(x => x.SupplierId).Distinct().ToList();
        var suppliers = await db.Suppliers.Where(s => supplierIds.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.Name);
        var gone = await db.GoneBackAsync(ids);
        var returns = (
            await db
                .PartReturns.AsNoTracking()
                .Include(r => r.Lines)
                .Where(r =>
                    r.State != PartReturnState.Dropped
                    && db.PartReturnLines.Where(l => ids.Contains(l.ReceiptLineId)).Select(l => l.PartReturnId).Contains(r.Id)
                )
                .ToListAsync()
        )
            .SelectMany(r => r.Lines.Where(l => l.Reason != PartReturnReason.Core).Select(l => (l.ReceiptLineId, Return: r)))
            .ToLookup(x => x.ReceiptLineId, x => x.Return);
        return Results.Ok(
            came.ConvertAll(x =>
            {
                var last = returns[x.Line.Id].MaxBy(r => r.Id);
                return new FailedPart(
                    x.Line.Id,
                    x.Line.Description,
                    x.Line.PartNumber,
                    suppliers[x.SupplierId],
                    (x.Line.Quantity - gone.GetValueOrDefault(x.Line.Id)).Value,
                    last?.Number,
                    last is null ? "" : PartReturn.StateName(last.State),
                    last?.Credited?.Amount
                );
            })
        );
    }
}
