using System.Globalization;
using System.Xml.Linq;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;
using Yardstick.Core.Values;

namespace Yardstick.Core.Billing;

/// <summary>
/// Writes an invoice or credit memo as UBL 2.1, for programs that read it. Lines are its net sums by kind, so that they add up whatever the
/// prices said; each tax has a subtotal; totals hold the rules of EN 16931.
/// </summary>
public static class UblInvoice
{
    private static readonly XNamespace Basic = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2",
        Aggregate = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";
    private const string NotTaxed = "O";

    /// <summary>The document. Refuses with <c>ubl.internal</c> what the shop itself pays: nobody is billed.</summary>
    /// <param name="invoice">The invoice or credit memo.</param>
    /// <param name="document">What it says.</param>
    /// <param name="shop">The shop.</param>
    /// <param name="postedOn">The day of posting in the shop.</param>
    /// <param name="corrects">Number of the invoice that a credit memo takes of; null for an invoice.</param>
    public static Result<XDocument> Of(Invoice invoice, ShopDocument document, Shop shop, LocalDate postedOn, long? corrects)
    {
        if (invoice.Payer == Payer.Shop)
            return new Problem("ubl.internal", "The shop pays this itself; nobody is billed, so there is no electronic invoice.");
        var credit = invoice.Kind == InvoiceKind.CreditNote;
        var (name, sign) = credit ? ("CreditNote", -1) : ("Invoice", 1);
        var rules = invoice.Case().Policy.Taxes;
        var lines = LinesOf(invoice).Where(l => l.Net.Cents != 0).ToList();
        var taxes = invoice.Amounts.Where(a => a.Account == LedgerAccount.SalesTax).ToList();
        var deductible = sign * (invoice.AmountDue - invoice.Total).Cents;
        XNamespace root = $"urn:oasis:names:specification:ubl:schema:xsd:{name}-2";
        XElement Amount(string element, long cents) =>
            new(
                Basic + element,
                new XAttribute("currencyID", document.Currency),
                (cents / 100m).ToString("0.00", CultureInfo.InvariantCulture)
            );
        var net = lines.Sum(l => sign * l.Net.Cents);
        var tax = taxes.Sum(t => sign * t.Amount.Cents);
        return new XDocument(
            new XElement(
                root + name,
                new XAttribute(XNamespace.Xmlns + "cbc", Basic),
                new XAttribute(XNamespace.Xmlns + "cac", Aggregate),
                Text("UBLVersionID", "2.1"),
                Text("CustomizationID", "urn:cen.eu:en16931:2017"),
                Text("ID", Invariant($"{invoice.Number}")),
                Text("IssueDate", Day(postedOn)),
                credit ? null : Text("DueDate", Day(invoice.DueOn)),
                Text($"{name}TypeCode", credit ? "381" : "380"),
                document.Jobs.Select(j => Text("Note", j.Title)),
                Text("DocumentCurrencyCode", document.Currency),
                new XElement(Aggregate + "OrderReference", Text("ID", Invariant($"{document.OrderNumber}"))),
                corrects is { } number
                    ? new XElement(
                        Aggregate + "BillingReference",
                        new XElement(Aggregate + "InvoiceDocumentReference", Text("ID", Invariant($"{number}")))
                    )
                    : null,
                Party("AccountingSupplierParty", document.ShopName, document.ShopAddress, shop.TaxNumber),
                Party("AccountingCustomerParty", document.CustomerName, document.CustomerAddress, ""),
                deductible == 0
                    ? null
                    : new XElement(
                        Aggregate + "AllowanceCharge",
                        Text("ChargeIndicator", deductible > 0 ? "true" : "false"),
                        Text("AllowanceChargeReason", "Deductible"),
                        Amount("Amount", Math.Abs(deductible)),
                        Category("TaxCategory", NotTaxed, null)
                    ),
                new XElement(
                    Aggregate + "TaxTotal",
                    Amount("TaxAmount", tax),
                    taxes.Select(t => new XElement(
                        Aggregate + "TaxSubtotal",
                        Amount("TaxableAmount", sign * t.Base.Cents),
                        Amount("TaxAmount", sign * t.Amount.Cents),
                        Category("TaxCategory", t.Code, rules.FirstOrDefault(r => r.Code == t.Code)?.Percent)
                    ))
                ),
                new XElement(
                    Aggregate + "LegalMonetaryTotal",
                    Amount("LineExtensionAmount", net),
                    Amount("TaxExclusiveAmount", net + deductible),
                    Amount("TaxInclusiveAmount", net + deductible + tax),
                    deductible < 0 ? Amount("AllowanceTotalAmount", -deductible) : null,
                    deductible > 0 ? Amount("ChargeTotalAmount", deductible) : null,
                    Amount("PayableAmount", sign * invoice.AmountDue.Cents)
                ),
                lines.Select(
                    (line, place) =>
                        new XElement(
                            Aggregate + $"{name}Line",
                            Text("ID", Invariant($"{place + 1}")),
                            new XElement(
                                Basic + (credit ? "CreditedQuantity" : "InvoicedQuantity"),
                                new XAttribute("unitCode", "C62"),
                                "1"
                            ),
                            Amount("LineExtensionAmount", sign * line.Net.Cents),
                            new XElement(
                                Aggregate + "Item",
                                Text("Name", line.Name),
                                line.Kind is { } kind
                                && rules.Where(r => r.On.Contains(kind) && taxes.Exists(t => t.Code == r.Code)).ToList()
                                    is { Count: > 0 } on
                                    ? on.Select(r => Category("ClassifiedTaxCategory", r.Code, r.Percent))
                                    : [Category("ClassifiedTaxCategory", NotTaxed, null)]
                            ),
                            new XElement(Aggregate + "Price", Amount("PriceAmount", sign * line.Net.Cents))
                        )
                )
            )
        );
    }

