namespace Yardstick.Core.Pricing;

/// <summary>What shop supplies are a percentage of.</summary>
public enum SuppliesBase
{
    /// <summary>Net labor.</summary>
    Labor,

    /// <summary>Net parts.</summary>
    Parts,

    /// <summary>Both.</summary>
    LaborAndParts,
}
