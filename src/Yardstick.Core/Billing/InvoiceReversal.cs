namespace Yardstick.Core.Billing;

/// <summary>What a reversal makes.</summary>
/// <param name="CreditNote">The credit note.</param>
/// <param name="CashBack">Cash that is handed back, as a payment below zero; null where none was paid.</param>
/// <param name="CardRefunds">Refunds that go to the terminal.</param>
public sealed record InvoiceReversal(Invoice CreditNote, Payment? CashBack, IReadOnlyList<CardCharge> CardRefunds);
