using System.Net;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Yardstick.Data;
using Yardstick.Server.Hosting;
using Yardstick.Server.Setup.Backups;
using Yardstick.Server.Tests.Support;

namespace Yardstick.Server.Tests.Setup;

/// <summary>Backups are made, proven, sealed, found and asked back; what is damaged helps nobody and says so.</summary>
public sealed class BackupTests(ShopFixture shop) : IClassFixture<ShopFixture>, IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-backups-").FullName;

    private BackupMaker Maker => shop.Services.GetRequiredService<BackupMaker>();

    private async Task SetAsync(Browser ingrid, string field, string value) =>
        await ingrid.PostAsync(
            "backups/plan",
            new
            {
                field,
                value,
                version = 0,
            }
        );

    private static async Task<JsonNode> RecordAsync(Browser ingrid) => (await ingrid.GetAsync("backups")).List("records")[0]!;

    [Fact]
    public async Task One_is_made_proven_and_listed_and_its_shop_opens()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        await SetAsync(ingrid, "folder", folder);
        await ingrid.PostAsync("backups/passphrase", new { passphrase = "" });
        await Maker.RunAsync(byId: null);
        var view = await ingrid.GetAsync("backups");
        Assert.Equal("", view.List("records")[0]!.Text("problem"));
        Assert.Equal(folder, view["lastGood"]!.Text("folder"));
        var file = view.List("files")[0]!;
        var target = Path.Combine(Path.GetTempPath(), $"yardstick-restored-{Guid.NewGuid():N}");
        try
        {
            await ShopBackup.RestoreAsync(target, Path.Combine(folder, file.Text("name")), "", Instant.FromUtc(2026, 12, 1, 0, 0));
            using var opened = ShopFile.Open(target);
            await opened.PrepareAsync();
            await using var db = new ShopDb(ShopFile.Options(opened.Database));
            await using var here = shop.OpenDb();
            Assert.Equal(here.Invoices.Count(), db.Invoices.Count());
            Assert.Equal(Directory.GetFiles(Path.Combine(shop.Folder, "photos")).Length, Directory.GetFiles(opened.Photos).Length);
        }
        finally
        {
            Directory.Delete(target, recursive: true);
        }
    }

    [Fact]
    public async Task A_sealed_one_opens_with_its_passphrase_only_and_a_changed_byte_is_found()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        await SetAsync(ingrid, "folder", folder);
        await ingrid.RefusedAsync("backups/passphrase", new { passphrase = "short" });
        await ingrid.PostAsync("backups/passphrase", new { passphrase = "copper kettle north" });
        await Maker.RunAsync(byId: null);
        Assert.Equal("", (await RecordAsync(ingrid)).Text("problem"));
        var path = Directory.GetFiles(folder, "*.sealed").Single();
        Assert.Equal("", await ShopBackup.ProveAsync(path, "copper kettle north", shop.Folder));
        Assert.Contains("passphrase", await ShopBackup.ProveAsync(path, "copper kettle south", shop.Folder), StringComparison.Ordinal);
        Assert.Contains("passphrase", await ShopBackup.ProveAsync(path, "", shop.Folder), StringComparison.Ordinal);
        var bytes = await File.ReadAllBytesAsync(path);
        var whole = (byte[])bytes.Clone();
        bytes[bytes.Length / 2] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        Assert.Contains("damaged", await ShopBackup.ProveAsync(path, "copper kettle north", shop.Folder), StringComparison.Ordinal);
        await File.WriteAllBytesAsync(path, whole[..^(1024 * 1024)]);
        Assert.Contains("damaged", await ShopBackup.ProveAsync(path, "copper kettle north", shop.Folder), StringComparison.Ordinal);
        Assert.Empty(Directory.GetDirectories(shop.Folder, "proof-*"));
    }

    [Fact]
    public async Task A_folder_that_is_gone_or_closed_is_told_and_the_next_one_still_gets_its_copy()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        await ingrid.PostAsync("backups/passphrase", new { passphrase = "" });
        var closed = Path.Combine(folder, "closed");
        await SetAsync(ingrid, "folder", closed);
        await SetAsync(ingrid, "secondFolder", folder);
        Directory.Delete(closed);
        await File.WriteAllTextAsync(closed, "A file stands where the folder was.");
        await Maker.RunAsync(byId: null);
        var records = (await ingrid.GetAsync("backups")).List("records");
        Assert.Equal("", records[0]!.Text("problem"));
        Assert.Contains("can't be written to", records[1]!.Text("problem"), StringComparison.Ordinal);
        Assert.Equal("", records[1]!.Text("fileName"));
        await SetAsync(ingrid, "secondFolder", "");
        await ingrid.RefusedAsync(
            "backups/plan",
            new
            {
                field = "folder",
                value = Path.Combine(closed, "in"),
                version = 0,
            }
        );
    }

    [Fact]
    public async Task Restoring_asks_for_the_shops_name_a_backup_that_is_there_and_one_that_is_whole()
    {
        var ingrid = await shop.SignInAsync("ingrid");
        await ingrid.PostAsync("backups/passphrase", new { passphrase = "" });
        await SetAsync(ingrid, "folder", folder);
        await Maker.RunAsync(byId: null);
        var name = Path.GetFileName(Directory.GetFiles(folder, "*.zip").Single());
        var shopName = (await ingrid.GetAsync("shop")).Text("name");
        await ingrid.RefusedAsync(
            "backups/restore",
            new
            {
                folder,
                name,
                shopName = "Other",
            }
        );
        await ingrid.RefusedAsync(
            "backups/restore",
            new
            {
                folder,
                name = "../" + name,
                shopName,
            },
            HttpStatusCode.NotFound
        );
        await File.WriteAllTextAsync(Path.Combine(folder, name), "not a backup");
        await ingrid.RefusedAsync(
            "backups/restore",
            new
            {
                folder,
                name,
                shopName,
            }
        );
        Assert.Equal("", shop.Services.GetRequiredService<StartAgain>().Source);
        using var stranger = new Browser(shop.Address, shop.Time);
        await stranger.RefusedAsync("first-run/backups", new { code = "TEST-CODE", folder });
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
