namespace Yardstick.Server.Pricing;

/// <summary>A version of the policy, without its content.</summary>
/// <param name="Id">Its number.</param>
/// <param name="InForceAt">When it came into force, UTC.</param>
/// <param name="By">Who put it in force; empty for the first.</param>
/// <param name="Note">Why.</param>
public sealed record PolicyVersionView(long Id, Instant InForceAt, string By, string Note);
