namespace Yardstick.Core.Pricing;

/// <summary>One step on the way to an amount.</summary>
/// <param name="Text">What went in or which rule applied, in plain words.</param>
/// <param name="Value">What came out.</param>
/// <param name="TellsCost">True where it tells what something costs the shop; not for everybody.</param>
public sealed record PriceStep(string Text, string Value, bool TellsCost = false);
