namespace Yardstick.Core.Billing;

/// <summary>Invoice or credit note; both take their number from the same series without gaps.</summary>
public enum InvoiceKind
{
    /// <summary>An invoice.</summary>
    Invoice,

    /// <summary>Takes back an invoice.</summary>
    CreditNote,
}
