using Yardstick.Core.Schedule;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Tests.Schedule;

/// <summary>The calendar: where work stands over breaks, nights and closed days, what is amiss, how full the days are.</summary>
public class ShopCalendarTests
{
    private static readonly Shop Open = new()
    {
        Name = "Shop",
        TimeZone = "America/New_York",
        Hours = WeekHours.Same(new DayHours(new(8, 0), new(17, 0)), 5),
        ClosedDays = [new ClosedDay(new(2026, 11, 26), "Thanksgiving")],
    };

    private static readonly StaffMember Ana = new()
    {
        Id = 6,
        Name = "Ana Vasquez",
        Role = Role.Technician,
        Skills = ["engine"],
        Hours = WeekHours.Same(new DayHours(new(8, 0), new(16, 0), new(12, 0), new(12, 30)), 5),
    };

    private static readonly StaffMember Tobias = new()
    {
        Id = 5,
        Name = "Tobias Renner",
        Role = Role.Technician,
        Skills = ["brakes"],
        Pace = new(120),
    };

    private static readonly Bay[] Bays =
    [
        new()
        {
            Id = 1,
            Name = "Bay 1",
            Equipment = ["lift"],
        },
        new() { Id = 2, Name = "Bay 2" },
    ];

    private static CalendarEntry Entry(
        long id,
        LocalDateTime start,
        int minutes,
        long? technician = 6,
        long? bay = null,
        string skill = ""
    ) =>
        new()
        {
            Kind = CalendarKind.Job,
            Id = id,
            OrderId = id,
            Name = $"Job {id}",
            At = new Placement(technician, bay, start),
            Minutes = minutes,
            Skill = skill,
            IsCertain = id != 3,
        };

    private static ShopCalendar Of(IReadOnlyList<Absence> absences, params CalendarEntry[] entries) =>
        new(Open, [Tobias, Ana], absences, Bays, entries);

    private static LocalDateTime At(int day, int hour, int minute = 0) => new(2026, 11, day, hour, minute);

    [Fact]
    public void Work_goes_on_after_the_break_the_night_and_the_closed_day()
    {
        // Wednesday afternoon; Thursday is closed.
        var entry = Entry(1, At(25, 11, 30), 6 * 60);
        Assert.Equal(
            [new WorkPiece(At(25, 11, 30), At(25, 12)), new WorkPiece(At(25, 12, 30), At(25, 16)), new WorkPiece(At(27, 8), At(27, 10))],
            Of([], entry).PiecesOf(entry)
        );
        // A slower pace takes longer, in the shop's hours where the person has none of their own.
        var slow = Entry(2, At(23, 16), 60, technician: 5);
        Assert.Equal([new WorkPiece(At(23, 16), At(23, 17)), new WorkPiece(At(24, 8), At(24, 8, 12))], Of([], slow).PiecesOf(slow));
    }

    [Fact]
    public void The_next_can_begin_when_somebody_is_at_work()
    {
        // In the break, after work before a closed day, and at once where it lies within the hours.
        Assert.Equal(
            [At(23, 12, 30), At(27, 8), At(23, 9, 5)],
            new[] { At(23, 12), At(25, 16), At(23, 9, 5) }.Select(at => Of([]).BeginsAt(new Placement(6, null, at)))
        );
        Assert.Equal((At(23, 9, 15), At(23, 9)), (PlannedWork.OnStep(At(23, 9, 5)), PlannedWork.OnStep(At(23, 9))));
        Assert.Equal(
            [new WorkPiece(At(25, 15), At(25, 16)), new WorkPiece(At(27, 8), At(27, 9))],
            WorkPiece.Between(At(25, 15), At(27, 9), day => Ana.StretchesOn(day, Open, []))
        );
    }

