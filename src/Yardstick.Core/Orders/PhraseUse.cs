namespace Yardstick.Core.Orders;

/// <summary>Where a phrase is used.</summary>
public enum PhraseUse
{
    /// <summary>What customers say.</summary>
    Complaint,

    /// <summary>Causes that were found.</summary>
    Cause,

    /// <summary>Corrections that were made.</summary>
    Correction,
}
