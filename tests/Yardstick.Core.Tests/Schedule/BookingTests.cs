using Yardstick.Core.FollowUp;
using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Schedule;

/// <summary>What can be booked, and whose a request is.</summary>
public class BookingTests
{
    // A Monday at nine.
    private static readonly LocalDateTime Now = new(2026, 11, 23, 9, 0);
    private static readonly LocalDate Tuesday = new(2026, 11, 24);

    private static StaffMember Technician(long id, params string[] skills) =>
        new()
        {
            Id = id,
            Name = $"Person {id}",
            Role = Role.Technician,
            Skills = skills,
            Active = true,
        };

    private static BookingService Service(int minutes, string skill = "", int leadHours = 0) =>
        new()
        {
            Title = "Service",
            Minutes = minutes,
            Skill = skill,
            LeadHours = leadHours,
        };

    private static BookingTimes Times(
        Shop shop,
        IReadOnlyList<StaffMember> people,
        IReadOnlyList<Bay>? bays = null,
        int booked = 0,
        params CalendarEntry[] entries
    ) =>
        new(
            shop,
            new ShopCalendar(shop, people, [], bays ?? [], entries),
            people,
            bays ?? [],
            new Dictionary<LocalDate, int> { [Tuesday] = booked },
            Now
        );

    private static readonly Shop Open = new()
    {
        TimeZone = "America/New_York",
        TakesBookings = true,
        BookingShare = 100,
    };

    private static CalendarEntry Busy(long person, int hour, int minutes, long? bay = null) =>
        new()
        {
            Kind = CalendarKind.Appointment,
            Id = 100 + hour,
            Name = "Another",
            At = new Placement(person, bay, Tuesday.At(new LocalTime(hour, 0))),
            Minutes = minutes,
        };

    [Fact]
    public void Only_what_somebody_with_the_skill_is_free_for_is_offered()
    {
        var hours = Open.HoursOn(Tuesday)!;
        var all = Times(Open, [Technician(1, "brakes")]).On(Tuesday, [Service(60, "brakes")]);
        // The doors open at half past; bookings begin on the hour.
        Assert.Equal(new LocalTime(8, 0), all[0]);
        Assert.All(all, at => Assert.True(at >= hours.From && at < hours.Until));
        Assert.Empty(Times(Open, [Technician(1)]).On(Tuesday, [Service(60, "brakes")]));
        var beside = Times(Open, [Technician(1, "brakes")], entries: Busy(1, 10, 120)).On(Tuesday, [Service(60, "brakes")]);
        Assert.Equal(all.Except([new LocalTime(10, 0), new LocalTime(11, 0)]), beside);
        // Somebody else is free then.
        Assert.Equal(
            all,
            Times(Open, [Technician(1, "brakes"), Technician(2, "brakes")], entries: Busy(1, 10, 120)).On(Tuesday, [Service(60, "brakes")])
        );
    }

    [Theory]
    [InlineData("America/New_York", 2026, 11, 1)]
    [InlineData("America/New_York", 2027, 3, 14)]
    [InlineData("Europe/Berlin", 2026, 10, 25)]
    public void Where_an_hour_comes_twice_or_not_at_all_each_time_is_offered_once_and_stands_where_it_says(
        string zone,
        int year,
        int month,
        int day
    )
    {
        var turn = new LocalDate(year, month, day);
        var shop = new Shop
        {
            TimeZone = zone,
            TakesBookings = true,
            BookingShare = 100,
            BookingStep = 30,
            Hours = WeekHours.Same(new DayHours(new(0, 0), new(6, 0)), 7),
        };
        StaffMember[] people = [Technician(1)];
        var before = turn.PlusDays(-1).At(new LocalTime(5, 0));
        var times = new BookingTimes(
            shop,
            new ShopCalendar(shop, people, [], [], []),
            people,
            [],
            new Dictionary<LocalDate, int>(),
            before
        );
        var offered = times.On(turn, [Service(30)]);
        Assert.Equal(offered.Distinct().Order(), offered);
        // Nobody can come at a time that the clock skips.
        Assert.All(offered, at => Assert.Equal(turn.At(at), shop.Local(shop.Utc(turn.At(at)))));
        Assert.InRange(offered.Count, 10, 12);
        foreach (var at in offered)
            Assert.Equal(turn.At(at), times.PlaceAt(turn.At(at), [Service(30)]).Value.Start);
    }

    [Fact]
    public void A_bay_that_can_do_it_has_to_be_free_and_work_ends_on_its_day()
    {
        var bay = new Bay
        {
            Id = 7,
            Name = "One",
            Equipment = ["lift"],
        };
        var needs = Service(60);
        needs.Set("equipment", "lift");
        Assert.NotEmpty(Times(Open, [Technician(1)], [bay]).On(Tuesday, [needs]));
        var alignment = Service(60);
        alignment.Set("equipment", "alignment");
        Assert.Empty(Times(Open, [Technician(1)], [bay]).On(Tuesday, [alignment]));
        Assert.DoesNotContain(
            new LocalTime(10, 0),
            Times(Open, [Technician(1), Technician(2)], [bay], 0, Busy(2, 10, 60, 7)).On(Tuesday, [needs])
        );
        var last = Times(Open, [Technician(1)]).On(Tuesday, [Service(180)])[^1];
        Assert.True(last.PlusMinutes(180) <= Open.HoursOn(Tuesday)!.Until);
    }

