using System.Text;
using System.Text.Json.Nodes;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>Bad cases are refused with the path of what is wrong.</summary>
public class BadCaseTests
{
    [Theory]
    [InlineData("jobs[0].lines[0].hours", "-1")]
    [InlineData("jobs[0].lines[0].hours", "1.234")]
    [InlineData("jobs[0].lines[0].hours", "\"1\"")]
    [InlineData("jobs[0].lines[0].hours", "null")]
    [InlineData("jobs[0].lines[0].kind", "\"paint\"")]
    [InlineData("jobs[0].lines[0].rate", "\"night\"")]
    [InlineData("jobs[0].lines[0].operation", "\"\"")]
    [InlineData("jobs[0].lines[1].quantity", "10000000.001")]
    [InlineData("jobs[0].lines[1].quantity", "1e99")]
    [InlineData("jobs[0].lines[1].unitCost", "1.00001")]
    [InlineData("jobs[0].lines[1].coresReturned", "2")]
    [InlineData("jobs[0].lines[1].discount", "{\"percent\":5,\"amount\":1}")]
    [InlineData("jobs[0].lines[1].discount.percent", "100.5")]
    [InlineData("jobs[0].decision", "\"maybe\"")]
    [InlineData("jobs[0].id", "\"\"")]
    [InlineData("jobs[0].lines", "{}")]
    [InlineData("jobs", "null")]
    [InlineData("include[0]", "\"Z\"")]
    [InlineData("include", "\"some\"")]
    [InlineData("customer.laborRate", "\"night\"")]
    [InlineData("customer.partsDiscountPercent", "101")]
    [InlineData("policy.supplies.base", "\"tips\"")]
    [InlineData("policy.overrun.take", "\"both\"")]
    [InlineData("policy.priceEnding", "{}")]
    [InlineData("policy.priceEnding.endWith", "1")]
    [InlineData("policy.categories.tire.bands", "\"gold\"")]
    [InlineData("policy.taxes[0].on[0]", "\"air\"")]
    [InlineData("policy.taxes[1].code", "\"STATE\"")]
    [InlineData("policy.markupBands.standard[1].upTo", "4")]
    [InlineData("policy.markupBands.standard[3].upTo", "900")]
    [InlineData("policy.companions[0].kind", "\"sublet\"")]
    [InlineData("authorized", "10.001")]
    public void Names_the_path(string path, string value)
    {
        var node = ExampleTests.Load("01-one-job.json")["case"]!.AsObject();
        node["include"] = new JsonArray("A");
        node["customer"] = new JsonObject();
        Put(node, path, JsonNode.Parse(value));
        var bad = Assert.Throws<CaseException>(() => OrderPricer.Price(CaseReader.Read(Encoding.UTF8.GetBytes(node.ToJsonString()))));
        Assert.Equal(path, bad.Path);
        Assert.NotEmpty(bad.Message);
    }

    private static void Put(JsonNode root, string path, JsonNode? value)
    {
        var steps = path.Replace("[", ".[", StringComparison.Ordinal).Split('.');
        var at = root;
        for (var i = 0; i < steps.Length; i++)
        {
            var last = i == steps.Length - 1;
            if (steps[i][0] == '[')
            {
                var index = int.Parse(steps[i].Trim('[', ']'), System.Globalization.CultureInfo.InvariantCulture);
                if (last)
                    at[index] = value;
                else
                    at = at[index]!;
            }
            else if (last)
                at[steps[i]] = value;
            else
                at = at[steps[i]] is JsonObject or JsonArray ? at[steps[i]]! : (at[steps[i]] = new JsonObject());
        }
    }

    [Fact]
    public void Amounts_too_large_to_add_up_are_an_error_and_never_a_wrong_number()
    {
        var policy = ExampleTests.Case("02-band-edge.json").Policy;
        var line = new PartCaseLine
        {
            Quantity = 10_000_000,
            UnitCost = 0,
            UnitPrice = 10_000_000,
        };
        var pricing = new PricingCase
        {
            Policy = policy,
            Jobs = [new PricingJob { Id = "A", Lines = Enumerable.Repeat<PricingLine>(line, 1000).ToArray() }],
        };
        Assert.Equal("jobs", Assert.Throws<CaseException>(() => OrderPricer.Price(pricing)).Path);
    }

    [Theory]
    [InlineData("12.340", 12.34)]
    [InlineData("1.2e1", 12)]
    [InlineData("1200e-2", 12)]
    [InlineData("0.0000000000000000000000000000000000", 0)]
    [InlineData("10000000.000", 10000000)]
    public void Numbers_are_read_exactly(string text, decimal value)
    {
        var node = $$"""{"policy":{},"jobs":[{"id":"A","lines":[{"kind":"part","quantity":1,"unitCost":0,"unitPrice":{{text}}}]}]}""";
        Assert.Equal(value, ((PartCaseLine)CaseReader.Read(Encoding.UTF8.GetBytes(node)).Jobs[0].Lines[0]).UnitPrice);
    }
}
