using Yardstick.Core.Orders;

namespace Yardstick.Core.Catalog;

/// <summary>A line of a canned job as it is typed.</summary>
public sealed record CannedLineForm
{
    /// <summary>What it is.</summary>
    public LineKind Kind { get; init; }

    /// <summary>Text.</summary>
    public string Description { get; init; } = "";

    /// <summary>Hours of labor, units of a part or fee, as typed.</summary>
    public string Count { get; init; } = "";

    /// <summary>Amount of a fee, cost of a part that is not in the catalog or of sublet work, as typed.</summary>
    public string Amount { get; init; } = "";

    /// <summary>Labor rate by name.</summary>
    public string RateName { get; init; } = "";

    /// <summary>Number of the catalog part, code of the fee.</summary>
    public string Number { get; init; } = "";

    /// <summary>Fee held for somebody else.</summary>
    public bool PassThrough { get; init; }

    /// <summary>Offered with the job, not part of it.</summary>
    public bool IsAddition { get; init; }

    /// <summary>Goes by the job's count.</summary>
    public bool PerCount { get; init; }

    /// <summary>The fact about cars that tells its quantity.</summary>
    public string FactKey { get; init; } = "";

    /// <summary>The fact is followed without asking.</summary>
    public bool FollowsFact { get; init; }
}
