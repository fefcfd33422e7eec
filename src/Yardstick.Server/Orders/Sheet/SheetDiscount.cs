namespace Yardstick.Server.Orders;

/// <summary>A discount on a sheet.</summary>
/// <param name="Id">Key.</param>
/// <param name="LineId">The line that it is on; null for one on the job or the order.</param>
/// <param name="Text">It describes itself.</param>
/// <param name="Reason">Why it was given.</param>
/// <param name="By">Who gave it.</param>
/// <param name="Amount">What it takes.</param>
public sealed record SheetDiscount(long Id, long? LineId, string Text, string Reason, string By, decimal Amount);
