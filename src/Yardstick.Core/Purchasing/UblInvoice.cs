using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Yardstick.Core.Values;

namespace Yardstick.Core.Purchasing;

/// <summary>What a supplier's UBL 2.1 Invoice says, as far as a bill needs it (OASIS Universal Business Language, version 2.1).</summary>
public sealed record UblInvoice
{
    private static readonly XNamespace Invoice = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2";

    /// <summary>The supplier's number.</summary>
    public required string Number { get; init; }

    /// <summary>Its date.</summary>
    public required LocalDate BilledOn { get; init; }

    /// <summary>When it is due; null where it does not say.</summary>
    public required LocalDate? DueOn { get; init; }

    /// <summary>Name of who sends it.</summary>
    public required string SupplierName { get; init; }

    /// <summary>Freight: charges on the whole bill.</summary>
    public required Money Freight { get; init; }

    /// <summary>Tax.</summary>
    public required Money Tax { get; init; }

    /// <summary>What it bills.</summary>
    public required IReadOnlyList<UblInvoiceLine> Lines { get; init; }

    /// <summary>
    /// Reads one. Refuses with <c>ubl.xml</c> for what is no XML, <c>ubl.kind</c> for another document and <c>ubl.value</c> for what is
    /// missing or unreadable in it.
    /// </summary>
    /// <param name="content">The file. No document type is read and nothing is fetched.</param>
    public static Result<UblInvoice> Read(Stream content)
    {
        XDocument document;
        try
        {
            using var reader = XmlReader.Create(
                content,
                new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Prohibit,
                    XmlResolver = null,
                    MaxCharactersInDocument = 5_000_000,
                }
            );
            document = XDocument.Load(reader);
        }
        catch (XmlException)
        {
            return new Problem(
                "ubl.xml",
                "This file is no XML document that can be read. Ask the supplier for a UBL 2.1 invoice, or type the bill."
            );
        }
        var root = document.Root!;
        if (root.Name != Invoice + "Invoice")
            return new Problem("ubl.kind", $"This is a document \"{root.Name.LocalName}\", not a UBL 2.1 invoice.");
        try
        {
            return Of(root);
        }
        catch (FormatException missing)
        {
            return new Problem("ubl.value", $"The invoice can't be read: {missing.Message} Type the bill instead.");
        }
    }

    private static UblInvoice Of(XElement root) =>
        new()
        {
            Number = Text(root, "ID"),
            BilledOn = Day(Text(root, "IssueDate")),
            DueOn = root.Element(Ubl.Basic + "DueDate") is { } due ? Day(due.Value) : null,
            SupplierName = root.Element(Ubl.Aggregate + "AccountingSupplierParty")
                ?.Descendants(Ubl.Aggregate + "PartyName")
                .Elements(Ubl.Basic + "Name")
                .FirstOrDefault()
                ?.Value.Trim()
                ?? "",
            Freight = Charges(root),
            Tax = Money.Of(root.Elements(Ubl.Aggregate + "TaxTotal").Sum(t => Figure(t, "TaxAmount"))),
            Lines = root.Elements(Ubl.Aggregate + "InvoiceLine").Select(l => LineOf(l, OrderOf(root))).ToList(),
        };

    /// <summary>Charges less allowances.</summary>
    private static Money Charges(XElement of) =>
        Money.Of(
            of.Elements(Ubl.Aggregate + "AllowanceCharge").Sum(c => (Text(c, "ChargeIndicator") == "true" ? 1 : -1) * Figure(c, "Amount"))
        );

    /// <summary>Number of the purchase order; empty where it does not say.</summary>
    private static string OrderOf(XElement? of) =>
        of?.Element(Ubl.Aggregate + "OrderReference")?.Element(Ubl.Basic + "ID")?.Value.Trim() ?? "";

    private static UblInvoiceLine LineOf(XElement line, string order)
    {
        var item = line.Element(Ubl.Aggregate + "Item") ?? throw new FormatException("A line has no Item.");
        var number = item.Element(Ubl.Aggregate + "SellersItemIdentification")?.Element(Ubl.Basic + "ID")?.Value.Trim() ?? "";
        var quantity = Figure(line, "InvoicedQuantity");
        var price = line.Element(Ubl.Aggregate + "Price");
        // A price is for a base quantity, one where it does not say.
        var each = price is null
            ? (Figure(line, "LineExtensionAmount") - Charges(line).Amount) / (quantity == 0 ? 1 : quantity)
            : Figure(price, "PriceAmount") / (price.Element(Ubl.Basic + "BaseQuantity") is null ? 1 : Figure(price, "BaseQuantity"));
        return new UblInvoiceLine(
            number,
            item.Element(Ubl.Basic + "Name")?.Value.Trim() ?? number,
            new Quantity(quantity),
            UnitPrice.Rounded(each),
            Charges(line),
            OrderOf(line.Element(Ubl.Aggregate + "OrderLineReference")) is { Length: > 0 } own ? own : order
        );
    }

    private static string Text(XElement of, string name) =>
        of.Element(Ubl.Basic + name)?.Value.Trim() is { Length: > 0 } text ? text : throw new FormatException($"{name} is missing.");

    private static decimal Figure(XElement of, string name) =>
        decimal.TryParse(Text(of, name), NumberStyles.Number, CultureInfo.InvariantCulture, out var figure) && Math.Abs(figure) < 10_000_000
            ? figure
            : throw new FormatException($"{name} is no number.");

    private static LocalDate Day(string text) =>
        NodaTime.Text.LocalDatePattern.Iso.Parse(text) is { Success: true } day
            ? day.Value
            : throw new FormatException($"\"{text}\" is no date.");
}
