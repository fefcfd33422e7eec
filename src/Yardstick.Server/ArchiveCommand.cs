using Microsoft.EntityFrameworkCore;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Data.Imports;

namespace Yardstick.Server;

/// <summary>Everything of a shop as one archive of JSON, and a shop made of one.</summary>
internal static class ArchiveCommand
{
    /// <summary>Writes it.</summary>
    internal static async Task<int> WriteAsync(string folder, string target, Instant utcNow)
    {
        await ArchiveWriter.WriteAsync(folder, target, utcNow, Console.Error.WriteLine);
        Console.WriteLine($"Wrote everything of {folder} to {target}. Passwords and PINs are not in it.");
        return 0;
    }

    /// <summary>Loads it. Nobody's password came along: the first owner gets a link by which they choose one.</summary>
    internal static async Task<int> LoadAsync(string folder, string source, bool ignoreUnknown, Instant utcNow)
    {
        await ArchiveLoader.LoadAsync(source, folder, ignoreUnknown, Console.Error.WriteLine);
        await using var db = new ShopDb(ShopFile.Options(Path.Combine(folder, ShopFile.FileName)));
        Console.WriteLine($"Loaded {source} into {folder}.");
        if (await db.Staff.Where(s => s.Role == Role.Owner && s.Active).OrderBy(s => s.Id).FirstOrDefaultAsync() is not { } owner)
            return 0;
        var token = LinkToken.New();
        db.Invitations.Add(Invitation.To(owner.Id, token, owner.Id, utcNow));
        await db.SaveChangesAsync();
        Console.WriteLine(
            $"Passwords are not in an archive. {owner.Name} chooses one under /join/{token} within seven days, and invites the others."
        );
        return 0;
    }
}
