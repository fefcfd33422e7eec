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

    /// <summary>The case, with the order that wants a promise.</summary>
    public PlanCase CaseOf(PlanOrder promiseFor) =>
        new()
        {
            Now = Instant.FromUnixTimeSeconds(UtcNow.ToUnixTimeSeconds() / 60 * 60),
            Zone = DateTimeZoneProviders.Tzdb[Shop.TimeZone],
            Open = [.. Days().SelectMany(day => SpansOf(day, Shop.HoursOn(day)))],
            People =
            [
                .. Technicians.Select(t => new PlanPerson(
                    KeyOf(t.Id),
                    t.Skills,
                    t.Pace.Value / 100,
                    [.. Days().SelectMany(day => SpansOf(day, t.WorksOn(day, Shop, Absences)))]
                )),
            ],
            Bays = Bays.Count > 0 ? [.. Bays.Select(b => new PlanBay(KeyOf(b.Id), b.Equipment))] : null,
            Orders = [.. Orders.Select(o => OrderOf(o, offered: false)).Where(o => o.Jobs.Count > 0)],
            PromiseFor = promiseFor,
        };

    /// <summary>An order with what is left to do.</summary>
    /// <param name="order">The order.</param>
    /// <param name="offered">What is offered and not answered yet is counted too.</param>
    public PlanOrder OrderOf(Order order, bool offered) =>
        new()
        {
            Id = KeyOf(order.Id),
            Promise = order.PromisedAt is { } promised ? Shop.Utc(promised) : null,
            Weight = WeightOf(order.CustomerWaits, order.HasPriority),
            Arrives = order.ArrivesAt is { } arrives && !order.OnPremises ? Shop.Utc(arrives) : null,
            Jobs =
            [
                .. order
                    .OnJobs.Where(j => j.Progress != JobProgress.Finished && j.SoldHours > LaborHours.Zero)
                    .Where(j => j.Decision == DecisionKind.Approved || offered && j.Decision == DecisionKind.Proposed)
                    .Select(JobOf),
            ],
        };

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

    private PlanJob JobOf(Job job)
    {
        var times = Times.Where(t => t.JobId == job.Id).ToList();
        var plan = Planned.FirstOrDefault(p => p.JobId == job.Id);
        var running = times.Find(t => t.End is null && Technicians.Any(s => s.Id == t.StaffId));
        var doer = Technicians.FirstOrDefault(t => t.Id == (running?.StaffId ?? plan?.TechnicianId));
        var pace = (doer?.Pace.Value ?? 100) / 100;
        var left = Math.Max(0, job.SoldHours.Value * 60 - times.Sum(t => t.Hours(UtcNow)) * 60 / pace);
        var labor = job.OnLines.OfType<LaborLine>().Where(l => !l.IsExcluded).ToList();
        return new PlanJob
        {
            Id = KeyOf(job.Id),
            Minutes = left,
            Skill = Asked(labor.Select(l => l.Skill).FirstOrDefault(s => s.Length > 0) ?? ""),
            Ready = LastPartOf(job),
            PlannedPerson = doer is null ? null : KeyOf(doer.Id),
            Fixed = doer is null ? null : FixedFor(doer, plan, running),
        };
    }

    /// <summary>Work on the clock stays, and so does what somebody put at an hour that is still to come.</summary>
    private PlanFixed? FixedFor(StaffMember doer, PlannedWork? plan, TimeEntry? running)
    {
        if (running is not null)
            return new PlanFixed(KeyOf(doer.Id), null, running.Start);
        return plan is { } block && Shop.Utc(block.Start) > UtcNow ? new PlanFixed(KeyOf(doer.Id), null, Shop.Utc(block.Start)) : null;
    }

    private Instant? LastPartOf(Job job)
    {
        var lines = job.OnLines.OfType<PartLine>().Where(l => l.IsOpen).Select(l => l.Id).ToHashSet();
        return Purchases.Where(p => p.IsOpen && p.Lines.Exists(l => l.LineId is { } id && lines.Contains(id))).Max(p => p.ExpectedAt);
    }

    private IEnumerable<LocalDate> Days() => Enumerable.Range(0, DaysAhead).Select(Shop.Local(UtcNow).Date.PlusDays);

    private IEnumerable<PlanSpan> SpansOf(LocalDate day, DayHours? hours)
    {
        if (hours is null)
            yield break;
        if (hours is not { BreakFrom: { } from, BreakUntil: { } until })
        {
            yield return new PlanSpan(Shop.Utc(day + hours.From), Shop.Utc(day + hours.Until));
            yield break;
        }
        yield return new PlanSpan(Shop.Utc(day + hours.From), Shop.Utc(day + from));
        yield return new PlanSpan(Shop.Utc(day + until), Shop.Utc(day + hours.Until));
    }

    /// <summary>A key of a row as a case names it.</summary>
    internal static string KeyOf(long id) => id.ToString(System.Globalization.CultureInfo.InvariantCulture);
}
