using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using static Yardstick.Core.Tests.Sample;

namespace Yardstick.Core.Tests.Schedule;

/// <summary>Appointments: made, filled in, moved and counted, missed, turned into orders and back.</summary>
public class AppointmentTests
{
    private static readonly LocalDateTime Tuesday = new(2026, 11, 24, 9, 30);

    private static Appointment Made(int? minutes = null) => Appointment.Create(Tuesday, minutes, 5, 1, Now, Mina).Value;

    private static AppointmentService Service(decimal hours, string skill = "") =>
        new()
        {
            CannedJobId = 3,
            Title = "Front brake pads",
            Hours = new(hours),
            Skill = skill,
        };

    [Fact]
    public void Its_length_follows_from_its_services_until_somebody_gives_one()
    {
        var appointment = Made();
        Assert.Equal(Appointment.UsualMinutes, appointment.Minutes);
        appointment.SetServices([Service(1.1m), Service(0.33m)]);
        Assert.Equal(90, appointment.Minutes);
        Assert.True(appointment.Set("length", "2.5", "US").Ok);
        appointment.SetServices([Service(4)]);
        Assert.Equal(150, appointment.Minutes);
        appointment.Set("length", "", "US");
        Assert.Equal(240, appointment.Minutes);
        Assert.Equal("appointment.length", appointment.Set("length", "0.01", "US").Problem!.Code);
        Assert.Equal("appointment.length", Appointment.Create(Tuesday, 3, null, null, Now, Mina).Problem!.Code);
    }

    [Fact]
    public void Another_time_is_counted_with_its_reason_and_taken_back_it_is_not()
    {
        var appointment = Made();
        var before = new Placement(5, 1, Tuesday);
        Assert.True(appointment.MoveTo(new Placement(6, 1, Tuesday), appointment.Version, Now, Mina).Ok);
        Assert.Empty(appointment.Moves);
        var later = new Placement(6, null, Tuesday.PlusDays(1));
        Assert.Equal("appointment.conflict", appointment.MoveTo(later, 1, Now, Mina).Problem!.Code);
        appointment.Reminded(Mina.At);
        Assert.True(appointment.MoveTo(later, appointment.Version, Now, Mina).Ok);
        Assert.Equal((Tuesday, later.Start), (appointment.Moves[0].From, appointment.Moves[0].To));
        // The customer is reminded of the new time.
        Assert.Null(appointment.RemindedAt);
        appointment.Because("Works late");
        Assert.Equal("Works late", appointment.Moves[0].Reason);
        Assert.NotNull(appointment.MoveBack(before, appointment.Version).Value);
        Assert.Equal((0, Tuesday, 5L), (appointment.Moves.Count, appointment.Start, appointment.TechnicianId!.Value));
        Assert.Equal(
            "appointment.past",
            appointment.MoveTo(new Placement(5, 1, Now.PlusDays(-1)), appointment.Version, Now, Mina).Problem!.Code
        );
    }

    [Fact]
    public void It_is_missed_only_once_its_time_came_and_called_off_it_can_be_restored()
    {
        var appointment = Made();
        Assert.Equal("appointment.early", appointment.Become(AppointmentState.Missed, "", Now).Problem!.Code);
        Assert.Equal("missed", appointment.Become(AppointmentState.Missed, "Forgot", Tuesday.PlusHours(1)).Value.New);
        Assert.False(appointment.IsOn);
        appointment.Become(AppointmentState.Confirmed, "", Now);
        Assert.Equal("", appointment.Reason);
        appointment.Become(AppointmentState.Canceled, "Sold it", Now);
        Assert.Equal("appointment.closed", appointment.Set("words", "Hums", "US").Problem!.Code);
        Assert.Equal("appointment.closed", appointment.MoveTo(new Placement(5, 1, Tuesday), appointment.Version, Now, Mina).Problem!.Code);
    }

    [Fact]
    public void An_order_is_made_of_it_once_and_goes_with_it_when_it_is_taken_back()
    {
        var appointment = Made();
        Assert.True(appointment.Arrive(77, made: true).Ok);
        Assert.Equal("appointment.arrived", appointment.Arrive(78, made: true).Problem!.Code);
        Assert.Equal("appointment.arrived", appointment.Become(AppointmentState.Missed, "", Tuesday.PlusDays(1)).Problem!.Code);
        appointment.Return();
        Assert.Equal((null, AppointmentState.Confirmed), (appointment.OrderId, appointment.State));
        // One that was there before waits for the vehicle again.
        appointment.IsForOrder(78);
        appointment.Arrive(78, made: false);
        appointment.Return();
        Assert.Equal(78, appointment.OrderId);
    }

    [Fact]
    public void Whoever_is_on_file_takes_the_place_of_what_was_typed()
    {
        var appointment = Made();
        appointment.Set("name", "Lena Okonjo", "US");
        appointment.Set("phone", "(207) 555-0163", "US");
        appointment.Set("vehicle", "Gray wagon", "US");
        Assert.Equal("phone.unreadable", appointment.Set("phone", "12", "US").Problem!.Code);
        appointment.BelongsTo(4, 9);
        Assert.Equal(("", null, "", 4L), (appointment.Name, appointment.Phone, appointment.Vehicle, appointment.CustomerId!.Value));
    }

    [Theory]
    [InlineData(9, 59, false)]
    [InlineData(10, 0, true)]
    [InlineData(16, 0, true)]
    public void Customers_are_reminded_from_ten_on_the_day_before(int hour, int minute, bool expected)
    {
        var appointment = Made();
        // Agreed today, nobody needs to be told again.
        Assert.False(appointment.IsToBeReminded(new(2026, 11, 23, hour, minute), TheShop));
        var early = Appointment.Create(Tuesday, null, null, null, Now, new Actor(7, Mina.At.Minus(Duration.FromDays(3)))).Value;
        Assert.Equal(expected, early.IsToBeReminded(new(2026, 11, 23, hour, minute), TheShop));
        early.Reminded(Mina.At);
        Assert.False(early.IsToBeReminded(new(2026, 11, 23, hour, minute), TheShop));
    }

    [Fact]
    public void Without_a_time_it_is_when_the_vehicle_is_expected_else_on_the_next_day_on_which_the_shop_is_open()
    {
        var shop = new Shop
        {
            Name = "Shop",
            TimeZone = "America/New_York",
            Hours = WeekHours.Same(new DayHours(new(7, 30), new(18, 0)), 5),
        };
        Assert.Equal(Tuesday, Appointment.UsualStart(Tuesday, Now, shop));
        Assert.Equal(new LocalDateTime(2026, 11, 24, 7, 30), Appointment.UsualStart(null, Now, shop));
        Assert.Equal(new LocalDateTime(2026, 11, 30, 7, 30), Appointment.UsualStart(Tuesday.PlusDays(-3), new(2026, 11, 27, 12, 0), shop));
    }
}
