namespace Yardstick.Core.Schedule;

/// <summary>Who does something where, and from when.</summary>
/// <param name="TechnicianId">Who; null for nobody yet.</param>
/// <param name="BayId">Where; null for no bay yet.</param>
/// <param name="Start">When it begins, wall time.</param>
public sealed record Placement(long? TechnicianId, long? BayId, LocalDateTime Start);
