using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What stands on the order: concerns, jobs, lines and what comes along with parts.</summary>
public partial class Order
{
    /// <summary>Said of a change that needs a vehicle when the order, a counter sale or an estimate, has none.</summary>
    public static readonly Problem NoCar = new("order.noCar", "This order has no vehicle. Add one first.");

    /// <summary>The job, if it is on the order.</summary>
    public Result<Job> FindJob(long id) =>
        Jobs.FirstOrDefault(j => j.Id == id && j.IsOn) is { } job
            ? job
            : new Problem("job.gone", "Someone removed this job. Reload the page.");

    /// <summary>The line, if it is on the order.</summary>
    public Result<Line> FindLine(long id) =>
        OnJobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == id && l.IsOn) is { } line
            ? line
            : new Problem("line.gone", "Someone removed this line. Reload the page.");

    /// <summary>Adds a concern in the customer's words.</summary>
    public Result<Concern> AddConcern(string? says, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var concern = new Concern { Complaint = "", Position = Concerns.Count };
        var set = concern.Set("complaint", says);
        if (set.Problem is { } problem)
            return problem;
        concern.Version = 1;
        Concerns.Add(concern);
        RecordAdded("concern", concern, concern.Complaint, actor);
        return concern;
    }

    /// <summary>Changes a field of a concern.</summary>
    public Result<FieldChange> SetConcern(long id, string field, string? text, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Concerns.FirstOrDefault(c => c.Id == id) is not { } concern)
            return new Problem("concern.gone", "This concern was removed. Reload the page.");
        return Recorded("concern", id, concern.Set(field, text), () => concern.Version, actor);
    }

    /// <summary>Adds a job at the end.</summary>
    public Result<Job> AddJob(Job job, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (job.Title.Trim().Length is 0 or > 200)
            return new Problem("job.title", "A job needs a title of at most 200 characters.", "title");
        job.Position = Jobs.Count == 0 ? 0 : Jobs.Max(j => j.Position) + 1;
        if (CounterSale)
            foreach (var part in job.Lines.OfType<PartLine>())
                part.CoresReturned = Quantity.Zero;
        Jobs.Add(job);
        RecordAdded("job", job, job.Title, actor);
        return job;
    }

    /// <summary>Changes a field of a job.</summary>
    public Result<FieldChange> SetJob(long id, string field, string? text, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(id);
        if (job.Problem is { } problem)
            return problem;
        if (PriceFields.OfJob(field) && actor.MayNotPrice(field) is { } no)
            return no;
        if (field == "creditFor" && Job.Keys(text).Any(key => !OnJobs.Any(j => j.Id != id && j.Id == key)))
            return new Problem("job.creditFor", "Choose the repair among the other jobs of this order.", field);
        var set = field == "payer" ? SetPayerOf(job.Value, text) : job.Value.Set(field, text);
        return Recorded("job", id, set, () => job.Value.Version, actor);
    }

    /// <summary>Takes a job off. One with clocked time or an ordered part stays.</summary>
    /// <param name="id">The job.</param>
    /// <param name="hasTimeOrOrder">Whether time was clocked on it or a part ordered for it.</param>
    /// <param name="actor">Who.</param>
    public Result RemoveJob(long id, bool hasTimeOrOrder, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(id);
        if (job.Problem is { } problem)
            return problem;
        if (hasTimeOrOrder)
            return new Problem(
                "job.used",
                "Time was clocked on this job or a part was ordered for it, so it can't be removed. Decline it instead."
            );
        if (job.Value.Decision == DecisionKind.Approved)
            return new Problem("job.approved", "The customer approved this job; record a new answer before removing it.");
        job.Value.RemovedAt = actor.At;
        Record("job", id, "removed", job.Value.Title, "", ++job.Value.Version, actor);
        return Result.Done;
    }

    /// <summary>Brings a job back that was taken off.</summary>
    public Result RestoreJob(long id, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Jobs.FirstOrDefault(j => j.Id == id) is not { } job)
            return new Problem("job.gone", "This job was not found. Reload the page.");
        if (job.IsOn)
            return Result.Done;
        job.RemovedAt = null;
        Record("job", id, "restored", "", job.Title, ++job.Version, actor);
        return Result.Done;
    }

    /// <summary>Adds a line at the end of a job.</summary>
    public Result<Line> AddLine(long jobId, Line line, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        if (line.Description.Trim().Length is 0 or > 500)
            return new Problem("line.description", "Enter a description of up to 500 characters.", "description");
        line.Position = job.Value.Lines.Count == 0 ? 0 : job.Value.Lines.Max(l => l.Position) + 1;
        if (CounterSale && line is PartLine part)
            part.CoresReturned = Quantity.Zero;
        job.Value.Lines.Add(line);
        RecordAdded("line", line, line.Description, actor);
        return line;
    }

    /// <summary>Changes a field of a line.</summary>
    public Result<FieldChange> SetLine(long id, string field, string? text, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var line = FindLine(id);
        if (line.Problem is { } problem)
            return problem;
        if (PriceFields.OfLine(line.Value.Kind, field) && actor.MayNotPrice(field) is { } no)
            return no;
        if (line.Value is PartLine { ReceivedQuantity.Value: > 0 } && (field is "quantity" or "number"))
            return new Problem("line.received", "Parts for this line were already received. Add another line for more.", field);
        var change = Recorded("line", id, line.Value.Set(field, text), () => line.Value.Version, actor);
        if (change.Ok && field is "unitPrice" or "price")
            line.Value.OverrideById = line.Value.IsOverridden ? actor.StaffId : null;
        return change;
    }

    /// <summary>Takes a line off. A part that was ordered or received stays.</summary>
    public Result RemoveLine(long id, bool ordered, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var line = FindLine(id);
        if (line.Problem is { } problem)
            return problem;
        if (ordered || line.Value is PartLine { ReceivedQuantity.Value: > 0 })
            return new Problem(
                "line.ordered",
                line.Value is SubletLine
                    ? "This work was sent out. Call it off under Parts first, or leave the line out."
                    : "This part was ordered or is here; call it off under Parts or put it into stock first, or leave the line out."
            );
        line.Value.RemovedAt = actor.At;
        Record("line", id, "removed", line.Value.Description, "", ++line.Value.Version, actor);
        return Result.Done;
    }

    /// <summary>Brings a line back that was taken off.</summary>
    public Result RestoreLine(long id, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Jobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == id) is not { } line)
            return new Problem("line.gone", "This line was not found. Reload the page.");
        line.RemovedAt = null;
        Record("line", id, "restored", "", line.Description, ++line.Version, actor);
        return Result.Done;
    }

    /// <summary>What comes along with a job's parts, by its code: by a rule of the policy, or with a single part on it.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="code">The code.</param>
    /// <param name="policy">The policy's rules.</param>
    public Result<Pricing.CompanionRule> FindCompanion(long jobId, string code, IEnumerable<Pricing.CompanionRule> policy)
    {
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        return
            policy.Concat(job.Value.OnLines.OfType<PartLine>().SelectMany(l => l.OwnCompanions)).FirstOrDefault(r => r.Code == code)
                is { } rule
            ? rule
            : new Problem("companion.gone", $"This repair order has no automatic add-on named {code}.");
    }

    /// <summary>Changes a field of something that comes along with a job's parts: waives it, or sets its quantity or price.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="rule">The policy's rule.</param>
    /// <param name="field">quantity, amountPerUnit or waived.</param>
    /// <param name="text">What was typed; empty lets it follow again.</param>
    /// <param name="actor">Who.</param>
    public Result<FieldChange> SetCompanion(long jobId, Pricing.CompanionRule rule, string field, string? text, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        if (PriceFields.OfCompanion(field) && actor.MayNotPrice(field) is { } no)
            return no;
        var companion = job.Value.Companions.FirstOrDefault(c => c.Code == rule.Code)
            ?? new JobCompanion { Code = rule.Code, JobId = jobId };
        var change = companion.Set(field, text);
        if (!change.Ok)
            return change;
        if (companion.Version == 1)
            job.Value.Companions.Add(companion);
        Record("job", jobId, $"companion {rule.Code} {field}", change.Value.Old, change.Value.New, ++job.Value.Version, actor);
        return change;
    }

    /// <summary>Has another policy price the order from now on. What the customer was told stays held.</summary>
    public Result Reprice(long policyVersionId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (policyVersionId == PolicyVersionId)
            return Result.Done;
        Record("order", Id, "policy", $"version {PolicyVersionId}", $"version {policyVersionId}", Version + 1, actor);
        PolicyVersionId = policyVersionId;
        return Result.Done;
    }
}
