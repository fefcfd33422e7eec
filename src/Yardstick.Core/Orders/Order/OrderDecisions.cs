using Yardstick.Core.Floor;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>What follows from customers' answers and from work on the floor.</summary>
public partial class Order
{
    private const int LongestProgressNote = 60;

    /// <summary>Records an answer about a job. Prices that the customer was told are held.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="answer">The answer.</param>
    /// <param name="price">Prices the order as it stands.</param>
    /// <param name="actor">Who asked.</param>
    public Result<Decision> Decide(long jobId, Answer answer, Func<Order, JobSelection, PricingResult> price, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var found = FindJob(jobId);
        if (found.Problem is { } problem)
            return problem;
        var job = found.Value;
        if (string.IsNullOrWhiteSpace(answer.DecidedBy))
            return new Problem("decision.who", "Enter who answered.", "decidedBy");
        if (answer.DecidedBy.Length > 200)
            return new Problem("decision.who", "A name can have at most 200 characters.", "decidedBy");
        if (answer.Note.Length > 2000)
            return TextInput.TooLong(2_000, "note", "A note");
        if (answer is { Kind: DecisionKind.Deferred, DeferUntil: null, DeferAtReading: null })
            answer = answer with { DeferUntil = job.HorizonUntil, DeferAtReading = job.HorizonTo };
        if (answer is { Kind: DecisionKind.Deferred, DeferUntil: null, DeferAtReading: null })
            return new Problem("decision.defer", "Enter the date or odometer when this comes up again.", "deferUntil");
        if (answer.DeferAtReading is { } reading && OdometerIn is { } now && reading <= now)
            return new Problem(
                "decision.defer",
                Invariant($"The vehicle is already at {now:N0}. Enter a higher odometer."),
                "deferAtReading"
            );
        if (job.IsUnsafe && answer.Kind == DecisionKind.Declined && answer.Acknowledged.Length == 0)
            return new Problem(
                "decision.unsafe",
                $"\"{job.Title}\" is a safety item. The customer must acknowledge that before declining it.",
                "acknowledged"
            );
        if (job.IsUnsafe && answer is { Kind: DecisionKind.Declined, Channel: AnswerChannel.InPerson, SignatureHash: "" })
            return new Problem("decision.sign", $"\"{job.Title}\" is a safety item. Have the customer sign to decline it.", "signature");
        if (job.AnotherVisitOrderId is not null && answer.Kind != DecisionKind.AnotherVisit)
            return new Problem("decision.moved", "This job moved to the next visit's repair order. Record the answer there.");
        if (job.Progress != JobProgress.NotStarted && answer.Kind != DecisionKind.Approved)
            return new Problem("decision.started", "Work on this job has started, so the approval can't be cleared.");

        var leftOut = LeaveOut(job, answer, actor);
        if (leftOut.Problem is { } kept)
            return kept;
        var was = job.Decision;
        job.Decision = answer.Kind;
        job.DecidedAt = answer.Kind == DecisionKind.Proposed ? null : actor.At;
        job.DeferUntil = answer.Kind == DecisionKind.Deferred ? answer.DeferUntil : null;
        job.DeferAtReading = answer.Kind == DecisionKind.Deferred ? answer.DeferAtReading : null;
        var result = price(this, JobSelection.ApprovedOnly);
        Hold(job, result.Of(job));
        var decision = new Decision
        {
            OrderId = Id,
            JobId = jobId,
            Kind = answer.Kind,
            DecidedBy = answer.DecidedBy.Trim(),
            Channel = answer.Channel,
            At = actor.At,
            AskedById = actor.StaffId,
            AmountAgreed = Money.Of(result.CustomerDue),
            JobAmount = Money.Of(result.Of(job).Subtotal),
            Note = answer.Note.Trim(),
            DeferUntil = job.DeferUntil,
            DeferAtReading = job.DeferAtReading,
            ShownId = answer.ShownId,
            LeftOut = leftOut.Value,
            Acknowledged = answer.Kind == DecisionKind.Declined && job.IsUnsafe ? answer.Acknowledged : "",
            SignatureHash = answer.SignatureHash,
        };
        Decisions.Add(decision);
        Record("job", jobId, "decision", was.ToString(), answer.Kind.ToString(), ++job.Version, actor);
        return decision;
    }

