using System.Globalization;
using Yardstick.Core.Values;

namespace Yardstick.Core.Setup;

/// <summary>When the shop is backed up, where to, and how many copies are kept.</summary>
public class BackupPlan
{
    private const int LongestFolder = 300,
        MostKept = 400,
        ShortestPassphrase = 12,
        LongestPassphrase = 200;

    /// <summary>Key: there is one.</summary>
    public const int Only = 1;

    /// <summary>Always <see cref="Only"/>.</summary>
    public int Id { get; init; } = Only;

    /// <summary>When, in the shop's time; null while nothing is backed up by itself.</summary>
    public LocalTime? At { get; internal set; }

    /// <summary>Where to; empty for nowhere.</summary>
    public string Folder { get; internal set; } = "";

    /// <summary>Where else to, best on another disk; empty for nowhere.</summary>
    public string SecondFolder { get; internal set; } = "";

    /// <summary>Of so many days the last one is kept.</summary>
    public int Daily { get; internal set; } = 7;

    /// <summary>Of so many weeks the last one is kept.</summary>
    public int Weekly { get; internal set; } = 5;

    /// <summary>Of so many months the last one is kept.</summary>
    public int Monthly { get; internal set; } = 12;

    /// <summary>The passphrase that seals backups, itself sealed with keys that lie beside the database; empty for none.</summary>
    public string SealedPassphrase { get; internal set; } = "";

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Where backups go.</summary>
    public IReadOnlyList<string> Folders => [.. new[] { Folder, SecondFolder }.Where(f => f.Length > 0)];

    /// <summary>
    /// Changes one field: at, folder, secondFolder, daily, weekly, monthly. Refuses with <c>backup.at</c>, <c>backup.folder</c> and
    /// <c>backup.count</c>. Whether a folder can be written to is for the server to see.
    /// </summary>
    /// <param name="field">Which.</param>
    /// <param name="text">What was typed.</param>
    /// <param name="data">The shop's own data folder: no copy goes into it.</param>
    public Result<FieldChange> Set(string field, string? text, string data)
    {
        var old = Shown(field);
        var typed = (text ?? "").Trim();
        if (Write(field, typed, data) is { } problem)
            return problem;
        Version++;
        return new FieldChange(field, old, Shown(field));
    }

    /// <summary>
    /// Checks a passphrase. Refuses with <c>backup.passphrase</c> one that is shorter than 12 or longer than 200 characters; empty takes
    /// it away.
    /// </summary>
    public static Result CheckPassphrase(string? typed) =>
        (typed ?? "").Length is 0 or (>= ShortestPassphrase and <= LongestPassphrase)
            ? Result.Done
            : new Problem(
                "backup.passphrase",
                Invariant($"A passphrase has from {ShortestPassphrase} to {LongestPassphrase} characters. Four words are a good one."),
                "passphrase"
            );

    /// <summary>Keeps a passphrase, sealed; empty for none.</summary>
    public void Seal(string sealedPassphrase) => (SealedPassphrase, Version) = (sealedPassphrase, Version + 1);

    /// <summary>Whether it is time: the time of day is past, and nothing was tried since it was.</summary>
    /// <param name="now">Wall time in the shop.</param>
    /// <param name="tried">Wall time at which it was tried last; null for never.</param>
    public bool IsDue(LocalDateTime now, LocalDateTime? tried)
    {
        if (At is not { } at || Folders.Count == 0)
            return false;
        var last = now.TimeOfDay >= at ? now.Date.At(at) : now.Date.PlusDays(-1).At(at);
        return tried is null || tried < last;
    }

    /// <summary>The day by which no backup of a day is there any more; null where none are made.</summary>
    /// <param name="day">The day.</param>
    public LocalDate? ThinnedOutBy(LocalDate day) =>
        At is null || Folders.Count == 0
            ? null
            : new[] { day.PlusDays(Daily), day.PlusWeeks(Weekly), day.PlusMonths(Monthly) }.Max().PlusDays(1);

    /// <summary>A field as it is typed.</summary>
    public string Shown(string field) =>
        field switch
        {
            "at" => At?.Clock() ?? "",
            "folder" => Folder,
            "secondFolder" => SecondFolder,
            "daily" => Daily.ToString(CultureInfo.InvariantCulture),
            "weekly" => Weekly.ToString(CultureInfo.InvariantCulture),
            "monthly" => Monthly.ToString(CultureInfo.InvariantCulture),
            _ => "",
        };

    private Problem? Write(string field, string typed, string data)
    {
        switch (field)
        {
            case "at" when typed.Length == 0:
                At = null;
                return null;
            case "at":
                // A time of any day.
                var day = new LocalDate(2000, 1, 1);
                if (
                    DateTimeInput.Read(typed, day.AtMidnight(), field, LocalTime.Midnight) is not { Ok: true } read
                    || read.Value.Date != day
                )
                    return new Problem("backup.at", "Enter a time such as 10:30 pm, or nothing for no backups.", field);
                At = read.Value.TimeOfDay;
                return null;
            case "folder":
                return Place(typed, SecondFolder, data, field, v => Folder = v);
            case "secondFolder":
                return Place(typed, Folder, data, field, v => SecondFolder = v);
            case "daily":
                return Count(typed, field, 1, v => Daily = v);
            case "weekly":
                return Count(typed, field, 0, v => Weekly = v);
            case "monthly":
                return Count(typed, field, 0, v => Monthly = v);
            default:
                return new Problem("backup.field", $"\"{field}\" can't be edited.", field);
        }
    }

    private static Problem? Place(string typed, string other, string data, string field, Action<string> keep)
    {
        if (typed.Length == 0)
        {
            keep("");
            return null;
        }
        if (typed.Length > LongestFolder || !Path.IsPathFullyQualified(typed))
            return new Problem("backup.folder", "Enter a whole path, such as /mnt/backup/shop.", field);
        var path = Path.TrimEndingDirectorySeparator(Path.GetFullPath(typed));
        if (path == other)
            return new Problem("backup.folder", "Backups go there already. The second folder should be on another disk.", field);
        if ($"{path}/".StartsWith($"{Path.TrimEndingDirectorySeparator(Path.GetFullPath(data))}/", StringComparison.Ordinal))
            return new Problem("backup.folder", "That is in the shop's own data folder, and would be lost with it.", field);
        keep(path);
        return null;
    }

    private static Problem? Count(string typed, string field, int least, Action<int> keep)
    {
        if (!int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var count) || count < least || count > MostKept)
            return new Problem("backup.count", Invariant($"Enter a number from {least} to {MostKept}."), field);
        keep(count);
        return null;
    }
}
