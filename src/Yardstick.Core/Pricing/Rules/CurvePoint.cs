namespace Yardstick.Core.Pricing;

/// <summary>A point of a markup table's curve.</summary>
/// <param name="Cost">What a part costs.</param>
/// <param name="Price">What it sells for.</param>
public sealed record CurvePoint(decimal Cost, decimal Price);
