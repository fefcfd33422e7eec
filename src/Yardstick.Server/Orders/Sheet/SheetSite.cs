namespace Yardstick.Server.Orders;

/// <summary>The site that an order is for.</summary>
public sealed record SheetSite(long Id, string Name);
