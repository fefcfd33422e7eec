namespace Yardstick.Core.Pricing;

/// <summary>Why an operation takes less time.</summary>
/// <param name="By">The operation that contains it, or beside which it is quicker.</param>
/// <param name="Words">In words.</param>
internal sealed record Reduction(string By, string Words);
