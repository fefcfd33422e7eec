using Yardstick.Server.Setup.Backups;

namespace Yardstick.Server;

/// <summary><c>./yardstick backup</c> and <c>./yardstick restore</c>.</summary>
internal static class BackupCommand
{
    /// <summary>From the surroundings, so that it stands in no list of processes.</summary>
    private static string Passphrase => Environment.GetEnvironmentVariable("YARDSTICK_BACKUP_PASSPHRASE") ?? "";

    /// <summary>Backs a shop up; works while it runs.</summary>
    internal static async Task<int> BackupAsync(string folder, string target)
    {
        await ShopBackup.WriteAsync(folder, target, Passphrase);
        Console.WriteLine($"Backed up {folder} to {target}.");
        return 0;
    }

    /// <summary>Makes the data open in this version again; what a newer one made of them is kept beside them.</summary>
    internal static async Task<int> RollBackAsync(string folder, Instant utcNow)
    {
        var (before, kept) = await ShopBackup.RollBackAsync(folder, utcNow);
        Console.WriteLine(
            before.Length == 0
                ? "This version opens the data as they are."
                : $"The data are as they were before the upgrade ({before}). Those of since are in {kept}."
        );
        return 0;
    }

    /// <summary>Verifies a backup, then puts it in place of a shop's data; what was there is kept beside it.</summary>
    internal static async Task<int> RestoreAsync(string folder, string source, Instant utcNow)
    {
        var before = await ShopBackup.RestoreAsync(folder, source, Passphrase, utcNow);
        Console.WriteLine($"Restored {source} to {folder}.{(before.Length > 0 ? $" The old data is in {before}." : "")}");
        return 0;
    }
}
