namespace Yardstick.Core.Billing;

/// <summary>Why what is owed of an invoice changed without a payment.</summary>
public enum AdjustmentKind
{
    /// <summary>Nobody will pay it.</summary>
    WriteOff,

    /// <summary>It was not paid when it was due.</summary>
    Interest,
}
