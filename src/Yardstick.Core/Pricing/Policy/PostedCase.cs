namespace Yardstick.Core.Pricing;

/// <summary>A posted order with the case that priced it.</summary>
/// <param name="Id">Key of the invoice.</param>
/// <param name="Case">Its complete case.</param>
public sealed record PostedCase(long Id, PricingCase Case);
