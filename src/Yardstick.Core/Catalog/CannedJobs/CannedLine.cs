using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Catalog;

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
    public Line MakeLine(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts)
    {
        var line = new Line
        {
            Kind = Kind,
            Description = Description,
            Hours = Hours,
            RateName = RateName,
            Quantity = Quantity,
            UnitAmount = Amount,
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
