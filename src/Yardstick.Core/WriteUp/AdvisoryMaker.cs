using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.WriteUp;

/// <summary>Makes what is known of records into what is said while a car is written up.</summary>
/// <param name="shop">The shop, by whose zone and unit it is said.</param>
public sealed class AdvisoryMaker(Shop shop)
{
    private const int EndsSoonDays = 30,
        MostLike = 3,
        MostVisits = 2;

    /// <summary>What has to be known of a customer.</summary>
    public static IEnumerable<Advisory> OfCustomer(Customer customer, LocalDate today)
    {
        if (customer.DoNotServe.Length > 0)
            yield return new(AdvisoryKind.Warning, Urgency.Heed, $"Do not serve: {customer.DoNotServe}", customer.DisplayName);
        if (customer.Alert.Length > 0)
            yield return new(AdvisoryKind.Warning, Urgency.Heed, customer.Alert, customer.DisplayName);
        if (customer.TaxExempt.Length > 0 && !customer.IsExemptOn(today))
            yield return new(
                AdvisoryKind.Warning,
                Urgency.Heed,
                $"Exemption certificate ({customer.TaxExempt}) expired",
                Invariant($"on {customer.TaxExemptUntil:MMM d, yyyy}; tax is charged until a new date is on file")
            );
        else if (customer.TaxExemptUntil is { } until && Period.DaysBetween(today, until) <= EndsSoonDays)
            yield return new(
                AdvisoryKind.Warning,
                Urgency.Soon,
                $"Exemption certificate ({customer.TaxExempt}) expires soon",
                Invariant($"on {until:MMM d, yyyy}")
            );
    }

    /// <summary>What has to be known of a car.</summary>
    public static IEnumerable<Advisory> OfVehicle(Vehicle car)
    {
        if (car.Warning.Length > 0)
            yield return new(AdvisoryKind.Warning, Urgency.Heed, car.Warning, "vehicle alert");
        foreach (var remark in VinRemarks.Of(car))
            yield return new(AdvisoryKind.Warning, Urgency.Later, remark, "VIN check");
    }

    /// <summary>Orders that are open for the car.</summary>
    public static IEnumerable<Advisory> Open(IEnumerable<Order> orders) =>
        orders
            .Where(o => o.State == OrderState.Open)
            .Select(open => new Advisory(AdvisoryKind.OpenOrder, Urgency.Heed, $"Order {open.Number} is open for this vehicle", open.Title)
            {
                OrderId = open.Id,
            });

    /// <summary>Work that was put off, declined or never answered, and not done since.</summary>
    /// <param name="orders">All orders of the car.</param>
    /// <param name="use">How the car is used.</param>
    public IEnumerable<Advisory> LeftOpen(IReadOnlyCollection<Order> orders, CarUse use)
    {
        foreach (var job in EarlierWork.StillOpen(orders))
        {
            var order = orders.First(o => o.Id == job.OrderId);
            var kind = job.Decision == DecisionKind.Deferred ? AdvisoryKind.Deferred : AdvisoryKind.Declined;
            var opened = shop.Local(order.OpenedAt).Date;
            yield return new(
                kind,
                EarlierWork.UrgencyOf(job, use.Today, use.Reading?.Value, use.PerDay),
                job.Title,
                $"{EarlierWork.LeftWords(job.Decision, opened, job.DeferUntil, job.DeferAtReading, shop.DistanceWord)}, {job.Subtotal} then"
            )
            {
                OrderId = order.Id,
                JobId = job.Id,
                Take = new(AdvisoryTakeKind.Job, job.Id, job.Title, null),
            };
        }
    }

    /// <summary>Work of earlier visits that is still under warranty.</summary>
    /// <param name="orders">All orders of the car.</param>
    /// <param name="use">How the car is used.</param>
    public IEnumerable<Advisory> UnderWarranty(IEnumerable<Order> orders, CarUse use) =>
        from order in orders
        where order is { State: OrderState.Posted, PostedAt: not null }
        let day = shop.Local(order.PostedAt!.Value).Date
        let reading = order.OdometerOut ?? order.OdometerIn
        from job in order.ApprovedJobs
        where job.Warranty is { } term && term.Holds(day, reading, use.Today, use.Reading)
        select new Advisory(
            AdvisoryKind.Warranty,
            Urgency.Soon,
            $"{job.Title}: under warranty",
            $"{job.Warranty!.UntilWords(day, reading, shop.DistanceWord)}, {job.Warranty.Words(shop.DistanceWord)}"
        )
        {
            OrderId = order.Id,
            Take = new(AdvisoryTakeKind.Comeback, job.Id, job.Title, null),
        };

