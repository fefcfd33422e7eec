using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Catalog;

/// <summary>A line of a canned job. What it has besides is told by its kind.</summary>
public abstract class CannedLine
{
    private protected CannedLine(LineKind kind) => Kind = kind;

    /// <summary>Key.</summary>
    public long Id { get; internal set; }

    /// <summary>The canned job.</summary>
    public long CannedJobId { get; init; }

    /// <summary>Place.</summary>
    public int Position { get; init; }

    /// <summary>What it is.</summary>
    public LineKind Kind { get; private set; }

    /// <summary>Text, 1 to 500 characters.</summary>
    public required string Description { get; init; }

    /// <summary>Not part of the job, but offered with it.</summary>
    public bool IsAddition { get; init; }

    /// <summary>It goes by the job's count.</summary>
    public bool PerCount { get; internal set; }

    /// <summary>False where no tax is on it.</summary>
    public virtual bool Taxable => true;

    /// <summary>Makes a line of it at today's costs.</summary>
    /// <param name="partOf">Finds a catalog part by its key; null where it is not there.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    /// <param name="facts">What is known of the car; null where nothing is.</param>
    public Line MakeLine(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts)
    {
        var line = Make(partOf, cost, facts);
        (line.Description, line.Taxable, line.PerCount) = (Description, Taxable, PerCount);
        (line.CannedLineId, line.Origin) = (Id == 0 ? null : Id, LineOrigin.Canned);
        return line;
    }

    private protected abstract Line Make(Func<long, Part?> partOf, StockCost cost, VehicleSpecs? facts);
}
