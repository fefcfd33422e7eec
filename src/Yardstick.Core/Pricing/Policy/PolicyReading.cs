namespace Yardstick.Core.Pricing;

/// <summary>A draft as it was understood: the policy, or everything that keeps it from being one.</summary>
/// <param name="Policy">The policy; null while there are problems.</param>
/// <param name="Problems">Each with the path of its field, such as <c>taxes[0].percent</c>.</param>
public sealed record PolicyReading(ShopPolicy? Policy, IReadOnlyList<Problem> Problems);
