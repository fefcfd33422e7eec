namespace Yardstick.Core.Orders;

/// <summary>Words without a price.</summary>
public sealed class TextLine() : Line(LineKind.Text)
{
    /// <summary>Words as a line.</summary>
    /// <param name="text">1 to 500 characters.</param>
    /// <param name="origin">Where they came from.</param>
    public static TextLine Of(string text, LineOrigin origin = LineOrigin.Typed) => new() { Description = text, Origin = origin };
}
