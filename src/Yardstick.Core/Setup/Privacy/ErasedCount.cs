namespace Yardstick.Core.Setup;

/// <summary>How many rows of one kind went.</summary>
/// <param name="What">The kind, in words.</param>
/// <param name="Count">How many.</param>
public sealed record ErasedCount(string What, int Count);
