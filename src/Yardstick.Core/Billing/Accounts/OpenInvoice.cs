using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>An invoice of which something is owed.</summary>
/// <param name="Invoice">The invoice.</param>
/// <param name="Balance">What is owed of it.</param>
public sealed record OpenInvoice(Invoice Invoice, Money Balance);