    /// <summary>The estimate was sent to the customer: its prices are held from now on, and the car waits for the answer.</summary>
    /// <param name="how">How, in words.</param>
    /// <param name="price">Prices the order as it stands.</param>
    /// <param name="actor">Who sent it.</param>
    public void WasSent(string how, Func<Order, JobSelection, PricingResult> price, Actor actor)
    {
        var result = price(this, OrderPricing.Offered(this));
        foreach (var job in OnJobs.Where(j => j.Decision == DecisionKind.Proposed))
            Hold(job, result.Of(job));
        Record("order", Id, "estimate", "", how, Version + 1, actor);
        if (Stage is >= Stage.Here and < Stage.WaitingForAnswer)
            MoveTo(Stage.WaitingForAnswer, "The estimate was sent", actor);
    }

    /// <summary>Switches out the lines that the customer does not want of an approved job.</summary>
    private Result<string> LeaveOut(Job job, Answer answer, Actor actor)
    {
        if (answer.Kind is not (DecisionKind.Approved or DecisionKind.AnotherVisit) || answer.LinesOut.Count == 0)
            return "";
        var lines = job.OnLines.Where(l => !l.IsExcluded && answer.LinesOut.Contains(l.Id)).ToList();
        if (lines.Count == 0)
            return "";
        if (!job.LinesOpen || job.FixedPrice is not null)
            return new Problem("decision.lines", $"\"{job.Title}\" can only be approved or declined as a whole.", "linesOut");
        if (job.OnLines.All(l => l.IsExcluded || l.Kind is LineKind.Text || answer.LinesOut.Contains(l.Id)))
            return new Problem("decision.lines", $"Nothing of \"{job.Title}\" would be left. Decline the job instead.", "linesOut");
        foreach (var line in lines)
            SetLine(line.Id, "isExcluded", "true", actor);
        return string.Join(", ", lines.Select(l => l.Description));
    }

    /// <summary>Lets the approved work go past the ceiling, up to what it comes to now.</summary>
    /// <param name="reason">Why.</param>
    /// <param name="policy">The policy that prices the order.</param>
    /// <param name="actor">Who lets it.</param>
    public Result<CeilingException> PassCeiling(string? reason, ShopPolicy policy, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (string.IsNullOrWhiteSpace(reason))
            return new Problem("ceiling.reason", "Enter a reason for the override.", "reason");
        if (reason.Length > 500)
            return TextInput.TooLong(500, "reason");
        if (!PastCeiling(policy))
            return new Problem("ceiling.within", "Approved work is within the limit. No override is needed.");
        var exception = new CeilingException
        {
            OrderId = Id,
            UpTo = ApprovedByCustomer,
            Reason = reason.Trim(),
            ById = actor.StaffId,
            At = actor.At,
        };
        CeilingExceptions.Add(exception);
        Record(
            "order",
            Id,
            "ceiling",
            $"{AmountAgreed}",
            $"overridden, up to {ApprovedByCustomer}: {exception.Reason}",
            Version + 1,
            actor
        );
        return exception;
    }

    /// <summary>The manager's exception that is newer than the latest decision; null where there is none.</summary>
    public CeilingException? CeilingLetPast =>
        CeilingExceptions.Where(e => Decisions.All(d => d.At <= e.At)).OrderBy(e => e.At).ThenBy(e => e.UpTo.Cents).LastOrDefault();

