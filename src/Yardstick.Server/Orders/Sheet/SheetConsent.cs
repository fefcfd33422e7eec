using Yardstick.Core.Orders;

namespace Yardstick.Server.Orders;

/// <summary>The ceiling on a sheet.</summary>
public sealed record SheetConsent(decimal Agreed, decimal Allowed, decimal ApprovedTotal, CeilingState Ceiling);
