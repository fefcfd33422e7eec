namespace Yardstick.Core.Pricing;

/// <summary>How part prices end.</summary>
public enum EndingKind
{
    /// <summary>As they come.</summary>
    None,

    /// <summary>At a multiple.</summary>
    RoundUpTo,

    /// <summary>At a fraction of a whole.</summary>
    EndWith,
}
