using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>A line of a statement.</summary>
/// <param name="Day">The day in the shop.</param>
/// <param name="Text">In words.</param>
/// <param name="Amount">More owed, or below zero less.</param>
/// <param name="Balance">What is owed afterwards.</param>
public sealed record StatementLine(LocalDate Day, string Text, Money Amount, Money Balance);
