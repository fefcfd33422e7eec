using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Outside;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Purchasing;

/// <summary>
/// Bills as UBL invoices: from a file, or fetched from the service of a supplier. Nothing is kept before somebody enters one.
/// </summary>
public static class ReadBills
{
    private const int LargestFile = 2_000_000;

    /// <summary>A line of a UBL invoice, matched to what came.</summary>
    /// <param name="PartNumber">The supplier's number.</param>
    /// <param name="Description">What it is.</param>
    /// <param name="Quantity">Units.</param>
    /// <param name="UnitCost">Cost each.</param>
    /// <param name="Core">Core charges on the line.</param>
    /// <param name="ReceivedCore">Core charges with which as many units were received.</param>
    /// <param name="ReceiptLineId">The receipt's line that it bills; null where nothing like it came.</param>
    public sealed record BillReadLine(
        string PartNumber,
        string Description,
        decimal Quantity,
        decimal UnitCost,
        decimal Core,
        decimal ReceivedCore,
        long? ReceiptLineId
    );

    /// <summary>What a UBL invoice says; nothing is kept yet.</summary>
    public sealed record BillRead(
        string Number,
        string SupplierName,
        long? SupplierId,
        LocalDate BilledOn,
        LocalDate? DueOn,
        decimal Freight,
        decimal Tax,
        IReadOnlyList<BillReadLine> Lines
    );

    /// <summary>A bill that a supplier's service has and that was not entered.</summary>
    public sealed record OfferedBillView(
        long SupplierId,
        string Supplier,
        string Number,
        LocalDate BilledOn,
        decimal Total,
        long PurchaseNumber
    );

