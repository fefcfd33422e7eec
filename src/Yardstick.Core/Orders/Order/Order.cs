using Yardstick.Core.Floor;
using Yardstick.Core.Pricing;
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

    /// <summary>Vehicle; null for a sale over the counter, and for an estimate without one.</summary>
    public long? VehicleId { get; internal set; }

    /// <summary>Chosen by name: sold over the counter, without a car.</summary>
    public bool CounterSale { get; internal set; }

    /// <summary>What stands where the vehicle would be named.</summary>
    public string WithoutVehicle => NoVehicleWords(CounterSale);

    /// <summary>What stands where the vehicle of an order would be named that has none.</summary>
    /// <param name="counterSale">It is sold over the counter.</param>
    public static string NoVehicleWords(bool counterSale) => counterSale ? "Counter sale" : "No vehicle yet";

    /// <summary>Who writes.</summary>
    public long WriterId { get; internal set; }

    /// <summary>Who leads the work.</summary>
    public long? LeadId { get; internal set; }

    /// <summary>Open or posted.</summary>
    public OrderState State { get; internal set; }

    /// <summary>Where the car is on its way.</summary>
    public Stage Stage { get; internal set; }

    /// <summary>The stage of the shop's own that somebody moved it to; null where the program moved it to what it means.</summary>
    public long? StageId { get; internal set; }

    /// <summary>Since when, UTC.</summary>
    public Instant StageSince { get; internal set; }

    /// <summary>Promised, wall time.</summary>
    public LocalDateTime? PromisedAt { get; internal set; }

    /// <summary>Somebody promised it earlier than the plan could keep when the promise was made.</summary>
    public bool PromisedAgainstPlan { get; internal set; }

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

    /// <summary>The vehicle is in the shop: it came, and nobody took it away again.</summary>
    public bool OnPremises { get; internal set; }

    /// <summary>Odometer when it came.</summary>
    public Odometer? OdometerIn { get; internal set; }

    /// <summary>Odometer when it leaves.</summary>
    public Odometer? OdometerOut { get; internal set; }

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
    public RateChoice? LaborRate { get; internal set; }

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

    /// <summary>Approved jobs that nobody finished.</summary>
    public IEnumerable<Job> Unfinished => ApprovedJobs.Where(j => j.Progress != JobProgress.Finished);

    /// <summary>The amount agreed to: that of the latest decision about anything.</summary>
    public Money? AmountAgreed => Decisions.Count == 0 ? null : Decisions.OrderBy(d => d.At).ThenBy(d => d.Id).Last().AmountAgreed;

    /// <summary>Hours of finished work over hours of approved work, 0 to 1 (rules, Progress).</summary>
    public decimal Progress
    {
        get
        {
            var approved = ApprovedJobs.Sum(j => j.SoldHours.Value);
            return approved == 0 ? 0 : ApprovedJobs.Where(j => j.Progress == JobProgress.Finished).Sum(j => j.SoldHours.Value) / approved;
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

    private Result<FieldChange> Recorded(string target, long id, Result<FieldChange> change, Func<int> version, Actor actor)
    {
        if (change.Ok)
            Record(target, id, change.Value.Field, change.Value.Old, change.Value.New, version(), actor);
        return change;
    }

    /// <summary>
    /// Whether anything can be added to it. Refuses with <c>order.posted</c>, <c>order.ended</c> and <c>order.voided</c>.
    /// </summary>
    public Result IsOpen() => new(Closed());
}
