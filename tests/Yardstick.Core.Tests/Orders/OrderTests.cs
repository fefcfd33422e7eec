using Yardstick.Core.Billing;
using Yardstick.Core.Catalog;
using Yardstick.Core.Customers;
using Yardstick.Core.Floor;
using Yardstick.Core.Inventory;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Tests.Pricing;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Orders;

/// <summary>The order refuses what the rules refuse.</summary>
public class OrderTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 23, 15, 20, 0);
    private static LocalDateTime Wall => Now.InUtc().LocalDateTime;
    private static readonly LocalDate Today = Wall.Date;
    private static readonly Actor Writer = new(2, Now, "tab") { Rights = Rights.Of(Role.Writer) };
    private static readonly ShopPolicy Policy = new() { Pricing = ExampleTests.Case("01-one-job.json").Policy };

    private static PricingResult Price(Order order, JobSelection include) => OrderPricing.Price(order, null, Policy, include, Today);

    private static Order WithJob(decimal hours = 1, decimal cost = 88.4m)
    {
        var order = new Order
        {
            Id = 1,
            Number = 2147,
            VehicleId = 1,
            Stage = Stage.Pricing,
            OdometerIn = new(88_412),
        };
        var job = new Job { Id = 10, Title = "Water pump" };
        job.Lines.Add(
            new LaborLine
            {
                Id = 100,
                Description = "Replace",
                Hours = new(hours),
            }
        );
        job.Lines.Add(
            new PartLine
            {
                Id = 101,
                Description = "Pump",
                Number = "WP",
                Quantity = new(1),
                UnitCost = new(cost),
                PartId = 7,
            }
        );
        order.AddJob(job, Writer);
        OrderPricing.Refresh(order, null, Policy, Today);
        return order;
    }

    private static Result<Decision> Decide(
        Order order,
        DecisionKind kind,
        LocalDate? until = null,
        int? reading = null,
        string who = "Imke Sorensen"
    )
    {
        var decided = order.Decide(
            10,
            new Answer(kind, who, AnswerChannel.Phone, "", until, reading is { } at ? new Odometer(at) : null),
            Price,
            Writer with
            {
                At = Now.PlusMinutes(order.Decisions.Count),
            }
        );
        OrderPricing.Refresh(order, null, Policy, Today);
        return decided;
    }

    [Fact]
    public void An_approval_keeps_who_how_when_and_the_amount()
    {
        var order = WithJob();
        var decision = Decide(order, DecisionKind.Approved).Value;
        Assert.Equal(
            ("Imke Sorensen", AnswerChannel.Phone, Now, 2L),
            (decision.DecidedBy, decision.Channel, decision.At, decision.AskedById)
        );
        Assert.Equal(order.ApprovedTotal, decision.AmountAgreed);
        Assert.Equal(order.AmountAgreed, decision.AmountAgreed);
    }

    [Fact]
    public void A_price_that_was_told_stays_when_the_cost_changes()
    {
        var order = WithJob();
        Decide(order, DecisionKind.Approved);
        var told = Price(order, JobSelection.All);
        order.SetLine(101, "unitCost", "120", Writer);
        var now = Price(order, JobSelection.All);
        Assert.Equal(told.Total, now.Total);
        Assert.True(now.Profit < told.Profit);
        order.SetLine(101, "unitPrice", "", Writer);
        Assert.True(Price(order, JobSelection.All).Total > told.Total);
    }

    [Fact]
    public void Work_past_the_ceiling_needs_a_new_decision()
    {
        var order = WithJob();
        Decide(order, DecisionKind.Approved);
        order.SetLine(100, "hours", "1.1", Writer);
        OrderPricing.Refresh(order, null, Policy, Today);
        Assert.False(order.PastCeiling(Policy));
        order.SetLine(100, "hours", "3", Writer);
        OrderPricing.Refresh(order, null, Policy, Today);
        Assert.True(order.PastCeiling(Policy));
        Assert.Equal("order.ceiling", order.BeginWork(10, Policy, Writer).Problem!.Code);
        Decide(order, DecisionKind.Approved);
        Assert.True(order.BeginWork(10, Policy, Writer).Ok);
    }

    [Fact]
    public void Nobody_works_on_what_was_not_agreed_to()
    {
        var order = WithJob();
        Assert.Equal("job.notApproved", order.BeginWork(10, Policy, Writer).Problem!.Code);
        Assert.Equal("job.notApproved", order.FinishJob(10, Policy, Writer).Problem!.Code);
    }

    [Fact]
    public void The_last_finished_job_moves_the_car_to_done_and_back()
    {
        var order = WithJob();
        Decide(order, DecisionKind.Approved);
        order.BeginWork(10, Policy, Writer);
        Assert.Equal(Stage.InWork, order.Stage);
        order.FinishJob(10, Policy, Writer);
        Assert.Equal((Stage.Done, 1m), (order.Stage, order.Progress));
        order.ReopenJob(10, Writer);
        Assert.Equal(Stage.InWork, order.Stage);
        Assert.Equal(3, order.StageChanges.Count);
    }

    [Theory]
    [InlineData(DecisionKind.Deferred, null, null, "", "decision.who")]
    [InlineData(DecisionKind.Deferred, null, null, "Imke", "decision.defer")]
    [InlineData(DecisionKind.Deferred, null, 80_000, "Imke", "decision.defer")]
    public void A_deferral_needs_a_day_or_a_reading_to_come(DecisionKind kind, string? until, int? reading, string who, string code) =>
        Assert.Equal(code, Decide(WithJob(), kind, until is null ? null : Times.Day(until), reading, who).Problem!.Code);

    [Fact]
    public void A_deferral_to_a_reading_is_kept()
    {
        var order = WithJob();
        Decide(order, DecisionKind.Deferred, reading: 92_000);
        Assert.Equal((DecisionKind.Deferred, 92_000), (order.Jobs[0].Decision, order.Jobs[0].DeferAtReading?.Value));
        Assert.Equal(0, order.ApprovedTotal.Cents);
    }

    [Fact]
    public void Begun_work_cannot_be_taken_back()
    {
        var order = WithJob();
        Decide(order, DecisionKind.Approved);
        order.BeginWork(10, Policy, Writer);
        Assert.Equal("decision.started", Decide(order, DecisionKind.Declined).Problem!.Code);
        Assert.Equal("job.used", order.RemoveJob(10, hasTimeOrOrder: true, Writer).Problem!.Code);
    }

    [Fact]
    public void Every_obstacle_is_named_and_clears()
    {
        var order = WithJob();
        string[] Codes() => ClosingBlockers.Of(order, null, Policy, [], [], []).Select(o => o.Code).ToArray();
        Assert.Equal(["order.nothing", "job.undecided", "odometer.out"], Codes());
        Decide(order, DecisionKind.Approved);
        Assert.Equal(["job.open", "part.needed", "odometer.out"], Codes());
        order.FinishJob(10, Policy, Writer);
        order.ReceivePart(101, new(1), new(88.4m), Writer);
        order.SetHeader("odometerOut", "88,415", Wall, Writer);
        Assert.Empty(Codes());
        Assert.Equal("clock.running", ClosingBlockers.Of(order, null, Policy, [], [], ["Ana"])[0].Code);
        order.Post(Writer);
        Assert.Equal("order.posted", order.SetLine(100, "hours", "2", Writer).Problem!.Code);
    }

    [Fact]
    public void The_odometer_does_not_run_backwards() =>
        Assert.Equal("odometerOut", WithJob().SetHeader("odometerOut", "88,000", Wall, Writer).Problem!.Field);

    [Fact]
    public void Stock_is_kept_for_approved_lines_and_let_go()
    {
        var order = WithJob();
        var part = new Part
        {
            Id = 7,
            Number = "WP",
            Description = "Pump",
            OnHand = new(1),
        };
        var parts = new Dictionary<long, Part> { [7] = part };
        Reservation.Settle(order, parts, new Dictionary<long, Quantity>());
        Assert.Equal(1, part.Free.Value);
        Decide(order, DecisionKind.Approved);
        Reservation.Settle(order, parts, new Dictionary<long, Quantity>());
        Assert.Equal(0, part.Free.Value);
        order.SetLine(101, "quantity", "2", Writer);
        Reservation.Settle(order, parts, new Dictionary<long, Quantity>());
        // One of the two that the line needs is there, and is kept.
        Assert.Equal((0m, 1m), (part.Free.Value, order.Jobs[0].Lines[1].AsPart().ReservedQuantity.Value));
        order.SetLine(101, "quantity", "1", Writer);
        order.SetLine(101, "isExcluded", "true", Writer);
        Reservation.Settle(order, parts, new Dictionary<long, Quantity>());
        Assert.Equal(1, part.Free.Value);
    }

    [Fact]
    public void The_average_cost_follows_receipts()
    {
        var part = new Part
        {
            Number = "X",
            Description = "X",
            OnHand = new(4),
            AverageCost = new(10),
        };
        part.Receive(StockMovementKind.Receipt, new(2), new(13), StockSource.ByHand, Writer);
        Assert.Equal((6m, 11m, 13m), (part.OnHand.Value, part.AverageCost.Value, part.UnitCost.Value));
        part.OnHand = new(-1);
        part.Receive(StockMovementKind.Receipt, new(2), new(9), StockSource.ByHand, Writer);
        Assert.Equal(9, part.AverageCost.Value);
    }

    [Theory]
    [InlineData(null, Stage.InWork, null, null, PromiseState.None)]
    [InlineData(60, Stage.Done, null, null, PromiseState.Kept)]
    [InlineData(-5, Stage.InWork, null, null, PromiseState.Late)]
    [InlineData(60, Stage.InWork, 90, null, PromiseState.CannotBeKept)]
    [InlineData(60, Stage.WaitingForParts, null, 90, PromiseState.CannotBeKept)]
    [InlineData(60, Stage.InWork, 30, 30, PromiseState.Holds)]
    public void Promises_are_judged_honestly(int? promised, Stage stage, int? workEnds, int? parts, PromiseState state)
    {
        LocalDateTime? At(int? minutes) => minutes is { } m ? Wall.PlusMinutes(m) : null;
        Assert.Equal(state, Promise.State(At(promised), stage, At(workEnds), At(parts), Wall));
    }

    private static readonly ShopPolicy Tires = new() { Pricing = ExampleTests.Case("03-tires-with-companions.json").Policy };

    private static Order WithTires(decimal quantity = 4)
    {
        var order = new Order
        {
            Id = 1,
            VehicleId = 1,
            Stage = Stage.Pricing,
            PolicyVersionId = 1,
        };
        var job = new Job { Id = 10, Title = "Tires" };
        job.Lines.Add(
            new PartLine
            {
                Id = 100,
                Description = "Tire",
                Category = "tire",
                Quantity = new(quantity),
                UnitCost = new(80),
            }
        );
        order.AddJob(job, Writer);
        return order;
    }

    private static IReadOnlyList<CompanionFigures> Along(Order order) =>
        OrderPricing.Price(order, null, Tires, JobSelection.All, Today).Jobs[0].Companions;

    [Fact]
    public void What_comes_along_follows_the_tires_until_somebody_sets_it()
    {
        var order = WithTires();
        Assert.All(Along(order), c => Assert.Equal(4, c.Quantity));
        order.SetLine(100, "quantity", "2", Writer);
        Assert.All(Along(order), c => Assert.Equal(2, c.Quantity));
        var mount = Tires.Pricing.Companions[0];
        Assert.True(order.SetCompanion(10, mount, "quantity", "1", Writer).Ok);
        order.SetLine(100, "quantity", "3", Writer);
        Assert.Equal(1, Along(order)[0].Quantity);
        Assert.All(Along(order).Skip(1), c => Assert.Equal(3, c.Quantity));
        Assert.True(order.SetCompanion(10, mount, "quantity", "", Writer).Ok);
        Assert.Equal(3, Along(order)[0].Quantity);
    }

    [Fact]
    public void What_was_waived_stays_away_until_it_is_brought_back_and_the_record_tells_it()
    {
        var order = WithTires();
        var mount = Tires.Pricing.Companions[0];
        order.SetCompanion(10, mount, "waived", "true", Writer);
        order.SetLine(100, "quantity", "2", Writer);
        Assert.DoesNotContain(Along(order), c => c.Rule.Code == mount.Code);
        Assert.Equal(mount.Code, Assert.Single(OrderPricing.WaivedCompanions(order.Jobs[0], Tires)).Code);
        order.SetCompanion(10, mount, "waived", "false", Writer);
        Assert.Contains(Along(order), c => c.Rule.Code == mount.Code);
        Assert.Equal(2, order.Changes.Count(c => c.Field == $"companion {mount.Code} waived"));
        Assert.Equal("figure.unreadable", order.SetCompanion(10, mount, "amountPerUnit", "much", Writer).Problem!.Code);
        Assert.Equal("companion.field", order.SetCompanion(10, mount, "label", "x", Writer).Problem!.Code);
    }

    [Fact]
    public void Repricing_shows_what_changes_first_and_holds_what_was_told()
    {
        var order = WithJob();
        order.PolicyVersionId = 1;
        var dearer = Policy with { Pricing = Policy.Pricing with { LaborRates = new Dictionary<string, decimal> { ["general"] = 200 } } };
        var preview = RepricePreview.Of(order, null, Policy, dearer, Today);
        Assert.Contains(preview.Changes, c => c is { What: "Replace", Job: "Water pump", After: 200 });
        Assert.DoesNotContain(preview.Changes, c => c.What == "Pump");
        Assert.Equal(OrderPricing.Price(order, null, dearer, JobSelection.All, Today).Total, preview.TotalAfter);
        Assert.Equal(1, order.PolicyVersionId);
        Decide(order, DecisionKind.Approved);
        Assert.Empty(RepricePreview.Of(order, null, Policy, dearer, Today).Changes);
        Assert.Equal(2, RepricePreview.Of(order, null, Policy, dearer, Today).Held);
        Assert.True(order.Reprice(2, Writer).Ok);
        Assert.Equal((2L, "policy"), (order.PolicyVersionId, order.Changes[^1].Field));
    }

    [Fact]
    public void An_exemption_frees_of_the_taxes_that_the_policy_says()
    {
        var order = WithJob();
        var exempt = Policy with
        {
            Exemptions = [new Exemption("Resale", true, []), new Exemption("City", false, [Policy.Pricing.Taxes[0].Code])],
        };
        Customer Of(string name) => new() { LastName = "A", TaxExempt = name };
        decimal Tax(string name) => OrderPricing.Price(order, Of(name), exempt, JobSelection.All, Today).Taxes.Sum(t => t.Amount);
        Assert.True(Tax("") > Tax("City") && Tax("City") > 0);
        Assert.Equal((0m, Tax("")), (Tax("Resale"), Tax("Unknown")));
        // The exemption ends with its certificate.
        decimal Until(LocalDate day) =>
            OrderPricing
                .Price(
                    order,
                    new Customer
                    {
                        LastName = "A",
                        TaxExempt = "Resale",
                        TaxExemptUntil = day,
                    },
                    exempt,
                    JobSelection.All,
                    Today
                )
                .Taxes.Sum(t => t.Amount);
        Assert.Equal((0m, Tax("")), (Until(Today), Until(Today.PlusDays(-1))));
    }

    private static Order Earlier(long id, int daysAgo, params Job[] jobs)
    {
        var order = new Order
        {
            Id = id,
            State = OrderState.Posted,
            OpenedAt = Now.PlusDays(-daysAgo),
            PostedAt = Now.PlusDays(-daysAgo),
        };
        order.Jobs.AddRange(jobs);
        return order;
    }

    [Fact]
    public void Work_not_done_stays_open_until_it_is_done_or_taken_over()
    {
        Job Put(long id, string title, DecisionKind decision, long? takenFrom = null) =>
            new()
            {
                Id = id,
                Title = title,
                Decision = decision,
                TakenFromJobId = takenFrom,
            };
        long[] Open(params Order[] orders) => EarlierWork.StillOpen(orders).Select(j => j.Id).ToArray();
        var asked = Earlier(
            1,
            90,
            Put(1, "Front struts", DecisionKind.Deferred),
            Put(2, "Wipers", DecisionKind.Declined),
            Put(3, "Oil", DecisionKind.Approved)
        );
        Assert.Equal([1, 2], Open(asked));
        Assert.Equal([2], Open(asked, Earlier(2, 30, Put(4, "front struts", DecisionKind.Approved))));
        Assert.Equal([4, 2], Open(asked, Earlier(2, 30, Put(4, "Front struts", DecisionKind.Declined))));
        Assert.Equal(
            [1],
            Open(
                asked,
                new Order
                {
                    Id = 3,
                    State = OrderState.Open,
                    OpenedAt = Now,
                    Jobs = { Put(5, "Wiper blades", DecisionKind.Proposed, takenFrom: 2) },
                }
            )
        );
    }

    [Theory]
    [InlineData(null, null, Urgency.Later)]
    [InlineData(0, null, Urgency.Due)]
    [InlineData(30, null, Urgency.Soon)]
    [InlineData(31, null, Urgency.Later)]
    [InlineData(null, 88_000, Urgency.Due)]
    [InlineData(null, 89_400, Urgency.Soon)]
    [InlineData(200, 89_400, Urgency.Soon)]
    [InlineData(null, 95_000, Urgency.Later)]
    public void Urgency_goes_by_day_or_by_reading_whichever_comes_first(int? days, int? reading, Urgency urgency)
    {
        var job = new Job
        {
            Title = "T",
            DeferUntil = days is { } d ? Today.PlusDays(d) : null,
            DeferAtReading = reading is { } at ? new Odometer(at) : null,
        };
        Assert.Equal(urgency, EarlierWork.UrgencyOf(job, Today, 88_412, 40));
    }

    [Fact]
    public void A_job_is_taken_over_at_todays_prices_without_what_was_told_then()
    {
        var job = new Job
        {
            Id = 7,
            Title = "Pump",
            CannedJobId = 3,
        };
        job.Lines.Add(
            new PartLine
            {
                Description = "Pump",
                PartId = 9,
                Quantity = new(2),
                UnitCost = new(50),
                UnitPrice = new(99),
                QuotedPrice = new(88),
                Number = "OLD",
            }
        );
        job.Lines.Add(
            new LaborLine
            {
                Description = "Fit",
                Hours = new(1.5m),
                QuotedPrice = new(120),
                LaborRate = RateChoice.Named("diagnostic"),
            }
        );
        job.Lines.Add(new TextLine { Description = "gone", RemovedAt = Now });
        job.Companions.Add(new JobCompanion { Code = "MOUNT", Waived = true });
        var copy = job.CopyAtTodaysCosts(
            _ => new Part
            {
                Id = 9,
                Number = "NEW",
                Description = "Pump",
                UnitCost = new(61),
                AverageCost = new(60),
            },
            StockCost.Last
        );
        Assert.Equal(
            (7L, JobOrigin.EarlierVisit, DecisionKind.Proposed, 2),
            (copy.TakenFromJobId!.Value, copy.Origin, copy.Decision, copy.Lines.Count)
        );
        Assert.Equal(
            (61m, 60m, "NEW", null, null),
            (
                copy.Lines[0].AsPart().UnitCost.Value,
                copy.Lines[0].AsPart().BookCost?.Value,
                copy.Lines[0].AsPart().Number,
                copy.Lines[0].AsPart().UnitPrice?.Value,
                copy.Lines[0].AsPart().QuotedPrice?.Value
            )
        );
        Assert.Equal(
            (1.5m, "diagnostic", null),
            (copy.Lines[1].AsLabor().Hours.Value, copy.Lines[1].AsLabor().LaborRate?.Name, copy.Lines[1].AsLabor().QuotedPrice?.Value)
        );
        Assert.True(copy.Companions[0].Waived);
    }

    [Fact]
    public void Distance_a_day_is_not_moved_by_one_bad_reading()
    {
        OdometerReading At(int daysAgo, int reading) => new() { At = Now.PlusDays(-daysAgo), Reading = new(reading) };
        Assert.Equal(32, DistancePerDay.Of([], 32));
        Assert.Equal(32, DistancePerDay.Of([At(10, 100), At(0, 900)], 32));
        Assert.Equal(40, DistancePerDay.Of([At(300, 70_000), At(200, 74_000), At(100, 78_000), At(0, 82_000)], 32));
        Assert.InRange(DistancePerDay.Of([At(400, 66_000), At(300, 70_000), At(200, 740_000), At(100, 78_000), At(0, 82_000)], 32), 38, 42);
        Assert.Equal(82_400, DistancePerDay.Predicted(At(0, 82_000), 40, Now.PlusDays(10)).Value);
    }
}
