using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Orders;

/// <summary>Suppliers who pay for a comeback because their part did not hold, each on a customer record of their own.</summary>
public static class SupplierPayers
{
    private const string Prefix = "supplier:";

    /// <summary>A supplier who may pay.</summary>
    /// <param name="Key">What is sent as who pays.</param>
    /// <param name="Name">The supplier.</param>
    /// <param name="SoldThePart">A part of the work that did not hold came from them.</param>
    public sealed record SupplierPayer(string Key, string Name, bool SoldThePart);

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/orders/{id:long}/jobs/{jobId:long}/supplier-payers", ListAsync)
            .Asks(Permission.EditOrders)
            .Produces<IReadOnlyList<SupplierPayer>>();

    private static async Task<IResult> ListAsync(long id, long jobId, ShopDb db)
    {
        var original = await db.Jobs.Where(j => j.Id == jobId && j.OrderId == id).Select(j => j.ComebackOfId).FirstOrDefaultAsync();
        var codes = await db
            .Lines.OfType<PartLine>()
            .Where(l => l.JobId == original && l.SupplierCode != "")
            .Select(l => l.SupplierCode)
            .Distinct()
            .ToListAsync();
        // What was ordered for the job is known by its receipt; of what came from stock the supplier that it was last bought of.
        var parts = await db.Lines.OfType<PartLine>().Where(l => l.JobId == original).Select(l => new { l.Id, l.PartId }).ToListAsync();
        var lineIds = parts.ConvertAll(l => l.Id);
        var orderId = await db.Jobs.Where(j => j.Id == original).Select(j => (long?)j.OrderId).FirstOrDefaultAsync();
        var receiptIds = await db
            .ReceiptLines.Where(r => r.OrderId == orderId && r.LineId != null && lineIds.Contains(r.LineId.Value))
            .Select(r => r.ReceiptId)
            .ToListAsync();
        foreach (var partId in parts.Select(l => l.PartId).OfType<long>().Distinct())
            receiptIds.AddRange(
                await db
                    .ReceiptLines.Where(r => r.PartId == partId && r.LineId == null)
                    .OrderByDescending(r => r.ReceiptId)
                    .Select(r => r.ReceiptId)
                    .Take(1)
                    .ToListAsync()
            );
        var ordered = (await db.Receipts.Where(r => receiptIds.Contains(r.Id)).Select(r => r.SupplierId).ToListAsync()).ToHashSet();
        var suppliers = await db.Suppliers.AsNoTracking().Where(s => s.RetiredAt == null).OrderBy(s => s.Name).ToListAsync();
        return Results.Ok(
            suppliers
                .Select(s => new SupplierPayer(
                    string.Create(CultureInfo.InvariantCulture, $"{Prefix}{s.Id}"),
                    s.Name,
                    ordered.Contains(s.Id) || s.Code.Length > 0 && codes.Contains(s.Code)
                ))
                .OrderByDescending(s => s.SoldThePart)
                .ToList()
        );
    }

    /// <summary>
    /// Who pays, as an order knows it: where a supplier does, the key of their record, which is made the first time and followed where it
    /// was merged. Refuses with <c>supplier.gone</c>.
    /// </summary>
    internal static async Task<Result<string?>> KeyAsync(CommandContext work, string? typed)
    {
        if (typed?.StartsWith(Prefix, StringComparison.Ordinal) != true)
            return typed;
        if (
            !long.TryParse(typed.AsSpan(Prefix.Length), NumberStyles.None, CultureInfo.InvariantCulture, out var id)
            || await work.Db.Suppliers.FindAsync(id) is not { RetiredAt: null } supplier
        )
            return Gone.Supplier;
        var known = supplier.PayerId is { } payerId ? await work.Db.Customers.FindAsync(payerId) : null;
        while (known?.MergedIntoId is { } into)
            known = await work.Db.Customers.FindAsync(into);
        if (known is null)
        {
            var shop = await work.Db.Shops.SingleAsync();
            var opened = supplier.OpenAccount(shop.Country, work.Actor.At);
            if (opened.Problem is { } problem)
                return problem;
            known = opened.Value;
            work.Db.Customers.Add(known);
            await work.Db.SaveChangesAsync();
            work.Record("supplier", supplier.Id, supplier.Version, new FieldChange("account", "", known.DisplayName));
        }
        supplier.PaysOn(known.Id);
        return known.Id.ToString(CultureInfo.InvariantCulture);
    }
}
