namespace Yardstick.Server.Orders;

/// <summary>Money that was paid for an order before its invoice.</summary>
/// <param name="Id">Key of the deposit.</param>
/// <param name="Left">What is left of it.</param>
public sealed record SheetDeposit(long Id, decimal Left);
