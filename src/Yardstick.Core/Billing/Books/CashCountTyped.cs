namespace Yardstick.Core.Billing;

/// <summary>A count of the drawer as it is typed.</summary>
/// <param name="Counted">What is in it.</param>
/// <param name="Banked">Opening: change that was brought from the bank, counted already. Closing: what is taken there.</param>
/// <param name="ChecksToBank">Closing: all checks go along.</param>
/// <param name="Note">A note.</param>
public sealed record CashCountTyped(string? Counted, string? Banked, bool ChecksToBank, string? Note);
