using Yardstick.Core.Catalog;
using Yardstick.Core.Inspections;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Inspections;

/// <summary>Templates, inspections point by point, what is found, and the work that is made of it once.</summary>
public class InspectionTests
{
    private static Order OnOrder() =>
        new()
        {
            Id = 9,
            Number = 3001,
            VehicleId = 4,
            WriterId = 7,
            OdometerIn = new(60_000),
            OpenedAt = Mina.At,
            OnPremises = true,
        };

    private static Inspection Begun(params PointSpec[] specs)
    {
        var template = InspectionTemplate.Create("Courtesy", false).Value;
        foreach (var spec in specs)
            template.Points.Add(new TemplatePoint { Position = template.Points.Count, Spec = spec });
        var begun = Inspection.Begin(template, OnOrder(), null, null, null, Mina);
        var id = 100L;
        var keyed = begun
            .Ordered.Select(p => new InspectionPoint
            {
                Id = id++,
                Position = p.Position,
                Spec = p.Spec,
            })
            .ToList();
        begun.Points.Clear();
        begun.Points.AddRange(keyed);
        return begun;
    }

    private static PointSpec Tread(string group = "Left front") =>
        new()
        {
            Group = group,
            Title = "Tread",
            Unit = "/32 in",
            WatchAt = 5,
            DueAt = 4,
            UnsafeAt = 2,
            DueText = "The tread is worn down.",
            CannedJobId = 50,
        };

    private static PointSpec Wipers() => new() { Group = "Glass", Title = "Wiper blades" };

    [Theory]
    [InlineData(6, Rating.Good)]
    [InlineData(5, Rating.Watch)]
    [InlineData(4, Rating.Due)]
    [InlineData(2.5, Rating.Due)]
    [InlineData(2, Rating.Unsafe)]
    [InlineData(0, Rating.Unsafe)]
    public void A_measured_value_rates_itself_at_its_limits(double measured, Rating rating) =>
        Assert.Equal(rating, Tread().Limits.RatingOf((decimal)measured));

    [Fact]
    public void Where_more_is_worse_the_limits_rise()
    {
        var water = new PointLimits(2, 3, 4, HighIsWorse: true);
        Assert.Equal([Rating.Good, Rating.Watch, Rating.Due, Rating.Unsafe], new[] { 1.9m, 2, 3.5m, 4 }.Select(water.RatingOf));
        Assert.Equal("point.limits", new PointLimits(2, 3, 4, HighIsWorse: false).Check().Problem!.Code);
        Assert.True(new PointLimits(null, 4, 2, HighIsWorse: false).Check().Ok);
    }

    [Fact]
    public void A_template_is_made_copied_and_changed_and_what_was_begun_keeps_its_points()
    {
        Assert.Equal("template.name", InspectionTemplate.Create(" ", false).Problem!.Code);
        Assert.Equal("template.twice", InspectionTemplate.Create("Brakes", true).Problem!.Code);
        var template = InspectionTemplate.Create("Brakes", false).Value;
        Assert.Equal("point.title", template.Add("Front", "").Problem!.Code);
        template.Add("Front", "Pads");
        template.Add("Rear", "Pads");
        template.Add("Front", "Rotors");
        // A new point stands with its group.
        Assert.Equal(["Front Pads", "Front Rotors", "Rear Pads"], template.Ordered.Select(p => $"{p.Spec.Group} {p.Spec.Title}"));
        var begun = Inspection.Begin(template, OnOrder(), null, null, null, Mina);
        var copy = template.Copy("Brakes, short", false).Value;
        Assert.True(template.Set("name", "Brakes in full", false).Ok);
        Assert.Equal("template.field", template.Set("colour", "red", false).Problem!.Code);
        Assert.Equal(("Brakes", 3, "Brakes, short", 3), (begun.Name, begun.Points.Count, copy.Name, copy.Points.Count));
        Assert.True(template.Version > begun.TemplateVersion);
        Assert.Equal("point.gone", template.Remove(77).Problem!.Code);
    }

