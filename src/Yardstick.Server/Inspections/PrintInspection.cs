using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Inspections;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Inspections;

/// <summary>An inspection on paper: as proof of what was done, or to be filled in by hand where there is no tablet.</summary>
public static class PrintInspection
{
    private static readonly string[] Ratings = ["good", "watch", "due", "unsafe"],
        Ticks = ["done", "skipped"];

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/inspections/{id:long}/inspection.pdf", HandleAsync).Asks(Permission.SeeFloor).ProducesProblem(404);

    private static async Task<IResult> HandleAsync(long id, ShopDb db, ContentStore store, TimeProvider time)
    {
        if (await db.Inspections.Include(i => i.Points).FirstOrDefaultAsync(i => i.Id == id) is not { } inspection)
            return Problems.Of(Gone.Inspection);
        var shop = await db.Shops.SingleAsync();
        var order = await db.Orders.SingleAsync(o => o.Id == inspection.OrderId);
        var vehicle = order.VehicleId is { } vehicleId ? await db.Vehicles.FindAsync(vehicleId) : null;
        var customer = order.CustomerId is { } customerId ? await db.Customers.FindAsync(customerId) : null;
        var by = inspection.FinishedById is { } who ? await db.Staff.Where(s => s.Id == who).Select(s => s.Name).SingleAsync() : "";
        var now = shop.Local(inspection.FinishedAt ?? time.Now());
        var paper = new InspectionPaper
        {
            Name = inspection.Name,
            ShopName = shop.Name,
            ShopAddress = shop.Address,
            ShopContact = shop.Contact,
            LogoHash = shop.LogoHash,
            Date = now,
            OrderNumber = order.Number,
            Customer = customer?.DisplayName ?? "",
            Vehicle = vehicle?.Description ?? "",
            Plate = vehicle?.Plate.Text ?? "",
            Vin = vehicle?.Vin.Text ?? "",
            Odometer = (order.OdometerIn ?? inspection.Odometer) is { } read ? $"{read} {shop.DistanceWord}" : "",
            DoneBy = by.Length > 0 ? string.Create(CultureInfo.InvariantCulture, $"{by}, {now:MMM d, yyyy h:mm tt}") : "",
            Points = [.. inspection.Ordered.Select(p => PointOf(p, inspection.IsChecklist))],
        };
        return Results.File(
            InspectionPages.Draw(paper, store.ReadOrNull),
            "application/pdf",
            $"{(inspection.IsChecklist ? "checklist" : "inspection")}-{order.Number}.pdf"
        );
    }

    private static InspectionPaperPoint PointOf(InspectionPoint point, bool checklist) =>
        new(
            point.Spec.Group,
            point.Spec.Title,
            point.IsDone && point.Skipped.Length == 0,
            point.ResultWords(checklist),
            point.Spec.IsMeasured ? [$"________ {point.Spec.Unit}", LimitOf(point)]
                : checklist ? Ticks
                : Ratings,
            point.Note
        );

    private static string LimitOf(InspectionPoint point) =>
        point.Spec.Limits.End is { } end ? Invariant($"limit {end:0.###} {point.Spec.Unit}") : "";
}
