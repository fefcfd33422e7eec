using Yardstick.Core.Floor;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>One document from first estimate to paid invoice. Changes go through its methods, which refuse what the rules refuse.</summary>
public partial class Order
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Number that people see.</summary>
    public long Number { get; internal set; }

    /// <summary>Short title.</summary>
    public string Title { get; internal set; } = "";

    /// <summary>Customer; null only for a sale over the counter to somebody unknown.</summary>
    public long? CustomerId { get; internal set; }

    /// <summary>Vehicle; null for a sale over the counter.</summary>
    public long? VehicleId { get; internal set; }

    /// <summary>Chosen by name: sold over the counter, without a car.</summary>
    public bool CounterSale { get; internal set; }

    /// <summary>Who writes.</summary>
    public long WriterId { get; internal set; }

    /// <summary>Who leads the work.</summary>
    public long? LeadId { get; internal set; }

    /// <summary>Open or posted.</summary>
    public OrderState State { get; internal set; }

    /// <summary>Where the car is on its way.</summary>
    public Stage Stage { get; internal set; }

    /// <summary>Since when, UTC.</summary>
    public Instant StageSince { get; internal set; }

    /// <summary>Promised, wall time.</summary>
    public LocalDateTime? PromisedAt { get; internal set; }

    /// <summary>The customer waits here.</summary>
    public bool CustomerWaits { get; internal set; }

    /// <summary>Key tag.</summary>
    public string KeyTag { get; internal set; } = "";

    /// <summary>Whom to talk to about it; one of the customer's contacts.</summary>
    public long? ContactId { get; internal set; }

    /// <summary>Which of the customer's sites it is for.</summary>
    public long? SiteId { get; internal set; }

    /// <summary>Comes before others.</summary>
    public bool HasPriority { get; internal set; }

    /// <summary>The owner wants the old parts back.</summary>
    public bool OldPartsBack { get; internal set; }

    /// <summary>To be washed when the work is done.</summary>
    public bool WashingWanted { get; internal set; }

    /// <summary>Where the keys are.</summary>
    public string KeysAt { get; internal set; } = "";

    /// <summary>Where the car is.</summary>
    public string CarAt { get; internal set; } = "";

    /// <summary>When the car came or is to come, wall time; null where nobody said.</summary>
    public LocalDateTime? ArrivesAt { get; internal set; }

    /// <summary>Odometer when it came.</summary>
    public int? OdometerIn { get; internal set; }

    /// <summary>Odometer when it leaves.</summary>
    public int? OdometerOut { get; internal set; }

    /// <summary>Opened, UTC.</summary>
    public Instant OpenedAt { get; init; }

    /// <summary>Posted, UTC.</summary>
    public Instant? PostedAt { get; internal set; }

    /// <summary>Ended without an invoice or made void, UTC.</summary>
    public Instant? EndedAt { get; internal set; }

    /// <summary>Who ended it or made it void.</summary>
    public long? EndedById { get; internal set; }

    /// <summary>How it ended without an invoice; null for any other.</summary>
    public OrderEnding? Ending { get; internal set; }

    /// <summary>Why, in a word.</summary>
    public string EndReason { get; internal set; } = "";

    /// <summary>The policy that priced it.</summary>
    public long PolicyVersionId { get; internal set; }

    /// <summary>Total of approved and proposed work.</summary>
    public Money Total { get; internal set; }

    /// <summary>Total of approved work.</summary>
    public Money ApprovedTotal { get; internal set; }

    /// <summary>Labor rate of all its work: a name of the policy or a number; empty for the usual one.</summary>
    public string LaborRate { get; internal set; } = "";

    /// <summary>Counts up with every change.</summary>
    public int Version { get; internal set; } = 1;

    /// <summary>Concerns.</summary>
    public List<Concern> Concerns { get; } = [];

    /// <summary>Jobs.</summary>
    public List<Job> Jobs { get; } = [];

    /// <summary>Decisions, only added to.</summary>
    public List<Decision> Decisions { get; } = [];

    /// <summary>Managers' exceptions from the ceiling, only added to.</summary>
    public List<CeilingException> CeilingExceptions { get; } = [];

    /// <summary>What changed, only added to. Not loaded with the order; new ones are saved.</summary>
    public List<OrderChange> Changes { get; } = [];

    /// <summary>Stages gone through, only added to. Not loaded with the order; new ones are saved.</summary>
    public List<StageChange> StageChanges { get; } = [];

    /// <summary>Jobs that are on, in order.</summary>
    public IEnumerable<Job> OnJobs => Jobs.Where(j => j.IsOn).OrderBy(j => j.Position).ThenBy(j => j.Id);

    /// <summary>Approved jobs.</summary>
    public IEnumerable<Job> ApprovedJobs => OnJobs.Where(j => j.Decision == DecisionKind.Approved);

    /// <summary>The amount agreed to: that of the latest decision about anything.</summary>
    public Money? AmountAgreed => Decisions.Count == 0 ? null : Decisions.OrderBy(d => d.At).ThenBy(d => d.Id).Last().AmountAgreed;

    /// <summary>Hours of finished work over hours of approved work, 0 to 1 (rules, Progress).</summary>
    public decimal Progress
    {
        get
        {
            var approved = ApprovedJobs.Sum(j => j.SoldHours);
            return approved == 0 ? 0 : ApprovedJobs.Where(j => j.Progress == JobProgress.Finished).Sum(j => j.SoldHours) / approved;
        }
    }

    internal Problem? Closed() =>
        State switch
        {
            OrderState.Open => null,
            OrderState.Posted => new Problem("order.posted", "This order is invoiced and can't be changed; reverse the invoice first."),
            OrderState.Ended => new Problem(
                "order.ended",
                "This order was ended without an invoice and can't be changed; open it again first."
            ),
            _ => new Problem("order.voided", "This order is void and can't be changed; write a new one."),
        };

    private void RecordAdded(string target, object subject, string name, Actor actor) =>
        Record(target, 0, "added", "", name, 1, actor, subject);

    /// <summary>Writes something down that changes nothing about the order: its version stays.</summary>
    internal void Note(string field, string words, Actor actor) => Write("order", Id, field, "", words, Version, actor, null);

    internal void Record(string target, long id, string field, string old, string @new, int version, Actor actor, object? subject = null)
    {
        Version++;
        Write(target, id, field, old, @new, version, actor, subject);
    }

    private void Write(string target, long id, string field, string old, string @new, int version, Actor actor, object? subject)
    {
        Changes.Add(
            new OrderChange
            {
                OrderId = Id,
                Target = target,
                TargetId = id,
                Subject = subject,
                Field = field,
                Old = old,
                New = @new,
                Version = version,
                At = actor.At,
                ById = actor.StaffId,
                ByKind = actor.Kind,
                ClientId = actor.ClientId,
            }
        );
    }

    /// <summary>For a change that needs a car, of a sale over the counter.</summary>
    public static readonly Problem NoCar = new("order.noCar", "This is a sale over the counter; add a car first.");

    /// <summary>The job, if it is on the order.</summary>
    public Result<Job> FindJob(long id) =>
        Jobs.FirstOrDefault(j => j.Id == id && j.IsOn) is { } job
            ? job
            : new Problem("job.gone", "This job is no longer on the order; somebody took it off.");

    /// <summary>The line, if it is on the order.</summary>
    public Result<Line> FindLine(long id) =>
        OnJobs.SelectMany(j => j.Lines).FirstOrDefault(l => l.Id == id && l.IsOn) is { } line
            ? line
            : new Problem("line.gone", "This line is no longer on the order; somebody took it off.");

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
            return new Problem("concern.gone", "This concern is no longer on the order.");
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
                part.CoresReturned = 0;
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
        return Recorded("job", id, job.Value.Set(field, text), () => job.Value.Version, actor);
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
                "Time was clocked on this job or a part was ordered for it; decline it instead of taking it off."
            );
        if (job.Value.Decision == DecisionKind.Approved)
            return new Problem("job.approved", "The customer approved this job; record a new decision before taking it off.");
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
            return new Problem("job.gone", "This job was never on the order.");
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
            return new Problem("line.description", "Say in at most 500 characters what the line is.", "description");
        line.Position = job.Value.Lines.Count == 0 ? 0 : job.Value.Lines.Max(l => l.Position) + 1;
        if (CounterSale && line is PartLine part)
            part.CoresReturned = 0;
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
        if (line.Value is PartLine { ReceivedQuantity: > 0 } && (field is "quantity" or "number"))
            return new Problem("line.received", "Parts for this line were received already; add another line for more.", field);
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
        if (ordered || line.Value is PartLine { ReceivedQuantity: > 0 })
            return new Problem(
                "line.ordered",
                "This part was ordered or is here; call it off under Parts or put it into stock first, or switch the line out."
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
            return new Problem("line.gone", "This line was never on the order.");
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
            : new Problem(
                "companion.gone",
                $"Neither the policy of this order nor a part on this job has anything named {code} that comes along."
            );
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

    private Result<FieldChange> Recorded(string target, long id, Result<FieldChange> change, Func<int> version, Actor actor)
    {
        if (change.Ok)
            Record(target, id, change.Value.Field, change.Value.Old, change.Value.New, version(), actor);
        return change;
    }

    /// <summary>A new order. Refuses with <c>text.long</c>.</summary>
    /// <param name="start">What the write-up gathered.</param>
    /// <param name="policyVersionId">The policy that prices it.</param>
    /// <param name="actor">Who writes it.</param>
    public static Result<Order> Open(OrderStart start, long policyVersionId, Actor actor)
    {
        var keyTag = start.KeyTag?.Trim() ?? "";
        if (keyTag.Length > 20)
            return new Problem("text.long", "A key tag can have at most 20 characters.", "keyTag");
        return new Order
        {
            CustomerId = start.CustomerId,
            VehicleId = start.VehicleId,
            CounterSale = start.CounterSale,
            WriterId = actor.StaffId,
            OpenedAt = actor.At,
            StageSince = actor.At,
            Stage = start.CounterSale ? Stage.Pricing : Stage.Here,
            PolicyVersionId = policyVersionId,
            CustomerWaits = start.CustomerWaits,
            KeyTag = keyTag,
            OldPartsBack = start.OldPartsBack,
            WashingWanted = start.WashingWanted,
            HasPriority = start.HasPriority,
            ContactId = start.ContactId,
            SiteId = start.SiteId,
        };
    }

    /// <summary>An order for another visit of the same car, that work is approved for.</summary>
    /// <param name="number">Its number.</param>
    /// <param name="actor">Who.</param>
    public Order ForAnotherVisit(long number, Actor actor) =>
        new()
        {
            Number = number,
            CustomerId = CustomerId,
            VehicleId = VehicleId,
            WriterId = WriterId,
            OpenedAt = actor.At,
            StageSince = actor.At,
            Stage = Stage.Expected,
            PolicyVersionId = PolicyVersionId,
            ContactId = ContactId,
            SiteId = SiteId,
            Title = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"From order {Number}"),
        };

    /// <summary>An order with one job alone, to see what that would cost here; it is never kept.</summary>
    public Order Trial(Job job)
    {
        var trial = new Order
        {
            WriterId = WriterId,
            CounterSale = CounterSale,
            PolicyVersionId = PolicyVersionId,
        };
        trial.Jobs.Add(job);
        return trial;
    }

    /// <summary>It gets its number when it is kept.</summary>
    public void TakeNumber(long number) => Number = number;

    /// <summary>Longest title that is made of a job or a concern.</summary>
    private const int LongestMadeTitle = 60;

    /// <summary>Takes its title from its first job, else from its first concern.</summary>
    public void TakeTitle()
    {
        var title = OnJobs.FirstOrDefault()?.Title ?? Concerns.FirstOrDefault()?.Complaint ?? "";
        Title = title.Length > LongestMadeTitle ? title[..LongestMadeTitle].TrimEnd() + "…" : title;
    }

    /// <summary>
    /// Whether anything can be added to it. Refuses with <c>order.posted</c>, <c>order.ended</c> and <c>order.voided</c>.
    /// </summary>
    public Result IsOpen() => new(Closed());
}
