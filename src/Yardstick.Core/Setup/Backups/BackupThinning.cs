namespace Yardstick.Core.Setup;

/// <summary>Which backups stay.</summary>
public static class BackupThinning
{
    /// <summary>
    /// Those to be deleted: of the last days, weeks (from Monday) and months that have one the latest is kept, and the very latest always.
    /// </summary>
    /// <param name="made">When each was made, wall time.</param>
    /// <param name="plan">How many are kept.</param>
    public static IReadOnlySet<LocalDateTime> ToDelete(IReadOnlyCollection<LocalDateTime> made, BackupPlan plan)
    {
        var kept = new HashSet<LocalDateTime>();
        KeepLatest(m => m.Date, plan.Daily);
        KeepLatest(m => m.Date.Previous(IsoDayOfWeek.Sunday), plan.Weekly);
        KeepLatest(m => new LocalDate(m.Year, m.Month, 1), plan.Monthly);
        if (made.Count > 0)
            kept.Add(made.Max());
        return made.Where(m => !kept.Contains(m)).ToHashSet();

        void KeepLatest(Func<LocalDateTime, LocalDate> stretch, int count) =>
            kept.UnionWith(made.GroupBy(stretch).OrderByDescending(g => g.Key).Take(count).Select(g => g.Max()));
    }
}
