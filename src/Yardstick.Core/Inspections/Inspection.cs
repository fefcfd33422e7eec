using Yardstick.Core.Catalog;
using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Inspections;

/// <summary>An inspection, or a checklist, of a vehicle on an order.</summary>
public class Inspection
{
    private const int LongestNote = 500,
        LongestReason = 120;

    private const string ChecklistGroup = "Checklist";

    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The order.</summary>
    public long OrderId { get; init; }

    /// <summary>The vehicle; null where the order has none.</summary>
    public long? VehicleId { get; init; }

    /// <summary>The template that it was begun from; null for the checklist of a job.</summary>
    public long? InspectionTemplateId { get; init; }

    /// <summary>Version of the template then.</summary>
    public int TemplateVersion { get; init; }

    /// <summary>Name, as the template's was.</summary>
    public string Name { get; init; } = "";

    /// <summary>A checklist: points are done, not rated.</summary>
    public bool IsChecklist { get; init; }

    /// <summary>The job that it belongs to: finished, it finishes the job; null for none.</summary>
    public long? JobId { get; init; }

    /// <summary>Odometer when it began; null where it is not known.</summary>
    public Odometer? Odometer { get; init; }

    /// <summary>When it was begun, UTC.</summary>
    public Instant BegunAt { get; init; }

    /// <summary>Who is to do it, or is at it; null for whoever takes it.</summary>
    public long? TechnicianId { get; internal set; }

    /// <summary>When it was finished, UTC; null before.</summary>
    public Instant? FinishedAt { get; internal set; }

    /// <summary>Who finished it.</summary>
    public long? FinishedById { get; internal set; }

    /// <summary>When a service writer read it, UTC; null before.</summary>
    public Instant? ReadAt { get; internal set; }

