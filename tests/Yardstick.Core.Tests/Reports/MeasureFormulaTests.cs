using CsCheck;
using Yardstick.Core.Billing;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Reports;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Tests.Pricing;

namespace Yardstick.Core.Tests.Reports;

/// <summary>Formulas of measures, on cases made by hand and by chance.</summary>
public sealed class MeasureFormulaTests
{
    private static readonly Shop Shop = new() { TimeZone = "America/New_York" };
    private static readonly LocalDateTime Noon = new(2026, 11, 19, 12, 0);

    [Fact]
    public void Costs_by_kind_and_part_lines_against_the_bands_add_up_and_credits_take_them_back() =>
        PropertyTests.Case.Sample(pricing =>
        {
            var invoice = new CreditedInvoice(pricing);
            var posted = invoice.Posted;
            Assert.Equal(posted.Cost, posted.Costs.Sum);
            var priced = OrderPricer.Price(pricing);
            // Also where prices include tax, sales are what is left without it.
            var sales = SalesSums.Of(SaleRecord.Of(posted, 1, Noon.Date, 1, shopPays: false, hasVehicle: true, cars: 1));
            Assert.Equal((priced.Revenue, priced.Profit), (sales.Sales / 100m, (sales.Sales - sales.Cost) / 100m));
            var own = priced.Jobs.Where(j => j.Included).SelectMany(j => Lines(pricing, j)).Where(l => l.Line is PartCaseLine).ToList();
            Assert.Equal(own.Sum(l => l.Figures.Net), posted.Bands.Net / 100m);
            Assert.Equal(own.Sum(l => l.Figures.Cost), posted.Bands.Cost / 100m);
            Assert.Equal(posted.Bands, invoice.CreditAll().Bands);
            Assert.Equal(default, invoice.Left.Bands);
        });

    [Fact]
    public void What_an_hour_should_bring_less_what_it_brought_is_told_by_its_reasons() =>
        PropertyTests.Case.Sample(pricing =>
        {
            var priced = OrderPricer.Price(pricing);
            Assert.Equal(priced.LaborHours * 140 - priced.Labor, LaborLoss.Of(pricing, 140).Sum);
        });

    [Fact]
    public void What_parts_brought_less_than_their_bands_is_told_by_its_reasons() =>
        PropertyTests.Case.Sample(pricing =>
        {
            var bands = new CreditedInvoice(pricing).Posted.Bands;
            Assert.Equal((bands.AtBands - bands.Net) / 100m, PartsLoss.Of(pricing, bands).Sum);
        });

