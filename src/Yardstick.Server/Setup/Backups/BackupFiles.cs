using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime.Text;
using Yardstick.Core.Setup;

namespace Yardstick.Server.Setup.Backups;

/// <summary>Backups as they lie in a folder, by their names: shop, moment, and whether it is sealed.</summary>
internal static partial class BackupFiles
{
    private const string Open = ".zip",
        Sealed = ".sealed";
    private const int LongestName = 40;
    private static readonly LocalDateTimePattern Moment = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd-HHmmss");

    /// <summary>A backup in a folder.</summary>
    /// <param name="Folder">The folder.</param>
    /// <param name="Name">Its file's name.</param>
    /// <param name="Shop">The shop's name in it.</param>
    /// <param name="MadeAt">When it was made, wall time of the shop.</param>
    /// <param name="Bytes">Its size.</param>
    /// <param name="IsSealed">It needs a passphrase.</param>
    internal sealed record Found(string Folder, string Name, string Shop, LocalDateTime MadeAt, long Bytes, bool IsSealed)
    {
        /// <summary>Its whole path.</summary>
        internal string Path => System.IO.Path.Combine(Folder, Name);
    }

    /// <summary>The name of a shop's backup: <c>lantern-bay-auto-care-20261130-223000.zip</c>.</summary>
    internal static string NameOf(Shop shop, LocalDateTime at, bool isSealed) =>
        $"{Slug(shop.Name)}-{Moment.Format(at)}{(isSealed ? Sealed : Open)}";

    /// <summary>Backups in a folder, the latest first; none where it can't be read.</summary>
    internal static IReadOnlyList<Found> In(string folder)
    {
        try
        {
            return
            [
                .. new DirectoryInfo(folder)
                    .EnumerateFiles()
                    .Select(f => (File: f, Name: Named().Match(f.Name)))
                    .Where(f => f.Name.Success && Moment.Parse(f.Name.Groups["at"].Value).Success)
                    .Select(f => new Found(
                        folder,
                        f.File.Name,
                        f.Name.Groups["shop"].Value,
                        Moment.Parse(f.Name.Groups["at"].Value).Value,
                        f.File.Length,
                        f.File.Extension == Sealed
                    ))
                    .OrderByDescending(f => f.MadeAt),
            ];
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or ArgumentException)
        {
            return [];
        }
    }

    /// <summary>Deletes this shop's backups that the plan keeps no longer.</summary>
    internal static void Thin(Shop shop, BackupPlan plan, string folder)
    {
        var own = In(folder).Where(f => f.Shop == Slug(shop.Name)).ToList();
        var gone = BackupThinning.ToDelete([.. own.Select(f => f.MadeAt)], plan);
        foreach (var old in own.Where(f => gone.Contains(f.MadeAt)))
            File.Delete(old.Path);
    }

    private static string Slug(string name)
    {
        var slug = Others().Replace(name.ToLower(CultureInfo.InvariantCulture), "-").Trim('-');
        slug = slug.Length > LongestName ? slug[..LongestName].Trim('-') : slug;
        return slug.Length > 0 ? slug : "shop";
    }

    [GeneratedRegex(@"^(?<shop>[a-z0-9-]+)-(?<at>\d{8}-\d{6})\.(zip|sealed)$")]
    private static partial Regex Named();

    [GeneratedRegex("[^a-z0-9]+")]
    private static partial Regex Others();
}
