using Microsoft.EntityFrameworkCore;
using NodaTime.Text;
using Yardstick.Core;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;
using Yardstick.Data;
using Yardstick.Server.Changes;
using Yardstick.Server.Documents;
using Yardstick.Server.Safety;

namespace Yardstick.Server.Floor;

/// <summary>A person's week on the clock: there, on breaks, on jobs, beside what was sold; corrected with a reason.</summary>
public static class Times
{
    private const int Week = 7;

    /// <summary>A time on the clock.</summary>
    public sealed record TimeView
    {
        /// <summary>Key.</summary>
        public required long Id { get; init; }

        /// <summary>Time of a job; else of being there.</summary>
        public required bool IsJob { get; init; }

        /// <summary>What it is on: plate and job; empty for being there.</summary>
        public required string Title { get; init; }

        /// <summary>The order of a job.</summary>
        public required long? OrderId { get; init; }

        /// <summary>Beginning, wall time.</summary>
        public required LocalDateTime From { get; init; }

        /// <summary>End, wall time; null while it runs.</summary>
        public required LocalDateTime? Until { get; init; }

        /// <summary>Hours of the day under which it stands.</summary>
        public required decimal Hours { get; init; }

        /// <summary>It ended in a break.</summary>
        public required bool EndsInBreak { get; init; }

        /// <summary>What was corrected, each with who, when and why.</summary>
        public required IReadOnlyList<string> Corrections { get; init; }
    }

    /// <summary>A day of a week.</summary>
    public sealed record TimesDay(
        LocalDate Day,
        string Scheduled,
        IReadOnlyList<TimeView> Times,
        decimal PresentHours,
        decimal JobHours,
        decimal SoldHours
    );

    /// <summary>Somebody whose times can be looked at.</summary>
    public sealed record TimesPerson(long Id, string Name);

    /// <summary>A week.</summary>
    public sealed record TimesWeekView(
        long StaffId,
        string Name,
        LocalDate From,
        LocalDateTime Now,
        IReadOnlyList<TimesDay> Days,
        decimal PresentHours,
        decimal JobHours,
        decimal SoldHours,
        IReadOnlyList<TimesPerson> People
    );

    /// <summary>A clock that somebody forgot.</summary>
    public sealed record ForgottenClock(long Id, bool IsJob, long StaffId, string Name, string Title, LocalDateTime Since, bool Told);

    /// <summary>What a time should have been, as typed, and why.</summary>
    public sealed record CorrectRequest(string? From, string? Until, string? Reason);

    /// <summary>A time of being there that nobody clocked.</summary>
    public sealed record AddTimeRequest(long StaffId, string? From, string? Until, string? Reason);

