namespace Yardstick.Core.Documents;

/// <summary>What a line of a document is.</summary>
public enum DocumentLineKind
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

    /// <summary>Shop supplies.</summary>
    Supplies,

    /// <summary>A core deposit.</summary>
    Core,

    /// <summary>What a discount took.</summary>
    Discount,
}
