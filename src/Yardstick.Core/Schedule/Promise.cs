using Yardstick.Core.Floor;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Schedule;

/// <summary>Judges promises.</summary>
public static class Promise
{
    /// <summary>Whether a promise holds.</summary>
    /// <param name="promised">Wall time; null if none was made.</param>
    /// <param name="stage">Where the car is.</param>
    /// <param name="workEnds">Wall time at which the planned work ends, if known.</param>
    /// <param name="partsExpected">Wall time at which the last awaited part comes, if known.</param>
    /// <param name="now">Wall time.</param>
    public static PromiseState State(
        LocalDateTime? promised,
        Stage stage,
        LocalDateTime? workEnds,
        LocalDateTime? partsExpected,
        LocalDateTime now
    )
    {
        if (promised is not { } at)
            return PromiseState.None;
        if (stage >= Stage.Done)
            return PromiseState.Kept;
        if (at < now)
            return PromiseState.Late;
        return workEnds > at || partsExpected > at ? PromiseState.CannotBeKept : PromiseState.Holds;
    }

    /// <summary>
    /// A promise to offer: so many hours from now and at most half an hour before closing time, on the shop's step. Where too little is
    /// left of the day, it is on the next day on which the shop is open.
    /// </summary>
    /// <param name="now">Wall time.</param>
    /// <param name="shop">Whose hours count.</param>
    public static LocalDateTime Propose(LocalDateTime now, Shop shop)
    {
        var at = now.PlusHours(Ahead);
        if (shop.HoursOn(now.Date) is not { } today || now.TimeOfDay > today.Until.PlusHours(-LeastLeft) || at.Date > now.Date)
        {
            var next = now.Date.PlusDays(1);
            for (var looked = 0; shop.HoursOn(next) is null && looked < LookAhead; looked++)
                next = next.PlusDays(1);
            var day = shop.DrawnOn(next);
            return Earlier((next + day.From).PlusHours(Morning), next + day.Until);
        }
        return Earlier(shop.OnPromiseStep(at), now.Date + today.Until.PlusMinutes(-BeforeClosing));
    }

    private static LocalDateTime Earlier(LocalDateTime a, LocalDateTime b) => a < b ? a : b;

    private const int Ahead = 5,
        LeastLeft = 2,
        Morning = 4,
        BeforeClosing = 30,
        LookAhead = 60;
}
