namespace Yardstick.Core.Pricing;

/// <summary>
/// A markup table as a curve of cost against price (rules, Part prices, step 1): straight pieces between its points.
/// </summary>
/// <param name="Points">Points of the price as it is charged, unrounded, by rising cost.</param>
/// <param name="Naive">For each band the two ends of its bare multiplier.</param>
/// <param name="Lifts">Where the rule lifts the price.</param>
public sealed record MarkupCurve(
    IReadOnlyList<CurvePoint> Points,
    IReadOnlyList<(CurvePoint From, CurvePoint To)> Naive,
    IReadOnlyList<MarkupLift> Lifts
)
{
    /// <summary>The curve of a table up to some way into its open band.</summary>
    /// <param name="bands">The table; its edges rise and its last band is open.</param>
    public static MarkupCurve Of(IReadOnlyList<MarkupBand> bands)
    {
        var last = bands.Count > 1 ? bands[^2].UpTo!.Value * 4 : 100;
        var points = new List<CurvePoint> { new(0, 0) };
        var naive = new List<(CurvePoint, CurvePoint)>();
        var lifts = new List<MarkupLift>();
        decimal from = 0,
            least = 0;
        foreach (var band in bands)
        {
            var to = band.UpTo ?? last;
            naive.Add((new(from, from * band.Multiplier), new(to, to * band.Multiplier)));
            if (from * band.Multiplier < least)
            {
                decimal? meets = band.Multiplier == 0 ? null : least / band.Multiplier;
                if (band.UpTo is { } edge && meets > edge)
                    meets = null;
                lifts.Add(new MarkupLift(from, meets, least, from * band.Multiplier));
                if (meets is { } cost && cost < to)
                    points.Add(new CurvePoint(cost, least));
            }
            else if (points[^1].Price < from * band.Multiplier)
            {
                points.Add(new CurvePoint(from, from * band.Multiplier));
            }
            points.Add(new CurvePoint(to, Math.Max(least, to * band.Multiplier)));
            least = Math.Max(least, to * band.Multiplier);
            from = to;
        }
        return new MarkupCurve(points, naive, lifts);
    }
}
