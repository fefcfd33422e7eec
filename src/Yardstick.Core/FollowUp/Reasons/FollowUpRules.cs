using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>When reasons fall due, and how often customers are asked.</summary>
public static class FollowUpRules
{
    /// <summary>What is due longer than this is not offered any more; W7 still shows it.</summary>
    public const int LongestOverdueDays = 120;

    /// <summary>What is due within this is shown ahead.</summary>
    public const int AheadDays = 30;

    /// <summary>An estimate is asked after so many days.</summary>
    public const int EstimateDays = 2;

    /// <summary>The customer's messages are counted over so many days.</summary>
    public const int CountedDays = 30;

    /// <summary>What is due longer than this does not go out by itself: nobody is surprised by a backlog when it is switched on.</summary>
    public const int ByItselfWithinDays = 14;

    /// <summary>A message is to several customers.</summary>
    public static readonly Problem Mixed = new("followUp.mixed", "One message goes to one customer.");

    /// <summary>None were chosen, or more than can be worked on at once.</summary>
    /// <param name="most">How many can.</param>
    public static Problem TooMany(int most) => new("followUp.most", Invariant($"Choose from 1 to {most} follow-ups to write about."));

    /// <summary>Whether a due day is shown on a day.</summary>
    /// <param name="on">When it is due.</param>
    /// <param name="today">Today in the shop.</param>
    public static bool IsShown(LocalDate on, LocalDate today) =>
        Period.DaysBetween(on, today) <= LongestOverdueDays && Period.DaysBetween(today, on) <= AheadDays;

    /// <summary>Whether a reason is written about by itself: the shop wants it so, it fell due lately, and somebody might write.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="state">How far it is.</param>
    /// <param name="on">When it was due.</param>
    /// <param name="mayWrite">Nothing speaks against a message.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="today">Today in the shop.</param>
    public static bool GoesByItself(FollowUpKind kind, FollowUpState state, LocalDate on, bool mayWrite, Shop shop, LocalDate today) =>
        mayWrite
        && state == FollowUpState.Due
        && Period.DaysBetween(on, today) <= ByItselfWithinDays
        && shop.AutomaticFollowUps.HasFlag(AutomaticOf(kind));

    private static AutomaticFollowUps AutomaticOf(FollowUpKind kind) =>
        kind switch
        {
            FollowUpKind.Reminder => AutomaticFollowUps.Reminders,
            FollowUpKind.Estimate => AutomaticFollowUps.Estimates,
            FollowUpKind.Missed => AutomaticFollowUps.Missed,
            FollowUpKind.Thanks => AutomaticFollowUps.Thanks,
            FollowUpKind.Away => AutomaticFollowUps.Away,
            FollowUpKind.Warranty => AutomaticFollowUps.Warranty,
            _ => AutomaticFollowUps.Work,
        };

    /// <summary>Whether the program may write by itself now: the shop is open, so that somebody is there to answer.</summary>
    /// <param name="now">Wall time.</param>
    /// <param name="shop">The shop.</param>
    public static bool WritesByItself(LocalDateTime now, Shop shop) =>
        shop.AutomaticFollowUps != AutomaticFollowUps.None
        && shop.HoursOn(now.Date) is { } hours
        && hours.From <= now.TimeOfDay
        && now.TimeOfDay < hours.Until;

    /// <summary>Whether somebody made work of a finding, then or since.</summary>
    /// <param name="text">What was found.</param>
    /// <param name="openedAt">When the order was opened on which it was, UTC.</param>
    /// <param name="jobs">Jobs of the vehicle.</param>
    public static bool CameToWork(string text, Instant openedAt, IEnumerable<VisitJob> jobs) =>
        jobs.Any(j => j.OpenedAt >= openedAt && WorkTitleMatch.Same(j.Title, text));

    /// <summary>Reasons without those that say nothing besides another: a vehicle of which work is due is not also "not seen".</summary>
    /// <param name="reasons">All that are due about now.</param>
    public static IEnumerable<FollowUpReason> WithoutEchoes(IReadOnlyCollection<FollowUpReason> reasons)
    {
        var vehicles = reasons.Where(r => r.Kind != FollowUpKind.Away).Select(r => r.VehicleId).ToHashSet();
        return reasons.Where(r => r.Kind != FollowUpKind.Away || !vehicles.Contains(r.VehicleId));
    }

    /// <summary>The reason that decides how one message about several begins: work first, thanks last.</summary>
    /// <param name="reasons">Reasons of one customer and vehicle; at least one.</param>
    public static FollowUpKind Leading(IEnumerable<FollowUpReason> reasons) => reasons.Min(r => r.Kind);

    /// <summary>When work that was put off or declined is due: by its date or reading, else some days after it was decided.</summary>
    /// <param name="until">The day it was put off to.</param>
    /// <param name="atReading">The reading it was put off to.</param>
    /// <param name="decidedOn">The day it was decided, or the visit.</param>
    /// <param name="use">How the vehicle is used.</param>
    /// <param name="shop">The shop, for the days until declined work is asked about.</param>
    public static LocalDate DueOn(LocalDate? until, Odometer? atReading, LocalDate decidedOn, CarUse use, Shop shop)
    {
        var byReading = atReading is { } at ? use.PassesOn(at.Value) : null;
        return (until, byReading) switch
        {
            ({ } day, { } passes) => day < passes ? day : passes,
            ({ } day, null) => day,
            (null, { } passes) => passes,
            _ => decidedOn.PlusDays(shop.DeclinedAfterDays),
        };
    }
}
