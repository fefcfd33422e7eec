using CsCheck;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Reports;
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
