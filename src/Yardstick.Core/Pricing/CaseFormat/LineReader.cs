using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Reads lines of a case.</summary>
internal static class LineReader
{
    internal static PricingLine Read(JsonElement element)
    {
        element.Object();
        PricingLine line = element.Needed("kind", JsonReading.Text) switch
        {
            "labor" => Labor(element),
            "part" => Part(element),
            "sublet" => Sublet(element),
            "fee" => Fee(element),
            var other => throw new CaseException("kind", $"\"{other}\" is not a kind of line: labor, part, sublet or fee."),
        };
        var discount = element.Get("discount", CaseReader.LineDiscount);
        if (discount is not null && line is FeeCaseLine)
            throw new CaseException("discount", "A fee has no discount.");
        return line with { Out = element.Flag("out", false), Taxable = element.Flag("taxable", true), Discount = discount };
    }

    private static LaborCaseLine Labor(JsonElement element) =>
        new()
        {
            Hours = element.NeededNumber("hours", 2),
            Rate = element.Get("rate", CaseReader.Rate),
            CostPerHour = element.Number("costPerHour", 4),
            Held = element.Flag("held", false),
            UsualRate = element.Get("usualRate", CaseReader.Rate),
            Price = element.Number("price", 4),
            Operation = element.Get("operation", JsonReading.NonEmpty),
            Contains = element.List("contains", JsonReading.NonEmpty),
            Beside = element.Map("beside", e => CaseNumber.Read(e, 2), nonEmptyKeys: true),
            KeepsTime = element.Flag("keepsTime", false),
        };

    private static PartCaseLine Part(JsonElement element) =>
        new()
        {
            Category = element.Get("category", JsonReading.NonEmpty),
            Quantity = element.NeededNumber("quantity", 3),
            UnitCost = element.NeededNumber("unitCost", 4),
            BookCost = element.Number("bookCost", 4),
            UnitPrice = element.Number("unitPrice", 4),
            Held = element.Flag("held", false),
            Along = element.List("along", PolicyReader.Companion),
            ListPrice = element.Number("listPrice", 4),
            CoreEach = element.Number("coreEach", 4) ?? 0,
            CoresReturned = element.Number("coresReturned", 3) ?? 0,
        };

    private static SubletCaseLine Sublet(JsonElement element) =>
        new()
        {
            Cost = element.NeededNumber("cost", 4),
            Price = element.Number("price", 4),
            MarkupPercent = element.Number("markupPercent", 3),
        };

    private static FeeCaseLine Fee(JsonElement element) =>
        new()
        {
            Code = element.Get("code", JsonReading.NonEmpty),
            Quantity = element.Number("quantity", 3) ?? 1,
            Amount = element.NeededNumber("amount", 4),
            CostEach = element.Number("costEach", 4) ?? 0,
            PassThrough = element.Flag("passThrough", false),
        };
}
