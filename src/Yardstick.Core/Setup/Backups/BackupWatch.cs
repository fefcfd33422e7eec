namespace Yardstick.Core.Setup;

/// <summary>What an owner has to be told about backups and the disk.</summary>
public static class BackupWatch
{
    private const long LeastFree = 2L * 1024 * 1024 * 1024;
    private const int LeastPercent = 5;
    private static readonly Duration Longest = Duration.FromDays(2);

    /// <summary>A sentence where a plan made no good backup for two days; null while all is well or nothing is planned.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="lastGood">The last good one, UTC.</param>
    /// <param name="since">Since when the shop is here, UTC: a new one has two days.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public static string? OfBackups(BackupPlan plan, Instant? lastGood, Instant since, Instant utcNow) =>
        plan.At is null || utcNow - (lastGood ?? since) < Longest ? null
        : lastGood is { } good ? Invariant($"The last good backup is {(int)(utcNow - good).TotalDays} days old. Look in Setup, Backups.")
        : "There is no good backup yet. Look in Setup, Backups.";

    /// <summary>A sentence where the disk of the data is nearly full: less than 2 GB or a twentieth is free.</summary>
    /// <param name="free">Bytes that are free.</param>
    /// <param name="total">Bytes that there are.</param>
    public static string? OfDisk(long free, long total) =>
        free >= LeastFree && free >= total / (100 / LeastPercent)
            ? null
            : Invariant($"The disk is nearly full: {free / 1024m / 1024 / 1024:0.0} GB are free. Make room before work stops.");
}
