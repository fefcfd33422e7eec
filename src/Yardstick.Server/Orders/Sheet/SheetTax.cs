namespace Yardstick.Server.Orders;

/// <summary>A tax on a sheet.</summary>
public sealed record SheetTax(string Code, decimal Base, decimal Amount);
