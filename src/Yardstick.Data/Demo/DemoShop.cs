using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data.Setup;

namespace Yardstick.Data.Demo;

/// <summary>
/// Makes the demo shop: Lantern Bay Auto Care with three years behind it and a day under way. The same seed and moment
/// give the same database. It is made beside its place and moved there whole, so that there is never half of one.
/// </summary>
public static class DemoShop
{
    private const int Seed = 19_880;

    /// <summary>Rounds by which its passwords and PINs are hashed: few, for everybody may read them where the demo is started.</summary>
    public const int HashRounds = 1000;

    /// <summary>Makes the demo shop if the folder has none yet.</summary>
    /// <param name="folder">Where it is made.</param>
    /// <param name="time">The clock.</param>
    public static async Task FillAsync(string folder, TimeProvider time)
    {
        var target = Path.Combine(folder, "shop.db");
        if (File.Exists(target))
            return;
        Directory.CreateDirectory(folder);
        var making = Path.Combine(folder, "making.db");
        foreach (var rest in Directory.EnumerateFiles(folder, "making.db*"))
            File.Delete(rest);
        var options = ShopFile.Options(making);
        await using (var db = new ShopDb(options))
        {
            await db.Database.MigrateAsync();
            await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode = WAL;");
        }
        var utcNow = Instant.FromDateTimeOffset(time.GetUtcNow());
        var maker = new DemoMaker(
            options,
            Seed,
            HashRounds,
            Instant.FromUnixTimeTicks(utcNow.ToUnixTimeTicks() / NodaConstants.TicksPerMinute * NodaConstants.TicksPerMinute)
        );
        await maker.MakeAsync();
        await File.WriteAllTextAsync(
            Path.Combine(folder, "outside.json"),
            JsonSerializer.Serialize(
                new
                {
                    Orders = maker.OutsideOrders,
                    Charges = Array.Empty<object>(),
                    Cars = maker.CarConsents,
                },
                JsonColumn.Options
            )
        );
        await using (var db = new ShopDb(options))
            await db.Database.ExecuteSqlRawAsync("PRAGMA wal_checkpoint(TRUNCATE);");
        ShopFile.Release(making);
        DemoPictures.Put(folder);
        foreach (var rest in new[] { "making.db-wal", "making.db-shm" })
            File.Delete(Path.Combine(folder, rest));
        File.Move(making, target);
    }
}