    /// <summary>Maps the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/times", ShowAsync).Asks(Permission.SeeFloor).Produces<TimesWeekView>().ProducesProblem(403).ProducesProblem(422);
        api.MapGet("/times/week.pdf", PrintAsync).Asks(Permission.SeeFloor).ProducesProblem(403).ProducesProblem(422);
        api.MapGet("/times/forgotten", ShowForgottenAsync).Asks(Permission.CorrectTimes).Produces<IReadOnlyList<ForgottenClock>>();
        api.MapPost("/times/jobs/{id:long}", CorrectJob).Asks(Permission.CorrectTimes).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/times/days/{id:long}", CorrectDay).Asks(Permission.CorrectTimes).Produces<RecordChanged>().ProducesProblem(422);
        api.MapPost("/times/days", Add).Asks(Permission.CorrectTimes).Produces<RecordChanged>().ProducesProblem(422);
    }

    private static async Task<IResult> ShowAsync(ShopDb db, TimeProvider time, HttpContext http, long? staffId = null, string from = "") =>
        await ReadAsync(db, time.Now(), http, staffId, from) is var read && read.Problem is { } problem
            ? Problems.Of(problem)
            : Results.Ok(read.Value);

    private static async Task<IResult> PrintAsync(
        ShopDb db,
        ContentStore store,
        TimeProvider time,
        HttpContext http,
        long? staffId = null,
        string from = ""
    )
    {
        var read = await ReadAsync(db, time.Now(), http, staffId, from);
        if (read.Problem is { } problem)
            return Problems.Of(problem);
        var shop = await db.Shops.SingleAsync();
        var week = read.Value;
        return Results.File(
            ListPages.Draw(WeekPaper.Of(week, shop), store.ReadOrNull),
            "application/pdf",
            string.Create(System.Globalization.CultureInfo.InvariantCulture, $"times-{week.From:uuuu-MM-dd}.pdf")
        );
    }

    private static async Task<Result<TimesWeekView>> ReadAsync(ShopDb db, Instant utcNow, HttpContext http, long? staffId, string from)
    {
        var (me, all) = (http.User.StaffId(), http.User.May(Permission.CorrectTimes));
        var id = staffId ?? me;
        if (id != me && !all)
            return new Problem("right.own", "You can look at your own times only.");
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var today = shop.Local(utcNow).Date;
        var parsed = LocalDatePattern.Iso.Parse(from);
        if (from.Length > 0 && !parsed.Success)
            return new Problem("times.week", "A week begins on a day such as 2026-11-23.", "from");
        var day = from.Length > 0 ? parsed.Value : today;
        var monday = day.PlusDays(1 - (int)day.DayOfWeek);
        if (await db.Staff.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id) is not { } person)
            return new Problem("staff.gone", "This person is not on the staff list. Choose another.");
        var (begin, end) = (shop.Utc(monday.AtMidnight()), shop.Utc(monday.PlusDays(Week).AtMidnight()));
        var there = await db
            .Attendances.AsNoTracking()
            .Where(a => a.StaffId == id && (a.End == null || a.End > begin) && a.Start < end)
            .ToListAsync();
        var onJobs = await db
            .TimeEntries.AsNoTracking()
            .Where(t => t.StaffId == id && (t.End == null || t.End > begin) && t.Start < end)
            .ToListAsync();
        var jobIds = onJobs.Select(t => t.JobId).ToList();
        var jobs = await db
            .Jobs.AsNoTracking()
            .Where(j => jobIds.Contains(j.Id))
            .Join(
                db.Orders,
                j => j.OrderId,
                o => o.Id,
                (j, o) =>
                    new
                    {
                        j.Id,
                        j.Title,
                        o.VehicleId,
                    }
            )
            .ToListAsync();
        var vehicleIds = jobs.Select(j => j.VehicleId).OfType<long>().ToList();
        var plates = await db.Vehicles.AsNoTracking().Where(v => vehicleIds.Contains(v.Id)).ToDictionaryAsync(v => v.Id, v => v.Plate.Text);
        var sold = await db
            .Jobs.AsNoTracking()
            .Where(j => j.FinishedById == id && j.FinishedAt >= begin && j.FinishedAt < end && j.RemovedAt == null)
            .Select(j => new { At = j.FinishedAt!.Value, j.SoldHours })
            .ToListAsync();
        var (entryIds, attendanceIds) = (onJobs.ConvertAll(t => (long?)t.Id), there.ConvertAll(t => (long?)t.Id));
        var corrections = await db
            .TimeCorrections.AsNoTracking()
            .Where(c => c.StaffId == id && (entryIds.Contains(c.TimeEntryId) || attendanceIds.Contains(c.AttendanceId)))
            .OrderBy(c => c.Id)
            .ToListAsync();
        var correctors = corrections.Select(c => c.ById).Distinct().ToList();
        var names = await db.Staff.AsNoTracking().Where(s => correctors.Contains(s.Id)).ToDictionaryAsync(s => s.Id, s => s.ShortName);
        var absences = await db.Absences.AsNoTracking().Where(a => a.StaffId == id && a.RemovedAt == null).ToListAsync();
        string Words(TimeCorrection c) =>
            Invariant(
                $"{(c.OldStart == c.OldEnd ? "added" : $"was {Span(shop, c.OldStart, c.OldEnd)}")}; {c.Reason}. {names.GetValueOrDefault(c.ById, "")}, {shop.Local(c.At):MMM d}"
            );
        string TitleOf(long jobId) =>
            jobs.Find(j => j.Id == jobId) is { } job
                ? string.Join(
                    ' ',
                    new[] { job.VehicleId is { } v ? plates.GetValueOrDefault(v, "") : "", job.Title }.Where(w => w.Length > 0)
                )
                : "";
        var views = there
            .Select(a =>
                (
                    a.Start,
                    End: a.End ?? utcNow,
                    View: new TimeView
                    {
                        Id = a.Id,
                        IsJob = false,
                        Title = "",
                        OrderId = null,
                        From = shop.Local(a.Start),
                        Until = a.End is { } over ? shop.Local(over) : null,
                        // By day, below.
                        Hours = 0,
                        EndsInBreak = a.EndsInBreak,
                        Corrections = [.. corrections.Where(c => c.AttendanceId == a.Id).Select(Words)],
                    }
                )
            )
            .Concat(
                onJobs.Select(t =>
                    (
                        t.Start,
                        End: t.End ?? utcNow,
                        View: new TimeView
                        {
                            Id = t.Id,
                            IsJob = true,
                            Title = TitleOf(t.JobId),
                            OrderId = t.OrderId,
                            From = shop.Local(t.Start),
                            Until = t.End is { } over ? shop.Local(over) : null,
                            Hours = 0,
                            EndsInBreak = false,
                            Corrections = [.. corrections.Where(c => c.TimeEntryId == t.Id).Select(Words)],
                        }
                    )
                )
            )
            .OrderBy(v => v.Start)
            .ThenBy(v => v.View.IsJob)
            .ToList();
        var days = Enumerable
            .Range(0, Week)
            .Select(monday.PlusDays)
            .Select(d =>
            {
                // What goes past midnight stands on both days, with the hours of each.
                var on = views
                    .Select(v => v.View with { Hours = ClockedHours.On(v.Start, v.End, d, shop) })
                    .Where(v => v.Hours > 0 || v.From.Date == d)
                    .ToList();
                return new TimesDay(
                    d,
                    person.WorksOn(d, shop, absences)?.ToString() ?? "off",
                    on,
                    on.Where(v => !v.IsJob).Sum(v => v.Hours),
                    on.Where(v => v.IsJob).Sum(v => v.Hours),
                    sold.Where(s => shop.Local(s.At).Date == d).Sum(s => s.SoldHours.Value)
                );
            })
            .ToList();
        return new TimesWeekView(
            id,
            person.Name,
            monday,
            shop.Local(utcNow),
            days,
            days.Sum(d => d.PresentHours),
            days.Sum(d => d.JobHours),
            days.Sum(d => d.SoldHours),
            all
                ? (
                    await db
                        .Staff.AsNoTracking()
                        .Where(s => s.Active)
                        .OrderBy(s => s.Role != Role.Technician)
                        .ThenBy(s => s.Id)
                        .ToListAsync()
                ).ConvertAll(s => new TimesPerson(s.Id, s.Name))
                : [new TimesPerson(person.Id, person.Name)]
        );
    }

    private static string Span(Shop shop, Instant from, Instant? until) =>
        $"{shop.Local(from).TimeOfDay.Clock()} to {(until is { } end ? shop.Local(end).TimeOfDay.Clock() : "running")}";

    private static async Task<IResult> ShowForgottenAsync(ShopDb db, TimeProvider time) => Results.Ok(await ForgottenAsync(db, time.Now()));

    /// <summary>Clocks that run although the shop is closed, or since another day.</summary>
    internal static async Task<IReadOnlyList<ForgottenClock>> ForgottenAsync(ShopDb db, Instant utcNow)
    {
        var shop = await db.Shops.AsNoTracking().SingleAsync();
        var onJobs = await db
            .TimeEntries.AsNoTracking()
            .Where(t => t.End == null)
            .Join(
                db.Jobs,
                t => t.JobId,
                j => j.Id,
                (t, j) =>
                    new
                    {
                        t.Id,
                        t.StaffId,
                        t.Start,
                        t.ToldAt,
                        j.Title,
                    }
            )
            .ToListAsync();
        var there = await db.Attendances.AsNoTracking().Where(a => a.End == null).ToListAsync();
        var names = await db.ShortNamesAsync();
        return
        [
            .. there
                .Where(a => TimeClock.IsForgotten(a.Start, utcNow, shop))
                .Select(a => new ForgottenClock(a.Id, false, a.StaffId, names[a.StaffId], "", shop.Local(a.Start), a.ToldAt is not null)),
            .. onJobs
                .Where(t => TimeClock.IsForgotten(t.Start, utcNow, shop))
                .Select(t => new ForgottenClock(
                    t.Id,
                    true,
                    t.StaffId,
                    names[t.StaffId],
                    t.Title,
                    shop.Local(t.Start),
                    t.ToldAt is not null
                )),
        ];
    }

    private static Task<IResult> CorrectJob(long id, CorrectRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.TimeEntries.FindAsync(id) is not { } entry)
                return Gone.Time;
            var shop = await db.Shops.SingleAsync();
            var to = Typed(request.From, request.Until, request.Reason, shop, entry.Start);
            if (to.Problem is { } unreadable)
                return unreadable;
            var others = await db
                .TimeEntries.Where(t => t.StaffId == entry.StaffId && t.Start < to.Value.End && (t.End == null || t.End > to.Value.Start))
                .ToListAsync();
            var corrected = entry.Correct(to.Value, others, work.Actor);
            if (corrected.Problem is { } refused)
                return refused;
            db.TimeCorrections.Add(corrected.Value);
            return new RecordChanged(id, 1);
        });

    private static Task<IResult> CorrectDay(long id, CorrectRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (await db.Attendances.FindAsync(id) is not { } attendance)
                return Gone.Time;
            var shop = await db.Shops.SingleAsync();
            var to = Typed(request.From, request.Until, request.Reason, shop, attendance.Start);
            if (to.Problem is { } unreadable)
                return unreadable;
            var corrected = attendance.Correct(to.Value, await OverlappingAsync(db, attendance.StaffId, to.Value), work.Actor);
            if (corrected.Problem is { } refused)
                return refused;
            db.TimeCorrections.Add(corrected.Value);
            return new RecordChanged(id, 1);
        });

    private static Task<List<Attendance>> OverlappingAsync(ShopDb db, long staffId, CorrectedTime to) =>
        db.Attendances.Where(a => a.StaffId == staffId && a.Start < to.End && (a.End == null || a.End > to.Start)).ToListAsync();

    private static Task<IResult> Add(AddTimeRequest request, CommandRunner commands) =>
        commands.RunAsync<RecordChanged>(async work =>
        {
            var db = work.Db;
            if (!await db.Staff.AnyAsync(s => s.Id == request.StaffId))
                return new Problem("staff.gone", "This person is not on the staff list. Choose another.");
            var to = Typed(request.From, request.Until, request.Reason, await db.Shops.SingleAsync(), work.Actor.At);
            if (to.Problem is { } unreadable)
                return unreadable;
            var overlapping = await OverlappingAsync(db, request.StaffId, to.Value);
            var added = Attendance.Add(request.StaffId, to.Value, overlapping, work.Actor);
            if (added.Problem is { } refused)
                return refused;
            var attendance = added.Value;
            db.Attendances.Add(attendance);
            await db.SaveChangesAsync();
            db.TimeCorrections.Add(attendance.Added(to.Value, work.Actor));
            return new RecordChanged(attendance.Id, 1);
        });

    /// <summary>Times as they are typed, on the day of the time that they correct unless another is named.</summary>
    private static Result<CorrectedTime> Typed(string? from, string? until, string? reason, Shop shop, Instant on)
    {
        var day = shop.Local(on);
        var begins = DateTimeInput.Read(from, day, "from", day.TimeOfDay);
        if (begins.Problem is { } noFrom)
            return noFrom;
        var ends = DateTimeInput.Read(until, begins.Value, "until", day.TimeOfDay);
        if (ends.Problem is { } noUntil)
            return noUntil;
        return new CorrectedTime(shop.Utc(begins.Value), shop.Utc(ends.Value), reason);
    }
}
