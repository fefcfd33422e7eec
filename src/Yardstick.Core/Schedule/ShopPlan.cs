using System.Globalization;
using Yardstick.Core.Floor;
using Yardstick.Core.Orders;
using Yardstick.Core.Purchasing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Schedule;

/// <summary>What the shop has to do, who is there and which bays there are, as a case of the plan.</summary>
public sealed record ShopPlan
{
    /// <summary>How many days ahead people's hours are looked at.</summary>
    private const int DaysAhead = 28;

    /// <summary>What work is taken for that has only a name.</summary>
    private const int UnknownMinutes = 60;

    private const int PlanGrid = 5;

    private const int WaitingWeight = 3,
        PriorityWeight = 2;

    /// <summary>The shop.</summary>
    public required Shop Shop { get; init; }

    /// <summary>Now, UTC.</summary>
    public required Instant UtcNow { get; init; }

    /// <summary>Active technicians.</summary>
    public required IReadOnlyList<StaffMember> Technicians { get; init; }

    /// <summary>Who is away.</summary>
    public required IReadOnlyList<Absence> Absences { get; init; }

    /// <summary>Bays in use; empty where the shop does not name them.</summary>
    public required IReadOnlyList<Bay> Bays { get; init; }

    /// <summary>Open orders with their jobs and lines.</summary>
    public required IReadOnlyList<Order> Orders { get; init; }

    /// <summary>What is planned for whom.</summary>
    public required IReadOnlyList<PlannedWork> Planned { get; init; }

    /// <summary>Times on the jobs of those orders.</summary>
    public required IReadOnlyList<TimeEntry> Times { get; init; }

    /// <summary>Purchase orders with lines for those orders.</summary>
    public required IReadOnlyList<PurchaseOrder> Purchases { get; init; }

    /// <summary>Appointments that are still to come.</summary>
    public IReadOnlyList<Appointment> Appointments { get; init; } = [];

    /// <summary>The case, with the order that wants a promise. What somebody scheduled stays where it stands.</summary>
    public PlanCase CaseOf(PlanOrder promiseFor) =>
        Case([.. Orders.Select(o => OrderOf(o, offered: false))], PlanGrid) with
        {
            PromiseFor = promiseFor,
        };

    /// <summary>
    /// The case of the day's plan, with the work that is not approved yet beside the certain one. Only what somebody fixed stays
    /// where it is.
    /// </summary>
    public PlanCase DayCase() => Case([.. Orders.Select(o => OrderOf(o, offered: true, certain: false, keep: false))], PlannedWork.Step);

    /// <summary>
    /// Where approved work and appointments that nobody was chosen for would be done, were all that is scheduled to stay (rules, The plan
    /// of the work). What finds no place in the days ahead is left out.
    /// </summary>
    public IReadOnlyList<UnassignedPlace> Unassigned()
    {
        var draft = new WorkPlanner().Plan(Case([.. Orders.Select(o => OrderOf(o, offered: false))], PlanGrid)).Draft;
        var chosen = Planned.Where(p => p.TechnicianId is not null).Select(p => KeyOf(p.JobId)).ToHashSet(StringComparer.Ordinal);
        var free = Appointments.Where(a => a.TechnicianId is null).ToDictionary(KeyOf, StringComparer.Ordinal);
        var found = new List<UnassignedPlace>();
        foreach (var task in draft.Model.Tasks.Where(t => !chosen.Contains(t.Job.Id)))
        {
            if (draft[task] is not { } place)
                continue;
            var at = PlacementOf(draft, place);
            if (free.TryGetValue(task.Job.Id, out var appointment))
                found.Add(new(CalendarKind.Appointment, appointment.Id, null, at));
            else if (long.TryParse(task.Job.Id, CultureInfo.InvariantCulture, out var job))
                found.Add(new(CalendarKind.Job, job, long.Parse(task.Order.Order.Id, CultureInfo.InvariantCulture), at));
        }
        return found;
    }

    /// <summary>Who, where and from when, as a plan has it.</summary>
    internal Placement PlacementOf(PlanDraft draft, PlacedTask place) =>
        new(
            long.Parse(draft.Model.Workers[place.Worker].Person.Id, CultureInfo.InvariantCulture),
            place.Bay is { } bay ? long.Parse(draft.Model.Bays![bay].Id, CultureInfo.InvariantCulture) : null,
            Shop.Local(draft.Model.At(place.Start))
        );

    private PlanCase Case(IReadOnlyList<PlanOrder> orders, int step) =>
        new()
        {
            Step = step,
            Now = Instant.FromUnixTimeSeconds(UtcNow.ToUnixTimeSeconds() / 60 * 60),
            Zone = DateTimeZoneProviders.Tzdb[Shop.TimeZone],
            Open = [.. Days().SelectMany(day => SpansOf(Shop.HoursOn(day)?.StretchesOn(day) ?? []))],
            People =
            [
                .. Technicians.Select(t => new PlanPerson(
                    KeyOf(t.Id),
                    t.Skills,
                    t.Pace.Value / 100,
                    [.. Days().SelectMany(day => SpansOf(t.StretchesOn(day, Shop, Absences)))]
                )),
            ],
            Bays = Bays.Count > 0 ? [.. Bays.Select(b => new PlanBay(KeyOf(b.Id), b.Equipment))] : null,
            Orders = [.. orders.Concat(Appointments.Select(OrderOf)).Where(o => o.Jobs.Count > 0)],
        };

