namespace Yardstick.Core.Purchasing;

/// <summary>What goes along with a purchase order.</summary>
/// <param name="BranchId">One of the supplier's branches; null for none.</param>
/// <param name="Message">For the supplier or the driver, up to 300 characters.</param>
/// <param name="Delivery">When and how it should come, in words, up to 80 characters.</param>
public sealed record OrderWishes(long? BranchId = null, string? Message = null, string? Delivery = null);
