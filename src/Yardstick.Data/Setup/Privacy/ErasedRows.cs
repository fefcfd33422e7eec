using Yardstick.Core.Setup;

namespace Yardstick.Data.Setup.Privacy;

/// <summary>What an erasure took.</summary>
/// <param name="Counts">How much of each kind.</param>
/// <param name="Files">Content hashes of photos and files that nothing refers to any more.</param>
/// <param name="KeptUntil">First day on which the last invoice need not be kept any more; null where none is.</param>
public sealed record ErasedRows(IReadOnlyList<ErasedCount> Counts, IReadOnlyList<string> Files, LocalDate? KeptUntil);
