namespace Yardstick.Core;

/// <summary>A problem of the catalogue.</summary>
/// <param name="Code">Its code, such as <c>order.posted</c>.</param>
/// <param name="Kind">What sort of refusal it is.</param>
/// <param name="Meaning">What it means, in a sentence; what a person reads says more.</param>
public sealed record ProblemEntry(string Code, ProblemKind Kind, string Meaning);
