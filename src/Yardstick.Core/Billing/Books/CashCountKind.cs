namespace Yardstick.Core.Billing;

/// <summary>Why the drawer was counted.</summary>
public enum CashCountKind
{
    /// <summary>It was opened.</summary>
    Open,

    /// <summary>It was closed.</summary>
    Close,
}
