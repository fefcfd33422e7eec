namespace Yardstick.Server.Orders;

/// <summary>Names a part of a sheet and what is in it: a part with the same tag says the same.</summary>
/// <param name="Part"><c>header</c>, <c>totals</c>, <c>around</c>, or <c>job:12</c>; the jobs in their order.</param>
/// <param name="Tag">A hash of the part.</param>
public sealed record SheetTag(string Part, string Tag);
