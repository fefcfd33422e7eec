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
    /// <summary>Its lines.</summary>
    public List<CannedLine> Lines { get; } = [];

    /// <summary>Makes a job of it at today's costs.</summary>
    /// <param name="partOf">Finds the catalog part of a line.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    public Job MakeJob(Func<long, Parts.Part?> partOf, Setup.StockCost cost)
    {
        var job = new Job { Title = Title, FixedPrice = FixedPrice, Origin = JobOrigin.Canned, CannedJobId = Id };
        foreach (var canned in Lines.OrderBy(l => l.Position))
        {
            var line = new Line
            {
                Kind = canned.Kind,
                Position = canned.Position,
                Description = canned.Description,
                Hours = canned.Hours,
                RateName = canned.RateName,
                Quantity = canned.Quantity,
                Amount = canned.Amount,
                Number = canned.Code,
                PassThrough = canned.PassThrough,
                Taxable = canned.Taxable,
            };
            if (canned.PartId is { } id && partOf(id) is { } part) line.TakePart(part, cost);
            job.Lines.Add(line);
        }
        return job;
    }
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
    /// <summary>Labor, part or fee.</summary>
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
    /// <summary>Fee held for somebody else.</summary>
    public bool PassThrough { get; set; }
    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; set; } = true;
}

/// <summary>Putting catalog parts on lines.</summary>
public static class PartOnLine
{
    /// <summary>Takes over what the catalog knows. The policy chooses the cost that prices a stock part; its book cost is the average.</summary>
    public static void TakePart(this Line line, Parts.Part part, Setup.StockCost cost)
    {
        line.PartId = part.Id;
        line.Number = part.Number;
        line.Category = part.Category;
        line.UnitCost = cost == Setup.StockCost.Average ? part.AverageCost : part.UnitCost;
        line.BookCost = part.AverageCost == line.UnitCost ? null : part.AverageCost;
        line.ListPrice = part.ListPrice;
        line.CoreEach = part.CoreEach;
        // The old part of work done here is at hand; over the counter the order says otherwise when it is priced.
        line.CoresReturned = part.CoreEach > 0 ? line.Quantity : 0;
        if (line.Description.Length == 0) line.Description = part.Description;
    }
}
