namespace Yardstick.Core.Pricing;

/// <summary>Which jobs of an order count.</summary>
/// <param name="Approved">True for the approved ones only.</param>
/// <param name="Ids">A chosen set, which then rules.</param>
public sealed record JobSelection(bool Approved, IReadOnlyList<string>? Ids)
{
    /// <summary>Every job.</summary>
    public static readonly JobSelection All = new(false, null);

    /// <summary>Approved jobs.</summary>
    public static readonly JobSelection ApprovedOnly = new(true, null);

    /// <summary>A chosen set of jobs.</summary>
    public static JobSelection Of(IEnumerable<string> ids) => new(false, ids.ToArray());
}
