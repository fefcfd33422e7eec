using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A job kept ready.</summary>
public class CannedJob
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>Title that the job gets.</summary>
    public string Title { get; internal set; } = "";

    /// <summary>System of the car.</summary>
    public string System { get; internal set; } = "";

    /// <summary>Further words by which it is found.</summary>
    public string Words { get; internal set; } = "";

    /// <summary>One price for labor and parts.</summary>
    public Money? FixedPrice { get; internal set; }

    /// <summary>Skill that the work needs; empty for any.</summary>
    public string Skill { get; internal set; } = "";

    /// <summary>Its work is looked over by somebody else before the vehicle is ready.</summary>
    public bool CheckWanted { get; internal set; }

    /// <summary>What its bay has to have, in the words of the bays; none for any bay.</summary>
    public IReadOnlyList<string> Equipment { get; internal set; } = [];

    /// <summary>What the customer reads besides the title.</summary>
    public string CustomerText { get; internal set; } = "";

    /// <summary>What the technician ticks off, in order.</summary>
    public IReadOnlyList<string> Checklist { get; internal set; } = [];

    /// <summary>What a count of it is of (tire, axle, cylinder); empty where it does not scale.</summary>
    public string CountUnit { get; internal set; } = "";

    /// <summary>How many it is made for.</summary>
    public Quantity Count { get; internal set; } = Quantity.One;

    /// <summary>A discount that it carries, as it is typed: <c>10%</c> or <c>15.00</c>; empty for none.</summary>
    public string Discount { get; internal set; } = "";

    /// <summary>What that discount is taken off.</summary>
    public DiscountBase DiscountOn { get; internal set; }

    /// <summary>
    /// A diagnosis: what of it is credited when the repair that it led to is approved, as it is typed: <c>100%</c> or <c>60.00</c>; empty
    /// for nothing.
    /// </summary>
    public string Credit { get; internal set; } = "";

    /// <summary>The customer may leave lines of it out.</summary>
    public bool LinesOpen { get; internal set; }

    /// <summary>What the shop promises on the work; null for nothing.</summary>
    public WarrantyTerm? Warranty { get; internal set; }

    /// <summary>The inspection or checklist that it brings along; null for none.</summary>
    public long? InspectionTemplateId { get; internal set; }

    /// <summary>One of the shop's favorites: there before anything is typed.</summary>
    public bool Favorite { get; internal set; }

    /// <summary>Counts up with every change; an order keeps the version that it was made from.</summary>
    public int Version { get; internal set; }

    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public Instant? RemovedAt { get; internal set; }

    /// <summary>Its lines, the additions among them.</summary>
    public List<CannedLine> Lines { get; } = [];

    /// <summary>Jobs that may take its place.</summary>
    public List<CannedAlternative> Alternatives { get; } = [];

    /// <summary>Its lines in their order, without the additions.</summary>
    public IEnumerable<CannedLine> OwnLines => Lines.Where(l => !l.IsAddition).OrderBy(l => l.Position).ThenBy(l => l.Id);

    /// <summary>What is offered besides.</summary>
    public IEnumerable<CannedLine> Additions => Lines.Where(l => l.IsAddition).OrderBy(l => l.Position).ThenBy(l => l.Id);

    /// <summary>Hours of its own labor.</summary>
    public LaborHours Hours => OwnLines.OfType<CannedLaborLine>().Aggregate(LaborHours.Zero, (sum, line) => sum + line.Hours);

    /// <summary>Makes a job of it at today's costs.</summary>
    /// <param name="partOf">Finds the catalog part of a line.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    /// <param name="facts">What is known of the car; null where nothing is.</param>
    public Job MakeJob(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts = null)
    {
        var job = new Job
        {
            Title = Title,
            FixedPrice = FixedPrice,
            Origin = JobOrigin.Canned,
            OriginText = $"Canned job, version {Version}",
            CannedJobId = Id,
            CannedVersion = Version,
            CountUnit = CountUnit,
            Count = Count,
            CustomerText = CustomerText,
            Warranty = Warranty,
            Checklist = Checklist,
            LinesOpen = LinesOpen,
            Equipment = Equipment,
            CheckWanted = CheckWanted,
        };
        (job.CreditPercent, job.CreditAmount) = Job.Credit(Credit, "credit").Value;
        foreach (var canned in OwnLines)
        {
            job.Append(canned.MakeLine(partOf, cost, facts));
        }
        foreach (var labor in job.Lines.OfType<LaborLine>().Where(l => l.Skill.Length == 0))
            labor.Skill = Skill;
        return job;
    }

    /// <summary>Brings an inspection or checklist along from now on, or none.</summary>
    /// <param name="templateId">The template; null for none.</param>
    public void BringAlong(long? templateId) => InspectionTemplateId = templateId;

    /// <summary>Takes it off what is offered, or brings it back.</summary>
    /// <param name="off">True takes it off, false brings it back.</param>
    /// <param name="utcNow">Now, UTC.</param>
    public void Retire(bool off, Instant utcNow) => RemovedAt = off ? utcNow : null;

    /// <summary>Why an edit of an older version is not kept; null where nobody changed it since.</summary>
    /// <param name="seen">The version that the editor saw.</param>
    public Problem? ChangedSince(int seen) =>
        Version == seen
            ? null
            : new Problem("edit.conflict", "Someone else changed this canned job. Reload it and make your changes again.");
}
