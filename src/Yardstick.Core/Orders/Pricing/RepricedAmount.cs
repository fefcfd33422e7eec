namespace Yardstick.Core.Orders;

/// <summary>One amount under two policies.</summary>
/// <param name="What">The line, the companion, the fee or the tax in words.</param>
/// <param name="Job">Title of its job; empty for amounts of the order.</param>
/// <param name="Before">Under the policy that prices the order.</param>
/// <param name="After">Under the other.</param>
public sealed record RepricedAmount(string What, string Job, decimal Before, decimal After);
