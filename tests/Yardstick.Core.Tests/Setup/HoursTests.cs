using CsCheck;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Setup;

/// <summary>Hours of days and weeks as they are typed, closed days, and what the shop is.</summary>
public class HoursTests
{
    [Theory]
    [InlineData("7:30-4", "7:30 am to 4:00 pm")]
    [InlineData("8 am to 5:30 pm", "8:00 am to 5:30 pm")]
    [InlineData("730-1600, break 12-12:30", "7:30 am to 4:00 pm, break 12:00 pm to 12:30 pm")]
    [InlineData("9-6 break 1-2", "9:00 am to 6:00 pm, break 1:00 pm to 2:00 pm")]
    [InlineData("1-5", "1:00 pm to 5:00 pm")]
    [InlineData("12 to 8", "12:00 pm to 8:00 pm")]
    [InlineData("08.00 – 12.00", "8:00 am to 12:00 pm")]
    [InlineData("6am-2pm", "6:00 am to 2:00 pm")]
    [InlineData("off", null)]
    [InlineData("Closed", null)]
    [InlineData("", null)]
    public void Hours_are_read_as_they_are_typed(string typed, string? hours) =>
        Assert.Equal(hours, DayHours.Parse(typed, "hours.monday").Value?.ToString());

    [Theory]
    [InlineData("morning", "hours.unreadable")]
    [InlineData("25-30", "hours.unreadable")]
    [InlineData("13pm-3", "hours.unreadable")]
    [InlineData("5 pm-8 am", "hours.order")]
    [InlineData("8-5 break 6-7", "hours.order")]
    [InlineData("8-5 break 12:30-12", "hours.order")]
    public void Others_are_refused_by_field(string typed, string code)
    {
        var problem = DayHours.Parse(typed, "hours.monday").Problem!;
        Assert.Equal((code, "hours.monday"), (problem.Code, problem.Field));
    }

    [Theory]
    [InlineData("10 pm-6 am", "10:00 pm to 6:00 am")]
    [InlineData("22-6, break 2-2:30", "10:00 pm to 6:00 am, break 2:00 am to 2:30 am")]
    [InlineData("6 pm to 2 am break 10-10:30", "6:00 pm to 2:00 am, break 10:00 pm to 10:30 pm")]
    [InlineData("4 pm-12 am", "4:00 pm to 12:00 am")]
    [InlineData("7:30-4", "7:30 am to 4:00 pm")]
    [InlineData("8 am-7 am", null)]
    [InlineData("10 pm-6 am break 8-9", null)]
    public void A_person_may_be_at_work_past_midnight(string typed, string? hours)
    {
        var read = DayHours.Parse(typed, "hours.monday", overnight: true);
        Assert.Equal((hours, hours is null ? "hours.order" : null), (read.Ok ? read.Value?.ToString() : null, read.Problem?.Code));
        if (hours is not null)
            Assert.Equal(read.Value, DayHours.Parse(hours, "h", overnight: true).Value);
    }

    [Fact]
    public void A_night_shift_counts_on_both_days_and_nobody_away_that_evening_is_there_in_the_morning()
    {
        var shop = new Shop { Name = "S", TimeZone = "America/New_York" };
        var noor = new StaffMember
        {
            Id = 8,
            Name = "Noor Haddad",
            Hours = WeekHours
                .Same(DayHours.Parse("10 pm-6 am break 2-3", "h", overnight: true).Value!, 1)
                .With(IsoDayOfWeek.Tuesday, DayHours.Parse("5-9", "h").Value),
        };
        LocalDate monday = new(2026, 11, 23),
            tuesday = new(2026, 11, 24);
        string On(LocalDate day, params Absence[] away) =>
            string.Join(
                ", ",
                noor.StretchesOn(day, shop, away).Select(s => FormattableString.Invariant($"{s.From:ddd HH:mm}-{s.Until:ddd HH:mm}"))
            );
        Assert.Equal("Mon 22:00-Tue 00:00", On(monday));
        // Whoever is still there from the night begins nothing anew.
        Assert.Equal("Tue 00:00-Tue 02:00, Tue 03:00-Tue 06:00, Tue 06:00-Tue 09:00", On(tuesday));
        Assert.Equal((120, 480), (noor.MinutesOn(monday, shop, []), noor.MinutesOn(tuesday, shop, [])));
        Assert.Equal(
            "Tue 05:00-Tue 09:00",
            On(
                tuesday,
                new Absence
                {
                    StaffId = 8,
                    From = monday,
                    Until = monday,
                }
            )
        );
        Assert.Equal(
            "12:00 am to 11:59 pm",
            (shop.DrawnOn(monday, [noor], []) with { From = shop.DrawnOn(tuesday, [noor], []).From }).ToString()
        );
        Assert.Equal("7:30 am to 6:00 pm", shop.DrawnOn(new(2026, 11, 25), [noor], []).ToString());
        // The planner uses the night; a car that is here needs no open door, and nobody else may begin then.
        var plan = new PlannedWork();
        Assert.True(plan.Place(8, tuesday.At(new(4, 0)), shop, 0, noor.StretchesOn(tuesday, shop, [])).Ok);
        Assert.Equal("plan.hours", plan.Place(5, tuesday.At(new(4, 0)), shop, 0).Problem!.Code);
    }

