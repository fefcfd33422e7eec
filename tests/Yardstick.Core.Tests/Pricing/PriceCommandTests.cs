using System.Text;
using System.Text.Json.Nodes;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>The open door: <c>./yardstick price</c>.</summary>
public class PriceCommandTests
{
    private static async Task<(int Code, string[] Lines)> RunAsync(string input)
    {
        using var output = new MemoryStream();
        var code = await PriceCommand.RunAsync(new MemoryStream(Encoding.UTF8.GetBytes(input)), output);
        return (code, Encoding.UTF8.GetString(output.ToArray()).Split('\n', StringSplitOptions.RemoveEmptyEntries));
    }

    private static string Compact => ExampleTests.Load("06-what-if.json")["case"]!.ToJsonString();

    [Fact]
    public async Task One_case_may_spread_over_lines()
    {
        var (code, lines) = await RunAsync(ExampleTests.Load("06-what-if.json")["case"]!.ToJsonString(new() { WriteIndented = true }));
        Assert.Equal(0, code);
        Assert.Equal(941.36m, JsonNode.Parse(Assert.Single(lines))!["total"]!.GetValue<decimal>());
    }

    [Fact]
    public async Task Many_cases_go_on_after_a_bad_one()
    {
        var (code, lines) = await RunAsync($"\n{Compact}\n\n  \n{{\"jobs\": [}}\n5\n{Compact}");
        Assert.Equal(1, code);
        Assert.Equal(4, lines.Length);
        Assert.Equal("", JsonNode.Parse(lines[1])!["error"]!["path"]!.GetValue<string>());
        Assert.Equal("", JsonNode.Parse(lines[2])!["error"]!["path"]!.GetValue<string>());
        Assert.Equal(lines[0], lines[3]);
    }

    [Fact]
    public async Task Broken_input_is_one_error()
    {
        var (code, lines) = await RunAsync("{\n\"policy\":");
        Assert.Equal(1, code);
        Assert.Contains("\"error\"", Assert.Single(lines), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nothing_gives_one_error_or_nothing()
    {
        var (code, lines) = await RunAsync("");
        Assert.Equal(0, code);
        Assert.Empty(lines);
    }

    [Fact]
    public async Task Thousands_of_lines_stream_in_order()
    {
        var text = new StringBuilder();
        for (var i = 0; i < 3000; i++)
            text.Append(
                    Compact.Replace("900", (1000 + i).ToString(System.Globalization.CultureInfo.InvariantCulture), StringComparison.Ordinal)
                )
                .Append('\n');
        var (code, lines) = await RunAsync(text.ToString());
        Assert.Equal(0, code);
        Assert.Equal(3000, lines.Length);
        Assert.Equal(1000 + 2999, JsonNode.Parse(lines[^1])!["consent"]!["authorized"]!.GetValue<decimal>());
    }
}