    /// <summary>An order with what is left to do.</summary>
    /// <param name="order">The order.</param>
    /// <param name="offered">What is offered and not answered yet is counted too.</param>
    /// <param name="certain">All of it is certain; else only what is approved.</param>
    /// <param name="keep">What is scheduled stays where it stands; else only what somebody fixed.</param>
    public PlanOrder OrderOf(Order order, bool offered, bool certain = true, bool keep = true) =>
        new()
        {
            Id = KeyOf(order.Id),
            Promise = order.PromisedAt is { } promised ? Shop.Utc(promised) : null,
            Weight = WeightOf(order.CustomerWaits, order.HasPriority),
            CheckMinutes = order.WashingWanted || order.IsToBeChecked(Shop.ChecksWork) ? Shop.CheckMinutes : 0,
            Arrives = order.ArrivesAt is { } arrives && !order.OnPremises ? Shop.Utc(arrives) : null,
            Jobs =
            [
                .. order
                    .OnJobs.Where(j => j.Progress != JobProgress.Finished && j.SoldHours > LaborHours.Zero)
                    .Where(j => j.Decision == DecisionKind.Approved || offered && j.Decision == DecisionKind.Proposed)
                    .Select(j => JobOf(j, certain || j.Decision == DecisionKind.Approved, keep)),
            ],
        };

    /// <summary>
    /// An appointment as an order that arrives at its time, its services its jobs, certain once it is confirmed. Where somebody was
    /// chosen for it, it stays with them.
    /// </summary>
    private PlanOrder OrderOf(Appointment appointment)
    {
        var doer = Technicians.FirstOrDefault(t => t.Id == appointment.TechnicianId);
        var start = Shop.Utc(appointment.Start);
        return new PlanOrder
        {
            Id = KeyOf(appointment),
            Weight = WeightOf(appointment.Transport == Transport.Waits, priority: false),
            Arrives = start,
            Jobs =
            [
                new PlanJob
                {
                    Id = KeyOf(appointment),
                    Minutes = appointment.Minutes,
                    Skill = Asked(appointment.Services.Select(s => s.Skill).FirstOrDefault(s => s.Length > 0) ?? ""),
                    Needs = NeedsOf([.. appointment.Services.SelectMany(s => s.Equipment).Distinct(StringComparer.OrdinalIgnoreCase)]),
                    Certain = appointment.State != AppointmentState.Asked,
                    PlannedPerson = doer is null ? null : KeyOf(doer.Id),
                    Fixed = doer is null ? null : new PlanFixed(KeyOf(doer.Id), BayOf(appointment.BayId), start),
                },
            ],
        };
    }

    /// <summary>An order that is being written up.</summary>
    /// <param name="jobs">Its canned jobs: hours and skill.</param>
    /// <param name="named">Jobs of which only the name is known: nobody knows yet how long they take.</param>
    /// <param name="arrives">When the vehicle comes, wall time; null where it is here.</param>
    public PlanOrder Typed(IEnumerable<(LaborHours Hours, string Skill)> jobs, int named, LocalDateTime? arrives) =>
        new()
        {
            Id = "typed",
            Arrives = arrives is { } comes ? Shop.Utc(comes) : null,
            Jobs =
            [
                .. jobs.Select(j => (Minutes: j.Hours.Value * 60, Skill: Asked(j.Skill)))
                    .Concat(Enumerable.Repeat((Minutes: (decimal)UnknownMinutes, Skill: (string?)null), named))
                    .Select(
                        (j, i) =>
                            new PlanJob
                            {
                                Id = $"typed {KeyOf(i)}",
                                Minutes = j.Minutes,
                                Skill = j.Skill,
                            }
                    ),
            ],
        };

    /// <summary>How much a late minute weighs.</summary>
    /// <param name="waits">The customer waits in the shop.</param>
    /// <param name="priority">The order has priority.</param>
    private static int WeightOf(bool waits, bool priority) =>
        (waits, priority) switch
        {
            (true, true) => WaitingWeight + PriorityWeight,
            (true, false) => WaitingWeight,
            (false, true) => PriorityWeight,
            _ => 1,
        };

    /// <summary>A skill as it is asked: one that no technician has is nobody's business, and anyone does the work.</summary>
    public string? Asked(string skill) =>
        skill.Length > 0 && Technicians.Any(t => t.Skills.Contains(skill, StringComparer.Ordinal)) ? skill : null;