    [Theory]
    [InlineData("unit", "furlongs", "point.unit")]
    [InlineData("dueAt", "6", "point.limits")]
    [InlineData("dueAt", "lots", "figure.unreadable")]
    [InlineData("title", "", "point.title")]
    [InlineData("wheel", "4", "point.field")]
    [InlineData("dueAt", "3.5", null)]
    [InlineData("watchAt", "", null)]
    public void A_field_of_a_point_is_checked(string field, string typed, string? code)
    {
        var template = InspectionTemplate.Create("Tires", false).Value;
        template.Points.Add(new TemplatePoint { Id = 3, Spec = Tread() });
        Assert.Equal(code, template.SetPoint(3, field, typed).Problem?.Code);
    }

    [Fact]
    public void A_spec_of_the_vehicle_is_the_limit_where_it_is_known()
    {
        var template = StartingInspections.Create("brakes", "Brakes", false).Value;
        var specs = new VehicleSpecs(Today, [new("frontPadMinimum", SpecUse.Wears, "Pads", "2.5", "mm", "", "", "")], []);
        var begun = Inspection.Begin(template, OnOrder(), specs, null, null, Mina);
        var pads = begun.Ordered.First(p => p.Spec is { Group: "Left front", FactKey: "frontPadMinimum" });
        Assert.Equal(2.5m, pads.Spec.UnsafeAt);
        Assert.True(StartingInspections.Create("maintenance", "Service", false).Value.IsChecklist);
        Assert.Empty(StartingInspections.Create("", "Own", false).Value.Points);
    }

    [Fact]
    public void Points_are_rated_measured_skipped_and_finished_in_the_end()
    {
        var inspection = Begun(Tread(), Wipers(), new PointSpec { Group = "Glass", Title = "Windshield" });
        Assert.Equal("point.measure", inspection.Rate(100, 1, Rating.Good, Mina).Problem!.Code);
        Assert.Equal("point.notMeasured", inspection.Measure(101, 1, "4", Mina).Problem!.Code);
        Assert.Contains("not a measurement", inspection.Measure(100, 1, "thin", Mina).Problem!.Message, StringComparison.Ordinal);
        Assert.Equal(Rating.Due, inspection.Measure(100, 1, "3.5", Mina).Value.Rating);
        Assert.Equal("inspection.open", inspection.Finish(Mina).Problem!.Code);
        // All good never sets a measured point, nor one that was looked at.
        Assert.True(inspection.Rate(101, 1, Rating.Watch, Mina).Ok);
        Assert.Equal([102], inspection.AllGood("Glass", Mina).Value.Select(p => p.Id));
        Assert.Empty(inspection.AllGood("Left front", Mina).Value);
        Assert.Equal("point.reason", inspection.Skip(100, 2, "", Mina).Problem!.Code);
        Assert.True(inspection.Skip(100, 2, "Wheel lock key is missing", Mina).Ok);
        Assert.Null(inspection.Points[0].Measured);
        Assert.True(inspection.Finish(Mina).Ok);
        Assert.Equal("inspection.finished", inspection.Clear(100, 3, Mina).Problem!.Code);
        Assert.True(inspection.Reopen().Ok);
        Assert.Equal("inspection.notFinished", inspection.Reopen().Problem!.Code);
        Assert.True(inspection.Clear(100, 3, Mina).Ok);
        Assert.Equal(2, inspection.Done);
    }

    [Fact]
    public void Two_tablets_at_one_point_are_told_unless_they_say_the_same()
    {
        var inspection = Begun(Wipers());
        var ana = new Actor(6, Mina.At);
        Assert.True(inspection.Rate(100, 1, Rating.Due, ana).Ok);
        var clash = inspection.Rate(100, 1, Rating.Watch, Mina).Problem!;
        Assert.Equal(("point.changed", "\"Wiper blades\" was changed meanwhile: due. Look at it again."), (clash.Code, clash.Message));
        Assert.True(inspection.Rate(100, 1, Rating.Due, Mina).Ok);
    }