    [Fact]
    public void A_part_that_was_bought_above_what_it_was_quoted_by_is_not_the_same_as_one_priced_by_hand()
    {
        PricingCase Case(bool held) =>
            new()
            {
                Policy = ExampleTests.Case("03-tires-with-companions.json").Policy,
                Jobs =
                [
                    new PricingJob
                    {
                        Id = "A",
                        Lines =
                        [
                            new PartCaseLine
                            {
                                Quantity = 2,
                                UnitCost = 60,
                                UnitPrice = 80,
                                Held = held,
                            },
                        ],
                    },
                ],
            };
        PartsLoss Of(PricingCase pricing) => PartsLoss.Of(pricing, new CreditedInvoice(pricing).Posted.Bands);
        var (told, typed) = (Of(Case(held: true)), Of(Case(held: false)));
        Assert.True(told.BoughtAbove > 0);
        Assert.Equal((told.BoughtAbove, 0m), (typed.SetPrice, typed.BoughtAbove));
        Assert.Equal(0, told.SetPrice);
        Assert.StartsWith("bought above what was quoted", told.Words, StringComparison.Ordinal);
        Assert.StartsWith("parts priced by hand", typed.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_late_order_says_what_held_it_up_most()
    {
        string Words(int parts, int answer, decimal sold, decimal clocked) =>
            LatePromise
                .Of([new(Stage.WaitingForParts, parts), new(Stage.InWork, 600), new(Stage.WaitingForAnswer, answer)], sold, clocked)
                .Words;
        Assert.Equal("waited 3.5 h for parts", Words(210, 60, 2, 3));
        Assert.Equal("waited 2 h for an answer", Words(30, 120, 2, 3));
        Assert.Equal("took 2.4 h over what was sold", Words(30, 0, 2, 4.4m));
        Assert.Equal("begun too late, or promised too early", Words(10, 5, 2, 2.2m));
    }

    private static IEnumerable<(PricingLine Line, LineFigures Figures)> Lines(PricingCase pricing, JobFigures job) =>
        pricing.Jobs.First(j => j.Id == job.Id).Lines.Where(l => !l.Out).Zip(job.Lines);

    [Fact]
    public void Sold_hours_go_by_the_clock_else_the_lines_else_the_lead_and_add_up()
    {
        Assert.Equal(Split((1, 67), (2, 33)), SoldHoursSplit.Of(100, [(1, 40), (2, 20)], [(3, 1)], 4));
        Assert.Equal(Split((3, 50), (4, 50)), SoldHoursSplit.Of(100, [(1, 0)], [(4, 1), (3, 1)], 4));
        Assert.Equal(Split((4, 100)), SoldHoursSplit.Of(100, [], [], 4));
        Assert.Empty(SoldHoursSplit.Of(100, [], [], null));
        Assert.Equal(Split((1, 34), (2, 33), (3, 33)), SoldHoursSplit.Of(100, [(1, 1), (2, 1), (3, 1)], [], null));

        static Dictionary<long, long> Split(params (long, long)[] of) => of.ToDictionary(x => x.Item1, x => x.Item2);
    }

    [Fact]
    public void Minutes_count_while_the_shop_is_open()
    {
        var friday = new LocalDate(2026, 11, 20);
        // Open 7:30 to 18:00, closed on the weekend.
        Assert.Equal(60, OpeningTime.Minutes(friday.At(new(9, 0)), friday.At(new(10, 0)), Shop));
        Assert.Equal(30, OpeningTime.Minutes(friday.At(new(17, 30)), friday.At(new(23, 0)), Shop));
        Assert.Equal(60 + 30, OpeningTime.Minutes(friday.At(new(17, 0)), friday.PlusDays(3).At(new(8, 0)), Shop));
        Assert.Equal(0, OpeningTime.Minutes(friday.At(new(20, 0)), friday.PlusDays(2).At(new(20, 0)), Shop));
        Assert.Equal(
            (3, 5, null),
            (OpeningTime.Percentile([1, 3, 5, 9], 50), OpeningTime.Percentile([1, 3, 5], 90), OpeningTime.Percentile([], 50))
        );
    }

    [Fact]
    public void A_promise_is_the_one_when_the_vehicle_came_and_the_last_before_it_was_finished()
    {
        var finished = FinishedOrder.Of(
            1,
            Noon,
            [Noon.PlusMinutes(20)],
            Noon.PlusHours(-4),
            [
                new(Noon.PlusHours(-20), Noon.PlusMinutes(-30)),
                new(Noon.PlusHours(-2), Noon.PlusHours(1)),
                new(Noon.PlusHours(2), Noon.PlusHours(-3)),
            ]
        );
        Assert.Equal(
            (Noon.PlusMinutes(20), Noon.PlusMinutes(-30), Noon.PlusHours(1)),
            (finished.FinishedAt, finished.FirstPromise, finished.LastPromise)
        );
        Assert.Equal(
            (new MeasureValue(0, 1), new MeasureValue(1, 1)),
            (finished.Adds(Measure.PromisesKept), finished.Adds(Measure.LastPromisesKept))
        );
        Assert.Equal(50, finished.MinutesLate);
        // The first one that was given where none stood when it came; none at all counts nowhere.
        Assert.Equal(
            Noon.PlusHours(1),
            FinishedOrder.Of(1, Noon, [], Noon.PlusHours(-4), [new(Noon.PlusHours(-2), Noon.PlusHours(1))]).FirstPromise
        );
        Assert.Null(FinishedOrder.Of(1, Noon, [], Noon, [new(Noon, null)]).Adds(Measure.PromisesKept));
    }

    [Fact]
    public void A_stay_counts_where_it_ended_and_an_order_s_course_says_when_it_was_finished()
    {
        Instant At(int hour, int minute = 0) => Shop.Utc(Noon.Date.At(new LocalTime(hour, minute)));
        StageChange Moved(long id, Stage from, Stage to, int hour, int minute = 0) =>
            new()
            {
                Id = id,
                From = from,
                To = to,
                At = At(hour, minute),
            };
        StageChange[] course =
        [
            Moved(1, Stage.Expected, Stage.Here, 8),
            Moved(2, Stage.Here, Stage.InWork, 9, 30),
            Moved(3, Stage.InWork, Stage.Done, 11),
        ];
        Assert.Equal([new(Stage.Here, 90), new(Stage.InWork, 90)], StageStay.Ended(At(7, 45), course, At(9), At(12), Shop));
        // Promised 10:00 when it came, 11:30 after that; the check at 11:20 ends it.
        var finished = FinishedOrder.Of(
            1,
            At(7, 45),
            Noon.Date.At(new LocalTime(11, 30)),
            course,
            [(At(9), Noon.Date.At(new LocalTime(10, 0)), Noon.Date.At(new LocalTime(11, 30)))],
            [At(11, 20)],
            Shop
        )!;
        Assert.Equal(
            (new MeasureValue(0, 1), new MeasureValue(1, 1)),
            (finished.Adds(Measure.PromisesKept), finished.Adds(Measure.LastPromisesKept))
        );
        Assert.Null(FinishedOrder.Of(1, At(7), null, course[..2], [], [], Shop));
    }

    [Fact]
    public void Appointments_comebacks_and_turns_count_as_the_rules_say()
    {
        MeasureValue? Kept(AppointmentState state) => MeasureRules.Adds(Measure.AppointmentsKept, state);
        Assert.Equal(
            (new(1, 1), new(0, 1), new(0, 1), null),
            (
                Kept(AppointmentState.Arrived),
                Kept(AppointmentState.Missed),
                Kept(AppointmentState.Canceled),
                Kept(AppointmentState.Confirmed)
            )
        );
        Assert.Equal(new MeasureValue(1), MeasureRules.Adds(Measure.AppointmentsMissed, AppointmentState.Missed));
        Assert.Null(MeasureRules.Adds(Measure.AppointmentsMissed, AppointmentState.Arrived));
        Assert.True(MeasureRules.IsComeback(Noon.Date, Noon.Date.PlusDays(90)));
        Assert.False(MeasureRules.IsComeback(Noon.Date, Noon.Date.PlusDays(91)));
        var ends = MeasureRules.MonthEnds(new(2026, 3, 15));
        Assert.Equal((13, new(2025, 3, 31), new(2026, 2, 28), new(2026, 3, 15)), (ends.Count, ends[0], ends[^2], ends[^1]));
        Assert.Equal(new(600, 200), MeasureRules.Turns(600, [100, 200, 300]));
        Assert.True(MeasureInfo.Of(Measure.Comebacks).IsWorse(1) && MeasureInfo.Of(Measure.Sales).IsWorse(-1));
        Assert.False(MeasureInfo.Of(Measure.Sales).IsWorse(null) || MeasureInfo.Of(Measure.Sales).IsWorse(0));
    }

    [Fact]
    public void Each_job_counts_once_by_its_last_decision()
    {
        DecidedJob Decided(long job, DecisionKind kind, int hour, long cents = 10_000) =>
            new(job, 1, "Brakes", kind, cents, NodaConstants.UnixEpoch + Duration.FromHours(hour), "");
        var last = DecidedJob
            .Last([
                Decided(1, DecisionKind.Declined, 1),
                Decided(1, DecisionKind.Approved, 2),
                Decided(2, DecisionKind.Declined, 1, 5_000),
                Decided(3, DecisionKind.Approved, 1),
                Decided(3, DecisionKind.Proposed, 2),
                Decided(4, DecisionKind.AnotherVisit, 1),
            ])
            .ToList();
        MeasureValue Sum(Measure measure) =>
            last.Select(d => d.Adds(measure, stillOpen: true)).OfType<MeasureValue>().Aggregate(new MeasureValue(0), (sum, v) => sum + v);
        Assert.Equal(new(200, 250), Sum(Measure.ApprovedAmount));
        Assert.Equal(new(2, 3), Sum(Measure.ApprovedJobs));
        Assert.Equal((new MeasureValue(50), new MeasureValue(50)), (Sum(Measure.DeferredValue), Sum(Measure.LostSales)));
        Assert.Null(Decided(2, DecisionKind.Declined, 1).Adds(Measure.DeferredValue, stillOpen: false));
    }

    [Fact]
    public void A_figure_set_against_nothing_is_none_and_differences_of_percentages_are_points()
    {
        Assert.Null(new MeasureValue(5, 0).Figure(MeasureUnit.Percent));
        Assert.Equal(33.3m, new MeasureValue(1, 3).Figure(MeasureUnit.Percent));
        Assert.Equal(128.57m, new MeasureValue(900, 7).Figure(MeasureUnit.MoneyPerHour));
        Assert.Equal(-2.5m, MeasureInfo.Of(Measure.Margin).Change(50, 52.5m));
        Assert.Equal(25m, MeasureInfo.Of(Measure.Sales).Change(500, 400));
        Assert.Null(MeasureInfo.Of(Measure.Sales).Change(500, 0));
        // Every page's measures are known, and each measure is on a page or opens as rows.
        foreach (var page in Enum.GetValues<MeasurePage>())
            Assert.All(MeasureInfo.On(page), m => Assert.NotEmpty(MeasureInfo.Of(m).Formula));
    }
}
