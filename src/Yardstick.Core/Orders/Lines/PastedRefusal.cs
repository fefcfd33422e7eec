namespace Yardstick.Core.Orders;

/// <summary>A row that could not become a line.</summary>
/// <param name="Row">Its place in what was pasted, from 1.</param>
/// <param name="Text">How it begins.</param>
/// <param name="Why">What is wrong.</param>
public sealed record PastedRefusal(int Row, string Text, string Why);
