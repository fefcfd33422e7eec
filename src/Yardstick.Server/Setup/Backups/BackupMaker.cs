using System.Diagnostics;
using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Setup.Backups;

/// <summary>Makes backups into the plan's folders, proves each, and lets those go that the plan keeps no longer. One at a time.</summary>
public sealed class BackupMaker(
    ShopFile file,
    IDbContextFactory<ShopDb> factory,
    SingleWriter writer,
    IDataProtectionProvider protection,
    TimeProvider time
) : IDisposable
{
    private readonly IDataProtector protector = protection.CreateProtector("backups");
    private readonly SemaphoreSlim alone = new(1, 1);

    /// <summary>What it does now, in words; empty while it rests.</summary>
    public string Doing { get; private set; } = "";

    /// <summary>Seals a passphrase with keys that lie beside the database, and in no backup.</summary>
    internal string Seal(string passphrase) => passphrase.Length == 0 ? "" : protector.Protect(passphrase);

    /// <summary>Backs up into every folder of the plan; nothing where one is under way already.</summary>
    /// <param name="byId">Who asked; null for the plan.</param>
    public async Task RunAsync(long? byId)
    {
        if (!await alone.WaitAsync(0))
            return;
        try
        {
            await using var db = await factory.CreateDbContextAsync();
            var shop = await db.Shops.AsNoTracking().SingleAsync();
            if (await db.BackupPlans.AsNoTracking().SingleOrDefaultAsync() is not { } plan)
                return;
            foreach (var folder in plan.Folders)
            {
                var record = await MakeAsync(shop, plan, folder, byId);
                await writer.RunAsync(async kept =>
                {
                    kept.BackupRecords.Add(record);
                    return await kept.SaveChangesAsync();
                });
            }
        }
        finally
        {
            Doing = "";
            alone.Release();
        }
    }

    private async Task<BackupRecord> MakeAsync(Shop shop, BackupPlan plan, string folder, long? byId)
    {
        var (at, clock) = (time.Now(), Stopwatch.StartNew());
        var (name, problem, bytes) = (BackupFiles.NameOf(shop, shop.Local(at), plan.SealedPassphrase.Length > 0), "", 0L);
        var target = Path.Combine(folder, name);
        try
        {
            var passphrase = plan.SealedPassphrase.Length > 0 ? protector.Unprotect(plan.SealedPassphrase) : "";
            Doing = $"Writing {target}";
            Directory.CreateDirectory(folder);
            await ShopBackup.WriteAsync(file.Folder, target, passphrase);
            bytes = new FileInfo(target).Length;
            Doing = $"Checking {target}";
            problem = await ShopBackup.ProveAsync(target, passphrase, file.Folder);
            if (problem.Length == 0)
                BackupFiles.Thin(shop, plan, folder);
        }
        catch (ShopFileException fault)
        {
            problem = fault.Message;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            problem = $"{folder} can't be written to: {fault.Message}";
        }
        catch (CryptographicException)
        {
            problem = "The passphrase is not known on this machine. Set it again.";
        }
        return new BackupRecord
        {
            At = at,
            Folder = folder,
            FileName = bytes > 0 ? name : "",
            Bytes = bytes,
            Milliseconds = clock.ElapsedMilliseconds,
            Problem = problem,
            ById = byId,
        };
    }

    /// <inheritdoc />
    public void Dispose() => alone.Dispose();
}