    [Fact]
    public void Notice_days_ahead_and_the_share_of_the_day_bound_it()
    {
        var shop = new Shop
        {
            TimeZone = "America/New_York",
            BookingShare = 50,
            BookingLeadHours = 26,
            BookingDays = 1,
        };
        var times = Times(shop, [Technician(1)]);
        Assert.Empty(times.On(Now.Date, [Service(60)]));
        Assert.Equal(new LocalTime(11, 0), times.On(Tuesday, [Service(60)])[0]);
        Assert.Equal(new LocalTime(13, 0), times.On(Tuesday, [Service(60, leadHours: 2)])[0]);
        Assert.Empty(times.On(Tuesday.PlusDays(1), [Service(60)]));
        var room = Technician(1).MinutesOn(Tuesday, shop, []) / 2;
        Assert.NotEmpty(Times(shop, [Technician(1)], booked: room - 60).On(Tuesday, [Service(60)]));
        Assert.Empty(Times(shop, [Technician(1)], booked: room - 59).On(Tuesday, [Service(60)]));
        Assert.Equal("booking.gone", times.PlaceAt(Tuesday.At(new LocalTime(3, 0)), [Service(60)]).Problem?.Code);
    }

    [Fact]
    public void A_telephone_says_who_it_is_a_VIN_which_vehicle_and_a_plate_of_somebody_else_is_not_taken()
    {
        (long, string)[] ada = [(3, "Ada Roper")];
        RequestMatch.Candidate hers = new(9, 3, "Ada Roper"),
            other = new(8, 4, "Ben Otis");
        Assert.Equal(new(3, 9, "phone number and plate on file"), RequestMatch.Of(ada, [], [hers]));
        var (customer, vehicle, why) = RequestMatch.Of(ada, [], [other]);
        Assert.Equal((3L, null), (customer, vehicle));
        Assert.Contains("Ben Otis", why, StringComparison.Ordinal);
        Assert.Equal((null, null), (RequestMatch.Of([], [], [hers]).CustomerId, RequestMatch.Of([], [], [hers]).VehicleId));
        Assert.Null(RequestMatch.Of([.. ada, (5, "Cy Dunn")], [], []).CustomerId);
        Assert.Equal((4L, 8L), (RequestMatch.Of(ada, [other], []).CustomerId, RequestMatch.Of(ada, [other], []).VehicleId));
    }

    [Theory]
    [InlineData("", "207 555 0142", "KLM 1", "", "booking.name")]
    [InlineData("Ada", "12", "KLM 1", "", "phone.unreadable")]
    [InlineData("Ada", "207 555 0142", "", "", "booking.vehicle")]
    [InlineData("Ada", "207 555 0142", "ABCDEFGHIJKLMN", "", "plate.unreadable")]
    public void What_was_typed_is_asked_for_again_where_it_is_not_enough(
        string name,
        string phone,
        string plate,
        string car,
        string code
    ) => Assert.Equal(code, new BookingInput(name, phone, "", plate, car, "", false).Read("US").Problem?.Code);

    [Fact]
    public void What_does_not_fit_on_an_appointment_is_cut_there_and_stays_with_the_request()
    {
        var request = new OutsideRequest
        {
            Key = "k",
            Name = new string('n', 200),
            Phone = "+12075550142",
            Plate = "KLM 1",
            Vehicle = new string('v', 120),
        };
        var appointment = Appointment.Create(Now.PlusDays(1), 60, null, null, Now, new Actor(1, Instant.MinValue)).Value;
        appointment.FillIn(request.ToWish(new string('w', 600)) with { IsAsked = true });
        Assert.Equal((120, 120, 500), (appointment.Name.Length, appointment.Vehicle.Length, appointment.Words.Length));
        Assert.Equal(("+12075550142", AppointmentState.Asked), (appointment.Phone?.E164, appointment.State));
        Assert.StartsWith("KLM 1 vvv", appointment.Vehicle, StringComparison.Ordinal);
        Assert.Equal(200, request.Name.Length);
    }

    [Fact]
    public void A_booking_set_aside_takes_no_time_and_is_asked_for_again_when_it_is_taken_up()
    {
        var actor = new Actor(1, Instant.MinValue);
        var appointment = Appointment.Create(Now.PlusDays(1), 60, null, null, Now, actor).Value;
        var request = new OutsideRequest { Key = "k", Kind = RequestKind.Booking };
        Assert.Equal("request.reason", request.Handle(RequestState.SetAside, " ", appointment, Now, actor).Problem?.Code);
        Assert.True(appointment.IsOn);
        Assert.True(request.Handle(RequestState.SetAside, "Booked twice", appointment, Now, actor).Ok);
        Assert.Equal((false, "Booked twice"), (appointment.IsOn, appointment.Reason));
        Assert.True(request.Handle(RequestState.Open, null, appointment, Now, actor).Ok);
        Assert.Equal((AppointmentState.Asked, null), (appointment.State, request.HandledAt));
    }

    [Theory]
    [InlineData(3, 39, null)]
    [InlineData(4, 0, "booking.many")]
    [InlineData(0, 40, "booking.busy")]
    public void A_flood_is_said(int ofPhone, int lately, string? code) =>
        Assert.Equal(code, BookingRules.MayTake(ofPhone, lately).Problem?.Code);
}
