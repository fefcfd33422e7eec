namespace Yardstick.Core.Purchasing;

/// <summary>Why a part goes back to its supplier.</summary>
public enum PartReturnReason
{
    /// <summary>It does not fit, or is not what was ordered.</summary>
    Wrong,

    /// <summary>Nobody needs it.</summary>
    Spare,

    /// <summary>It is broken.</summary>
    Defective,

    /// <summary>It failed within its warranty.</summary>
    Warranty,

    /// <summary>The old part, for its core charge.</summary>
    Core,
}
