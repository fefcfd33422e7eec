namespace Yardstick.Server.Orders;

/// <summary>A concern on a sheet.</summary>
public sealed record SheetConcern(long Id, string Says, string Found, string Corrected, int Version);
