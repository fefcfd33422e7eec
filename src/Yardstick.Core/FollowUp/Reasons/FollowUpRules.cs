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
