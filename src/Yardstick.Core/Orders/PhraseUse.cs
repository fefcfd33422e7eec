namespace Yardstick.Core.Orders;

/// <summary>Where a phrase is used.</summary>
public enum PhraseUse
{
    /// <summary>What customers say.</summary>
    Says,
    /// <summary>Causes that were found.</summary>
    Found,
    /// <summary>Corrections that were made.</summary>
    Corrected,
}
