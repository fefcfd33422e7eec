namespace Yardstick.Core.Imports;

/// <summary>A job of a former order.</summary>
public sealed record FormerJob(string Title, IReadOnlyList<FormerLine> Lines);
