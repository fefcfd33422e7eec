namespace Yardstick.Core.Orders;

/// <summary>What a line of a job is.</summary>
public enum LineKind
{
    /// <summary>Work by the shop's own people.</summary>
    Labor,

    /// <summary>A part.</summary>
    Part,

    /// <summary>Work sent out.</summary>
    Sublet,

    /// <summary>A fee.</summary>
    Fee,

    /// <summary>A text without price.</summary>
    Text,
}
