namespace Yardstick.Core.Setup;

/// <summary>A day on which the shop is closed besides the usual ones.</summary>
/// <param name="On">The day.</param>
/// <param name="Reason">Why, as people read it; empty where nobody said.</param>
public sealed record ClosedDay(LocalDate On, string Reason);