    /// <summary>Who read it.</summary>
    public long? ReadById { get; internal set; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Its points.</summary>
    public List<InspectionPoint> Points { get; } = [];

    /// <summary>Its points in their order.</summary>
    public IEnumerable<InspectionPoint> Ordered => Points.OrderBy(p => p.Position).ThenBy(p => p.Id);

    /// <summary>How many points are done.</summary>
    public int Done => Points.Count(p => p.IsDone);

    /// <summary>Begins one from a template. Limits that the vehicle's specs name stand in for the template's.</summary>
    /// <param name="template">The template.</param>
    /// <param name="order">The order.</param>
    /// <param name="specs">Specs of the vehicle; null where they are not known.</param>
    /// <param name="jobId">The job that it belongs to; null for none.</param>
    /// <param name="technicianId">Who is to do it; null for whoever takes it.</param>
    /// <param name="actor">Who.</param>
    public static Inspection Begin(
        InspectionTemplate template,
        Order order,
        VehicleSpecs? specs,
        long? jobId,
        long? technicianId,
        Actor actor
    )
    {
        var made = new Inspection
        {
            OrderId = order.Id,
            VehicleId = order.VehicleId,
            InspectionTemplateId = template.Id,
            TemplateVersion = template.Version,
            Name = template.Name,
            IsChecklist = template.IsChecklist,
            JobId = jobId,
            Odometer = order.OdometerIn,
            BegunAt = actor.At,
            TechnicianId = technicianId,
        };
        var position = 0;
        foreach (var point in template.Ordered)
        {
            var spec = point.Spec.Copy();
            if (specs?.Facts.FirstOrDefault(f => f.Key == spec.FactKey && f.Unit == spec.Unit)?.Figure is { } limit && spec.IsMeasured)
                spec.UnsafeAt = limit;
            made.Points.Add(new InspectionPoint { Position = position++, Spec = spec });
        }
        return made;
    }

    /// <summary>Begins the checklist of a job: what the maker's schedule or the canned job lists, to be ticked off.</summary>
    /// <param name="order">The order.</param>
    /// <param name="job">The job; it has a checklist.</param>
    /// <param name="technicianId">Who is to do it; null for whoever takes it.</param>
    /// <param name="actor">Who.</param>
    public static Inspection OfChecklist(Order order, Job job, long? technicianId, Actor actor)
    {
        var made = new Inspection
        {
            OrderId = order.Id,
            VehicleId = order.VehicleId,
            Name = job.Title,
            IsChecklist = true,
            JobId = job.Id,
            Odometer = order.OdometerIn,
            BegunAt = actor.At,
            TechnicianId = technicianId,
        };
        foreach (var step in job.Checklist)
            made.Points.Add(
                new InspectionPoint
                {
                    Position = made.Points.Count,
                    Spec = new PointSpec { Group = ChecklistGroup, Title = step },
                }
            );
        return made;
    }

    /// <summary>
    /// Rates a point, or ticks it off. Refuses with <c>inspection.finished</c>, <c>point.gone</c>, <c>point.changed</c> and, where it is
    /// measured, <c>point.measure</c>.
    /// </summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="rating">The rating.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Rate(long pointId, int seen, Rating rating, Actor actor)
    {
        if (Find(pointId, seen, p => p.Rating == rating && p.Measured is null).Problem is { } problem)
            return problem;
        var point = Points.Find(p => p.Id == pointId)!;
        if (!Enum.IsDefined(rating))
            return new Problem("finding.rating", "Choose a rating: good, watch, due or unsafe.", "rating");
        if (point.Spec.IsMeasured)
            return new Problem("point.measure", $"Measure \"{point.Spec.Title}\", or skip it with a reason.", "measured");
        (point.Rating, point.Skipped) = (rating, "");
        return Touched(point, actor);
    }

    /// <summary>
    /// Keeps a measured value; the rating follows. Refuses as <see cref="Rate"/>, with <c>point.notMeasured</c> and codes of figures.
    /// </summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Measure(long pointId, int seen, string? typed, Actor actor)
    {
        var value = NumberInput.Amount(typed, "measured", 3);
        if (Find(pointId, seen, p => value.Ok && p.Measured == value.Value).Problem is { } problem)
            return problem;
        var point = Points.Find(p => p.Id == pointId)!;
        if (!point.Spec.IsMeasured)
            return new Problem("point.notMeasured", $"\"{point.Spec.Title}\" is rated, not measured.");
        if (value.Problem is { } unreadable)
            return unreadable with { Message = $"\"{typed}\" is not a measurement. Enter a number such as 3.5." };
        (point.Measured, point.Rating, point.Skipped) = (value.Value, point.Spec.Limits.RatingOf(value.Value), "");
        return Touched(point, actor);
    }

    /// <summary>Says why a point can't be looked at. Refuses as <see cref="Rate"/> and with <c>point.reason</c>.</summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="reason">Why, 1 to 120 characters.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Skip(long pointId, int seen, string? reason, Actor actor)
    {
        var why = (reason ?? "").Trim();
        if (Find(pointId, seen, p => p.Skipped == why).Problem is { } problem)
            return problem;
        if (why.Length is 0 or > LongestReason)
            return new Problem("point.reason", $"Enter why it can't be looked at, up to {LongestReason} characters.", "reason");
        var point = Points.Find(p => p.Id == pointId)!;
        (point.Skipped, point.Rating, point.Measured, point.LastsTo, point.LastsUntil) = (why, null, null, null, null);
        return Touched(point, actor);
    }

    /// <summary>Takes back what was said of a point. Refuses as <see cref="Rate"/>.</summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Clear(long pointId, int seen, Actor actor)
    {
        if (Find(pointId, seen, p => !p.IsDone).Problem is { } problem)
            return problem;
        var point = Points.Find(p => p.Id == pointId)!;
        (point.Skipped, point.Rating, point.Measured, point.LastsTo, point.LastsUntil) = ("", null, null, null, null);
        return Touched(point, actor);
    }

    /// <summary>Notes something at a point. Refuses as <see cref="Rate"/> and with <c>text.long</c>.</summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="text">Up to 500 characters; empty takes the note off.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Write(long pointId, int seen, string? text, Actor actor)
    {
        if ((text ?? "").Trim() is not { Length: <= LongestNote } note)
            return TextInput.TooLong(LongestNote, "note", "A note");
        if (Find(pointId, seen, p => p.Note == note).Problem is { } problem)
            return problem;
        var point = Points.Find(p => p.Id == pointId)!;
        point.Note = note;
        return Touched(point, actor);
    }

    /// <summary>
    /// Says how far, or how long, a part will still do. Refuses as <see cref="Rate"/>, with <c>point.lasts</c> and codes of figures and dates.
    /// </summary>
    /// <param name="pointId">The point.</param>
    /// <param name="seen">Version that the screen showed.</param>
    /// <param name="typed">A reading such as 62,000, or a date; empty for neither.</param>
    /// <param name="now">Wall time.</param>
    /// <param name="actor">Who.</param>
    public Result<InspectionPoint> Lasts(long pointId, int seen, string? typed, LocalDateTime now, Actor actor)
    {
        if (Find(pointId, seen, _ => false).Problem is { } problem)
            return problem;
        var point = Points.Find(p => p.Id == pointId)!;
        if (string.IsNullOrWhiteSpace(typed))
        {
            (point.LastsTo, point.LastsUntil) = (null, null);
            return Touched(point, actor);
        }
        if (typed.All(c => char.IsAsciiDigit(c) || c is ',' or ' '))
        {
            var reading = Values.Odometer.Parse(typed, "lasts");
            if (reading.Problem is { } unreadable)
                return unreadable;
            if (reading.Value <= Odometer)
                return new Problem("point.lasts", $"The vehicle is already at {Odometer}. Enter a higher odometer, or a date.", "lasts");
            (point.LastsTo, point.LastsUntil) = (reading.Value, null);
            return Touched(point, actor);
        }
        var day = DateTimeInput.Day(typed, now, "lasts");
        if (day.Problem is { } noDay)
            return noDay;
        if (day.Value <= now.Date)
            return new Problem("point.lasts", "That day is past. Enter one to come, or an odometer.", "lasts");
        (point.LastsTo, point.LastsUntil) = (null, day.Value);
        return Touched(point, actor);
    }

    /// <summary>
    /// Rates every point of a group good that nobody looked at yet; one that is measured stays open. Refuses with
    /// <c>inspection.finished</c>.
    /// </summary>
    /// <param name="group">The group.</param>
    /// <param name="actor">Who.</param>
    /// <returns>Points that were rated.</returns>
    public Result<IReadOnlyList<InspectionPoint>> AllGood(string group, Actor actor)
    {
        if (IsFinished() is { } finished)
            return finished;
        var rated = Ordered.Where(p => p.Spec.Group == group && !p.IsDone && !p.Spec.IsMeasured).ToList();
        foreach (var point in rated)
        {
            point.Rating = Inspections.Rating.Good;
            Touched(point, actor);
        }
        return rated;
    }

    /// <summary>Finishes it. Refuses with <c>inspection.finished</c> and, while points are open, <c>inspection.open</c>.</summary>
    /// <param name="actor">Who.</param>
    public Result Finish(Actor actor)
    {
        if (IsFinished() is { } finished)
            return finished;
        if (Ordered.FirstOrDefault(p => !p.IsDone) is { } open)
        {
            var left = Points.Count - Done;
            return new Problem(
                "inspection.open",
                left == 1
                    ? $"\"{open.Spec.Title}\" is still open. Look at it, or skip it with a reason."
                    : $"{left} points are still open, the first is \"{open.Spec.Title}\". Look at them, or skip them with a reason."
            );
        }
        (FinishedAt, FinishedById) = (actor.At, actor.StaffId);
        TechnicianId ??= actor.StaffId;
        Version++;
        return Result.Done;
    }

    /// <summary>Opens it again. Refuses with <c>inspection.notFinished</c>.</summary>
    public Result Reopen()
    {
        if (FinishedAt is null)
            return new Problem("inspection.notFinished", $"\"{Name}\" is not finished.");
        (FinishedAt, FinishedById, ReadAt, ReadById) = (null, null, null, null);
        Version++;
        return Result.Done;
    }

    /// <summary>Hands it to somebody else, half done as it may be.</summary>
    /// <param name="technicianId">To whom; null for whoever takes it.</param>
    public void HandTo(long? technicianId)
    {
        TechnicianId = technicianId;
        Version++;
    }

    /// <summary>A photo was added, marked or taken off.</summary>
    public void Photographed() => Version++;

    /// <summary>A service writer read it.</summary>
    /// <param name="actor">Who.</param>
    public void Read(Actor actor)
    {
        if (FinishedAt is null || ReadAt is not null)
            return;
        (ReadAt, ReadById) = (actor.At, actor.StaffId);
        Version++;
    }

    private Result Find(long pointId, int seen, Func<InspectionPoint, bool> same)
    {
        if (IsFinished() is { } finished)
            return finished;
        if (Points.Find(p => p.Id == pointId) is not { } point)
            return Gone.Point;
        // Two tablets at one point: the later one is told, unless both say the same.
        return point.Version == seen || same(point)
            ? Result.Done
            : new Problem("point.changed", $"\"{point.Spec.Title}\" was changed meanwhile: {Said(point)}. Look at it again.");
    }

    private static string Said(InspectionPoint point) =>
        point.Skipped.Length > 0 ? $"skipped, {point.Skipped}"
        : point.Rating is { } rating ? $"{rating.ToString().ToLowerInvariant()} {point.MeasuredWords}".Trim()
        : "nothing is said of it";

    private InspectionPoint Touched(InspectionPoint point, Actor actor)
    {
        (point.ById, point.At) = (actor.StaffId, actor.At);
        point.Version++;
        Version++;
        return point;
    }

    private Problem? IsFinished() =>
        FinishedAt is null ? null : new Problem("inspection.finished", $"\"{Name}\" is finished. Open it again to change it.");
}
