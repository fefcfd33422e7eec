using Yardstick.Core.Parts;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Orders;

/// <summary>A job kept ready.</summary>
public class CannedJob
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>Title that the job gets.</summary>
    public required string Title { get; set; }
    /// <summary>System of the car.</summary>
    public required string System { get; set; }
    /// <summary>Further words by which it is found.</summary>
    public string Words { get; set; } = "";
    /// <summary>One price for labor and parts.</summary>
    public decimal? FixedPrice { get; set; }
    /// <summary>Skill that the work needs; empty for any.</summary>
    public string Skill { get; set; } = "";
    /// <summary>What the customer reads besides the title.</summary>
    public string CustomerText { get; set; } = "";
    /// <summary>What the technician ticks off, one point a line.</summary>
    public string Checklist { get; set; } = "";
    /// <summary>What a count of it is of (tire, axle, cylinder); empty where it does not scale.</summary>
    public string CountUnit { get; set; } = "";
    /// <summary>How many it is made for.</summary>
    public decimal Count { get; set; } = 1;
    /// <summary>A discount that it carries, as it is typed: <c>10%</c> or <c>15.00</c>; empty for none.</summary>
    public string Discount { get; set; } = "";
    /// <summary>What that discount is taken off.</summary>
    public DiscountBase DiscountOn { get; set; }
    /// <summary>A diagnosis: what of it is credited when the repair that it led to is approved, as it is typed: <c>100%</c> or <c>60.00</c>; empty for nothing.</summary>
    public string Credit { get; set; } = "";
    /// <summary>The customer may leave lines of it out.</summary>
    public bool LinesOpen { get; set; }
    /// <summary>One of the shop's favorites: there before anything is typed.</summary>
    public bool Favorite { get; set; }
    /// <summary>Counts up with every change; an order keeps the version that it was made from.</summary>
    public int Version { get; set; } = 1;
    /// <summary>Taken off, UTC; null while it is offered.</summary>
    public DateTime? RemovedAt { get; set; }
    /// <summary>Its lines, the additions among them.</summary>
    public List<CannedLine> Lines { get; } = [];
    /// <summary>Jobs that may take its place.</summary>
    public List<CannedAlternative> Alternatives { get; } = [];

    /// <summary>Its lines in their order, without the additions.</summary>
    public IEnumerable<CannedLine> OwnLines => Lines.Where(l => !l.IsAddition).OrderBy(l => l.Position).ThenBy(l => l.Id);

    /// <summary>What is offered besides.</summary>
    public IEnumerable<CannedLine> Additions => Lines.Where(l => l.IsAddition).OrderBy(l => l.Position).ThenBy(l => l.Id);

    /// <summary>Makes a job of it at today's costs.</summary>
    /// <param name="partOf">Finds the catalog part of a line.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    /// <param name="facts">What is known of the car; null where nothing is.</param>
    public Job MakeJob(Func<long, Part?> partOf, StockCost cost, CarFacts? facts = null)
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
            Checklist = Checklist,
            LinesOpen = LinesOpen,
        };
        (job.CreditPercent, job.CreditAmount) = Job.Credit(Credit, "credit").Value;
        foreach (var canned in OwnLines)
        {
            var line = canned.MakeLine(partOf, cost, facts);
            line.Position = job.Lines.Count;
            job.Lines.Add(line);
        }
        return job;
    }
}

/// <summary>A job that may take the place of another.</summary>
public class CannedAlternative
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The canned job.</summary>
    public long CannedJobId { get; set; }
    /// <summary>The canned job that may take its place.</summary>
    public long OtherId { get; set; }
}

/// <summary>Several canned jobs that are taken together.</summary>
public class CannedSet
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>What it is called.</summary>
    public required string Title { get; set; }
    /// <summary>Further words by which it is found.</summary>
    public string Words { get; set; } = "";
    /// <summary>Keys of its canned jobs in their order, separated by spaces.</summary>
    public string JobIds { get; set; } = "";

    /// <summary>Keys of its canned jobs in their order.</summary>
    public IReadOnlyList<long> Ids => [.. JobIds.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(t => long.TryParse(t, out var id) ? id : 0).Where(id => id > 0)];
}

