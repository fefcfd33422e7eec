namespace Yardstick.Core.FollowUp;

/// <summary>A service of the maker's schedule.</summary>
/// <param name="Title">What is done.</param>
/// <param name="EveryDistance">Distance between two times in the shop's unit; null for none.</param>
/// <param name="EveryMonths">Months between two times; null for none.</param>
public sealed record ScheduledService(string Title, int? EveryDistance, int? EveryMonths);
