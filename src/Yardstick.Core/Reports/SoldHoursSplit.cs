namespace Yardstick.Core.Reports;

/// <summary>Whose hours a finished job's sold hours are (rules, Money after the invoice: technician figures).</summary>
public static class SoldHoursSplit
{
    /// <summary>
    /// Shares hundredths of hours by the minutes that each clocked until it was finished, else by the hours of their lines, else they are
    /// the lead's; by largest remainder, ties to the first.
    /// </summary>
    /// <param name="hundredths">What was sold, in 0.01 h.</param>
    /// <param name="clocked">Minutes by person.</param>
    /// <param name="lines">Hours of lines by technician.</param>
    /// <param name="lead">Who leads the order, or finished the job; null for nobody.</param>
    /// <returns>Hundredths by person; nothing where nobody can be told.</returns>
    public static IReadOnlyDictionary<long, long> Of(
        long hundredths,
        IReadOnlyList<(long StaffId, decimal Minutes)> clocked,
        IReadOnlyList<(long StaffId, decimal Hours)> lines,
        long? lead
    )
    {
        var weights = Weights(clocked);
        if (weights.Count == 0)
            weights = Weights(lines);
        if (weights.Count == 0)
            return lead is { } one ? new Dictionary<long, long> { [one] = hundredths } : [];
        var sum = weights.Sum(w => w.Weight);
        var shares = weights.ConvertAll(w => (w.StaffId, Exact: hundredths * w.Weight / sum));
        var floors = shares.ConvertAll(s => (long)decimal.Floor(s.Exact));
        var left = hundredths - floors.Sum();
        foreach (
            var i in Enumerable.Range(0, shares.Count).OrderByDescending(i => shares[i].Exact - floors[i]).ThenBy(i => i).Take((int)left)
        )
            floors[i]++;
        return shares.Select((s, i) => (s.StaffId, floors[i])).ToDictionary(x => x.StaffId, x => x.Item2);
    }

    private static List<(long StaffId, decimal Weight)> Weights(IEnumerable<(long StaffId, decimal Weight)> of) =>
        [.. of.GroupBy(x => x.StaffId).Select(g => (g.Key, g.Sum(x => x.Weight))).Where(x => x.Item2 > 0).OrderBy(x => x.Key)];
}
