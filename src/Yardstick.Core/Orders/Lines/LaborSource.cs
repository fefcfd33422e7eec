using Yardstick.Core.Values;

namespace Yardstick.Core.Orders;

/// <summary>Everything that another operation of a labor line changes, so that it can be put back.</summary>
public sealed record LaborSource
{
    /// <summary>What is done.</summary>
    public required string Description { get; init; }

    /// <summary>Where it came from.</summary>
    public required LineOrigin Origin { get; init; }

    /// <summary>Code of the operation.</summary>
    public required string Operation { get; init; }

    /// <summary>Hours by the guide.</summary>
    public LaborHours? GuideHours { get; init; }

    /// <summary>Hours.</summary>
    public LaborHours Hours { get; init; }

    /// <summary>Skill that it needs.</summary>
    public required string Skill { get; init; }

    /// <summary>Codes of operations that it contains.</summary>
    public required IReadOnlyList<string> IncludedOperations { get; init; }

    /// <summary>Hours beside other operations.</summary>
    public required IReadOnlyDictionary<string, LaborHours> CombinedHours { get; init; }

    /// <summary>The rate that the customer was told.</summary>
    public UnitPrice? QuotedPrice { get; init; }

    internal static LaborSource Of(LaborLine line) =>
        new()
        {
            Description = line.Description,
            Origin = line.Origin,
            Operation = line.Operation,
            GuideHours = line.GuideHours,
            Hours = line.Hours,
            Skill = line.Skill,
            IncludedOperations = line.IncludedOperations,
            CombinedHours = line.CombinedHours,
            QuotedPrice = line.QuotedPrice,
        };

    internal void PutOn(LaborLine line)
    {
        line.Description = Description;
        line.Origin = Origin;
        line.Operation = Operation;
        line.GuideHours = GuideHours;
        line.Hours = Hours;
        line.Skill = Skill;
        line.IncludedOperations = IncludedOperations;
        line.CombinedHours = CombinedHours;
        line.QuotedPrice = QuotedPrice;
    }
}
