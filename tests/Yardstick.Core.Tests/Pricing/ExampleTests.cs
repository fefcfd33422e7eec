using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>The worked examples come out to the cent.</summary>
public class ExampleTests
{
    public static TheoryData<string> Files => [.. Directory.GetFiles(Folder, "*.json").Select(f => Path.GetFileName(f)!).Order()];

    internal static string Folder => Path.Combine(AppContext.BaseDirectory, "Pricing", "Examples");

    internal static JsonNode Load(string file) => JsonNode.Parse(File.ReadAllText(Path.Combine(Folder, file)))!;

    internal static PricingCase Case(string file) => CaseReader.Read(Encoding.UTF8.GetBytes(Load(file)["case"]!.ToJsonString()));

    internal static JsonNode Priced(PricingCase pricing)
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream))
            ResultWriter.Write(json, OrderPricer.Price(pricing));
        return JsonNode.Parse(stream.ToArray())!;
    }

    [Fact]
    public void All_fourteen_are_there() => Assert.Equal(14, Directory.GetFiles(Folder, "*.json").Length);

    [Theory]
    [MemberData(nameof(Files))]
    public void Comes_out_to_the_cent(string file) => AssertSame(Load(file)["expected"], Priced(Case(file)), "");

    [Theory]
    [MemberData(nameof(Files))]
    public void Explaining_changes_nothing(string file)
    {
        var pricing = Case(file);
        var trace = new PricingTrace();
        var explained = OrderPricer.Price(pricing, trace);
        Assert.Equal(OrderPricer.Price(pricing).Total, explained.Total);
        Assert.NotEmpty(trace.Lists["total"].Steps);
    }

    internal static void AssertSame(JsonNode? expected, JsonNode? actual, string path)
    {
        switch (expected)
        {
            case JsonObject fields:
                Assert.Equal(fields.Select(f => f.Key).Order(), actual!.AsObject().Select(f => f.Key).Order());
                foreach (var (key, value) in fields)
                    AssertSame(value, actual![key], $"{path}.{key}");
                break;
            case JsonArray items:
                Assert.Equal(items.Count, actual!.AsArray().Count);
                for (var i = 0; i < items.Count; i++)
                    AssertSame(items[i], actual[i], $"{path}[{i}]");
                break;
            case null:
                Assert.True(actual is null, $"{path} should be null");
                break;
            default:
                var same =
                    expected.GetValueKind() == JsonValueKind.Number
                        ? expected.GetValue<decimal>() == actual!.GetValue<decimal>()
                        : expected.ToJsonString() == actual!.ToJsonString();
                Assert.True(same, $"{path}: expected {expected.ToJsonString()}, was {actual!.ToJsonString()}");
                break;
        }
    }
}
