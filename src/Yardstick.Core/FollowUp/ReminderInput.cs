namespace Yardstick.Core.FollowUp;

/// <summary>What was typed about a reminder.</summary>
/// <param name="Title">What is to be done.</param>
/// <param name="EveryMonths">Months between two times, as typed; empty for none.</param>
/// <param name="EveryDistance">Distance between two times, as typed; empty for none.</param>
/// <param name="CannedJobId">The canned job that does it; null for none.</param>
/// <param name="DueAtReading">The reading at which it is due first, where it was never done here; null where it counts from today.</param>
public sealed record ReminderInput(string? Title, string? EveryMonths, string? EveryDistance, long? CannedJobId, int? DueAtReading = null);