    [Theory]
    [InlineData("66,000", 66_000, null, null)]
    [InlineData("4/1/2027", null, "2027-04-01", null)]
    [InlineData("", null, null, null)]
    [InlineData("59,000", null, null, "point.lasts")]
    [InlineData("11/1/2026", null, null, "point.lasts")]
    [InlineData("a while", null, null, "date.unreadable")]
    public void How_far_or_how_long_it_will_do_is_a_reading_or_a_day_to_come(string typed, int? reading, string? day, string? code)
    {
        var inspection = Begun(Wipers());
        var said = inspection.Lasts(100, 1, typed, Now, Mina);
        Assert.Equal(code, said.Problem?.Code);
        Assert.Equal(reading, inspection.Points[0].LastsTo?.Value);
        Assert.Equal(day, inspection.Points[0].LastsUntil is { } d ? NodaTime.Text.LocalDatePattern.Iso.Format(d) : null);
    }

    [Theory]
    // Then, at; now, at: loss per 1,000, and the reading at which four are left.
    [InlineData(8, 50_000, 6, 60_000, 0.2, 70_000)]
    [InlineData(8, 59_800, 6, 60_000, null, null)]
    [InlineData(6, 50_000, 6, 60_000, null, null)]
    [InlineData(8, 50_000, 4, 60_000, 0.4, null)]
    [InlineData(8, 50_000, 7.999, 60_000, 0.0, null)]
    public void Wear_says_how_far_it_will_still_do(double then, int thenAt, double now, int nowAt, double? per1000, int? lasts)
    {
        var wear = Wear.Between((decimal)then, new Odometer(thenAt), (decimal)now, new Odometer(nowAt), highIsWorse: false);
        Assert.Equal((decimal?)per1000, wear?.Per1000);
        Assert.Equal(lasts, wear?.LastsTo((decimal)now, new(nowAt), Tread().Limits)?.Value);
    }

    private static Finding Found(long id, PointSpec spec, Rating rating) =>
        new()
        {
            Id = id,
            OrderId = 9,
            Text = spec.Title,
            Group = spec.Group,
            Rating = rating,
            CannedJobId = spec.CannedJobId,
            At = Mina.At,
        };

    [Fact]
    public void A_finding_follows_its_point_and_keeps_what_was_written_for_the_customer()
    {
        var inspection = Begun(Tread());
        var point = inspection.Measure(100, 1, "4", Mina).Value;
        var finding = FindingOfPoint.Make(inspection, point, Mina)!;
        Assert.Equal(("The tread is worn down.", Rating.Due, 4m), (finding.ForCustomer, finding.Rating, finding.Measured));
        finding.Decide(true, "Your front tires are at the end.", Mina);
        inspection.Measure(100, 2, "1.5", Mina);
        inspection.Write(100, 3, "inner edge", Mina);
        finding.Follow(point, Mina);
        Assert.Equal(
            ("Your front tires are at the end.", Rating.Unsafe, "Tread: inner edge"),
            (finding.ForCustomer, finding.Rating, finding.Text)
        );
        inspection.Measure(100, 4, "9", Mina);
        finding.Follow(point, Mina);
        Assert.NotNull(finding.WithdrawnAt);
        Assert.Null(FindingOfPoint.Make(inspection, point, Mina));
    }