/// <summary>A line of a canned job.</summary>
public class CannedLine
{
    /// <summary>Key.</summary>
    public long Id { get; set; }
    /// <summary>The canned job.</summary>
    public long CannedJobId { get; set; }
    /// <summary>Place.</summary>
    public int Position { get; set; }
    /// <summary>What it is.</summary>
    public LineKind Kind { get; set; }
    /// <summary>Text.</summary>
    public required string Description { get; set; }
    /// <summary>Labor hours.</summary>
    public decimal Hours { get; set; }
    /// <summary>Name of the labor rate; empty for the usual one.</summary>
    public string RateName { get; set; } = "";
    /// <summary>Catalog part.</summary>
    public long? PartId { get; set; }
    /// <summary>Units.</summary>
    public decimal Quantity { get; set; } = 1;
    /// <summary>Fee amount, each.</summary>
    public decimal Amount { get; set; }
    /// <summary>Fee code.</summary>
    public string Code { get; set; } = "";
    /// <summary>Cost each of a part that is not in the catalog, or of sublet work.</summary>
    public decimal UnitCost { get; set; }
    /// <summary>Category of a part that is not in the catalog.</summary>
    public string Category { get; set; } = "";
    /// <summary>Fee held for somebody else.</summary>
    public bool PassThrough { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
    /// <summary>Not part of the job, but offered with it.</summary>
    public bool IsAddition { get; set; }
    /// <summary>It goes by the job's count.</summary>
    public bool PerCount { get; set; }
    /// <summary>The fact about cars that tells its quantity; empty for none.</summary>
    public string FactKey { get; set; } = "";
    /// <summary>The fact is followed without asking; otherwise it is proposed.</summary>
    public bool FollowsFact { get; set; }

    /// <summary>Makes a line of it at today's costs. A part that was withdrawn leaves its words, to be sourced anew.</summary>
    public Line MakeLine(Func<long, Part?> partOf, StockCost cost, CarFacts? facts)
    {
        var line = new Line
        {
            Kind = Kind,
            Description = Description,
            Hours = Hours,
            RateName = RateName,
            Quantity = Quantity,
            Amount = Amount,
            Number = Code,
            UnitCost = UnitCost,
            Category = Category,
            PassThrough = PassThrough,
            Taxable = Taxable,
            PerCount = PerCount,
            FactKey = FactKey,
            CannedLineId = Id == 0 ? null : Id,
            Origin = "canned",
        };
        if (PartId is { } id && partOf(id) is { } part)
        {
            if (part.WithdrawnAt is null) line.TakePart(part, cost);
            else (line.Number, line.Category, line.Unit, line.NoteInside) = (part.Number, part.Category, part.Unit, $"{part.Number} was withdrawn from the catalog; choose another.");
        }
        if (FollowsFact && facts?.QuantityFor(line) is { } known && known != line.Quantity)
        {
            (line.GenericQuantity, line.Quantity) = (line.Quantity, known);
            if (line.CoresReturned > 0) line.CoresReturned = known;
        }
        return line;
    }
}

/// <summary>Putting catalog parts on lines.</summary>
public static class PartOnLine
{
    /// <summary>Takes over what the catalog knows. The policy chooses the cost that prices a stock part; its book cost is the average.</summary>
    public static void TakePart(this Line line, Part part, StockCost cost)
    {
        line.PartId = part.Id;
        line.Number = part.Number;
        line.Category = part.Category;
        line.Unit = part.Unit;
        line.Brand = part.Brand;
        line.Condition = part.Condition;
        line.MakersNumber = "";
        (line.SupplierCode, line.Branch, line.Quality, line.OfferedFor) = ("", "", "", null);
        line.UnitCost = part.Cost(cost);
        line.BookCost = part.AverageCost == line.UnitCost ? null : part.AverageCost;
        line.ListPrice = part.ListPrice;
        line.CoreEach = part.CoreEach;
        line.BringAlong([.. part.Companions.OrderBy(c => c.Id).Select(c => c.Rule(part.Number))]);
        // The old part of work done here is at hand; over the counter the order says otherwise when it is priced.
        line.CoresReturned = part.CoreEach > 0 ? line.Quantity : 0;
        if (line.Origin.Length == 0) line.Origin = "stock";
        if (line.Description.Length == 0) line.Description = part.Description;
    }
}
