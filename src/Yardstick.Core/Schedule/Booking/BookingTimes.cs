using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>
/// The times that customers can book: those at which somebody who can do it is there and free, in a bay that can do it, within the share
/// of the day that the shop opens to it.
/// </summary>
/// <param name="shop">The shop, with its rules for bookings.</param>
/// <param name="calendar">Everything that takes time.</param>
/// <param name="technicians">Active technicians.</param>
/// <param name="bays">Bays in use.</param>
/// <param name="booked">Minutes that are booked on the page already, by day.</param>
/// <param name="now">Wall time.</param>
public sealed class BookingTimes(
    Shop shop,
    ShopCalendar calendar,
    IReadOnlyList<StaffMember> technicians,
    IReadOnlyList<Bay> bays,
    IReadOnlyDictionary<LocalDate, int> booked,
    LocalDateTime now
)
{
    private readonly Dictionary<LocalDate, int> rooms = [];

    /// <summary>Days that can be booked: from today on as far as the shop allows.</summary>
    public IEnumerable<LocalDate> Days => Enumerable.Range(0, shop.BookingDays + 1).Select(now.Date.PlusDays);

    /// <summary>Times of a day at which work of several services can begin.</summary>
    /// <param name="day">The day.</param>
    /// <param name="services">What is booked; at least one.</param>
    public IReadOnlyList<LocalTime> On(LocalDate day, IReadOnlyList<BookingService> services)
    {
        if (shop.HoursOn(day) is not { } open || !Days.Contains(day))
            return [];
        var times = new List<LocalTime>();
        for (var at = (day + open.From).RoundedUpTo(shop.BookingStep); at < day + open.Until; at = at.PlusMinutes(shop.BookingStep))
            if (PlaceAt(at, services).Ok)
                times.Add(at.TimeOfDay);
        return times;
    }

    /// <summary>
    /// Who would do it where at a time. Refuses with <c>booking.gone</c> where nobody can, or it is too soon, too far off, or more than the
    /// page may take of that day.
    /// </summary>
    /// <param name="start">When it begins, wall time.</param>
    /// <param name="services">What is booked.</param>
    public Result<Placement> PlaceAt(LocalDateTime start, IReadOnlyList<BookingService> services)
    {
        var minutes = services.Sum(s => s.Minutes);
        var notice = shop.BookingLeadHours + services.Max(s => s.LeadHours);
        if (!Days.Contains(start.Date) || start < now.PlusHours(notice) || start.RoundedUpTo(shop.BookingStep) != start)
            return Gone;
        // A wall time that the clock skips comes for nobody.
        if (shop.Local(shop.Utc(start)) != start)
            return Gone;
        if (booked.GetValueOrDefault(start.Date) + minutes > RoomOn(start.Date))
            return Gone;
        foreach (var technician in technicians)
        {
            // The first bay that is free; a shop without bays has none to choose from.
            foreach (var bay in bays.Select(b => (long?)b.Id).DefaultIfEmpty(null))
            {
                var at = new Placement(technician.Id, bay, start);
                var entry = EntryOf(services, minutes, at);
                var ends = calendar.EndOf(entry);
                if (calendar.WarningsOf(entry).Count == 0 && (ends.Date == start.Date || minutes > LongestDay(technician, start.Date)))
                    return at;
            }
        }
        return Gone;
    }

    private int RoomOn(LocalDate day)
    {
        if (!rooms.TryGetValue(day, out var room))
            rooms[day] = room = (int)(calendar.LoadOf(day).There.Value * 60 * shop.BookingShare / 100);
        return room;
    }

    private int LongestDay(StaffMember technician, LocalDate day) => technician.MinutesOn(day, shop, []);

    private static CalendarEntry EntryOf(IReadOnlyList<BookingService> services, int minutes, Placement at) =>
        new()
        {
            Kind = CalendarKind.Appointment,
            Id = 0,
            Name = "",
            At = at,
            Minutes = minutes,
            Skill = services.Select(s => s.Skill).FirstOrDefault(s => s.Length > 0) ?? "",
            Equipment = [.. services.SelectMany(s => s.Equipment).Distinct(StringComparer.OrdinalIgnoreCase)],
            IsCertain = false,
        };

    private static readonly Problem Gone = new(
        "booking.gone",
        "This time was just taken or is not free any more. Choose another.",
        "start"
    );
}
