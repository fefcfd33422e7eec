namespace Yardstick.Core.Catalog;

/// <summary>A fact about cars that can tell how much of a part goes in.</summary>
/// <param name="Key">Its key.</param>
/// <param name="Words">What it is called.</param>
public sealed record FollowedFact(string Key, string Words)
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<FollowedFact> All { get; } =
    [
        new("engineOil", "engine oil"),
        new("coolant", "coolant, whole system"),
        new("coolantDrain", "coolant, drain and fill"),
        new("transmissionFluid", "transmission fluid"),
        new("brakeFluidAmount", "brake fluid"),
        new("refrigerant", "refrigerant"),
    ];
}
