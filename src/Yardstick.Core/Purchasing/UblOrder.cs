using System.Globalization;
using System.Xml.Linq;

namespace Yardstick.Core.Purchasing;

/// <summary>A purchase order as UBL 2.1 Order (OASIS Universal Business Language, version 2.1).</summary>
public static class UblOrder
{
    private static readonly XNamespace Order = "urn:oasis:names:specification:ubl:schema:xsd:Order-2";

    /// <summary>The document.</summary>
    /// <param name="order">What the purchase order says.</param>
    /// <param name="currency">Code of the shop's currency.</param>
    public static XDocument Of(PurchaseOrderDocument order, string currency)
    {
        XElement Amount(string name, decimal amount) =>
            new(Ubl.Basic + name, new XAttribute("currencyID", currency), amount.ToString("0.00##", CultureInfo.InvariantCulture));
        return new XDocument(
            new XElement(
                Order + "Order",
                new XAttribute(XNamespace.Xmlns + "cac", Ubl.Aggregate),
                new XAttribute(XNamespace.Xmlns + "cbc", Ubl.Basic),
                new XElement(Ubl.Basic + "UBLVersionID", "2.1"),
                new XElement(Ubl.Basic + "ID", order.Number),
                new XElement(Ubl.Basic + "IssueDate", order.Date.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)),
                new XElement(Ubl.Basic + "DocumentCurrencyCode", currency),
                new XElement(
                    Ubl.Aggregate + "BuyerCustomerParty",
                    order.AccountNumber.Length > 0 ? new XElement(Ubl.Basic + "SupplierAssignedAccountID", order.AccountNumber) : null,
                    Ubl.Party(order.ShopName)
                ),
                new XElement(Ubl.Aggregate + "SellerSupplierParty", Ubl.Party(order.SupplierName)),
                new XElement(Ubl.Aggregate + "AnticipatedMonetaryTotal", Amount("PayableAmount", order.Total.Amount)),
                order.Lines.Select(
                    (line, i) =>
                        new XElement(
                            Ubl.Aggregate + "OrderLine",
                            new XElement(
                                Ubl.Aggregate + "LineItem",
                                new XElement(Ubl.Basic + "ID", i + 1),
                                new XElement(Ubl.Basic + "Quantity", new XAttribute("unitCode", "C62"), line.Quantity),
                                Amount("LineExtensionAmount", line.Amount.Amount),
                                new XElement(Ubl.Aggregate + "Price", Amount("PriceAmount", line.UnitCost.Value)),
                                new XElement(
                                    Ubl.Aggregate + "Item",
                                    new XElement(Ubl.Basic + "Name", line.Description),
                                    new XElement(
                                        Ubl.Aggregate + "SellersItemIdentification",
                                        new XElement(Ubl.Basic + "ID", line.PartNumber)
                                    )
                                )
                            )
                        )
                )
            )
        );
    }
}
