namespace Yardstick.Core.Schedule;

/// <summary>When something is taken: a person, a bay or an order. Found quickly however much there is of it.</summary>
internal sealed class TakenTime
{
    // By beginning; beside each the latest end up to there, since what is fixed may overlap.
    private readonly List<(int Start, int End, int LatestEnd)> taken = [];

    /// <summary>Takes it for a job.</summary>
    internal void Add(PlacedTask place)
    {
        var at = taken.Count;
        while (at > 0 && taken[at - 1].Start > place.Start)
            at--;
        taken.Insert(at, (place.Start, place.End, 0));
        for (var i = at; i < taken.Count; i++)
            taken[i] = taken[i] with { LatestEnd = Math.Max(taken[i].End, i > 0 ? taken[i - 1].LatestEnd : int.MinValue) };
    }

    /// <summary>When the first job is over that stands at the same time; null where it is free.</summary>
    /// <param name="start">A beginning.</param>
    /// <param name="end">The end of what begins then.</param>
    internal int? Clash(int start, int end)
    {
        var (low, high) = (0, taken.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (taken[middle].LatestEnd > start)
                high = middle;
            else
                low = middle + 1;
        }
        for (; low < taken.Count && taken[low].Start < end; low++)
            if (start < taken[low].End)
                return taken[low].End;
        return null;
    }
}