    [Fact]
    public void Findings_become_work_once_those_of_one_canned_job_together()
    {
        var order = OnOrder();
        Finding[] findings =
        [
            Found(1, Tread(), Rating.Due),
            Found(2, Tread("Right front"), Rating.Unsafe),
            Found(3, Wipers(), Rating.Due),
            Found(4, new PointSpec { Title = "Belt" }, Rating.Watch),
        ];
        findings[0].LastsTo = new(64_000);
        findings[1].LastsTo = new(62_000);
        var work = WorkOfFindings.Of(order, findings);
        Assert.Equal([(50L, 2m), (null, 1m)], work.Select(w => (w.CannedJobId, w.Count.Value)));
        Assert.Equal("Glass: Wiper blades", work[1].Title);
        var job = order
            .AddJob(
                new Job
                {
                    Id = 70,
                    Title = "Tires",
                    CannedJobId = 50,
                },
                Mina
            )
            .Value;
        // Somebody put the tires on the order meanwhile: the findings join them.
        var joined = WorkOfFindings.Of(order, findings);
        Assert.Same(job, joined[0].Covered);
        joined[0].JoinTo(job);
        Assert.Equal((62_000, true), (job.HorizonTo!.Value.Value, job.IsUnsafe));
        Assert.Equal([3L], WorkOfFindings.Of(order, findings).SelectMany(w => w.Findings).Select(f => f.Id));
        // What is only to be watched becomes work when it is chosen.
        Assert.Single(WorkOfFindings.Of(order, findings, [4]));
        Assert.Empty(WorkOfFindings.Of(order, findings, [1, 2]));
        order.RemoveJob(70, hasTimeOrOrder: false, Mina);
        Assert.Equal(3, WorkOfFindings.Of(order, findings).SelectMany(w => w.Findings).Count());
    }

    [Fact]
    public void A_horizon_is_what_the_job_is_deferred_to_where_nobody_says_otherwise()
    {
        var order = OnOrder();
        var job = order.AddJob(new Job { Id = 70, Title = "Tires" }, Mina).Value;
        job.HorizonTo = new(66_000);
        PricingNothing(order, new Answer(DecisionKind.Deferred, "Vesa", AnswerChannel.Phone));
        Assert.Equal((DecisionKind.Deferred, 66_000), (job.Decision, job.DeferAtReading!.Value.Value));
    }

    private static void PricingNothing(Order order, Answer answer) =>
        Assert.True(order.Decide(70, answer, (o, include) => Policy.Price(o, include), Mina).Ok);

    [Fact]
    public void Whose_move_it_is_goes_from_the_technician_to_the_customer_and_back()
    {
        var order = OnOrder();
        var inspection = Begun(Wipers());
        WorkItem Next(IReadOnlyList<Finding> findings, Instant? sentAt = null) =>
            Assert.Single(WorkItem.Of(order, [inspection], findings, sentAt));
        Assert.Equal((WorkItemKind.UnderWay, "Courtesy, 0 of 1"), (Next([]).Kind, Next([]).What));
        inspection.Rate(100, 1, Rating.Due, Mina);
        inspection.Finish(Mina);
        Finding[] found = [Found(1, Wipers(), Rating.Due)];
        Assert.Equal((WorkItemKind.Unread, "Courtesy: 1 finding", true), (Next(found).Kind, Next(found).What, Next(found).ToAct));
        inspection.Read(Mina);
        Assert.Equal(WorkItemKind.Unpriced, Next(found).Kind);
        var job = order.AddJob(new Job { Id = 70, Title = "Wiper blades" }, Mina).Value;
        found[0].JobId = 70;
        Assert.Equal((WorkItemKind.Unpriced, "Wiper blades without a price"), (Next(found).Kind, Next(found).What));
        job.Lines.Add(new FeeLine { Id = 71, Description = "Blades" });
        job.Subtotal = new Money(3000);
        Assert.Equal((WorkItemKind.Unasked, 30m), (Next(found).Kind, Next(found).Worth.Amount));
        Assert.Equal(WorkItemKind.Unanswered, Next(found, Mina.At).Kind);
        (job.Decision, job.DecidedAt) = (DecisionKind.Approved, Mina.At);
        Assert.Equal(WorkItemKind.NotBegun, Next(found, Mina.At).Kind);
        job.Progress = JobProgress.InWork;
        Assert.Empty(WorkItem.Of(order, [inspection], found, Mina.At));
    }
}