    /// <summary>
    /// Work of an invoiced order that was declined or deferred is put off again. Only what is to be done about it changes;
    /// the invoice and what was decided then stay as they are.
    /// </summary>
    /// <param name="jobId">The job.</param>
    /// <param name="until">Until when; null says that it is not wanted any more.</param>
    /// <param name="reason">Why.</param>
    /// <param name="decidedBy">Who decided.</param>
    /// <param name="channel">How it was said.</param>
    /// <param name="actor">Who asked.</param>
    public Result<Decision> PutOffAgain(long jobId, LocalDate? until, string? reason, string decidedBy, AnswerChannel channel, Actor actor)
    {
        if (State == OrderState.Open)
            return new Problem("order.open", "This repair order is still open. Record the answer there.");
        if (State == OrderState.Voided)
            return Closed()!;
        var found = FindJob(jobId);
        if (found.Problem is { } problem)
            return problem;
        var job = found.Value;
        if (
            job.Decision is not (DecisionKind.Declined or DecisionKind.Deferred)
            && !(State == OrderState.Ended && job.Decision == DecisionKind.Proposed)
        )
            return new Problem("job.done", "This work is done or in progress, so it can't be deferred.");
        if (!Enum.IsDefined(channel) || channel == AnswerChannel.Link)
            return new Problem("decision.channel", "Choose in person, phone or message.", "channel");
        if (string.IsNullOrWhiteSpace(reason))
            return new Problem("decision.reason", "Enter why it is deferred again.", "reason");
        if (reason.Length > 2000)
            return TextInput.TooLong(2_000, "reason", "A reason");
        job.Decision = until is null ? DecisionKind.Declined : DecisionKind.Deferred;
        (job.DeferUntil, job.DeferAtReading) = (until, null);
        var decision = new Decision
        {
            OrderId = Id,
            JobId = jobId,
            Kind = job.Decision,
            DecidedBy = decidedBy,
            Channel = channel,
            At = actor.At,
            AskedById = actor.StaffId,
            AmountAgreed = AmountAgreed ?? Money.Zero,
            JobAmount = job.Subtotal,
            Note = reason.Trim(),
            DeferUntil = until,
        };
        Decisions.Add(decision);
        Record(
            "job",
            jobId,
            "deferred again",
            "",
            until is { } day ? Invariant($"{day:yyyy-MM-dd}: {reason.Trim()}") : reason.Trim(),
            ++job.Version,
            actor
        );
        return decision;
    }

    /// <summary>Moves the car after the last open question was answered: to wait for parts, or to be ready for a technician.</summary>
    public void MoveAfterAnswer(Actor actor)
    {
        if (
            Stage is < Stage.Here or > Stage.WaitingForAnswer
            || OnJobs.Any(j => j.Decision == DecisionKind.Proposed)
            || !ApprovedJobs.Any()
        )
            return;
        var waits = WaitsForParts;
        MoveTo(waits ? Stage.WaitingForParts : Stage.ReadyForTechnician, "The customer answered", actor);
    }

    private static void Hold(Job job, JobFigures figures)
    {
        foreach (var part in job.OnLines.OfType<PartLine>())
            part.QuotedPrice ??= Told(figures.Of(part)!.UnitPrice);
        foreach (var labor in job.OnLines.OfType<LaborLine>())
            labor.QuotedPrice ??= Told(figures.Of(labor)!.UnitPrice);
    }

    private static UnitPrice? Told(decimal? each) => each is { } price ? new UnitPrice(price) : null;

    /// <summary>Whether nobody can go on without a new decision (rules, Consent).</summary>
    public bool PastCeiling(ShopPolicy policy) => CeilingNow(policy) == CeilingState.Past;

    /// <summary>
    /// How the approved work stands to what was agreed to; <see cref="CeilingState.Past"/> also where it grew beyond what a manager let
    /// past.
    /// </summary>
    /// <param name="policy">The policy that prices the order.</param>
    public CeilingState CeilingNow(ShopPolicy policy) =>
        AmountAgreed is not { } agreed
        || ApprovedByCustomer.Cents <= agreed.Cents + Ceiling.Allowance(policy.Pricing.Overrun, agreed.Amount)
            ? CeilingState.Within
        : CeilingLetPast is { } let && ApprovedByCustomer.Cents <= let.UpTo.Cents ? CeilingState.LetPast
        : CeilingState.Past;

    /// <summary>
    /// Whether the approved work may go on: begun, finished, its parts ordered. Past the ceiling nobody can, until somebody asks again or
    /// lets it.
    /// </summary>
    /// <param name="policy">The policy that prices the order.</param>
    public Result MayGoOn(ShopPolicy policy) =>
        PastCeiling(policy)
            ? new Problem(
                "order.ceiling",
                "The approved work is over the limit the customer approved. The service writer needs new approval first."
            )
            : Result.Done;

    /// <summary>Work on a job begins, or goes on. The car moves to being worked on.</summary>
    public Result BeginWork(long jobId, ShopPolicy policy, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        if (job.Value.Decision != DecisionKind.Approved)
            return new Problem("job.notApproved", "The customer has not approved this job yet. Ask the service writer.");
        if (job.Value.Progress == JobProgress.Finished)
            return new Problem("job.finished", "This job is already finished.");
        if (MayGoOn(policy).Problem is { } past)
            return past;
        if (job.Value.Progress == JobProgress.NotStarted)
        {
            job.Value.Progress = JobProgress.InWork;
            Record("job", jobId, "progress", "not started", "in progress", ++job.Value.Version, actor);
        }
        if (Stage is not Stage.InWork)
            MoveTo(Stage.InWork, $"{job.Value.Title} was started", actor);
        return Result.Done;
    }

