namespace Yardstick.Core.Purchasing;

/// <summary>The head of a supplier's bill, as typed.</summary>
/// <param name="Number">The supplier's number.</param>
/// <param name="BilledOn">The bill's own date; empty for today.</param>
/// <param name="DueOn">When it is due; empty for 30 days later.</param>
/// <param name="Freight">Freight; empty for none.</param>
/// <param name="Tax">Tax; empty for none.</param>
public sealed record SupplierBillTyped(string? Number, string? BilledOn, string? DueOn, string? Freight, string? Tax);
