using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>The order of jobs and lines.</summary>
public partial class Order
{
    /// <summary>Moves a job before another.</summary>
    /// <param name="id">The job.</param>
    /// <param name="beforeId">The job that comes after it; null for the end.</param>
    /// <param name="actor">Who.</param>
    public Result MoveJob(long id, long? beforeId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(id);
        if (job.Problem is { } problem)
            return problem;
        if (beforeId is { } other && FindJob(other).Problem is { } gone)
            return gone;
        if (beforeId == id)
            return Result.Done;
        // Those taken off keep their place, so that they come back to it; no two share one.
        var all = Jobs.OrderBy(j => j.Position).ThenBy(j => j.Id).ToList();
        all.Remove(job.Value);
        all.Insert(beforeId is { } before ? all.FindIndex(j => j.Id == before) : all.Count, job.Value);
        for (var i = 0; i < all.Count; i++)
            all[i].Position = i;
        Record(
            "job",
            id,
            "moved",
            "",
            beforeId is null ? "to the end" : $"before {FindJob(beforeId.Value).Value.Title}",
            ++job.Value.Version,
            actor
        );
        return Result.Done;
    }

    /// <summary>Moves lines, in their order, before another or to the end of a job, which may be another job.</summary>
    /// <param name="ids">The lines.</param>
    /// <param name="jobId">The job.</param>
    /// <param name="beforeId">The line that comes after them; null for the end.</param>
    /// <param name="actor">Who.</param>
    public Result MoveLines(IReadOnlyList<long> ids, long jobId, long? beforeId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var to = FindJob(jobId);
        if (to.Problem is { } problem)
            return problem;
        if (beforeId is { } other && (FindLine(other) is not { Ok: true } before || before.Value.JobId != jobId))
            return new Problem("line.gone", "The line moved. Drag it again.");
        var moved = new List<Line>();
        foreach (var id in ids.Distinct())
        {
            var line = FindLine(id);
            if (line.Problem is { } gone)
                return gone;
            if (id != beforeId)
                moved.Add(line.Value);
        }
        foreach (var line in moved)
        {
            var from = Jobs.First(j => j.Lines.Contains(line));
            if (from == to.Value)
                continue;
            from.Lines.Remove(line);
            to.Value.Lines.Add(line);
            line.JobId = jobId;
            foreach (var discount in Discounts.Where(d => d.LineId == line.Id))
                discount.JobId = jobId;
        }
        var all = to.Value.Lines.Except(moved).OrderBy(l => l.Position).ThenBy(l => l.Id).ToList();
        all.InsertRange(beforeId is { } id2 ? all.FindIndex(l => l.Id == id2) : all.Count, moved);
        for (var i = 0; i < all.Count; i++)
            all[i].Position = i;
        foreach (var line in moved)
            Record("line", line.Id, "moved", "", to.Value.Title, ++line.Version, actor);
        return Result.Done;
    }

    /// <summary>Puts a job in the place of another, which goes off the order.</summary>
    public Result<Job> ReplaceJob(long id, Job job, bool hasTimeOrOrder, Actor actor)
    {
        var place = FindJob(id) is { Ok: true } old ? old.Value.Position : (int?)null;
        var removed = RemoveJob(id, hasTimeOrOrder, actor);
        if (removed.Problem is { } problem)
            return problem;
        var added = AddJob(job, actor);
        if (!added.Ok || place is not { } at)
            return added;
        var all = Jobs.Where(j => j != job).OrderBy(j => j.Position).ThenBy(j => j.Id).ToList();
        all.Insert(all.FindIndex(j => j.Id == id) + 1, job);
        for (var i = 0; i < all.Count; i++)
            all[i].Position = i;
        return added;
    }

    /// <summary>Everybody who is named on the order: its lead, and whoever does one of its lines.</summary>
    public IEnumerable<long> NamedTechnicians =>
        OnJobs
            .Where(j => j.Decision is DecisionKind.Approved or DecisionKind.Proposed)
            .SelectMany(j => j.OnLines)
            .OfType<LaborLine>()
            .Where(l => !l.IsExcluded)
            .Select(l => l.TechnicianId)
            .Prepend(LeadId)
            .OfType<long>()
            .Distinct();

    /// <summary>One technician for all labor of a job, or of the order, in one step.</summary>
    /// <param name="jobId">The job; null for all.</param>
    /// <param name="technicianId">Who; null for nobody.</param>
    /// <param name="actor">Who asks.</param>
    public Result<int> SetTechnician(long? jobId, long? technicianId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (jobId is { } id && FindJob(id).Problem is { } gone)
            return gone;
        var text = technicianId?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "";
        var set = 0;
        if (jobId is null && LeadId != technicianId)
        {
            Record("order", Id, "leadId", Shown("leadId"), text, Version + 1, actor);
            LeadId = technicianId;
        }
        foreach (
            var line in OnJobs
                .Where(j => jobId is null || j.Id == jobId)
                .SelectMany(j => j.OnLines)
                .OfType<LaborLine>()
                .Where(l => l.TechnicianId != technicianId)
        )
        {
            Recorded("line", line.Id, line.Set("technicianId", text), () => line.Version, actor);
            set++;
        }
        return set;
    }

    /// <summary>A note of one's own on the record.</summary>
    public Result AddNote(string? text, Actor actor)
    {
        var note = (text ?? "").Trim();
        if (note.Length is 0 or > 2000)
            return new Problem("text.long", "Enter a note of up to 2,000 characters.", "text");
        Record("order", Id, "note", "", note, Version + 1, actor);
        return Result.Done;
    }

    /// <summary>Adds lines that were pasted. A price that came with one is set by hand; of somebody who may not, it is left off.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="pasted">What was read; nothing readable is refused with <c>paste.nothing</c>.</param>
    /// <param name="actor">Who.</param>
    public Result Paste(long jobId, PastedLines pasted, Actor actor)
    {
        if (pasted.Lines.Count == 0)
        {
            var why =
                pasted.Refused.Count > 0
                    ? $"No lines could be read: {pasted.Refused[0].Why}"
                    : "The clipboard is empty. Copy some rows first.";
            return new Problem("paste.nothing", why, "text");
        }
        foreach (var line in pasted.Lines)
        {
            if (actor.May(Permission.OverridePrices) && line.IsOverridden)
                (line.OverrideById, line.OverrideReason) = (actor.StaffId, "pasted");
            else
                line.TakePriceBack();
            if (AddLine(jobId, line, actor).Problem is { } problem)
                return problem;
        }
        return Result.Done;
    }
}
