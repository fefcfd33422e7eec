namespace Yardstick.Core.Orders;

/// <summary>What a warranty covers.</summary>
public enum WarrantyCover
{
    /// <summary>Parts and labor.</summary>
    All,

    /// <summary>Parts alone.</summary>
    Parts,

    /// <summary>Labor alone.</summary>
    Labor,
}
