namespace Yardstick.Server.Orders;

/// <summary>The customer on a sheet.</summary>
public sealed record SheetCustomer(long Id, string Name, string Phone, string Alert, int Visits, Instant? Since);
