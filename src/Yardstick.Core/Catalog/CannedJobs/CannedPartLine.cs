using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Catalog;

/// <summary>A part of a canned job: one of the catalog, or words that are sourced later.</summary>
public sealed class CannedPartLine() : CannedLine(LineKind.Part)
{
    /// <summary>Catalog part; null for one that is not in the catalog.</summary>
    public long? PartId { get; init; }

    /// <summary>Number of a part that is not in the catalog; empty for none.</summary>
    public string Number { get; init; } = "";

    /// <summary>Units.</summary>
    public Quantity Quantity { get; init; } = Quantity.One;

    /// <summary>Cost each of a part that is not in the catalog, tax out.</summary>
    public UnitPrice UnitCost { get; init; }

    /// <summary>The fact about cars that tells its quantity; empty for none.</summary>
    public string FactKey { get; internal set; } = "";

    /// <summary>The fact is followed without asking; otherwise it is proposed.</summary>
    public bool FollowsFact { get; internal set; }

    private protected override Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts)
    {
        var line = new PartLine
        {
            // The fact that it follows is found by its words too.
            Description = Description,
            Quantity = Quantity,
            Number = Number,
            UnitCost = UnitCost,
            FactKey = FactKey,
        };
        if (PartId is { } id && partOf(id) is { } part)
            Take(line, part, cost);
        if (FollowsFact && facts?.QuantityFor(line) is { } known && known != line.Quantity)
        {
            (line.GenericQuantity, line.Quantity) = (line.Quantity, known);
            if (line.CoresReturned > Quantity.Zero)
                line.CoresReturned = known;
        }
        return line;
    }

    // A part that was withdrawn leaves its words, to be sourced anew.
    private static void Take(PartLine line, Part part, StockCost cost)
    {
        if (part.WithdrawnAt is null)
            line.TakePart(part, cost);
        else
            (line.Number, line.Category, line.Unit, line.NoteInside) = (
                part.Number,
                part.Category,
                part.Unit,
                $"{part.Number} is discontinued. Choose another."
            );
    }
}
