using Yardstick.Core.Pricing;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>What an invoice has of a tax, or of a fee held for others; of a credit note below zero. Frozen with it.</summary>
public class InvoiceAmount
{
    /// <summary>Key.</summary>
    public long Id { get; init; }

    /// <summary>The invoice.</summary>
    public long InvoiceId { get; init; }

    /// <summary><see cref="LedgerAccount.SalesTax"/> or <see cref="LedgerAccount.FeesHeld"/>.</summary>
    public LedgerAccount Account { get; init; }

    /// <summary>Code of the tax or fee.</summary>
    public string Code { get; init; } = "";

    /// <summary>What the tax is on; zero for a fee.</summary>
    public Money Base { get; init; }

    /// <summary>The amount.</summary>
    public Money Amount { get; init; }

    /// <summary>All of a sale, those of nothing left out.</summary>
    /// <param name="sale">The figures.</param>
    /// <param name="sign">1, or -1 for a credit.</param>
    /// <param name="invoiceId">Key of the invoice, where it is not given by the database.</param>
    public static IEnumerable<InvoiceAmount> Of(SaleFigures sale, int sign, long invoiceId = 0) =>
        sale
            .Taxes.Where(t => t.Base != 0 || t.Amount != 0)
            .Select(t => new InvoiceAmount
            {
                InvoiceId = invoiceId,
                Account = LedgerAccount.SalesTax,
                Code = t.Code,
                Base = Money.Of(sign * t.Base),
                Amount = Money.Of(sign * t.Amount),
            })
            .Concat(
                sale.Nets.Held.Where(h => h.Value != 0)
                    .Select(h => new InvoiceAmount
                    {
                        InvoiceId = invoiceId,
                        Account = LedgerAccount.FeesHeld,
                        Code = h.Key,
                        Amount = Money.Of(sign * h.Value),
                    })
            );
}
