namespace Yardstick.Core.Schedule;

/// <summary>Stretches of time in which something passes, in minutes; those that touch are one.</summary>
public sealed class WorkingTime
{
    private readonly List<(int From, int Until)> stretches = [];

    /// <summary>Makes it.</summary>
    /// <param name="spans">Stretches in order, without overlap.</param>
    public WorkingTime(IEnumerable<(int From, int Until)> spans)
    {
        foreach (var (from, until) in spans)
        {
            if (until <= from)
                continue;
            if (stretches.Count > 0 && stretches[^1].Until == from)
                stretches[^1] = (stretches[^1].From, until);
            else
                stretches.Add((from, until));
        }
    }

    /// <summary>The stretches.</summary>
    public IReadOnlyList<(int From, int Until)> Stretches => stretches;

    /// <summary>The end of the last stretch; null without one.</summary>
    public int? Last => stretches.Count > 0 ? stretches[^1].Until : null;

    /// <summary>The stretch in which something may begin at a time; −1 where none is.</summary>
    public int StretchAt(int minute) =>
        StretchAfter(minute) is var stretch && stretch < stretches.Count && stretches[stretch].From <= minute ? stretch : -1;

    /// <summary>When minutes are over that begin within a stretch; null where the stretches do not hold them.</summary>
    /// <param name="start">A beginning within a stretch.</param>
    /// <param name="minutes">Minutes, not negative.</param>
    public int? EndOf(int start, int minutes)
    {
        var left = minutes;
        for (var i = StretchAt(start); i >= 0 && i < stretches.Count; i++)
        {
            var from = Math.Max(start, stretches[i].From);
            if (from + left <= stretches[i].Until)
                return from + left;
            left -= stretches[i].Until - from;
        }
        return null;
    }

    /// <summary>When minutes are over that pass in the stretches from a time on, and without pause after the last of them.</summary>
    /// <param name="start">Any time.</param>
    /// <param name="minutes">Minutes, not negative.</param>
    public int Pass(int start, int minutes)
    {
        if (minutes == 0)
            return start;
        var left = minutes;
        var at = start;
        for (var i = StretchAfter(start); i < stretches.Count; i++)
        {
            var (from, until) = stretches[i];
            at = Math.Max(start, from);
            if (at + left <= until)
                return at + left;
            left -= until - at;
            at = until;
        }
        return at + left;
    }

    /// <summary>Whether minutes that begin at a time are held by the stretches.</summary>
    public bool Holds(int start, int minutes) => StretchAt(start) >= 0 && EndOf(start, minutes) is not null;

    /// <summary>The first time at or after a time at which something may begin; null after the last stretch.</summary>
    public int? Next(int minute) =>
        StretchAfter(minute) is var stretch && stretch < stretches.Count ? Math.Max(minute, stretches[stretch].From) : null;

    /// <summary>The first stretch that is not over at a time; as many as there are after the last.</summary>
    private int StretchAfter(int minute)
    {
        var (low, high) = (0, stretches.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (minute < stretches[middle].Until)
                high = middle;
            else
                low = middle + 1;
        }
        return low;
    }
}