    /// <summary>A job is finished. With the last one the car is done.</summary>
    /// <param name="jobId">The job.</param>
    /// <param name="policy">The policy that prices the order.</param>
    /// <param name="actor">Who.</param>
    public Result FinishJob(long jobId, ShopPolicy policy, Actor actor, bool shopChecks = false)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        if (job.Value.Decision != DecisionKind.Approved)
            return new Problem("job.notApproved", "The customer has not approved this job, so it can't be finished.");
        if (job.Value.Progress == JobProgress.Finished)
            return Result.Done;
        if (MayGoOn(policy).Problem is { } past)
            return past;
        var before = job.Value.Progress;
        job.Value.Progress = JobProgress.Finished;
        job.Value.ProgressNote = "";
        job.Value.FinishedAt = actor.At;
        job.Value.FinishedById = actor.StaffId;
        Record(
            "job",
            jobId,
            "progress",
            before == JobProgress.NotStarted ? "not started" : "in progress",
            "finished",
            ++job.Value.Version,
            actor
        );
        if (Stage >= Stage.Done || Unfinished.Any())
            return Result.Done;
        CheckPending = CheckedAt is null && IsToBeChecked(shopChecks);
        return MoveTo(CheckPending ? Stage.Check : Stage.Done, "The last approved job is finished", actor);
    }

    /// <summary>
    /// The technician says how far a job is. Refuses with <c>job.notApproved</c>, <c>job.finished</c> and <c>text.long</c>.
    /// </summary>
    /// <param name="jobId">The job.</param>
    /// <param name="note">In the shop's words, up to 60 characters; empty takes it off.</param>
    /// <param name="actor">Who.</param>
    public Result NoteProgress(long jobId, string? note, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        var typed = (note ?? "").Trim();
        if (typed.Length > LongestProgressNote)
            return TextInput.TooLong(LongestProgressNote, "note");
        if (job.Value.Decision != DecisionKind.Approved)
            return new Problem("job.notApproved", "The customer has not approved this job yet. Ask the service writer.");
        if (job.Value.Progress == JobProgress.Finished)
            return new Problem("job.finished", "This job is already finished.");
        if (typed == job.Value.ProgressNote)
            return Result.Done;
        Record("job", jobId, "progressNote", job.Value.ProgressNote, typed, ++job.Value.Version, actor);
        job.Value.ProgressNote = typed;
        return Result.Done;
    }

    /// <summary>Takes the finish of a job back.</summary>
    public Result ReopenJob(long jobId, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        var job = FindJob(jobId);
        if (job.Problem is { } problem)
            return problem;
        if (job.Value.Progress != JobProgress.Finished)
            return Result.Done;
        job.Value.Progress = JobProgress.InWork;
        job.Value.FinishedAt = null;
        job.Value.FinishedById = null;
        Record("job", jobId, "progress", "finished", "in progress", ++job.Value.Version, actor);
        (CheckPending, CheckedAt, CheckedById) = (false, null, null);
        if (Stage is Stage.Done or Stage.Check)
            MoveTo(Stage.InWork, $"{job.Value.Title} was reopened", actor);
        return Result.Done;
    }

    /// <summary>
    /// Work that was approved for another visit goes to that visit's order, with its decision, the prices that the customer was told, and
    /// what is here of its
    /// parts. It has gone already where the job names its order.
    /// </summary>
    /// <param name="jobId">The job.</param>
    /// <param name="next">The order of the other visit.</param>
    /// <param name="actor">Who.</param>
    /// <returns>The job on the other order; its decision follows with <see cref="Decide"/>.</returns>
    public Result<Job> MoveJobTo(long jobId, Order next, Actor actor)
    {
        var job = FindJob(jobId);
        if (job.Problem is { } gone)
            return gone;
        if (VehicleId is null)
            return new Problem("order.noCar", "A counter sale has no next visit. Defer the job instead.");
        if (Payers.Find(p => p.CustomerId == job.Value.PayerId) is { } payer && next.AddPayer(payer.Account).Problem is { } refused)
            return refused;
        return next.AddJob(job.Value.ForAnotherVisit(this), actor);
    }
}
