using System.Globalization;
using System.Xml.Linq;

namespace Yardstick.StandIns;

/// <summary>
/// Bills of the two suppliers: one for each order once it is on its way. GET …/bills lists them, GET …/bills/{number} is a UBL 2.1 Invoice.
/// Contract: docs/outside-services.md.
/// </summary>
internal static class SupplierInvoices
{
    private static readonly XNamespace Invoice = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2",
        Basic = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2",
        Aggregate = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";

    internal static void Map(IEndpointRouteBuilder app)
    {
        app.MapGet("/suppliers/{code}/bills", (string code, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
            moods.UnderAsync(code, http, _ => SupplierService.Known.ContainsKey(code)
                    ? Results.Json(
                        new
                        {
                            Bills = Billed(code, memory, time)
                                .Select(o => new
                                {
                                    Number = NumberOf(o),
                                    BilledOn = DateOf(o),
                                    Total = TotalOf(o),
                                    o.PurchaseOrder,
                                }),
                        }
                    )
                    : Results.NotFound())
        );
        app.MapGet(
            "/suppliers/{code}/bills/{number}",
            (string code, string number, HttpContext http, Moods moods, Memory memory, TimeProvider time) =>
                moods.UnderAsync(code, http, _ =>
                    Billed(code, memory, time).FirstOrDefault(o => NumberOf(o) == number) is { } order
                        ? Results.Text(Document(code, order).ToString(), "application/xml")
                        : Results.NotFound()
                )
        );
    }

    private static IEnumerable<SupplierOrder> Billed(string code, Memory memory, TimeProvider time) =>
        memory.OrdersOf(code).Where(o => SupplierService.StateOf(o, time) == "shipped" && Lines(o).Any());

    private static IEnumerable<SupplierOrderLine> Lines(SupplierOrder order) =>
        order.Lines.Where(l => l is { Filled: > 0, State: not ("cancelled" or "none" or "discontinued" or "unknown") });

    private static string NumberOf(SupplierOrder order) => order.Reference.Replace("-", "-B", StringComparison.Ordinal);

    private static string DateOf(SupplierOrder order) => order.TakenAt.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    private static decimal TotalOf(SupplierOrder order) =>
        Lines(order).Sum(l => Round(l.Filled * l.UnitCost) + Round(l.Filled * l.CoreEach));

    private static decimal Round(decimal amount) => decimal.Round(amount, 2, MidpointRounding.AwayFromZero);

    private static XDocument Document(string code, SupplierOrder order)
    {
        XElement Amount(string name, decimal amount) =>
            new(Basic + name, new XAttribute("currencyID", "USD"), amount.ToString("0.00##", CultureInfo.InvariantCulture));
        var party = new XElement(
            Aggregate + "Party",
            new XElement(Aggregate + "PartyName", new XElement(Basic + "Name", SupplierService.Known[code].Name))
        );
        return new XDocument(
            new XElement(
                Invoice + "Invoice",
                new XAttribute(XNamespace.Xmlns + "cac", Aggregate),
                new XAttribute(XNamespace.Xmlns + "cbc", Basic),
                new XElement(Basic + "UBLVersionID", "2.1"),
                new XElement(Basic + "ID", NumberOf(order)),
                new XElement(Basic + "IssueDate", DateOf(order)),
                new XElement(Aggregate + "OrderReference", new XElement(Basic + "ID", order.PurchaseOrder)),
                new XElement(Aggregate + "AccountingSupplierParty", party),
                new XElement(Aggregate + "LegalMonetaryTotal", Amount("PayableAmount", TotalOf(order))),
                Lines(order)
                    .Select(
                        (line, i) =>
                            new XElement(
                                Aggregate + "InvoiceLine",
                                new XElement(Basic + "ID", i + 1),
                                new XElement(Basic + "InvoicedQuantity", new XAttribute("unitCode", "C62"), line.Filled),
                                Amount("LineExtensionAmount", Round(line.Filled * line.UnitCost) + Round(line.Filled * line.CoreEach)),
                                line.CoreEach == 0
                                    ? null
                                    : new XElement(
                                        Aggregate + "AllowanceCharge",
                                        new XElement(Basic + "ChargeIndicator", "true"),
                                        new XElement(Basic + "AllowanceChargeReason", "Core deposit"),
                                        Amount("Amount", Round(line.Filled * line.CoreEach))
                                    ),
                                new XElement(
                                    Aggregate + "Item",
                                    new XElement(Basic + "Name", line.Number),
                                    new XElement(Aggregate + "SellersItemIdentification", new XElement(Basic + "ID", line.Number))
                                ),
                                new XElement(Aggregate + "Price", Amount("PriceAmount", line.UnitCost))
                            )
                    )
            )
        );
    }
}
