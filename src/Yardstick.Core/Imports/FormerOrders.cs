using System.Globalization;
using Yardstick.Core.Catalog;
using Yardstick.Core.Documents;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;
using Yardstick.Core.Setup;

namespace Yardstick.Core.Imports;

/// <summary>Orders of a former program, read from rows of lines; their pages and copies.</summary>
public static class FormerOrders
{
    /// <summary>The order that rows with one number describe. Every figure stays as it was written.</summary>
    /// <param name="rows">Its rows, in the order of the file.</param>
    /// <param name="country">The shop's country, for dates.</param>
    public static Result<FormerDocument> Read(IReadOnlyList<ImportRow> rows, string country)
    {
        var first = rows[0];
        var on = first.Day("on", country);
        if (on.Problem is { } noDay)
            return noDay;
        if (on.Value is not { } day)
            return new Problem("import.day", "the date is missing", "on");
        var jobs = new List<FormerJob>();
        foreach (var job in rows.GroupBy(r => r["job"]))
        {
            var lines = new List<FormerLine>();
            foreach (var row in job)
            {
                var line = Line(row);
                if (line.Problem is { } bad)
                    return bad;
                lines.Add(line.Value);
            }
            jobs.Add(new FormerJob(job.Key.Length > 0 ? job.Key : lines[0].Description, lines));
        }
        var tax = first.Figure("tax");
        if (tax.Problem is { } noTax)
            return noTax;
        var total = first.Figure("total");
        if (total.Problem is { } noTotal)
            return noTotal;
        return new FormerDocument
        {
            Number = first["number"],
            On = day,
            Customer = first["ownerName"],
            Vehicle = first["vehicle"],
            Plate = first["plate"],
            Vin = first["vin"].ToUpperInvariant(),
            Odometer = first["odometer"],
            Jobs = jobs,
            Tax = tax.Value ?? 0,
            Total = total.Value ?? jobs.Sum(j => j.Lines.Sum(l => l.Amount)) + (tax.Value ?? 0),
        };
    }

    private static Result<FormerLine> Line(ImportRow row)
    {
        if (row["description"].Length is 0 or > 500)
            return new Problem("import.description", "a line needs a description of at most 500 characters", "description");
        var figures = new Dictionary<string, decimal?>();
        foreach (var field in new[] { "quantity", "each", "cost", "amount" })
        {
            var figure = row.Figure(field);
            if (figure.Problem is { } bad)
                return bad;
            figures[field] = figure.Value;
        }
        if (figures["amount"] is not { } amount)
            return new Problem("import.amount", "the amount is missing", "amount");
        return new FormerLine(
            KindOf(row["kind"], row["partNumber"]),
            row["description"],
            row["partNumber"],
            figures["quantity"] ?? 1,
            figures["each"],
            figures["cost"],
            amount
        );
    }

    private static LineKind KindOf(string text, string number) =>
        text.ToLowerInvariant() switch
        {
            "labor" or "labour" or "l" or "hours" => LineKind.Labor,
            "sublet" or "s" or "outside" => LineKind.Sublet,
            "fee" or "f" or "charge" or "shop supplies" or "hazmat" => LineKind.Fee,
            "text" or "note" or "n" or "comment" => LineKind.Text,
            "part" or "parts" or "p" or "material" => LineKind.Part,
            _ => number.Length > 0 ? LineKind.Part : LineKind.Labor,
        };

    /// <summary>The document as it is shown and printed, marked as brought in.</summary>
    public static ShopDocument Shown(FormerDocument document, Shop shop) =>
        new()
        {
            Kind = DocumentKind.Former,
            Number = 0,
            NumberText = document.Number,
            OrderNumber = 0,
            Date = document.On.AtMidnight(),
            ShopName = shop.Name,
            ShopAddress = shop.Address,
            ShopContact = shop.Contact,
            Currency = shop.Currency,
            CustomerName = document.Customer.Length > 0 ? document.Customer : "No customer name",
            CustomerAddress = "",
            Vehicle =
                document.Vehicle.Length > 0 ? document.Vehicle
                : document.Plate.Length + document.Vin.Length > 0 ? "Car"
                : "",
            Plate = document.Plate,
            Vin = document.Vin,
            Odometer = document.Odometer.Length > 0 ? $"{document.Odometer} {shop.DistanceWord}" : "",
            Writer = "",
            Concerns = [],
            Jobs = document
                .Jobs.Select(j => new DocumentJob(
                    j.Title,
                    j.Lines.Sum(l => l.Amount),
                    j.Lines.Select(l => new DocumentLine(
                            DocumentRows.KindOf(l.Kind),
                            l.Description,
                            l.Number,
                            l.Kind == LineKind.Text
                                ? ""
                                : l.Quantity.ToString("0.###", CultureInfo.InvariantCulture) + (l.Kind == LineKind.Labor ? " h" : ""),
                            l.Each,
                            l.Kind == LineKind.Text && l.Amount == 0 ? null : l.Amount
                        ))
                        .ToList()
                ))
                .ToList(),
            NotDone = [],
            Totals =
                document.Tax == 0
                    ? [new DocumentAmount("Total", document.Total)]
                    : [new DocumentAmount("Tax", document.Tax), new DocumentAmount("Total", document.Total)],
            Consent = [],
            Terms = "",
        };

    /// <summary>
    /// A job of a former order for a present one, at today's prices: hours, parts and costs are copied, what was charged then is not.
    /// </summary>
    /// <param name="job">The former job.</param>
    /// <param name="partOf">Finds the catalog part of a number.</param>
    /// <param name="cost">Which cost prices a stock part.</param>
    public static Job Copy(FormerJob job, Func<string, Part?> partOf, StockCost cost)
    {
        var copy = Job.Create(job.Title, JobOrigin.EarlierVisit);
        foreach (var former in job.Lines)
            copy.Append(LineOf(former, partOf, cost));
        return copy;
    }

    private static Line LineOf(FormerLine former, Func<string, Part?> partOf, StockCost cost)
    {
        switch (former.Kind)
        {
            case LineKind.Labor:
                return new LaborLine { Description = former.Description, Hours = new(Math.Max(0, former.Quantity)) };
            case LineKind.Fee:
                return new FeeLine
                {
                    Description = former.Description,
                    UnitAmount = new(Math.Max(0, former.Amount)),
                    Code = former.Number,
                };
            case LineKind.Sublet:
                return new SubletLine
                {
                    Description = former.Description,
                    UnitCost = new(former.Cost ?? former.Amount),
                    Price = new(former.Amount),
                };
            case LineKind.Part:
                var line = new PartLine
                {
                    Description = former.Description,
                    Number = former.Number,
                    Quantity = new(Math.Max(0.001m, former.Quantity)),
                    UnitCost = new(Math.Max(0, former.Cost ?? former.Each ?? former.Amount)),
                };
                if (partOf(former.Number) is { } part)
                    line.TakePart(part, cost);
                return line;
            default:
                return TextLine.Of(former.Description);
        }
    }
}
