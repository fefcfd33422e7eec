using CsCheck;
using Yardstick.Core.FollowUp;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Orders;

/// <summary>What the shop promises on a job, and until when it holds.</summary>
public class WarrantyTests
{
    [Theory]
    [InlineData("12 months", 12, null, WarrantyCover.All)]
    [InlineData("12,000 mi", null, 12_000, WarrantyCover.All)]
    [InlineData("24/24000", 24, 24_000, WarrantyCover.All)]
    [InlineData("24 mo / 24,000 miles, parts", 24, 24_000, WarrantyCover.Parts)]
    [InlineData("36 months or 36,000 km, labor only", 36, 36_000, WarrantyCover.Labor)]
    [InlineData("1 month, parts and labor", 1, null, WarrantyCover.All)]
    public void It_is_read_as_people_write_it(string text, int? months, int? distance, WarrantyCover cover) =>
        Assert.Equal(new WarrantyTerm(months, distance, cover), WarrantyTerm.Parse(text).Value);

    [Theory]
    [InlineData("forever")]
    [InlineData("0 months")]
    [InlineData("12 parsecs")]
    [InlineData("12,000,000 mi")]
    [InlineData("parts")]
    public void What_is_none_is_said(string text) => Assert.Equal("warranty.unreadable", WarrantyTerm.Parse(text).Problem?.Code);

    [Fact]
    public void What_is_kept_is_read_back_the_same() =>
        Gen.Select(Gen.Int[0, 600], Gen.Int[0, 500_000], Gen.Enum<WarrantyCover>())
            .Where(t => t.Item1 > 0 || t.Item2 > 0)
            .Sample(t =>
            {
                var term = new WarrantyTerm(t.Item1 > 0 ? t.Item1 : null, t.Item2 > 0 ? t.Item2 : null, t.Item3);
                Assert.Equal(term, WarrantyTerm.Parse(term.ToString()).Value);
            });

    [Fact]
    public void It_ends_by_whichever_comes_first_and_an_unknown_reading_ends_nothing()
    {
        var term = new WarrantyTerm(12, 12_000, WarrantyCover.All);
        LocalDate done = new(2026, 3, 1),
            year = new(2027, 3, 1);
        Assert.True(term.Holds(done, new Odometer(50_000), year, new Odometer(62_000)));
        Assert.False(term.Holds(done, new Odometer(50_000), year.PlusDays(1), new Odometer(60_000)));
        Assert.False(term.Holds(done, new Odometer(50_000), done, new Odometer(62_001)));
        Assert.True(term.Holds(done, null, year, new Odometer(900_000)));
        Assert.Equal("until Mar 1, 2027 or 62,000 mi", term.UntilWords(done, new Odometer(50_000), "mi"));
    }

    [Theory]
    [InlineData(12, null, "2027-12-01")]
    [InlineData(null, 6_000, "2027-06-19")]
    [InlineData(12, 6_000, "2027-06-19")]
    [InlineData(3, 6_000, "2027-03-01")]
    public void The_day_on_which_it_ends_follows_how_the_vehicle_is_used(int? months, int? distance, string ends)
    {
        var today = new LocalDate(2026, 12, 1);
        var term = new WarrantyTerm(months, distance, WarrantyCover.All);
        Assert.Equal(
            ends,
            NodaTime.Text.LocalDatePattern.Iso.Format(
                WarrantyVisit.EndsOn(term, today, new(40_000), new CarUse(today, new(40_000), 30))!.Value
            )
        );
    }

    [Fact]
    public void By_distance_alone_of_a_vehicle_that_was_never_read_nobody_can_tell() =>
        Assert.Null(
            WarrantyVisit.EndsOn(new(null, 6_000, WarrantyCover.All), new(2026, 12, 1), null, new CarUse(new(2026, 12, 1), null, 30))
        );
}
