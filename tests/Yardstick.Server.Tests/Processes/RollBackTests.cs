using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Server.Setup.Backups;

namespace Yardstick.Server.Tests.Processes;

/// <summary>Back to the version before: its data come back, what a newer one made of them is kept, and nothing is half done.</summary>
public sealed class RollBackTests : IDisposable
{
    private static readonly Instant Now = Instant.FromUtc(2026, 12, 1, 9, 0);
    private readonly string folder = Directory.CreateTempSubdirectory("yardstick-back-").FullName;

    private string Database => Path.Combine(folder, ShopFile.FileName);

    private string Copy => Path.Combine(folder, "before-20990101000000_Later.db");

    private async Task OpenAsync()
    {
        using var file = ShopFile.Open(folder);
        await file.PrepareAsync();
    }

    private async Task RunAsync(string sql)
    {
        await using var db = new ShopDb(ShopFile.Options(Database));
        await db.Database.ExecuteSqlRawAsync(sql);
        SqliteConnection.ClearAllPools();
    }

    /// <summary>A shop that a newer version upgraded, and in which somebody worked since.</summary>
    private async Task UpgradedAsync()
    {
        await OpenAsync();
        await RunAsync("INSERT INTO Counters (Name, Next) VALUES ('kept', 7)");
        using (var file = ShopFile.Open(folder))
            await file.BackupAsync(Copy);
        await RunAsync("INSERT INTO __EFMigrationsHistory (MigrationId, ProductVersion) VALUES ('20990101000000_Later', '99.0.0')");
        await RunAsync("UPDATE Counters SET Next = 8 WHERE Name = 'kept'");
    }

    private async Task<long> CounterAsync(string database)
    {
        await using var db = new ShopDb(ShopFile.Options(database));
        return await db.Counters.Where(c => c.Name == "kept").Select(c => c.Next).SingleAsync();
    }

    [Fact]
    public async Task Data_of_a_newer_version_are_refused_and_come_back_as_they_were()
    {
        await UpgradedAsync();
        Assert.Contains("another version", (await Assert.ThrowsAsync<ShopFileException>(OpenAsync)).Message, StringComparison.Ordinal);
        var (before, kept) = await ShopBackup.RollBackAsync(folder, Now);
        Assert.Equal(Path.GetFileName(Copy), before);
        await OpenAsync();
        Assert.Equal(7, await CounterAsync(Database));
        Assert.Equal(8, await CounterAsync(Path.Combine(folder, kept)));
        Assert.Equal(("", ""), await ShopBackup.RollBackAsync(folder, Now));
        Assert.Equal(7, await CounterAsync(Database));
    }

    [Fact]
    public async Task Without_a_sound_copy_or_beside_a_running_server_nothing_is_changed()
    {
        await UpgradedAsync();
        using (ShopFile.Open(folder))
            await Assert.ThrowsAsync<ShopFileException>(() => ShopBackup.RollBackAsync(folder, Now));
        await File.WriteAllTextAsync(Copy, "not a database");
        await Assert.ThrowsAsync<ShopFileException>(() => ShopBackup.RollBackAsync(folder, Now));
        File.Delete(Copy);
        await Assert.ThrowsAsync<ShopFileException>(() => ShopBackup.RollBackAsync(folder, Now));
        Assert.Equal(8, await CounterAsync(Database));
        Assert.Empty(Directory.GetFiles(folder, "after-*"));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
