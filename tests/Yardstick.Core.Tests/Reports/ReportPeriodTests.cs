using Yardstick.Core.Reports;

namespace Yardstick.Core.Tests.Reports;

/// <summary>Periods are read as people type them, and compared with the right days.</summary>
public sealed class ReportPeriodTests
{
    // A Thursday.
    private static readonly LocalDate Today = new(2026, 11, 19);

    private static ReportPeriod Of(string text) => ReportPeriod.Parse(text, Today, IsoDayOfWeek.Sunday).Value;

    [Theory]
    [InlineData("", "2026-11-01", "2026-11-30", "November 2026")]
    [InlineData("today", "2026-11-19", "2026-11-19", "Thu, Nov 19, 2026")]
    [InlineData("Yesterday", "2026-11-18", "2026-11-18", "Wed, Nov 18, 2026")]
    [InlineData("this week", "2026-11-15", "2026-11-21", "Nov 15 to Nov 21, 2026")]
    [InlineData("last week", "2026-11-08", "2026-11-14", "Nov 8 to Nov 14, 2026")]
    [InlineData("last  month", "2026-10-01", "2026-10-31", "October 2026")]
    [InlineData("this quarter", "2026-10-01", "2026-12-31", "Q4 2026")]
    [InlineData("q3", "2026-07-01", "2026-09-30", "Q3 2026")]
    [InlineData("q3 2025", "2025-07-01", "2025-09-30", "Q3 2025")]
    [InlineData("last year", "2025-01-01", "2025-12-31", "2025")]
    [InlineData("2024", "2024-01-01", "2024-12-31", "2024")]
    [InlineData("march", "2026-03-01", "2026-03-31", "March 2026")]
    [InlineData("Dec", "2025-12-01", "2025-12-31", "December 2025")]
    [InlineData("sept 2025", "2025-09-01", "2025-09-30", "September 2025")]
    [InlineData("last 30 days", "2026-10-21", "2026-11-19", "Oct 21 to Nov 19, 2026")]
    [InlineData("mar 3 to apr 2", "2026-03-03", "2026-04-02", "Mar 3 to Apr 2, 2026")]
    [InlineData("nov 20 to jan 5, 2026", "2025-11-20", "2026-01-05", "Nov 20, 2025 to Jan 5, 2026")]
    [InlineData("11/3 to 11/9/26", "2026-11-03", "2026-11-09", "Nov 3 to Nov 9, 2026")]
    [InlineData("2026-02-01 to today", "2026-02-01", "2026-11-19", "Feb 1 to Nov 19, 2026")]
    public void It_is_read_as_typed(string text, string from, string through, string words)
    {
        var period = Of(text);
        Assert.Equal((from, through, words), ($"{period.From:yyyy-MM-dd}", $"{period.Through:yyyy-MM-dd}", period.Words));
        Assert.True(period.Until <= Today && period.Until >= period.From);
    }

    [Theory]
    [InlineData("someday", "period.unreadable")]
    [InlineData("feb 30", "period.unreadable")]
    [InlineData("q5", "period.unreadable")]
    [InlineData("2026-05-02 to 2026-05-01", "period.order")]
    [InlineData("2030", "period.future")]
    [InlineData("1990-01-01 to today", "period.order")]
    public void What_can_t_be_read_is_refused(string text, string code) =>
        Assert.Equal(code, ReportPeriod.Parse(text, Today, IsoDayOfWeek.Sunday).Problem?.Code);

    [Theory]
    [InlineData("", "2026-10-01", "2026-10-19", "2025-11-01", "2025-11-19")]
    [InlineData("last month", "2026-09-01", "2026-09-30", "2025-10-01", "2025-10-31")]
    [InlineData("this week", "2026-11-08", "2026-11-12", "2025-11-15", "2025-11-19")]
    [InlineData("feb 2024", "2024-01-01", "2024-01-31", "2023-02-01", "2023-02-28")]
    [InlineData("mar 2026", "2026-02-01", "2026-02-28", "2025-03-01", "2025-03-31")]
    [InlineData("this year", "2025-01-01", "2025-11-19", "2025-01-01", "2025-11-19")]
    [InlineData("mar 3 to apr 2", "2026-01-31", "2026-03-02", "2025-03-03", "2025-04-02")]
    public void Before_and_a_year_ago_are_as_many_days(string text, string from, string until, string yearFrom, string yearUntil)
    {
        var period = Of(text);
        Assert.Equal((from, until), ($"{period.Before.From:yyyy-MM-dd}", $"{period.Before.Until:yyyy-MM-dd}"));
        Assert.Equal((yearFrom, yearUntil), ($"{period.YearBefore.From:yyyy-MM-dd}", $"{period.YearBefore.Until:yyyy-MM-dd}"));
    }

    [Fact]
    public void A_week_begins_as_the_shop_says() =>
        Assert.Equal(new LocalDate(2026, 11, 16), ReportPeriod.Parse("this week", Today, IsoDayOfWeek.Monday).Value.From);

    [Fact]
    public void An_aim_of_a_month_is_shared_over_its_days()
    {
        decimal Over(string text, Measure measure) => MeasureAim.Over(3_100, MeasureInfo.Of(measure), Of(text));
        Assert.Equal(3_100, Over("this month", Measure.Sales));
        Assert.Equal(9_300, Over("q3", Measure.Sales));
        Assert.Equal(100, Over("oct 5 to oct 5", Measure.Sales));
        Assert.Equal(3_100, Over("q3", Measure.AverageOrder));
    }

    [Fact]
    public void A_trend_has_as_many_stretches_as_can_be_looked_at()
    {
        Assert.Equal(30, SalesTrend.StepsOf(Of("")).Count);
        Assert.Equal(12, SalesTrend.StepsOf(Of("2025")).Count);
        var quarter = SalesTrend.StepsOf(Of("q3"));
        Assert.Equal((14, new LocalDate(2026, 9, 30)), (quarter.Count, quarter[^1].Through));
        Assert.Equal([3m, 0m], SalesTrend.Sums(quarter, [(new(2026, 7, 1), 1), (new(2026, 7, 7), 2)]).Take(2));
    }
}
