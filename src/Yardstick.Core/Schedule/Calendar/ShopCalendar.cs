using System.Globalization;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>The calendar of the shop: where everything stands, what is amiss with it, and how full the days are.</summary>
/// <param name="shop">The shop, with its hours and closed days.</param>
/// <param name="technicians">Active technicians.</param>
/// <param name="absences">Who is away.</param>
/// <param name="bays">Bays in use.</param>
/// <param name="entries">Everything that takes time.</param>
public sealed class ShopCalendar(
    Shop shop,
    IReadOnlyList<StaffMember> technicians,
    IReadOnlyList<Absence> absences,
    IReadOnlyList<Bay> bays,
    IReadOnlyList<CalendarEntry> entries
)
{
    /// <summary>How many days ahead the work of one entry is followed.</summary>
    private const int DaysAhead = 60;

    private readonly Dictionary<(CalendarKind, long), IReadOnlyList<WorkPiece>> pieces = entries.ToDictionary(
        e => (e.Kind, e.Id),
        e => PiecesOf(e, shop, technicians, absences)
    );

    private readonly HashSet<CalendarEntry> known = new(entries, ReferenceEqualityComparer.Instance);

    private readonly ILookup<long?, CalendarEntry> byDoer = entries.Where(e => !e.IsOver).ToLookup(e => e.At.TechnicianId);

    private readonly ILookup<long?, CalendarEntry> byBay = entries.Where(e => !e.IsOver).ToLookup(e => e.At.BayId);

    /// <summary>
    /// When an entry is worked on: from its beginning through the hours of whoever does it, over breaks and nights. What begins outside
    /// all hours stands there for as long as it takes.
    /// </summary>
    public IReadOnlyList<WorkPiece> PiecesOf(CalendarEntry entry) =>
        known.Contains(entry) ? pieces[(entry.Kind, entry.Id)] : PiecesOf(entry, shop, technicians, absences);

    /// <summary>When an entry is over, wall time.</summary>
    public LocalDateTime EndOf(CalendarEntry entry) => PiecesOf(entry)[^1].Until;

    private static IReadOnlyList<WorkPiece> PiecesOf(
        CalendarEntry entry,
        Shop shop,
        IReadOnlyList<StaffMember> technicians,
        IReadOnlyList<Absence> absences
    )
    {
        var doer = DoerOf(entry.At, technicians);
        var left = (int)decimal.Ceiling(entry.Minutes * (doer?.Pace.Value ?? 100) / 100);
        var found = new List<WorkPiece>();
        for (var i = 0; i < DaysAhead && left > 0; i++)
        {
            var day = entry.At.Start.Date.PlusDays(i);
            foreach (var (from, until) in Stretches(day, doer, shop, absences))
            {
                var begins = found.Count == 0 && from < entry.At.Start ? entry.At.Start : from;
                if (left <= 0 || begins >= until)
                    continue;
                // It begins where it was put; only what does not fit goes on later.
                if (found.Count == 0 && begins > entry.At.Start)
                    return [Alone(entry, left)];
                var room = new WorkPiece(begins, until).Minutes;
                var takes = Math.Min(room, left);
                found.Add(new WorkPiece(begins, begins.PlusMinutes(takes)));
                left -= takes;
            }
        }
        return found.Count == 0 ? [Alone(entry, left)] : found;
    }

    private static WorkPiece Alone(CalendarEntry entry, int minutes)
    {
        var midnight = entry.At.Start.Date.PlusDays(1).AtMidnight();
        var end = entry.At.Start.PlusMinutes(Math.Max(minutes, 5));
        return new WorkPiece(entry.At.Start, end < midnight ? end : midnight.PlusMinutes(-1));
    }

    /// <summary>
    /// When somebody can begin at a time or after it: at once within their hours, or the shop's where nobody was chosen, else when those
    /// begin next.
    /// </summary>
    /// <param name="at">Who, and from when.</param>
    public LocalDateTime BeginsAt(Placement at)
    {
        var doer = DoerOf(at, technicians);
        var next = Enumerable
            .Range(0, DaysAhead)
            .Select(at.Start.Date.PlusDays)
            .SelectMany(day => Stretches(day, doer, shop, absences))
            .Where(s => s.Until > at.Start)
            .Select(s => (LocalDateTime?)s.From)
            .FirstOrDefault();
        return next > at.Start ? next.Value : at.Start;
    }

    private static StaffMember? DoerOf(Placement at, IReadOnlyList<StaffMember> technicians) =>
        technicians.FirstOrDefault(t => t.Id == at.TechnicianId);

    private static IEnumerable<(LocalDateTime From, LocalDateTime Until)> Stretches(
        LocalDate day,
        StaffMember? doer,
        Shop shop,
        IReadOnlyList<Absence> absences
    ) => doer is null ? shop.HoursOn(day)?.StretchesOn(day) ?? [] : doer.StretchesOn(day, shop, absences);

    /// <summary>What is amiss with an entry where it stands, the gravest first.</summary>
    public IReadOnlyList<PlacementWarning> WarningsOf(CalendarEntry entry)
    {
        if (entry.IsOver)
            return [];
        var at = entry.At;
        var doer = DoerOf(at, technicians);
        var bay = bays.FirstOrDefault(b => b.Id == at.BayId);
        return
        [
            .. TimeOf(entry, doer),
            .. SkillOf(entry, doer),
            .. BusyOf(entry, doer, bay),
            .. bay is null ? [] : EquipmentOf(entry, bay),
            .. PromiseOf(entry),
        ];
    }

    private IEnumerable<PlacementWarning> TimeOf(CalendarEntry entry, StaffMember? doer)
    {
        var at = entry.At;
        var day = at.Start.Date;
        var there = doer?.StretchesOn(day, shop, absences) ?? [];
        // Nobody has to open the doors for work on a vehicle that is here.
        if (entry.Kind == CalendarKind.Job && there.Any(s => s.From <= at.Start && at.Start < s.Until))
            yield break;
        if (shop.HoursOn(day) is not { } open)
        {
            var reason = shop.ClosedDays.FirstOrDefault(c => c.On == day)?.Reason;
            yield return new("closed", $"The shop is closed on {Day(day)}{(string.IsNullOrEmpty(reason) ? "" : $": {reason}")}.");
            yield break;
        }
        if (at.Start.TimeOfDay < open.From || at.Start.TimeOfDay >= open.Until)
            yield return new("hours", $"The shop is open from {open.From.Clock()} to {open.Until.Clock()} on {Day(day)}.");
        if (doer is null)
            yield break;
        if (absences.FirstOrDefault(a => a.StaffId == doer.Id && a.Covers(day)) is { } away)
            yield return new("away", $"{doer.ShortName} is away on {Day(day)}{(away.Reason.Length > 0 ? $": {away.Reason}" : "")}.");
        else if (there.Count == 0)
            yield return new("away", $"{doer.ShortName} is off on {Day(day)}.");
        else if (at.Start < there[0].From || at.Start >= there[^1].Until)
            yield return new("away", $"{doer.ShortName} works from {Clock(there[0].From)} to {Clock(there[^1].Until)} on {Day(day)}.");
    }

    private static IEnumerable<PlacementWarning> SkillOf(CalendarEntry entry, StaffMember? doer)
    {
        if (doer is not null && entry.Skill.Length > 0 && !doer.Skills.Contains(entry.Skill, StringComparer.OrdinalIgnoreCase))
            yield return new("skill", $"{doer.ShortName} does not have the skill {entry.Skill}.");
    }

    private IEnumerable<PlacementWarning> BusyOf(CalendarEntry entry, StaffMember? doer, Bay? bay)
    {
        var mine = PiecesOf(entry);
        bool Meets(CalendarEntry other) => !other.IsSame(entry) && PiecesOf(other).Any(p => mine.Any(m => m.Overlaps(p)));
        if (doer is not null)
            foreach (var other in byDoer[doer.Id].Where(Meets))
                yield return new("busy", $"{doer.ShortName} has {other.Name} at the same time.");
        if (bay is null)
            yield break;
        foreach (var other in byBay[bay.Id].Where(o => (o.OrderId is null || o.OrderId != entry.OrderId) && Meets(o)))
            yield return new("bayBusy", $"{bay.Name} holds {other.Name} at the same time.");
    }

    private static IEnumerable<PlacementWarning> EquipmentOf(CalendarEntry entry, Bay bay) =>
        entry
            .Equipment.Where(e => !bay.Equipment.Contains(e, StringComparer.OrdinalIgnoreCase))
            .Select(e => new PlacementWarning("bay", $"{bay.Name} has no {e}."));

    private IEnumerable<PlacementWarning> PromiseOf(CalendarEntry entry)
    {
        if (entry.PartsAt is { } parts && parts > entry.At.Start)
            yield return new("parts", $"Parts come {When(parts)}.");
        var end = EndOf(entry);
        if (entry.PromisedAt is { } promised && end > promised)
            yield return new("promise", $"Promised {When(promised)}, done {When(end)}.");
    }

    /// <summary>How full a day is.</summary>
    /// <param name="day">The day.</param>
    public DayLoad LoadOf(LocalDate day)
    {
        var onDay = entries
            .Select(e => (Entry: e, Minutes: PiecesOf(e).Where(p => p.From.Date == day).Sum(p => p.Minutes)))
            .Where(e => e.Minutes > 0)
            .ToList();
        var there = technicians.Select(t => (Person: t, Hours: t.MinutesOn(day, shop, absences) / 60m)).ToList();
        var skills = onDay
            .Where(e => e.Entry.Skill.Length > 0)
            .GroupBy(e => e.Entry.Skill, StringComparer.OrdinalIgnoreCase)
            .Select(g => new SkillLoad(
                g.Key,
                Hours(g.Sum(e => e.Minutes)),
                new LaborHours(there.Where(t => t.Person.Skills.Contains(g.Key, StringComparer.OrdinalIgnoreCase)).Sum(t => t.Hours))
            ))
            .OrderByDescending(s => s.There.Value == 0 ? decimal.MaxValue : s.Planned / s.There)
            .ThenBy(s => s.Skill, StringComparer.Ordinal)
            .ToList();
        return new DayLoad(
            day,
            shop.HoursOn(day) is null ? shop.ClosedDays.FirstOrDefault(c => c.On == day)?.Reason ?? "" : null,
            Hours(onDay.Sum(e => e.Minutes)),
            Hours(onDay.Where(e => !e.Entry.IsCertain).Sum(e => e.Minutes)),
            new LaborHours(there.Sum(t => t.Hours)),
            skills
        );
    }

    private static string Clock(LocalDateTime at) => at.TimeOfDay.Clock();

    private static LaborHours Hours(int minutes) => new(decimal.Round(minutes / 60m, 2));

    private static string Day(LocalDate day) => day.ToString("ddd, MMM d", CultureInfo.InvariantCulture);

    private static string When(LocalDateTime at) => $"{Day(at.Date)} {at.TimeOfDay.Clock()}";
}
