namespace Yardstick.Core.Schedule;

/// <summary>What a plan is judged by, each smaller the better, the first before the others.</summary>
/// <param name="WithoutPlace">Certain jobs without a place.</param>
/// <param name="LateWeighted">Late minutes times weight.</param>
/// <param name="Moved">Certain jobs with another person than planned.</param>
/// <param name="FinishSum">Minutes from the present to each order's finish.</param>
public readonly record struct PlanFigures(int WithoutPlace, long LateWeighted, int Moved, long FinishSum) : IComparable<PlanFigures>
{
    /// <inheritdoc />
    public int CompareTo(PlanFigures other) =>
        (WithoutPlace, LateWeighted, Moved, FinishSum).CompareTo((other.WithoutPlace, other.LateWeighted, other.Moved, other.FinishSum));

    /// <summary>Whether one plan is better.</summary>
    public static bool operator <(PlanFigures left, PlanFigures right) => left.CompareTo(right) < 0;

    /// <summary>Whether one plan is worse.</summary>
    public static bool operator >(PlanFigures left, PlanFigures right) => left.CompareTo(right) > 0;

    /// <summary>Whether one plan is no worse.</summary>
    public static bool operator <=(PlanFigures left, PlanFigures right) => left.CompareTo(right) <= 0;

    /// <summary>Whether one plan is no better.</summary>
    public static bool operator >=(PlanFigures left, PlanFigures right) => left.CompareTo(right) >= 0;
}
