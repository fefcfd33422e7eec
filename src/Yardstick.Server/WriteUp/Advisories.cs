using Microsoft.EntityFrameworkCore;
using Yardstick.Core;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Orders;
using Yardstick.Server.Safety;

namespace Yardstick.Server.WriteUp;

/// <summary>What is known already about a customer and a car, in one list, the most pressing first.</summary>
public static class Advisories
{
    private const int MostLike = 3,
        MostVisits = 2;

    /// <summary>Something known.</summary>
    /// <param name="Kind">warning, openOrder, deferred, declined, advised, reminder, like, visit; from outside: service, recall, bulletin,
    /// past.</param>
    /// <param name="Urgency">How pressing it is.</param>
    /// <param name="Title">What it is.</param>
    /// <param name="Detail">Since when, until when, how much.</param>
    public sealed record Advisory(string Kind, Urgency Urgency, string Title, string Detail)
    {
        /// <summary>The order that it is on.</summary>
        public long? OrderId { get; init; }

        /// <summary>Work of that order, which can be put off again.</summary>
        public long? JobId { get; init; }

        /// <summary>What takes it over; null where nothing can be done on an order about it.</summary>
        public AdvisoryToJob? Take { get; init; }

        /// <summary>The work that was chosen already does it and starts its time anew.</summary>
        public bool Resets { get; init; }

        /// <summary>Further sentences, shown on demand.</summary>
        public IReadOnlyList<string> More { get; init; } = [];
    }