    /// <summary>What suppliers' services have.</summary>
    /// <param name="Bills">Bills that were not entered, the oldest first.</param>
    /// <param name="Trouble">A sentence for each supplier that did not answer.</param>
    public sealed record OfferedBillsView(IReadOnlyList<OfferedBillView> Bills, IReadOnlyList<string> Trouble);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/supplier-bills/read", FileAsync)
            .Asks(Permission.OrderParts)
            .Accepts<IFormFile>("application/octet-stream")
            .Produces<BillRead>()
            .ProducesProblem(422);
        api.MapGet("/supplier-bills/offered", OfferedAsync).Asks(Permission.OrderParts).Produces<OfferedBillsView>();
        api.MapGet("/supplier-bills/offered/{supplierId:long}/{number}", FetchAsync)
            .Asks(Permission.OrderParts)
            .Produces<BillRead>()
            .ProducesProblem(404)
            .ProducesProblem(422);
    }

    private static async Task<IResult> FileAsync(HttpRequest request, ShopDb db, CancellationToken cancel)
    {
        if (request.ContentLength is null or > LargestFile)
            return Problems.Of(new Problem("ubl.large", "An invoice of more than 2 MB is not read. Type the bill instead."));
        using var content = new MemoryStream();
        await request.Body.CopyToAsync(content, cancel);
        return await ReadAsync(db, content.ToArray(), null, cancel);
    }

    private static async Task<IResult> OfferedAsync(ShopDb db, ISupplierClient suppliers, CancellationToken cancel)
    {
        var electronic = await db.Suppliers.Where(s => s.Code != "" && s.RetiredAt == null).OrderBy(s => s.Id).ToListAsync(cancel);
        var answers = await Task.WhenAll(electronic.Select(async s => (Supplier: s, Said: await suppliers.BillsAsync(s.Code, cancel))));
        var entered = new HashSet<(long, string)>();
        foreach (var (supplier, said) in answers.Where(a => a.Said.Ok))
        {
            var numbers = said.Value.Select(b => b.Number).ToList();
            var known = await db
                .SupplierBills.Where(b => b.SupplierId == supplier.Id && numbers.Contains(b.Number))
                .Select(b => b.Number)
                .ToListAsync(cancel);
            entered.UnionWith(known.Select(n => (supplier.Id, n)));
        }
        return Results.Ok(
            new OfferedBillsView(
                [
                    .. answers
                        .Where(a => a.Said.Ok)
                        .SelectMany(a =>
                            a.Said.Value.Where(b => !entered.Contains((a.Supplier.Id, b.Number)))
                                .Select(b => new OfferedBillView(
                                    a.Supplier.Id,
                                    a.Supplier.Name,
                                    b.Number,
                                    b.BilledOn,
                                    b.Total,
                                    b.PurchaseOrder
                                ))
                        )
                        .OrderBy(b => b.BilledOn),
                ],
                [.. answers.Where(a => !a.Said.Ok).Select(a => $"{a.Supplier.Name} {a.Said.Problem!.Message}.")]
            )
        );
    }

    private static async Task<IResult> FetchAsync(
        long supplierId,
        string number,
        ShopDb db,
        ISupplierClient suppliers,
        CancellationToken cancel
    )
    {
        if (await db.Suppliers.FirstOrDefaultAsync(s => s.Id == supplierId && s.Code != "", cancel) is not { } supplier)
            return Problems.Of(Gone.Supplier);
        var bill = await suppliers.BillAsync(supplier.Code, number, cancel);
        return bill.Problem is { } silent
            ? Problems.Of(new Problem("bill.notFetched", $"{supplier.Name} {silent.Message}. Try again, or type the bill."))
            : await ReadAsync(db, bill.Value, supplier, cancel);
    }

    /// <summary>Reads an invoice and finds what it bills. One that came from a supplier's own service is theirs whatever name it bears.</summary>
    private static async Task<IResult> ReadAsync(ShopDb db, byte[] content, Supplier? from, CancellationToken cancel)
    {
        using var stream = new MemoryStream(content);
        var read = UblInvoice.Read(stream);
        if (read.Problem is { } problem)
            return Problems.Of(problem);
        var invoice = read.Value;
        var supplier = from ?? await db.Suppliers.FirstOrDefaultAsync(s => s.Name == invoice.SupplierName, cancel);
        var open = await (
            from line in db.ReceiptLines.Where(ReceiptLine.IsUnbilled)
            join receipt in db.Receipts on line.ReceiptId equals receipt.Id
            join purchase in db.PurchaseOrders on receipt.PurchaseOrderId equals purchase.Id
            where supplier != null && receipt.SupplierId == supplier.Id
            orderby line.Id
            select new Unbilled(line, purchase.Number)
        ).ToListAsync(cancel);
        return Results.Ok(
            new BillRead(
                invoice.Number,
                supplier?.Name ?? invoice.SupplierName,
                supplier?.Id,
                invoice.BilledOn,
                invoice.DueOn,
                invoice.Freight.Amount,
                invoice.Tax.Amount,
                Matched(invoice, open)
            )
        );
    }

    private sealed record Unbilled(ReceiptLine Line, long PurchaseNumber);

    /// <summary>
    /// Each line of the invoice bills the earliest receipt of its number that no other line bills, one of the same purchase order first.
    /// </summary>
    private static List<BillReadLine> Matched(UblInvoice invoice, List<Unbilled> open)
    {
        var left = open.ToList();
        return invoice
            .Lines.Select(l =>
            {
                var alike = left.FindAll(o => string.Equals(o.Line.PartNumber, l.PartNumber, StringComparison.OrdinalIgnoreCase));
                var found = alike.Find(o => o.PurchaseNumber.ToString(System.Globalization.CultureInfo.InvariantCulture) == l.OrderNumber)
                    ?? alike.FirstOrDefault();
                if (found is not null)
                    left.Remove(found);
                return new BillReadLine(
                    l.PartNumber,
                    l.Description,
                    l.Quantity.Value,
                    l.UnitCost.Value,
                    l.Charges.Amount,
                    found is null ? 0 : Core.Values.Money.Of(found.Line.CoreEach * l.Quantity).Amount,
                    found?.Line.Id
                );
            })
            .ToList();
    }
}
