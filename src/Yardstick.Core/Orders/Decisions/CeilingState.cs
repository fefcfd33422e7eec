namespace Yardstick.Core.Orders;

/// <summary>How approved work stands to the amount agreed to (rules, Consent).</summary>
public enum CeilingState
{
    /// <summary>Within the amount and its allowance.</summary>
    Within,

    /// <summary>Beyond it, as far as a manager let it go.</summary>
    LetPast,

    /// <summary>Beyond it: nobody goes on without a new decision.</summary>
    Past,
}
