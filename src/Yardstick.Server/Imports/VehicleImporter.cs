using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Imports;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;

namespace Yardstick.Server.Imports;

/// <summary>Judges rows of vehicles.</summary>
internal sealed class VehicleImporter : Importer
{
    private readonly OwnerFinder owners;
    private readonly HashSet<Vin> vins;
    private readonly HashSet<string> plates;

    private VehicleImporter(Shop shop, Instant utcNow, OwnerFinder owners, HashSet<Vin> vins, HashSet<string> plates)
        : base(shop, utcNow) => (this.owners, this.vins, this.plates) = (owners, vins, plates);

    internal static async Task<VehicleImporter> LoadAsync(ShopDb db, Shop shop, Instant utcNow)
    {
        var cars = await db
            .Vehicles.AsNoTracking()
            .Where(v => v.MergedIntoId == null)
            .Select(v => new
            {
                v.Vin,
                v.Plate,
                v.PlateRegion,
            })
            .ToListAsync();
        return new VehicleImporter(
            shop,
            utcNow,
            await Owners.LoadAsync(db, shop.Country),
            cars.Where(c => c.Vin.IsKnown).Select(c => c.Vin).ToHashSet(),
            // A plate without a state is of the shop's, as it is of one that is typed.
            cars.Where(c => c.Plate.IsKnown)
                .Select(c => PlateKey(c.Plate, c.PlateRegion.Length > 0 ? c.PlateRegion : shop.PlateRegion))
                .ToHashSet()
        );
    }

    private static string PlateKey(Plate plate, string region) => $"{region}/{plate.Searched}";

    internal override ImportVerdict Judge(IReadOnlyList<ImportRow> rows)
    {
        var row = rows[0];
        var words = $"{row["plate"]} {row["year"]} {row["make"]} {row["model"]}".Trim();
        var read = row.Vehicle(Shop.Country, Shop.Local(UtcNow).Year, UtcNow, Shop.Utc);
        if (read.Problem is { } problem)
            return Bad(row, words, problem.Message);
        var owner = owners.Find(row);
        if (owner.Problem is { } noOwner)
            return Bad(row, words, noOwner.Message);
        if (owner.Value is not { } ownerId)
            return Bad(row, words, "the owner is missing");
        var vehicle = read.Value;
        vehicle.BelongsTo(ownerId, Shop.PlateRegion);
        if (
            vehicle.Vin.IsKnown && !vins.Add(vehicle.Vin)
            || vehicle.Plate.IsKnown && !plates.Add(PlateKey(vehicle.Plate, vehicle.PlateRegion))
        )
            return new ImportVerdict(row.Number, words, null, true, null);
        return new ImportVerdict(row.Number, words, null, false, vehicle);
    }
}
