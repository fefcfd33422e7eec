using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Discounts on an order.</summary>
public partial class Order
{
    /// <summary>Discounts, those taken back among them.</summary>
    public List<GivenDiscount> Discounts { get; } = [];

    /// <summary>Discounts of the whole order that hold.</summary>
    public IEnumerable<GivenDiscount> OwnDiscounts =>
        Discounts.Where(d => d is { IsOn: true, JobId: null, LineId: null }).OrderBy(d => d.Id);

    /// <summary>A job's own discounts that hold.</summary>
    public IEnumerable<GivenDiscount> DiscountsOf(Job job) =>
        Discounts.Where(d => d is { IsOn: true, LineId: null } && d.JobId == job.Id && job.Id != 0).OrderBy(d => d.Id);

    /// <summary>The discount of a line that holds.</summary>
    public GivenDiscount? DiscountOf(Line line) => Discounts.Where(d => d.IsOn && d.LineId == line.Id && line.Id != 0).MaxBy(d => d.Id);

    /// <summary>Gives a discount. A line has one: another takes its place.</summary>
    public Result<GivenDiscount> Give(GivenDiscount discount, Actor actor) =>
        actor.May(Permission.OverridePrices)
            ? GiveOwn(discount, actor)
            : new Problem("rights.right", "You don't have permission to give discounts. Ask a manager.");

    /// <summary>Gives a discount that the shop itself attached to a canned job; whoever takes the job needs no right for it.</summary>
    internal Result<GivenDiscount> GiveOwn(GivenDiscount discount, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (discount.LineId is { } lineId)
        {
            var line = FindLine(lineId);
            if (line.Problem is { } gone)
                return gone;
            if (line.Value.Kind is not (LineKind.Labor or LineKind.Part or LineKind.Sublet))
                return new Problem("discount.line", "Only labor, parts and sublet can be discounted, not fees.");
            discount.JobId = line.Value.JobId;
            if (DiscountOf(line.Value) is { } before)
                before.RemovedAt = actor.At;
        }
        else if (discount.JobId is { } jobId && FindJob(jobId).Problem is { } noJob)
            return noJob;
        (discount.ById, discount.At) = (actor.StaffId, actor.At);
        Discounts.Add(discount);
        RecordDiscount(discount, "discount", "", Worded(discount), actor);
        return discount;
    }

    /// <summary>Takes a discount back, or gives it again.</summary>
    /// <param name="id">The discount.</param>
    /// <param name="on">True to give it again.</param>
    /// <param name="actor">Who.</param>
    public Result SetDiscountOn(long id, bool on, Actor actor)
    {
        if (Closed() is { } closed)
            return closed;
        if (Discounts.Find(d => d.Id == id) is not { } discount)
            return new Problem("discount.gone", "This discount is no longer on the order. Reload the page.");
        if (discount.IsOn == on)
            return Result.Done;
        if (on && discount.LineId is { } lineId && FindLine(lineId) is { Ok: true } line && DiscountOf(line.Value) is not null)
            return new Problem("discount.another", "This line already has another discount. Remove that one first.");
        discount.RemovedAt = on ? null : actor.At;
        RecordDiscount(discount, "discount", on ? "" : Worded(discount), on ? Worded(discount) : "", actor);
        return Result.Done;
    }

    private static string Worded(GivenDiscount discount) =>
        discount.Reason.Length > 0 ? $"{discount.Text}: {discount.Reason}" : discount.Text;

    private void RecordDiscount(GivenDiscount discount, string field, string old, string @new, Actor actor)
    {
        var (target, id) = discount switch
        {
            { LineId: { } line } => ("line", line),
            { JobId: { } job } => ("job", job),
            _ => ("order", Id),
        };
        // The version of what it is on moves along, so that a screen sees that it changed.
        var version = target switch
        {
            "line" => ++FindLine(id).Value.Version,
            "job" => ++FindJob(id).Value.Version,
            _ => Version + 1,
        };
        Record(target, id, field, old, @new, version, actor);
    }
}
