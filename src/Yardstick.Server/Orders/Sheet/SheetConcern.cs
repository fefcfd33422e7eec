namespace Yardstick.Server.Orders;

/// <summary>A concern on a sheet.</summary>
public sealed record SheetConcern(long Id, string Complaint, string Cause, string Correction, int Version);