    private static IEnumerable<(string Name, Money Net, AmountKind? Kind)> LinesOf(Invoice invoice) =>
        [
            ("Labor", invoice.Sums.Labor, AmountKind.Labor),
            ("Parts", invoice.Sums.Parts, AmountKind.Part),
            ("Sublet", invoice.Sums.Sublet, AmountKind.Sublet),
            ("Fees", invoice.Sums.Fees, AmountKind.Fee),
            ("Shop supplies", invoice.Sums.Supplies, AmountKind.Supplies),
            ("Core charges", invoice.Sums.Core, AmountKind.Core),
            .. invoice
                .Amounts.Where(a => a.Account == LedgerAccount.FeesHeld)
                .Select(a => ($"Fee {a.Code}", a.Amount, (AmountKind?)AmountKind.Fee)),
        ];

    private static XElement Party(string role, string name, string address, string taxNumber) =>
        new(
            Aggregate + role,
            new XElement(
                Aggregate + "Party",
                new XElement(Aggregate + "PartyName", Text("Name", name)),
                new XElement(
                    Aggregate + "PostalAddress",
                    address
                        .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                        .Select(line => new XElement(Aggregate + "AddressLine", Text("Line", line)))
                ),
                taxNumber.Length == 0 ? null : new XElement(Aggregate + "PartyTaxScheme", Text("CompanyID", taxNumber), Scheme("VAT")),
                new XElement(Aggregate + "PartyLegalEntity", Text("RegistrationName", name))
            )
        );

    private static XElement Category(string element, string code, decimal? percent) =>
        new(
            Aggregate + element,
            Text("ID", code == NotTaxed ? NotTaxed : "S"),
            code == NotTaxed ? null : Text("Name", code),
            percent is { } rate ? Text("Percent", Invariant($"{rate:0.####}")) : null,
            Scheme(code == NotTaxed ? "VAT" : code)
        );

    private static XElement Scheme(string code) => new(Aggregate + "TaxScheme", Text("ID", code));

    private static XElement Text(string element, string text) => new(Basic + element, text);

    private static string Day(LocalDate day) => NodaTime.Text.LocalDatePattern.Iso.Format(day);
}
