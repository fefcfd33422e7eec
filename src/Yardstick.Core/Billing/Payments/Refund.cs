namespace Yardstick.Core.Billing;

/// <summary>What goes back: at once, or through the card terminal.</summary>
/// <param name="Paid">Handed over at once, as a payment below zero; null for a card.</param>
/// <param name="Charge">To be settled at the terminal; null otherwise.</param>
public sealed record Refund(Payment? Paid, CardCharge? Charge);
