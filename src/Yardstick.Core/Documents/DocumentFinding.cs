namespace Yardstick.Core.Documents;

/// <summary>A finding with its photo.</summary>
public sealed record DocumentFinding(string Text, string Rating, string Measured, string? PhotoHash);
