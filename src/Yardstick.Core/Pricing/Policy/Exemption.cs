namespace Yardstick.Core.Pricing;

/// <summary>A reason for which customers are free of taxes.</summary>
/// <param name="Name">What people call it, such as <c>Resale</c>; customers name it.</param>
/// <param name="All">True for all taxes.</param>
/// <param name="Taxes">Codes of the taxes that it frees of, where not all.</param>
public sealed record Exemption(string Name, bool All, IReadOnlyList<string> Taxes);
