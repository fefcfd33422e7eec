using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Yardstick.Data;
using Yardstick.Data.Setup;
using Yardstick.Server.Changes;

namespace Yardstick.Server.Setup;

/// <summary>
/// Tries passwords: one after the other for each name, counted with the answer, by the shop's own clock, and as slow for a name
/// that nobody has as for one that somebody has.
/// </summary>
public sealed class PasswordCheck(
    IDbContextFactory<ShopDb> factory,
    IPasswordHasher<Account> hasher,
    ILookupNormalizer names,
    SingleWriter gate,
    SignInTries tries,
    TimeProvider time
)
{
    private const int TriesUntilLocked = 8;
    private static readonly TimeSpan Locked = TimeSpan.FromMinutes(5);
    private static readonly Account Nobody = new();
    private readonly string nobodysHash = hasher.HashPassword(Nobody, Guid.NewGuid().ToString());

    /// <summary>Tries a name and its password; null where this name was tried too often this minute.</summary>
    public Task<PasswordTried?> TryAsync(string userName, string password)
    {
        var name = names.NormalizeName(userName);
        return tries.RunAsync(name, () => TryAsync(password, db => db.Users.Where(u => u.NormalizedUserName == name)), t => t.Right);
    }

    /// <summary>Tries the password of somebody who is signed in; null where that was tried too often this minute.</summary>
    public Task<PasswordTried?> TryAsync(long staffId, string password) =>
        tries.RunAsync($"own {staffId}", () => TryAsync(password, db => db.Users.Where(u => u.Id == staffId)), t => t.Right);

    private async Task<PasswordTried> TryAsync(string password, Func<ShopDb, IQueryable<Account>> which)
    {
        var now = time.GetUtcNow();
        Account? account;
        await using (var db = await factory.CreateDbContextAsync())
            account = await which(db).AsNoTracking().FirstOrDefaultAsync();
        // Hashing takes its time; it is done before anybody waits for the one writer.
        var outcome = hasher.VerifyHashedPassword(account ?? Nobody, account?.PasswordHash ?? nobodysHash, password);
        if (account is null)
            return new PasswordTried(null, false);
        var locked = account.LockoutEnd > now;
        var right = outcome != PasswordVerificationResult.Failed && !locked;
        var stronger = right && outcome == PasswordVerificationResult.SuccessRehashNeeded ? hasher.HashPassword(account, password) : null;
        if (!locked)
            await gate.RunAsync(db => CountAsync(db, account.Id, right, stronger, now));
        return new PasswordTried(account, right);
    }

    private static async Task<int> CountAsync(ShopDb db, long id, bool right, string? stronger, DateTimeOffset now)
    {
        var account = (await db.Users.FindAsync(id))!;
        account.AccessFailedCount = right ? 0 : account.AccessFailedCount + 1;
        if (right)
            account.PinMisses = 0;
        if (stronger is not null)
            account.PasswordHash = stronger;
        if (account.AccessFailedCount >= TriesUntilLocked)
            (account.LockoutEnd, account.AccessFailedCount) = (now + Locked, 0);
        return await db.SaveChangesAsync();
    }
}
