using Yardstick.Core.Floor;

namespace Yardstick.Core.Reports;

/// <summary>What held an order up that was finished after its promise.</summary>
/// <param name="ForParts">Opening minutes that it waited for parts.</param>
/// <param name="ForAnswer">Opening minutes that it waited for the customer's answer.</param>
/// <param name="HoursOver">Hours that its work took beyond those sold; zero or less where it took no longer.</param>
public sealed record LatePromise(int ForParts, int ForAnswer, decimal HoursOver)
{
    /// <summary>Less than a quarter of an hour held nothing up.</summary>
    private const decimal Least = 0.25m;

    /// <summary>Of an order.</summary>
    /// <param name="stays">Its stays in stages that ended before it was finished.</param>
    /// <param name="soldHours">Hours sold of its finished jobs.</param>
    /// <param name="clockedHours">Hours on the clock for them.</param>
    public static LatePromise Of(IReadOnlyCollection<StageStay> stays, decimal soldHours, decimal clockedHours) =>
        new(
            stays.Where(s => s.Stage == Stage.WaitingForParts).Sum(s => s.Minutes),
            stays.Where(s => s.Stage == Stage.WaitingForAnswer).Sum(s => s.Minutes),
            clockedHours - soldHours
        );

    /// <summary>What held it up most, in words.</summary>
    public string Words =>
        new (decimal Hours, string Words)[]
        {
            (ForParts / 60m, Invariant($"waited {ForParts / 60m:0.#} h for parts")),
            (ForAnswer / 60m, Invariant($"waited {ForAnswer / 60m:0.#} h for an answer")),
            (HoursOver, Invariant($"took {HoursOver:0.#} h over what was sold")),
        }.MaxBy(r => r.Hours)
            is var (hours, words)
        && hours >= Least
            ? words
            : "begun too late, or promised too early";
}
