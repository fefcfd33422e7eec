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

    /// <summary>Titles of jobs that are written freely.</summary>
    JobTitle,

    /// <summary>Descriptions of lines that come from no list.</summary>
    Description,

    /// <summary>Notes on lines.</summary>
    Note,

    /// <summary>Findings.</summary>
    Finding,

    /// <summary>Why a price was set by a person, or a discount given.</summary>
    PriceReason,

    /// <summary>Why an order ended, became void, or parts were called off.</summary>
    EndReason,
}
