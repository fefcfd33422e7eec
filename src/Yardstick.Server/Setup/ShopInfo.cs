using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Safety;
using Yardstick.Server.Setup.Backups;

namespace Yardstick.Server.Setup;

/// <summary>What every screen needs of the shop.</summary>
public static class ShopInfo
{
    /// <summary>A person on staff.</summary>
    public sealed record StaffView(long Id, string ShortName, string Name, Role Role, string Skills);

    /// <summary>A supplier whose service can be asked, with the short name under which it is asked.</summary>
    public sealed record SupplierName(string Code, string Name);

    /// <summary>The shop.</summary>
    public sealed record ShopView(
        string Name,
        string Currency,
        DistanceUnit DistanceUnit,
        LocalTime Opens,
        LocalTime Closes,
        string TimeZone,
        string PlateRegion,
        LocalDateTime Now,
        IReadOnlyList<StaffView> Staff,
        IReadOnlyList<SupplierName> Suppliers,
        IReadOnlyList<string> CustomerSources,
        string Version
    );

    /// <summary>Maps the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/shop", HandleAsync).AsksSignedIn().Produces<ShopView>();

    private static async Task<IResult> HandleAsync(ShopDb db, TimeProvider time)
    {
        var shop = await db.Shops.SingleAsync();
        var now = shop.Local(time.Now());
        var staff = await db.Staff.Where(s => s.Active).OrderBy(s => s.Id).ToListAsync();
        var absences = await db.Absences.AsNoTracking().Where(a => a.RemovedAt == null && a.Until >= now.Date.PlusDays(-1)).ToListAsync();
        var drawn = shop.DrawnOn(now.Date, staff.Where(s => s.Role == Role.Technician), absences);
        return Results.Ok(
            new ShopView(
                shop.Name,
                shop.Currency,
                shop.DistanceUnit,
                drawn.From,
                drawn.Until,
                shop.TimeZone,
                shop.PlateRegion,
                now,
                staff.ConvertAll(s => new StaffView(s.Id, s.ShortName, s.Name, s.Role, string.Join(", ", s.Skills))),
                await db.AskedSuppliers.OrderBy(s => s.Id).Select(s => new SupplierName(s.Code, s.Name)).ToListAsync(),
                shop.CustomerSources,
                HowItRuns.Version
            )
        );
    }
}
