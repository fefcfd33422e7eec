namespace Yardstick.Core.FollowUp;

/// <summary>Where a car stands with a service.</summary>
/// <param name="Service">The service.</param>
/// <param name="LastOn">The day on which it was last done here; null where it never was.</param>
/// <param name="LastReading">The reading then.</param>
/// <param name="Due">When it is due.</param>
/// <param name="PassedAt">Where it was never done here: the last multiple of the distance that the car has passed.</param>
public sealed record ServiceStanding(ScheduledService Service, DateOnly? LastOn, int? LastReading, Due Due, int? PassedAt);
