namespace Yardstick.Core.Catalog;

/// <summary>A part that wears, with its numbers.</summary>
/// <param name="Type">What it is in the words of the catalogs.</param>
/// <param name="Title">What it is.</param>
/// <param name="Number">The maker's number.</param>
/// <param name="Equivalents">Numbers of others for the same part.</param>
public sealed record WearPart(string Type, string Title, string Number, IReadOnlyList<string> Equivalents);
