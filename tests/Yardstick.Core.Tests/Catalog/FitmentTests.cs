using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;

namespace Yardstick.Core.Tests.Catalog;

/// <summary>Tires and batteries against the size that the vehicle takes; ratings and dates on tires.</summary>
public class FitmentTests
{
    private static readonly LocalDate Today = new(2026, 11, 23);

    private static SpecValue Fact(string key, string value) => new(key, SpecUse.Wears, key, value, "", "", "", "");

    private static readonly VehicleSpecs Specs = new(
        Today,
        [Fact("tireSize", "205/55 R16"), Fact("tireSizeAlso", "225/45 R17"), Fact("tireRating", "91V"), Fact("batteryGroup", "H5")],
        []
    );

    [Theory]
    [InlineData("tire", "Coastal 205/55 R16 91V", "")]
    [InlineData("tire", "Coastal 205/55R16 91H", "Rated 91H: this vehicle needs at least 91V.")]
    [InlineData("tire", "Coastal 205/55 R16 87W", "Rated 87W: this vehicle needs at least 91V.")]
    [InlineData("tire", "Tour 225/45 ZR17 94W", "")]
    [InlineData("tire", "Tour 185/60 R15 84H", "185/60 R15 does not fit: this vehicle takes 205/55 R16 or 225/45 R17.")]
    [InlineData("tire", "Tire, summer", "")]
    [InlineData("battery", "Battery, group H5, 60 Ah", "")]
    [InlineData("battery", "Battery, group h6, 70 Ah", "Group H6 does not fit: this vehicle takes group H5.")]
    [InlineData("brake", "Pads, group H6", "")]
    public void Another_size_than_the_specs_name_is_said(string category, string description, string said)
    {
        var line = new PartLine { Category = category, Description = description };
        Assert.Equal(said, Fitment.Misfit(Specs, line, null)?.Words ?? "");
        Assert.Null(Fitment.Misfit(new VehicleSpecs(Today, [], []), line, null));
        line.IsExcluded = true;
        Assert.Null(Fitment.Misfit(Specs, line, null));
    }

    [Fact]
    public void What_fits_is_searched_for_and_the_catalogs_rating_goes_before_the_words()
    {
        Assert.Equal("205/55 R16", Fitment.Misfit(Specs, new PartLine { Description = "185/60 R15" }, null)!.Find);
        Assert.Equal("battery", Fitment.Misfit(Specs, new PartLine { Category = "battery", Description = "group H7" }, null)!.Find);
        var part = new Part();
        Assert.True(part.Set("rating", "84h", false, default).Ok);
        Assert.StartsWith(
            "Rated 84H",
            Fitment.Misfit(Specs, new PartLine { Description = "205/55 R16 91V" }, part)!.Words,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("91V", "91V", true)]
    [InlineData(" 94 w ", "94W", true)]
    [InlineData("91H", "91H", false)]
    [InlineData("91U", "91U", false)]
    [InlineData("9V", null, false)]
    [InlineData("91I", null, false)]
    public void Speed_symbols_go_by_speed_not_by_the_alphabet(string typed, string? read, bool enough)
    {
        var rating = TireRating.Read(typed);
        Assert.Equal(read, rating?.ToString());
        Assert.Equal(enough, rating?.IsAtLeast(new(91, 'V')) ?? false);
    }

    [Theory]
    [InlineData("3521", "week 35 of 2021, 5 years old")]
    [InlineData("4725", "week 47 of 2025, 1 year old")]
    [InlineData("4026", "week 40 of 2026")]
    [InlineData("5026", null)]
    [InlineData("5421", null)]
    [InlineData("352", null)]
    public void A_date_code_is_week_and_year_and_not_to_come(string typed, string? words) =>
        Assert.Equal(words, TireDate.Read(typed, Today)?.Words(Today));

    [Fact]
    public void A_tire_says_what_it_is_rated_for_and_how_old_it_is()
    {
        var part = new Part();
        var now = Today.AtMidnight().InUtc().ToInstant();
        Assert.Equal("part.rating", part.Set("rating", "fast", false, now).Problem!.Code);
        Assert.Equal("part.dateCode", part.Set("dateCode", "9926", false, now).Problem!.Code);
        part.Set("rating", "91V", false, now);
        part.Set("dateCode", "3521", false, now);
        Assert.Equal("rated 91V, oldest made week 35 of 2021, 5 years old", part.TireWords(Today));
        part.Set("rating", "", false, now);
        part.Set("dateCode", "", false, now);
        Assert.Equal("", part.TireWords(Today));
    }
}
