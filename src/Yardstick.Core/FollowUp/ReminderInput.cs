namespace Yardstick.Core.FollowUp;

/// <summary>What was typed about a reminder.</summary>
public sealed record ReminderInput(string? Title, string? EveryMonths, string? EveryDistance, long? CannedJobId);
