using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;
using Yardstick.Core.WriteUp;

namespace Yardstick.Core.Tests.WriteUp;

/// <summary>What is known of a customer and a car is said with its urgency, its words and what takes it over.</summary>
public class AdvisoryTests
{
    private static readonly AdvisoryMaker Maker = new(Sample.TheShop);
    private static readonly CarUse Use = new(Sample.Today, new Odometer(60_000), 30);

    private static Order Visit(long id, OrderState state, int daysAgo, params Job[] jobs)
    {
        var order = new Order
        {
            Id = id,
            Number = 2000 + id,
            State = state,
            OpenedAt = Sample.Mina.At - Duration.FromDays(daysAgo),
            OdometerIn = new Odometer(58_000),
            Title = "Visit",
        };
        foreach (var job in jobs)
        {
            job.OrderId = id;
            order.Jobs.Add(job);
        }
        return order;
    }

    private static Job Work(long id, string title, DecisionKind decision) =>
        new()
        {
            Id = id,
            Title = title,
            Decision = decision,
        };

    [Theory]
    [InlineData(-1, Urgency.Heed, "expired")]
    [InlineData(30, Urgency.Soon, "expires soon")]
    [InlineData(31, null, "")]
    public void A_certificate_is_told_of_thirty_days_before_it_ends(int days, Urgency? urgency, string words)
    {
        var customer = new Customer { TaxExempt = "Resale", TaxExemptUntil = Sample.Today.PlusDays(days) };
        var said = AdvisoryMaker.OfCustomer(customer, Sample.Today).SingleOrDefault();
        Assert.Equal(urgency, said?.Urgency);
        Assert.EndsWith(words, said?.Title ?? "", StringComparison.Ordinal);
    }

    [Fact]
    public void Who_is_not_to_be_served_is_told_first_and_a_car_tells_its_own_warning()
    {
        var customer = new Customer { DoNotServe = "Bounced checks", Alert = "Text only" };
        Assert.Equal(["Do not serve: Bounced checks", "Text only"], AdvisoryMaker.OfCustomer(customer, Sample.Today).Select(a => a.Title));
        var car = new Vehicle { Warning = "Fuel gauge lies", Vin = Vin.Kept("1M8GDM9A3KP042788") };
        Assert.Equal([Urgency.Heed, Urgency.Later], AdvisoryMaker.OfVehicle(car).Select(a => a.Urgency));
    }

    [Fact]
    public void What_was_left_open_says_what_became_of_it_and_comes_over_as_its_job()
    {
        var deferred = Work(1, "Belts", DecisionKind.Deferred);
        (deferred.DeferUntil, deferred.DeferAtReading) = (new LocalDate(2027, 2, 1), new Odometer(65_000));
        var order = Visit(
            7,
            OrderState.Ended,
            40,
            deferred,
            Work(2, "Lamp", DecisionKind.Declined),
            Work(3, "Wipers", DecisionKind.Proposed)
        );
        var said = Maker.LeftOpen([order], Use).ToList();
        Assert.Equal([AdvisoryKind.Deferred, AdvisoryKind.Declined, AdvisoryKind.Declined], said.Select(a => a.Kind));
        Assert.Equal("deferred Oct 14, 2026 until Feb 1, 2027 or 65,000 mi, 0.00 then", said[0].Detail);
        Assert.StartsWith("declined Oct 14, 2026", said[1].Detail, StringComparison.Ordinal);
        Assert.StartsWith("never answered Oct 14, 2026", said[2].Detail, StringComparison.Ordinal);
        Assert.All(said, a => Assert.Equal((7L, AdvisoryTakeKind.Job, a.JobId), (a.OrderId!.Value, a.Take!.Kind, a.Take.Id)));
    }

    [Fact]
    public void A_finding_is_advised_until_work_of_its_words_was_written()
    {
        Finding Found(long id, string text, Rating rating, decimal? measured = null) =>
            new()
            {
                Id = id,
                OrderId = 7,
                Text = text,
                Rating = rating,
                Measured = measured,
                Unit = "mm",
                At = Sample.Mina.At - Duration.FromDays(40),
            };
        var closed = Visit(7, OrderState.Posted, 40, Work(1, "Coolant hose", DecisionKind.Approved));
        var said = Maker
            .Advised(
                [
                    Found(1, "Front pads", Rating.Unsafe, 2.5m),
                    Found(2, "Rear tires", Rating.Watch),
                    Found(3, "Lights", Rating.Good),
                    Found(4, "Coolant hose", Rating.Due),
                ],
                [closed]
            )
            .ToList();
        Assert.Equal([("Front pads", true), ("Rear tires", false)], said.Select(a => (a.Title, a.IsPressing)));
        Assert.Equal("rated unsafe Oct 14, 2026, 2.5 mm", said[0].Detail);
        Assert.Equal("rated watch Oct 14, 2026", said[1].Detail);
        // An order that is still open tells its own findings.
        Assert.Empty(Maker.Advised([Found(1, "Front pads", Rating.Unsafe)], [Visit(7, OrderState.Open, 1)]));
    }

    [Fact]
    public void The_last_two_visits_and_the_open_order_are_named()
    {
        Order[] orders =
        [
            Visit(1, OrderState.Open, 0),
            .. Enumerable.Range(2, 3).Select(i => Visit(i, OrderState.Posted, 100 * i, Work(i, $"Job {i}", DecisionKind.Approved))),
        ];
        foreach (var order in orders)
            order.PostedAt = order.OpenedAt;
        Assert.Equal("Order 2001 is open for this vehicle", Assert.Single(AdvisoryMaker.Open(orders)).Title);
        Assert.Equal(["Job 2", "Job 3"], Maker.Visits(orders).Select(a => a.Detail));
        Assert.Equal("Here May 7, 2026 at 58,000 mi", Maker.Visits(orders).First().Title);
    }

    [Fact]
    public void Like_cars_tell_what_two_of_them_had_and_this_one_had_not()
    {
        LikeWork[] done =
        [
            new(1, "Water pump", 5),
            new(2, "Water pump", 5),
            new(2, "Water pump", 5),
            new(1, "Front pads", null),
            new(2, "Front pads", null),
            new(3, "Mirror", null),
        ];
        var own = Visit(9, OrderState.Posted, 10, Work(1, "Front pads", DecisionKind.Approved));
        var said = Assert.Single(Maker.OfLikeCars(done, [own]));
        Assert.Equal(("Water pump", 5L), (said.Title, said.Take!.CannedJobId!.Value));
        Assert.Equal("done on 2 of 3 similar vehicles within 10,000 mi of this mileage", said.Detail);
    }

    [Fact]
    public void A_reminder_finds_its_canned_job_by_title_and_starts_anew_with_chosen_work()
    {
        var reminder = Reminder.Create(1, new ReminderInput("oil SERVICE", "6", "7500", null), Sample.Today, new Odometer(55_000)).Value;
        reminder.Find([
            new CannedJob
            {
                Id = 4,
                Title = "Oil service",
                System = "Engine",
            },
        ]);
        Assert.Equal(4, reminder.CannedJobId);
        var said = Maker.ToComeAgain([reminder], Use, [Job.Named("Something", 4)]).Single();
        Assert.True(said.Resets);
        Assert.Equal("every 6 months or every 7,500 mi; not done yet, counting from Nov 23, 2026; due about Feb 15, 2027", said.Detail);
    }
}
