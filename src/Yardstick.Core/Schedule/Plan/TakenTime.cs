namespace Yardstick.Core.Schedule;

/// <summary>When something is taken: a person, a bay or an order. Found quickly however much there is of it.</summary>
internal sealed class TakenTime
{
    // By beginning; beside each the latest end up to there, since what is fixed may overlap.
    private readonly List<(PlacedTask Place, int LatestEnd)> taken = [];

    /// <summary>Takes it for a job.</summary>
    internal void Add(PlacedTask place)
    {
        var at = taken.Count;
        while (at > 0 && taken[at - 1].Place.Start > place.Start)
            at--;
        taken.Insert(at, (place, 0));
        for (var i = at; i < taken.Count; i++)
            taken[i] = (taken[i].Place, Math.Max(taken[i].Place.End, i > 0 ? taken[i - 1].LatestEnd : int.MinValue));
    }

    /// <summary>The first job that stands at the same time; null where it is free.</summary>
    internal PlacedTask? Clash(PlacedTask place)
    {
        var (low, high) = (0, taken.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (taken[middle].LatestEnd > place.Start)
                high = middle;
            else
                low = middle + 1;
        }
        for (; low < taken.Count && taken[low].Place.Start < place.End; low++)
            if (taken[low].Place.Overlaps(place))
                return taken[low].Place;
        return null;
    }
}
