namespace Yardstick.Core.Pricing;

/// <summary>What of the shop refers to a policy by name, so that nothing is left without what it names.</summary>
/// <param name="Rates">Labor rates that accounts, canned jobs or open orders name, and by whom in words.</param>
/// <param name="Exemptions">Exemptions that customers name, and how many in words.</param>
public sealed record PolicyUse(IReadOnlyDictionary<string, string> Rates, IReadOnlyDictionary<string, string> Exemptions)
{
    /// <summary>Nothing refers to the policy.</summary>
    public static readonly PolicyUse None = new(new Dictionary<string, string>(), new Dictionary<string, string>());
}
