using Yardstick.Core.Catalog;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>Gathers what is raised before a vehicle leaves, and told on the last part of its invoice.</summary>
public static class NextWorks
{
    private const int MonthsAhead = 12;

    /// <summary>
    /// Advice that no job on the order does, the most urgent first, then services that are due within twelve months, the earliest first.
    /// What the order did counts from today.
    /// </summary>
    /// <param name="order">The order with its jobs.</param>
    /// <param name="findings">Its findings; what the shop keeps to itself is left out.</param>
    /// <param name="reminders">Reminders of its vehicle.</param>
    /// <param name="use">How the vehicle is used.</param>
    public static IReadOnlyList<NextWork> Of(Order order, IEnumerable<Finding> findings, IEnumerable<Reminder> reminders, CarUse use) =>
        [
            .. findings
                .Where(f => f.IsUnpriced && f.Release != CustomerVisibility.KeptInside)
                .Where(f => !order.OnJobs.Any(j => WorkTitleMatch.Same(j.Title, f.Text)))
                .OrderByDescending(f => f.Rating)
                .ThenBy(f => f.Id)
                .Select(f => new NextWork(KeyOf(f), NextWorkKind.Advice, f.ForCustomer, Rated(f))),
            .. reminders
                .Select(r => (Reminder: r, Due: DueAfter(order, r, use)))
                .Where(x => x.Due.On <= use.Today.PlusMonths(MonthsAhead))
                .OrderBy(x => x.Due.On)
                .Select(x => new NextWork(KeyOf(x.Reminder), NextWorkKind.Service, x.Reminder.Title, Words(x.Due))),
        ];

    /// <summary>What advice is chosen by.</summary>
    public static string KeyOf(Finding finding) => Invariant($"advice{finding.Id}");

    private static string KeyOf(Reminder reminder) => Invariant($"service{reminder.Id}");

    private static Due DueAfter(Order order, Reminder reminder, CarUse use) =>
        order.ApprovedJobs.Any(reminder.IsDoneBy)
            ? Due.After(use.Today, use.Reading?.Value, reminder.EveryMonths, reminder.EveryDistance, use)
            : Due.Of(reminder, use);

    private static string Rated(Finding finding) =>
        string.Join(", ", new[] { finding.Rating.ToString().ToLowerInvariant(), finding.MeasuredWords }.Where(t => t.Length > 0));

    private static string Words(Due due) =>
        due.State is DueState.Late or DueState.Due ? "due now" : Invariant($"due {(due.ByDistance ? "about " : "")}{due.On:MMMM d, yyyy}");
}