    /// <summary>Work that is put off again: until a day as it is typed, or for good.</summary>
    public sealed record PutOffRequest(string? Until, string? Reason, AnswerChannel Channel = AnswerChannel.InPerson);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/write-up/known", ListAsync).Asks(Permission.WriteUp).Produces<IReadOnlyList<Advisory>>();
        api.MapPost("/orders/{id:long}/jobs/{jobId:long}/put-off", PutOff)
            .Asks(Permission.WriteUp)
            .Produces<Changed>()
            .ProducesProblem(422);
    }

    /// <param name="db">The database.</param>
    /// <param name="time">The clock.</param>
    /// <param name="customer">The customer, where one is chosen.</param>
    /// <param name="vehicle">The car, where one is chosen.</param>
    /// <param name="odometer">What was typed as the odometer.</param>
    /// <param name="canned">Keys of the canned jobs that are chosen already, with commas.</param>
    private static async Task<IResult> ListAsync(
        ShopDb db,
        TimeProvider time,
        long? customer = null,
        long? vehicle = null,
        string? odometer = null,
        string? canned = null
    )
    {
        var shop = await db.Shops.SingleAsync();
        var now = time.Now();
        var today = shop.Local(now).Date;
        var items = new List<Advisory>();
        if (customer is { } customerId && await db.Customers.FindAsync(customerId) is { } person)
            items.AddRange(Warnings(person, today));
        if (vehicle is { } vehicleId && await db.Vehicles.Include(v => v.Readings).FirstOrDefaultAsync(v => v.Id == vehicleId) is { } car)
        {
            if (car.Warning.Length > 0)
                items.Add(new Advisory("warning", Urgency.Heed, car.Warning, "about the car"));
            items.AddRange(VinRemarks.Of(car).Select(remark => new Advisory("warning", Urgency.Later, remark, "about its VIN")));
            var orders = await db.Orders.Include(o => o.Jobs).Where(o => o.VehicleId == vehicleId).ToListAsync();
            items.AddRange(
                orders
                    .Where(o => o.State == OrderState.Open)
                    .Select(open => new Advisory("openOrder", Urgency.Heed, $"Order {open.Number} is open for this car", open.Title)
                    {
                        OrderId = open.Id,
                    })
            );
            var typed = Odometer.Parse(odometer);
            var use = CarUse.Of(car.Readings, shop.DistancePerDay, today, now, typed.Ok ? typed.Value : null);
            items.AddRange(Earlier(orders, shop, use));
            items.AddRange(await AdvisedAsync(db, orders, shop));
            items.AddRange(await RemindersAsync(db, vehicleId, shop, use, canned));
            items.AddRange(Visits(orders, shop));
            items.AddRange(await LikeCarsAsync(db, car, orders, shop, use));
        }
        return Results.Ok(items.OrderBy(i => i.Urgency).ToList());
    }

    private static IEnumerable<Advisory> Warnings(Customer customer, LocalDate today)
    {
        if (customer.DoNotServe.Length > 0)
            yield return new Advisory("warning", Urgency.Heed, $"Do not serve: {customer.DoNotServe}", customer.DisplayName);
        if (customer.Alert.Length > 0)
            yield return new Advisory("warning", Urgency.Heed, customer.Alert, customer.DisplayName);
        if (customer.TaxExempt.Length > 0 && !customer.IsExemptOn(today))
            yield return new Advisory(
                "warning",
                Urgency.Heed,
                $"The certificate for {customer.TaxExempt} has ended",
                Invariant($"on {customer.TaxExemptUntil:MMM d, yyyy}; tax is charged until a new date is on file")
            );
        else if (customer.TaxExemptUntil is { } until && Period.DaysBetween(today, until) <= 30)
            yield return new Advisory(
                "warning",
                Urgency.Soon,
                $"The certificate for {customer.TaxExempt} ends soon",
                Invariant($"on {until:MMM d, yyyy}")
            );
    }

    private static IEnumerable<Advisory> Earlier(List<Order> orders, Shop shop, CarUse use)
    {
        foreach (var job in EarlierWork.StillOpen(orders))
        {
            var order = orders.First(o => o.Id == job.OrderId);
            var until = (job.DeferUntil, job.DeferAtReading) switch
            {
                ({ } day, { } at) => Invariant($" until {day:MMM d, yyyy} or {at:N0} {shop.DistanceWord}"),
                ({ } day, null) => Invariant($" until {day:MMM d, yyyy}"),
                (null, { } at) => Invariant($" until {at:N0} {shop.DistanceWord}"),
                _ => "",
            };
            var deferred = job.Decision == DecisionKind.Deferred;
            yield return new Advisory(
                deferred ? "deferred" : "declined",
                EarlierWork.UrgencyOf(job, use.Today, use.Reading?.Value, use.PerDay),
                job.Title,
                Invariant(
                    $"{(deferred ? "put off" : job.Decision == DecisionKind.Proposed ? "never answered" : "declined")} {shop.Local(order.OpenedAt):MMM d, yyyy}{until}, {job.Subtotal} then"
                )
            )
            {
                OrderId = order.Id,
                JobId = job.Id,
                Take = new AdvisoryToJob("job", job.Id, job.Title, null),
            };
        }
    }

    /// <summary>Findings of earlier visits that nobody made work of.</summary>
    private static async Task<List<Advisory>> AdvisedAsync(ShopDb db, List<Order> orders, Shop shop)
    {
        var closed = orders.Where(o => o.State is OrderState.Posted or OrderState.Ended).ToDictionary(o => o.Id);
        var ids = closed.Keys.ToList();
        var findings = await db
            .Findings.Where(f => ids.Contains(f.OrderId) && f.Rating != Rating.Sound)
            .OrderByDescending(f => f.Id)
            .ToListAsync();
        var jobs = orders.SelectMany(o => o.OnJobs.Select(j => (o.OpenedAt, Job: j))).ToList();
        return findings
            .Where(f => !jobs.Exists(j => j.OpenedAt >= closed[f.OrderId].OpenedAt && WorkTitleMatch.Same(j.Job.Title, f.Text)))
            .Select(f => new Advisory(
                "advised",
                f.Rating switch
                {
                    Rating.Unsafe => Urgency.Heed,
                    Rating.Due => Urgency.Due,
                    _ => Urgency.Later,
                },
                f.Text,
                Invariant(
                    $"found {(f.Rating == Rating.Watch ? "worth watching" : f.Rating.ToString().ToLowerInvariant())} {shop.Local(f.At):MMM d, yyyy}{(f.Measured is { } value ? Invariant($", {value:0.###} {f.Unit}").TrimEnd() : "")}"
                )
            )
            {
                OrderId = f.OrderId,
                Take = new AdvisoryToJob("finding", f.Id, f.Text, null),
            })
            .ToList();
    }

    private static async Task<List<Advisory>> RemindersAsync(ShopDb db, long vehicleId, Shop shop, CarUse use, string? canned)
    {
        var reminders = await db.Reminders.Where(r => r.VehicleId == vehicleId && r.RemovedAt == null).ToListAsync();
        if (reminders.Count == 0)
            return [];
        var ids = (canned ?? "").Split(',').Select(t => long.TryParse(t, out var id) ? id : 0).ToHashSet();
        var chosen = (await db.CannedJobs.Where(c => ids.Contains(c.Id)).ToListAsync()).ConvertAll(c => Job.Named(c.Title, c.Id));
        return reminders.ConvertAll(r => new Advisory(
            "reminder",
            Due.Of(r, use).Urgency,
            r.Title,
            FollowUp.Reminders.Sentence(r, use, shop)
        )
        {
            Take = new AdvisoryToJob("reminder", r.Id, r.Title, r.CannedJobId),
            Resets = chosen.Exists(r.IsDoneBy),
        });
    }

    private static IEnumerable<Advisory> Visits(List<Order> orders, Shop shop) =>
        orders
            .Where(o => o.State == OrderState.Posted && o.ApprovedJobs.Any())
            .OrderByDescending(o => o.PostedAt)
            .Take(MostVisits)
            .Select(o => new Advisory(
                "visit",
                Urgency.Later,
                Invariant(
                    $"Here {shop.Local(o.PostedAt ?? o.OpenedAt):MMM d, yyyy}{(o.OdometerIn is { } reading ? Invariant($" at {reading:N0} {shop.DistanceWord}") : "")}"
                ),
                string.Join(", ", o.ApprovedJobs.Select(j => j.Title))
            )
            {
                OrderId = o.Id,
            });

    /// <summary>What was done most on cars of the same make and model at about this reading, and not on this one.</summary>
    private static async Task<List<Advisory>> LikeCarsAsync(ShopDb db, Vehicle car, List<Order> orders, Shop shop, CarUse use)
    {
        if (car.Make.Length == 0 || car.Model.Length == 0 || use.Reading is not { } reading)
            return [];
        var (from, to) = (reading + -Vehicle.LikeDistance, reading + Vehicle.LikeDistance);
        var like = await db
            .Vehicles.Where(car.IsLike())
            .Where(v => v.Id != car.Id)
            .Join(
                db.Orders.Where(o => o.State == OrderState.Posted && o.OdometerIn >= from && o.OdometerIn <= to),
                v => v.Id,
                o => o.VehicleId,
                (v, o) => new { Car = v.Id, Order = o.Id }
            )
            .Join(
                db.Jobs.Where(j => j.RemovedAt == null && j.Decision == DecisionKind.Approved),
                x => x.Order,
                j => j.OrderId,
                (x, j) =>
                    new
                    {
                        x.Car,
                        j.Title,
                        j.CannedJobId,
                    }
            )
            .ToListAsync();
        var cars = like.Select(l => l.Car).Distinct().Count();
        return like.GroupBy(l => l.Title)
            .Where(g => !orders.SelectMany(o => o.OnJobs).Any(j => WorkTitleMatch.Same(j.Title, g.Key)))
            .Select(g => (g.Key, Cars: g.Select(l => l.Car).Distinct().Count(), g.First().CannedJobId))
            .Where(g => g.Cars > 1)
            .OrderByDescending(g => g.Cars)
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .Take(MostLike)
            .Select(g => new Advisory(
                "like",
                Urgency.Later,
                g.Key,
                Invariant($"done on {g.Cars} of {cars} like cars within {Vehicle.LikeDistance:N0} {shop.DistanceWord} of this reading")
            )
            {
                Take = new AdvisoryToJob("work", null, g.Key, g.CannedJobId),
            })
            .ToList();
    }

    private static Task<IResult> PutOff(long id, long jobId, PutOffRequest request, CommandRunner commands) =>
        commands.OnOrderAsync<Changed>(id, under =>
        {
            LocalDate? until = null;
            if (!string.IsNullOrWhiteSpace(request.Until))
            {
                var day = DateTimeInput.Day(request.Until, under.LocalNow, "until");
                if (day.Problem is { } unreadable)
                    return Task.FromResult<Result<Changed>>(unreadable);
                until = day.Value;
            }
            var put = under.Order.PutOffAgain(
                jobId,
                until,
                request.Reason,
                under.Customer?.DisplayName ?? "Customer",
                request.Channel,
                under.Command.Actor
            );
            return Task.FromResult<Result<Changed>>(put.Problem is { } problem ? problem : new Changed(under.Order.Version, jobId, 0));
        });
}