    [Fact]
    public void What_begins_outside_all_hours_stands_there_and_is_said()
    {
        var holiday = Entry(1, At(26, 9), 60);
        var calendar = Of([], holiday);
        Assert.Equal([new WorkPiece(At(26, 9), At(26, 10))], calendar.PiecesOf(holiday));
        Assert.Equal("The shop is closed on Thu, Nov 26: Thanksgiving.", calendar.WarningsOf(holiday).Single().Words);
        var early = Entry(2, At(23, 6), 30);
        Assert.Equal(["hours", "away"], Of([], early).WarningsOf(early).Select(w => w.Kind));
        // Work needs no open door where the person is there; a customer who comes does.
        var night = new StaffMember
        {
            Id = 7,
            Name = "Noor Haddad",
            Hours = WeekHours.Same(new(new(22, 0), new(6, 0)), 5),
        };
        var work = Entry(4, At(24, 5), 120, technician: 7);
        var byNight = new ShopCalendar(Open, [night], [], Bays, [work]);
        Assert.Empty(byNight.WarningsOf(work));
        var comes = work with { Kind = CalendarKind.Appointment, IsCertain = false };
        Assert.Equal(["hours"], new ShopCalendar(Open, [night], [], Bays, [comes]).WarningsOf(comes).Select(w => w.Kind));
        Assert.Equal([new WorkPiece(At(24, 5), At(24, 6)), new WorkPiece(At(24, 22), At(24, 23))], byNight.PiecesOf(work));
        var late = Entry(3, At(23, 23, 30), 120, technician: null);
        Assert.Equal(At(23, 23, 59), Of([], late).EndOf(late));
    }

    [Fact]
    public void A_missing_skill_somebody_away_and_two_at_a_time_are_said()
    {
        var one = Entry(1, At(23, 9), 60, skill: "brakes");
        var two = Entry(2, At(23, 9, 30), 60);
        var words = Of([], one, two).WarningsOf(one).Select(w => w.Words).ToList();
        Assert.Equal(["Ana V. does not have the skill brakes.", "Ana V. has Job 2 at the same time."], words);
        // One after the other is no clash, nor is what is over.
        Assert.Empty(Of([], two, Entry(3, At(23, 10, 30), 60)).WarningsOf(two));
        Assert.Empty(Of([], two, one with { IsOver = true }).WarningsOf(two));
        var away = new Absence
        {
            StaffId = 6,
            From = new(2026, 11, 23),
            Until = new(2026, 11, 24),
            Reason = "dentist",
        };
        Assert.Equal("Ana V. is away on Mon, Nov 23: dentist.", Of([away], two).WarningsOf(two)[0].Words);
    }

    [Fact]
    public void A_bay_holds_one_vehicle_and_has_to_have_what_the_work_needs()
    {
        var alignment = Entry(1, At(23, 9), 60, bay: 2) with { Equipment = ["Lift"] };
        var other = Entry(2, At(23, 9), 30, technician: 5, bay: 2);
        Assert.Equal(["bayBusy", "bay"], Of([], alignment, other).WarningsOf(alignment).Select(w => w.Kind));
        // Two jobs of one order stand in one bay.
        Assert.DoesNotContain(Of([], alignment, other with { OrderId = 1 }).WarningsOf(alignment), w => w.Kind == "bayBusy");
        Assert.Empty(
            Of([], alignment with { At = new Placement(6, 1, At(23, 9)) })
                .WarningsOf(alignment with { At = new Placement(6, 1, At(23, 9)) })
        );
    }

    [Fact]
    public void A_promise_that_breaks_and_parts_that_come_later_are_said()
    {
        var entry = Entry(1, At(23, 15), 120) with { PromisedAt = At(23, 17), PartsAt = At(23, 15, 30) };
        Assert.Equal(
            ["Parts come Mon, Nov 23 3:30 pm.", "Promised Mon, Nov 23 5:00 pm, done Tue, Nov 24 9:00 am."],
            Of([], entry).WarningsOf(entry).Select(w => w.Words)
        );
    }

    [Fact]
    public void A_day_is_as_full_as_what_stands_on_it_and_the_tightest_skill_comes_first()
    {
        var calendar = Of(
            [],
            Entry(1, At(23, 14), 4 * 60, skill: "engine"),
            Entry(2, At(23, 8), 60, technician: 5, skill: "brakes"),
            Entry(3, At(23, 9), 30, technician: null, skill: "alignment")
        );
        var monday = calendar.LoadOf(new(2026, 11, 23));
        // Two hours of the first are Tuesday's; pace stretches the second.
        Assert.Equal((3.7m, 0.5m, 16.5m), (monday.Planned.Value, monday.Uncertain.Value, monday.There.Value));
        Assert.Equal(["alignment", "engine", "brakes"], monday.Skills.Select(s => s.Skill));
        Assert.Equal(0, monday.Skills[0].There.Value);
        Assert.Equal(2, calendar.LoadOf(new(2026, 11, 24)).Planned.Value);
        Assert.Equal("Thanksgiving", calendar.LoadOf(new(2026, 11, 26)).ClosedBecause);
    }
}