    /// <summary>Equipment as it is asked: what no bay has is nobody's business, and any bay does.</summary>
    private IReadOnlyList<string> NeedsOf(IReadOnlyList<string> equipment) =>
        [
            .. equipment
                .Select(e => Bays.SelectMany(b => b.Equipment).FirstOrDefault(b => string.Equals(b, e, StringComparison.OrdinalIgnoreCase)))
                .OfType<string>(),
        ];

    private PlanJob JobOf(Job job, bool certain, bool keep)
    {
        var times = Times.Where(t => t.JobId == job.Id).ToList();
        var plan = Planned.FirstOrDefault(p => p.JobId == job.Id);
        var running = times.Find(t => t.End is null && Technicians.Any(s => s.Id == t.StaffId));
        var doer = Technicians.FirstOrDefault(t => t.Id == (running?.StaffId ?? plan?.TechnicianId));
        var pace = (doer?.Pace.Value ?? 100) / 100;
        var left = Math.Max(0, job.SoldHours.Value * 60 - times.Sum(t => t.Hours(UtcNow)) * 60 / pace);
        return new PlanJob
        {
            Id = KeyOf(job.Id),
            Minutes = left,
            Skill = Asked(job.Skill),
            Needs = NeedsOf(job.Equipment),
            Ready = LastPartOf(job),
            Certain = certain,
            PlannedPerson = doer is null ? null : KeyOf(doer.Id),
            Fixed = doer is null ? null : FixedFor(doer, plan, running, keep),
        };
    }

    /// <summary>
    /// Work on the clock stays, and so does what somebody fixed, and where the schedule is kept what somebody put at an hour that is still
    /// to come.
    /// </summary>
    private PlanFixed? FixedFor(StaffMember doer, PlannedWork? plan, TimeEntry? running, bool keep)
    {
        if (running is not null)
            return new PlanFixed(KeyOf(doer.Id), BayOf(plan?.BayId), running.Start);
        return plan is { } block && (keep || block.IsFixed) && Shop.Utc(block.Start) > UtcNow
            ? new PlanFixed(KeyOf(doer.Id), BayOf(block.BayId), Shop.Utc(block.Start))
            : null;
    }

    private string? BayOf(long? bayId) => bayId is { } id && Bays.Any(b => b.Id == id) ? KeyOf(id) : null;

    private Instant? LastPartOf(Job job)
    {
        var lines = job.OnLines.OfType<PartLine>().Where(l => l.IsOpen).Select(l => l.Id).ToHashSet();
        return Purchases.Where(p => p.IsOpen && p.Lines.Exists(l => l.LineId is { } id && lines.Contains(id))).Max(p => p.ExpectedAt);
    }

    private IEnumerable<LocalDate> Days() => Enumerable.Range(0, DaysAhead).Select(Shop.Local(UtcNow).Date.PlusDays);

    private IEnumerable<PlanSpan> SpansOf(IEnumerable<(LocalDateTime From, LocalDateTime Until)> stretches) =>
        stretches.Select(s => new PlanSpan(Shop.Utc(s.From), Shop.Utc(s.Until)));

    /// <summary>What holds an order up, in words: its last part, its arrival, or the hours that are there.</summary>
    public string WhyLate(Order order)
    {
        var part = order.ApprovedJobs.Max(LastPartOf);
        if (part is { } comes && comes > UtcNow)
            return $"a part comes {Words(Shop.Local(comes))}";
        if (!order.OnPremises && order.ArrivesAt is { } arrives && arrives > Shop.Local(UtcNow))
            return $"the vehicle comes {Words(arrives)}";
        var over = order
            .ApprovedJobs.Select(j => (Job: j, On: Times.FirstOrDefault(t => t.JobId == j.Id && t.End is null)))
            .Where(j => j.On is not null)
            .Select(j =>
                (j.Job, Minutes: (int)(Times.Where(t => t.JobId == j.Job.Id).Sum(t => t.Hours(UtcNow)) * 60 - j.Job.SoldHours.Value * 60))
            )
            .FirstOrDefault(j => j.Minutes > 0);
        if (over.Minutes > 0)
            return $"{over.Job.Title} is {over.Minutes} min over";
        if (order.ApprovedJobs.Any(j => j.Progress != JobProgress.Finished && !Planned.Any(p => p.JobId == j.Id)))
            return "work of it is not scheduled";
        return "other work stands before it";
    }

    private string Words(LocalDateTime at) =>
        at.Date == Shop.Local(UtcNow).Date
            ? $"at {at.TimeOfDay.Clock()}"
            : $"{at.Date.ToString("ddd, MMM d", CultureInfo.InvariantCulture)} {at.TimeOfDay.Clock()}";

    private static string KeyOf(Appointment appointment) => $"appointment {KeyOf(appointment.Id)}";

    /// <summary>A key of a row as a case names it.</summary>
    public static string KeyOf(long id) => id.ToString(CultureInfo.InvariantCulture);
}
