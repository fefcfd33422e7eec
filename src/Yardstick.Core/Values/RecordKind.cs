namespace Yardstick.Core.Values;

/// <summary>What a file, a label or an extra field is on.</summary>
public enum RecordKind
{
    /// <summary>A customer.</summary>
    Customer,

    /// <summary>A vehicle.</summary>
    Vehicle,

    /// <summary>An order.</summary>
    Order,

    /// <summary>A line of an order.</summary>
    Line,

    /// <summary>A message: what came along with an email.</summary>
    Message,
}
