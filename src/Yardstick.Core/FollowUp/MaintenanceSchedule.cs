using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.FollowUp;

/// <summary>Which services of a schedule are due at a reading.</summary>
public static class MaintenanceSchedule
{
    /// <summary>No service was chosen to be taken onto an order.</summary>
    public static readonly Problem NoneChosen = new("service.none", "Choose at least one service.", "services");

    private const decimal LatelyShare = 0.25m;
    private const int Step = 5000;

    /// <summary>
    /// What several services together are called: by the reading to the nearest five thousand, as <c>60,000-mile service</c>.
    /// </summary>
    /// <param name="reading">The reading; null where none is known.</param>
    /// <param name="unit">The shop's unit of distance.</param>
    public static string TitleAt(int? reading, DistanceUnit unit) =>
        reading is { } now
            ? Invariant(
                $"{Math.Max(Step, (int)Math.Round(now / (decimal)Step) * Step):N0}-{(unit == DistanceUnit.Miles ? "mile" : "kilometer")} service"
            )
            : "Maintenance service";

    /// <summary>
    /// Where a car stands with each service. One that was done here counts from then. One that was never done here is due when the
    /// car has passed a multiple of its distance by less than a quarter of it; where that is longer ago, nobody here knows whether it was
    /// done elsewhere, and it is told without pressing.
    /// </summary>
    /// <param name="services">The schedule.</param>
    /// <param name="orders">All orders of the car with their jobs.</param>
    /// <param name="use">How the car is used.</param>
    /// <param name="dayOf">The day in the shop of a moment.</param>
    public static IEnumerable<ServiceStanding> Of(
        IEnumerable<ScheduledService> services,
        IReadOnlyCollection<Order> orders,
        CarUse use,
        Func<Instant, LocalDate> dayOf
    )
    {
        var done = orders
            .Where(o => o.State == OrderState.Posted)
            .SelectMany(o => o.ApprovedJobs.Select(j => (Order: o, Job: j)))
            .OrderByDescending(x => x.Order.PostedAt ?? x.Order.OpenedAt)
            .ToList();
        foreach (var service in services)
        {
            var last = done.Find(x => WorkTitleMatch.Same(service.Title, x.Job.Title));
            if (last.Order is { } order)
            {
                var (on, reading) = (dayOf(order.PostedAt ?? order.OpenedAt), order.OdometerOut ?? order.OdometerIn);
                yield return new ServiceStanding(
                    service,
                    on,
                    reading?.Value,
                    Due.After(on, reading?.Value, service.EveryMonths, service.EveryDistance, use),
                    null
                );
                continue;
            }
            if (service.EveryDistance is not { } every || use.Reading?.Value is not { } now)
                continue;
            var passed = now / every * every;
            // Passed lately it is due; passed long ago it was most likely done elsewhere.
            var due =
                passed > 0
                    ? new Due(null, now - passed < every * LatelyShare ? DueState.Due : DueState.Later, true)
                    : Due.After(null, 0, null, every, use);
            yield return new ServiceStanding(service, null, null, due, passed > 0 ? passed : null);
        }
    }
}
