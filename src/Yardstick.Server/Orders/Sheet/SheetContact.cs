namespace Yardstick.Server.Orders;

/// <summary>Whom to talk to about an order.</summary>
public sealed record SheetContact(long Id, string Name, string Phone);
