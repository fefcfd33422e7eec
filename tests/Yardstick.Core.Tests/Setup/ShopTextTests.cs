using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Setup;

/// <summary>What a shop sets of its documents and of how it writes to customers.</summary>
public class ShopTextTests
{
    private readonly Shop shop = new() { Name = "Shop", TimeZone = "America/New_York" };

    [Theory]
    [InlineData("estimateDays", "0", "shop.days")]
    [InlineData("estimateDays", "366", "shop.days")]
    [InlineData("estimateDays", "a month", "shop.days")]
    [InlineData("publicAddress", "shop.example", "shop.address")]
    [InlineData("publicAddress", "ftp://shop.example", "shop.address")]
    [InlineData("publicAddress", "https://shop.example/yardstick", "shop.address")]
    [InlineData("quietFrom", "late", "shop.time")]
    [InlineData("name", "Other", "shop.field")]
    public void What_cannot_be_is_refused_at_its_field_and_changes_nothing(string field, string text, string code)
    {
        var refused = shop.SetText(field, text);
        Assert.Equal((code, field), (refused.Problem!.Code, refused.Problem.Field));
        Assert.Equal((30, "", new LocalTime(20, 0)), (shop.EstimateDays, shop.PublicAddress, shop.QuietFrom));
    }

    [Fact]
    public void What_is_kept_says_what_it_was()
    {
        Assert.Equal("text.long", shop.SetText("terms", new string('x', 6001)).Problem!.Code);
        Assert.Equal(("", "Twelve months."), (shop.SetText("terms", " Twelve months. ").Value.Old, shop.Terms));
        Assert.Equal("30", shop.SetText("estimateDays", "14").Value.Old);
        Assert.Equal(new LocalDate(2026, 12, 7), shop.ValidUntil(new LocalDateTime(2026, 11, 23, 23, 59, 0)));
        Assert.True(shop.SetText("publicAddress", "https://shop.example/").Ok);
        Assert.Equal("https://shop.example", shop.PublicAddress);
        Assert.True(shop.SetText("publicAddress", "").Ok);
        Assert.True(shop.SetText("declineReasons", "Too dear\n\n Later \nToo dear").Ok);
        Assert.Equal(["Too dear", "Later"], shop.DeclineReasons);
        Assert.True(shop.SetText("quietUntil", "7:30 am").Ok);
        Assert.Equal(new LocalTime(7, 30), shop.QuietUntil);
    }

    [Theory]
    // Quiet from eight in the evening to eight in the morning, New York, five hours behind.
    [InlineData("2026-11-23T18:00:00", "2026-11-23T18:00:00")]
    [InlineData("2026-11-24T00:59:59", "2026-11-24T00:59:59")]
    [InlineData("2026-11-24T01:00:00", "2026-11-24T13:00:00")]
    [InlineData("2026-11-24T12:59:00", "2026-11-24T13:00:00")]
    [InlineData("2026-11-24T13:00:00", "2026-11-24T13:00:00")]
    public void A_text_waits_for_the_end_of_the_quiet_hours(string now, string may)
    {
        static Instant Utc(string text) => Times.Wall(text).Utc();
        Assert.Equal(Utc(may), shop.MayText(Utc(now)));
        // The same hour twice: nothing is quiet.
        (shop.QuietFrom, shop.QuietUntil) = (new(8, 0), new(8, 0));
        Assert.Equal(Utc(now), shop.MayText(Utc(now)));
    }

    [Fact]
    public void Quiet_hours_within_a_day_end_on_that_day()
    {
        (shop.QuietFrom, shop.QuietUntil) = (new(12, 0), new(13, 30));
        Assert.Equal(Instant.FromUtc(2026, 11, 23, 18, 30, 0), shop.MayText(Instant.FromUtc(2026, 11, 23, 17, 15, 0)));
        // The night on which the clock goes back has its end at the wall time that was set.
        (shop.QuietFrom, shop.QuietUntil) = (new(20, 0), new(8, 0));
        Assert.Equal(Instant.FromUtc(2026, 11, 1, 13, 0, 0), shop.MayText(Instant.FromUtc(2026, 11, 1, 2, 0, 0)));
    }

    [Theory]
    [InlineData("2026-11-01 01:30", "2026-11-01 05:30")] // Comes twice: the first.
    [InlineData("2026-03-08 02:30", "2026-03-08 07:30")] // Is skipped: read with the offset before.
    [InlineData("2026-07-01 12:00", "2026-07-01 16:00")]
    public void A_wall_time_that_comes_twice_or_never_is_one_moment(string wall, string utc)
    {
        var shop = new Shop { Name = "Shop", TimeZone = "America/New_York" };
        Assert.Equal(Times.Wall(utc).Utc(), shop.Utc(Times.Wall(wall)));
    }
}
