namespace Yardstick.Core.Schedule;

/// <summary>Where something that nobody was chosen for would be done.</summary>
/// <param name="Kind">A job of an order, or an appointment.</param>
/// <param name="Id">Its key.</param>
/// <param name="OrderId">The order of a job; null for an appointment.</param>
/// <param name="At">Who, where and from when.</param>
public sealed record UnassignedPlace(CalendarKind Kind, long Id, long? OrderId, Placement At);
