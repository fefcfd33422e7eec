using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What a credit comes to.</summary>
/// <param name="Figures">What it gives back.</param>
/// <param name="Deductible">What goes of the deductible, as it stands on the invoice; with the last of the invoice only.</param>
/// <param name="Due">How much less has to be paid.</param>
/// <param name="IsLast">Nothing is left of the invoice.</param>
public sealed record CreditedSale(SaleFigures Figures, Money Deductible, Money Due, bool IsLast);
