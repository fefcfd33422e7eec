using System.Text;
using System.Text.Json;

namespace Yardstick.Core.Pricing;

/// <summary>Everything that the shop sets about prices: what turns costs into amounts, and what it aims for.</summary>
public sealed record ShopPolicy
{
    /// <summary>What every amount is computed by.</summary>
    public required PricingPolicy Pricing { get; init; }

    /// <summary>Margin that orders should reach, in percent; null for no aim.</summary>
    public decimal? MarginAim { get; init; }

    /// <summary>Labor that each sold hour should bring; null for no aim.</summary>
    public decimal? EffectiveRateAim { get; init; }

    /// <summary>Which cost prices a stock part.</summary>
    public StockCost StockCost { get; init; }

    /// <summary>Reasons for which customers are free of taxes.</summary>
    public IReadOnlyList<Exemption> Exemptions { get; init; } = [];

    /// <summary>
    /// Reads a policy as it is kept: the shape of <c>./yardstick price</c>, with what pricing does not read under <c>shop</c>.
    /// </summary>
    /// <exception cref="CaseException">With the path of the first bad value.</exception>
    public static ShopPolicy Read(string json)
    {
        using var document = JsonDocument.Parse(json);
        var pricing = PolicyReader.ReadChecked(document.RootElement);
        if (!document.RootElement.TryGetProperty("shop", out var shop))
            return new ShopPolicy { Pricing = pricing };
        return new ShopPolicy
        {
            Pricing = pricing,
            MarginAim = shop.Number("marginAim", 3),
            EffectiveRateAim = shop.Number("effectiveRateAim", 2),
            StockCost = shop.Choice("stockCost", StockCost.Last, ("last", StockCost.Last), ("average", StockCost.Average)),
            Exemptions = shop.List("exemptions", e => new Exemption(
                e.Needed("name", JsonReading.NonEmpty),
                e.Flag("all", false),
                e.List("taxes", JsonReading.NonEmpty)
            )),
        };
    }

    /// <summary>The policy as it is kept.</summary>
    public string Write()
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream))
        {
            json.WriteStartObject();
            PolicyWriter.WriteFields(json, Pricing);
            json.WriteStartObject("shop");
            CaseWriter.Number(json, "marginAim", MarginAim);
            CaseWriter.Number(json, "effectiveRateAim", EffectiveRateAim);
            json.WriteString("stockCost", StockCost == StockCost.Average ? "average" : "last");
            json.WriteStartArray("exemptions");
            foreach (var exemption in Exemptions)
            {
                json.WriteStartObject();
                json.WriteString("name", exemption.Name);
                json.WriteBoolean("all", exemption.All);
                json.WriteStartArray("taxes");
                foreach (var tax in exemption.Taxes)
                    json.WriteStringValue(tax);
                json.WriteEndArray();
                json.WriteEndObject();
            }
            json.WriteEndArray();
            json.WriteEndObject();
            json.WriteEndObject();
        }
        return Encoding.UTF8.GetString(stream.ToArray());
    }
}
