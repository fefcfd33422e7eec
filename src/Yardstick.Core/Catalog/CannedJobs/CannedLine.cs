using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A line of a canned job.</summary>
public class CannedLine
{
    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The canned job.</summary>
    public long CannedJobId { get; init; }

    /// <summary>Place.</summary>
    public int Position { get; init; }

    /// <summary>What it is.</summary>
    public LineKind Kind { get; init; }

    /// <summary>Text.</summary>
    public required string Description { get; init; }

    /// <summary>Labor hours.</summary>
    public LaborHours Hours { get; internal set; }

    /// <summary>Name of the labor rate; empty for the usual one.</summary>
    public string RateName { get; init; } = "";

    /// <summary>Catalog part.</summary>
    public long? PartId { get; internal set; }

    /// <summary>Units.</summary>
    public Quantity Quantity { get; internal set; } = Quantity.One;

    /// <summary>Fee amount, each.</summary>
    public UnitPrice Amount { get; internal set; }

    /// <summary>Fee code.</summary>
    public string Code { get; internal set; } = "";

    /// <summary>Cost each of a part that is not in the catalog, or of sublet work.</summary>
    public UnitPrice UnitCost { get; internal set; }

    /// <summary>Category of a part that is not in the catalog.</summary>
    public string Category { get; init; } = "";

    /// <summary>Fee held for somebody else.</summary>
    public bool PassThrough { get; init; }

    /// <summary>False where no tax is on it.</summary>
    public bool Taxable { get; init; } = true;

    /// <summary>Not part of the job, but offered with it.</summary>
    public bool IsAddition { get; init; }

    /// <summary>It goes by the job's count.</summary>
    public bool PerCount { get; internal set; }

    /// <summary>The fact about cars that tells its quantity; empty for none.</summary>
    public string FactKey { get; internal set; } = "";

    /// <summary>The fact is followed without asking; otherwise it is proposed.</summary>
    public bool FollowsFact { get; internal set; }

    /// <summary>Makes a line of it at today's costs. A part that was withdrawn leaves its words, to be sourced anew.</summary>
    public Line MakeLine(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts)
    {
        Line line = Kind switch
        {
            LineKind.Labor => new LaborLine { Hours = Hours, RateName = RateName },
            LineKind.Part => PartOf(partOf, cost),
            LineKind.Sublet => new SubletLine { UnitCost = UnitCost },
            LineKind.Fee => new FeeLine
            {
                Code = Code,
                Quantity = Quantity,
                UnitAmount = Amount,
                UnitCost = UnitCost,
                PassThrough = PassThrough,
            },
            _ => new TextLine(),
        };
        (line.Description, line.Taxable, line.PerCount) = (Description, Taxable, PerCount);
        (line.CannedLineId, line.Origin) = (Id == 0 ? null : Id, LineOrigin.Canned);
        if (FollowsFact && line is PartLine part && facts?.QuantityFor(part) is { } known && known != part.Quantity)
        {
            (part.GenericQuantity, part.Quantity) = (part.Quantity, known);
            if (part.CoresReturned > Quantity.Zero)
                part.CoresReturned = known;
        }
        return line;
    }

    private PartLine PartOf(Func<long, Part?> partOf, StockCost cost)
    {
        var line = new PartLine
        {
            Description = Description,
            Quantity = Quantity,
            Number = Code,
            UnitCost = UnitCost,
            Category = Category,
            FactKey = FactKey,
        };
        if (PartId is not { } id || partOf(id) is not { } part)
            return line;
        if (part.WithdrawnAt is null)
            line.TakePart(part, cost);
        else
            (line.Number, line.Category, line.Unit, line.NoteInside) = (
                part.Number,
                part.Category,
                part.Unit,
                $"{part.Number} was withdrawn from the catalog; choose another."
            );
        return line;
    }
}
