namespace Yardstick.Core.Billing;

/// <summary>What an entry of the journal records.</summary>
public enum JournalEvent
{
    /// <summary>An invoice was posted.</summary>
    Invoice,

    /// <summary>A credit memo was posted.</summary>
    CreditNote,

    /// <summary>Money came or went back, or a deposit was used.</summary>
    Payment,

    /// <summary>Something was written off.</summary>
    WriteOff,

    /// <summary>Parts came.</summary>
    Receipt,

    /// <summary>A supplier's bill was entered.</summary>
    SupplierBill,

    /// <summary>A supplier's bill was paid, or its payment taken back.</summary>
    BillPayment,

    /// <summary>Parts went back to a supplier, were credited or refused.</summary>
    PartReturn,

    /// <summary>Cores: given up, or found again.</summary>
    Core,

    /// <summary>Stock was counted, corrected or moved.</summary>
    Stock,

    /// <summary>The drawer was counted, or money was taken to the bank.</summary>
    Drawer,

    /// <summary>Taxes or fees held for others were remitted.</summary>
    Remittance,

    /// <summary>Interest was charged or taken back.</summary>
    Interest,
}