    [Fact]
    public void Hours_that_are_shown_are_read_as_the_same() =>
        Gen.Select(Gen.Int[0, 80], Gen.Int[1, 15], Gen.Int[1, 10], Gen.Int[1, 10], Gen.Bool)
            .Sample(
                (from, before, pause, after, hasBreak) =>
                {
                    LocalTime At(int quarters) => LocalTime.FromMinutesSinceMidnight(quarters * 15);
                    var end = Math.Min(95, from + before + pause + after);
                    var hours =
                        hasBreak && from + before + pause < end
                            ? new DayHours(At(from), At(end), At(from + before), At(from + before + pause))
                            : new DayHours(At(from), At(end));
                    Assert.Equal(hours, DayHours.Parse(hours.ToString(), "h").Value);
                }
            );

    [Fact]
    public void A_closed_day_has_no_hours_and_a_promise_goes_past_it()
    {
        var shop = new Shop { Name = "S", TimeZone = "America/New_York" };
        var now = new LocalDateTime(2026, 11, 25, 17, 0);
        Assert.True(shop.Close("11/26", "Thanksgiving", now).Ok);
        Assert.Equal("shop.closedTwice", shop.Close("11/26/2026", "", now).Problem!.Code);
        Assert.Equal(("Thanksgiving", null), (shop.ClosedOn(new(2026, 11, 26)), shop.HoursOn(new(2026, 11, 26))));
        Assert.Equal(new LocalTime(7, 30), shop.DrawnOn(new(2026, 11, 26)).From);
        Assert.Equal(new LocalDateTime(2026, 11, 27, 11, 30), Promise.Propose(now, shop));
        Assert.True(shop.Open(new(2026, 11, 26)).Ok);
        Assert.Equal("shop.notClosed", shop.Open(new(2026, 11, 26)).Problem!.Code);
        Assert.Equal(new LocalDateTime(2026, 11, 26, 11, 30), Promise.Propose(now, shop));
    }

    [Theory]
    [InlineData("name", " Harbor Auto ", "Harbor Auto", null)]
    [InlineData("name", "  ", null, "shop.name")]
    [InlineData("phone", "207 555 0142", "(207) 555-0142", null)]
    [InlineData("phone", "call us", null, "phone.unreadable")]
    [InlineData("email", "front@harbor.example", "front@harbor.example", null)]
    [InlineData("email", "front", null, "customer.email")]
    [InlineData("timeZone", "America/Chicago", "America/Chicago", null)]
    [InlineData("timeZone", "Ohio", null, "firstRun.zone")]
    [InlineData("plateRegion", "oh", "OH", null)]
    [InlineData("promiseStep", "15", "15", null)]
    [InlineData("promiseStep", "20", null, "shop.promiseStep")]
    [InlineData("country", "us", "US", null)]
    [InlineData("country", "USA", null, "shop.country")]
    [InlineData("currency", "eur", "EUR", null)]
    [InlineData("currency", "$", null, "firstRun.currency")]
    [InlineData("hours.saturday", "9-1", "9:00 am to 1:00 pm", null)]
    [InlineData("hours.sunday", "", "closed", null)]
    [InlineData("hours.someday", "9-1", null, "shop.field")]
    public void A_field_of_the_shop_is_kept_or_refused(string field, string typed, string? kept, string? code)
    {
        var shop = new Shop { Name = "S", TimeZone = "America/New_York" };
        var set = shop.Set(field, typed, inUse: false);
        Assert.Equal((kept, code), (set.Ok ? set.Value.New : null, set.Problem?.Code));
        Assert.Equal(set.Ok ? 2 : 1, shop.Version);
    }

    [Fact]
    public void Documents_say_how_the_shop_is_reached_and_invoices_its_tax_number()
    {
        var shop = new Shop { Name = "S", Phone = "(207) 555-0142" };
        Assert.Equal(("(207) 555-0142", "(207) 555-0142"), (shop.Contact, shop.ContactOnInvoice));
        shop.Set("email", "front@harbor.example", inUse: false);
        shop.Set("taxNumber", "77-0", inUse: false);
        Assert.Equal("(207) 555-0142 · front@harbor.example\nTax number 77-0", shop.ContactOnInvoice);
    }

    [Fact]
    public void Currency_and_unit_stay_once_there_are_orders()
    {
        var shop = new Shop { Name = "S", TimeZone = "America/New_York" };
        Assert.Equal("shop.currencyUsed", shop.Set("currency", "EUR", inUse: true).Problem!.Code);
        Assert.Equal("shop.unitUsed", shop.Set("distanceUnit", "Kilometers", inUse: true).Problem!.Code);
        Assert.True(shop.Set("currency", "USD", inUse: true).Ok);
    }
}
