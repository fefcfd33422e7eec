namespace Yardstick.Core.Pricing;

/// <summary>The ceiling (rules, Consent).</summary>
/// <param name="Authorized">Agreed to.</param>
/// <param name="Allowed">Agreed to with the allowance.</param>
/// <param name="ApprovedTotal">Total of the approved jobs.</param>
/// <param name="Needed">True when nobody may go on without a new decision.</param>
public sealed record ConsentFigures(decimal Authorized, decimal Allowed, decimal ApprovedTotal, bool Needed);