    /// <summary>Findings of earlier visits that nobody made work of.</summary>
    /// <param name="findings">Findings of orders that were closed, the latest first.</param>
    /// <param name="orders">All orders of the car.</param>
    public IEnumerable<Advisory> Advised(IEnumerable<Finding> findings, IReadOnlyCollection<Order> orders)
    {
        var byId = orders.ToDictionary(o => o.Id);
        var jobs = orders.SelectMany(o => o.OnJobs.Select(j => VisitJob.Of(o, j))).ToList();
        return findings
            .Where(f => f.Rating != Rating.Good && byId[f.OrderId].State is OrderState.Posted or OrderState.Ended)
            .Where(f => !FollowUpRules.CameToWork(f.Text, byId[f.OrderId].OpenedAt, jobs))
            .Select(f => new Advisory(AdvisoryKind.Advised, UrgencyOf(f.Rating), f.Text, Found(f))
            {
                OrderId = f.OrderId,
                Take = new(AdvisoryTakeKind.Finding, f.Id, f.Text, null),
            });
    }

    private static Urgency UrgencyOf(Rating rating) =>
        rating switch
        {
            Rating.Unsafe => Urgency.Heed,
            Rating.Due => Urgency.Due,
            _ => Urgency.Later,
        };

    private string Found(Finding finding)
    {
        var rated = finding.Rating.ToString().ToLowerInvariant();
        var measured = finding.MeasuredWords is { Length: > 0 } words ? $", {words}" : "";
        return Invariant($"rated {rated} {shop.Local(finding.At):MMM d, yyyy}{measured}");
    }

    /// <summary>Work that comes again.</summary>
    /// <param name="reminders">Reminders of the car.</param>
    /// <param name="use">How the car is used.</param>
    /// <param name="chosen">Work that was chosen already; what it does starts anew.</param>
    public IEnumerable<Advisory> ToComeAgain(IEnumerable<Reminder> reminders, CarUse use, IReadOnlyCollection<Job> chosen) =>
        reminders.Select(r => new Advisory(AdvisoryKind.Reminder, Due.Of(r, use).Urgency, r.Title, r.Standing(use, shop.DistanceWord))
        {
            Take = new(AdvisoryTakeKind.Reminder, r.Id, r.Title, r.CannedJobId),
            Resets = chosen.Any(r.IsDoneBy),
        });

    /// <summary>The last visits.</summary>
    public IEnumerable<Advisory> Visits(IEnumerable<Order> orders) =>
        orders
            .Where(o => o.State == OrderState.Posted && o.ApprovedJobs.Any())
            .OrderByDescending(o => o.PostedAt)
            .Take(MostVisits)
            .Select(o => new Advisory(AdvisoryKind.Visit, Urgency.Later, Here(o), string.Join(", ", o.ApprovedJobs.Select(j => j.Title)))
            {
                OrderId = o.Id,
            });

    private string Here(Order order)
    {
        var at = order.OdometerIn is { } reading ? $" at {reading} {shop.DistanceWord}" : "";
        return Invariant($"Here {shop.Local(order.PostedAt ?? order.OpenedAt):MMM d, yyyy}{at}");
    }

    /// <summary>What was done most on like cars at about this reading, on two of them at least, and not on this one.</summary>
    /// <param name="done">Approved work of like cars.</param>
    /// <param name="orders">All orders of this car.</param>
    public IEnumerable<Advisory> OfLikeCars(IReadOnlyCollection<LikeWork> done, IReadOnlyCollection<Order> orders)
    {
        var cars = done.Select(l => l.VehicleId).Distinct().Count();
        return done.GroupBy(l => l.Title)
            .Where(g => !orders.SelectMany(o => o.OnJobs).Any(j => WorkTitleMatch.Same(j.Title, g.Key)))
            .Select(g => (g.Key, Cars: g.Select(l => l.VehicleId).Distinct().Count(), g.First().CannedJobId))
            .Where(g => g.Cars > 1)
            .OrderByDescending(g => g.Cars)
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(MostLike)
            .Select(g => new Advisory(AdvisoryKind.Like, Urgency.Later, g.Key, OnCars(g.Cars, cars))
            {
                Take = new(AdvisoryTakeKind.Work, null, g.Key, g.CannedJobId),
            });
    }

    private string OnCars(int some, int all) =>
        Invariant($"done on {some} of {all} similar vehicles within {Vehicle.LikeDistance:N0} {shop.DistanceWord} of this mileage");
}
