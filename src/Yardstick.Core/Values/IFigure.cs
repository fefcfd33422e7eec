using System.Numerics;

namespace Yardstick.Core.Values;

/// <summary>
/// A figure that says what it counts, so that hours are never taken for units or a price for a percentage. It is kept as a plain number
/// and read back as the same figure.
/// </summary>
/// <typeparam name="TSelf">The figure itself.</typeparam>
public interface IFigure<TSelf> : IComparisonOperators<TSelf, TSelf, bool>, IComparable<TSelf>
    where TSelf : struct, IFigure<TSelf>
{
    /// <summary>The number.</summary>
    decimal Value { get; }

    /// <summary>The figure of a number that was kept.</summary>
    static abstract TSelf Of(decimal value);
}
