namespace Yardstick.Core.Documents;

/// <summary>A finding with its photo.</summary>
/// <param name="Text">In the customer's words.</param>
/// <param name="Rating">How it was rated.</param>
/// <param name="Measured">What was measured; empty where nothing was.</param>
/// <param name="PhotoHash">Content hash of its photo; null for none.</param>
/// <param name="Unpriced">It asks for work that has no price yet.</param>
public sealed record DocumentFinding(string Text, string Rating, string Measured, string? PhotoHash, bool Unpriced = false);
