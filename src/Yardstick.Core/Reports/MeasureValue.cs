namespace Yardstick.Core.Reports;

/// <summary>A figure as it adds up: an amount, or an amount of another.</summary>
/// <param name="Amount">The amount.</param>
/// <param name="Of">What it is set against; null where it stands by itself.</param>
public readonly record struct MeasureValue(decimal Amount, decimal? Of = null)
{
    /// <summary>Both together.</summary>
    public static MeasureValue operator +(MeasureValue one, MeasureValue two) =>
        new(one.Amount + two.Amount, one.Of is null && two.Of is null ? null : (one.Of ?? 0) + (two.Of ?? 0));

    /// <summary>The figure: percent with one decimal, all else with two; null where it is set against nothing.</summary>
    /// <param name="unit">What it is counted in.</param>
    public decimal? Figure(MeasureUnit unit)
    {
        var ratio = Of switch
        {
            null => Amount,
            0 => (decimal?)null,
            { } of => unit == MeasureUnit.Percent ? Amount * 100m / of : Amount / of,
        };
        return ratio is { } figure ? decimal.Round(figure, unit == MeasureUnit.Percent ? 1 : 2, MidpointRounding.AwayFromZero) : null;
    }
}
