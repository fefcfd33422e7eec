namespace Yardstick.Core.Documents;

/// <summary>A labelled amount.</summary>
public sealed record DocumentAmount(string Label, decimal Amount);
