using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Pricing;

/// <summary>Credits of invoices: <c>./yardstick credit</c> and what holds for all of them.</summary>
public class CreditTests
{
    private static string Folder => Path.Combine(AppContext.BaseDirectory, "Pricing", "CreditExamples");

    public static TheoryData<string> Files => [.. Directory.GetFiles(Folder, "*.json").Select(f => Path.GetFileName(f)!).Order()];

    private static JsonNode Load(string file) => JsonNode.Parse(File.ReadAllText(Path.Combine(Folder, file)))!;

    private static async Task<(int Code, JsonNode Result)> RunAsync(JsonNode input)
    {
        using var output = new MemoryStream();
        var code = await CreditCommand.RunAsync(new MemoryStream(Encoding.UTF8.GetBytes(input.ToJsonString())), output);
        return (code, JsonNode.Parse(output.ToArray())!);
    }

    [Fact]
    public void All_eleven_are_there() => Assert.Equal(11, Files.Count);

    [Theory]
    [MemberData(nameof(Files))]
    public async Task Comes_out_to_the_cent(string file)
    {
        var example = Load(file);
        var (code, result) = await RunAsync(
            new JsonObject { ["case"] = example["case"]!.DeepClone(), ["credits"] = example["credits"]!.DeepClone() }
        );
        if (example["expected"]!["error"] is { } error)
        {
            Assert.Equal(1, code);
            Assert.Equal(error["path"]!.GetValue<string>(), result["error"]!["path"]!.GetValue<string>());
            return;
        }
        Assert.Equal(0, code);
        ExampleTests.AssertSame(example["expected"], result, "");
    }

    [Theory]
    [InlineData("""[{}]""", "credits[0]")]
    [InlineData("""[{"all": true, "lines": [{"job": "A", "line": 0}]}]""", "credits[0]")]
    [InlineData("""[{"lines": []}]""", "credits[0]")]
    [InlineData("""[{"all": false}]""", "credits[0]")]
    [InlineData("""[{"all": true}, {"lines": [{"job": "A", "line": 0}]}]""", "credits[1].lines[0].line")]
    [InlineData("""[{"lines": [{"job": "Z", "line": 0}]}]""", "credits[0].lines[0].job")]
    [InlineData("""[{"lines": [{"job": "A", "line": 3}]}]""", "credits[0].lines[0].line")]
    [InlineData("""[{"lines": [{"job": "A", "line": 0.5}]}]""", "credits[0].lines[0].line")]
    [InlineData("""[{"lines": [{"job": "A", "line": 0}, {"job": "A", "line": 0}]}]""", "credits[0].lines[1].line")]
    [InlineData("""[{"lines": [{"job": "A", "line": 0, "quantity": 0}]}]""", "credits[0].lines[0].quantity")]
    [InlineData("""[{"lines": [{"job": "A", "line": 0, "quantity": 0.125}]}]""", "credits[0].lines[0].quantity")]
    [InlineData("""[{"lines": [{"job": "A", "line": 2, "quantity": 2.001}]}]""", "credits[0].lines[0].quantity")]
    [InlineData("""[{"lines": [{"job": "A", "line": 2, "quantity": 2}, {"job": "A"}]}]""", "credits[0].lines[1].line")]
    [InlineData("""null""", "credits")]
    public async Task What_can_not_be_credited_is_named(string credits, string path)
    {
        var (code, result) = await RunAsync(
            new JsonObject { ["case"] = Load("01-a-part-then-all.json")["case"]!.DeepClone(), ["credits"] = JsonNode.Parse(credits) }
        );
        Assert.Equal((1, path), (code, result["error"]!["path"]!.GetValue<string>()));
    }

    [Fact]
    public async Task A_bad_case_is_named_within_the_file()
    {
        var pricing = Load("01-a-part-then-all.json")["case"]!.DeepClone();
        pricing["jobs"]![0]!["lines"]![0]!["hours"] = -1;
        var (code, result) = await RunAsync(new JsonObject { ["case"] = pricing, ["credits"] = new JsonArray() });
        Assert.Equal((1, "case.jobs[0].lines[0].hours"), (code, result["error"]!["path"]!.GetValue<string>()));
    }

    [Fact]
    public void A_refused_credit_takes_nothing()
    {
        var invoice = new CreditedInvoice(CaseReader.Read(Encoding.UTF8.GetBytes(Load("01-a-part-then-all.json")["case"]!.ToJsonString())));
        Assert.Throws<CaseException>(() => invoice.Credit([new("A", 2, 1), new("A", 2, 1.5m)]));
        Assert.Equal(2, invoice.QuantityLeft("A", 2));
        Assert.Equal(invoice.Posted.Total, invoice.Left.Total);
    }

    [Fact]
    public void Credits_add_up_to_the_invoice() =>
        Gen.Select(PropertyTests.Case, Gen.Int[0, 999].Array[1, 12])
            .Sample(
                (pricing, choices) =>
                {
                    var invoice = new CreditedInvoice(pricing);
                    Assert.Equal(OrderPricer.Price(pricing).Total, invoice.Posted.Total);
                    var credits = new List<SaleFigures>();
                    foreach (var choice in choices)
                    {
                        if (Pick(pricing, invoice, choice) is { } pick)
                            credits.Add(invoice.Credit([pick]));
                    }
                    credits.Add(invoice.CreditAll());
                    Assert.True(invoice.IsEmpty);
                    Assert.Equal((0m, 0m), (invoice.Left.Total, invoice.Left.Hours));
                    Assert.All(invoice.Left.Nets.Held.Values, held => Assert.Equal(0, held));
                    Assert.Equal(invoice.Posted.Total, credits.Sum(c => c.Total));
                    Assert.Equal(invoice.Posted.Tax, credits.Sum(c => c.Tax));
                    Assert.Equal(invoice.Posted.Cost, credits.Sum(c => c.Cost));
                    foreach (var credit in credits)
                    {
                        var nets = credit.Nets;
                        Assert.Equal(credit.Total, credit.Revenue + nets.Core + nets.Held.Values.Sum() + credit.Tax);
                        Assert.All(new[] { credit.Labor, credit.Parts, credit.Fees, credit.Core, credit.Subtotal }, amount =>
                            Assert.True(amount >= 0)
                        );
                    }
                },
                iter: 400
            );

    [Fact]
    public void A_core_that_comes_later_is_credited_alone_and_with_its_part_never_twice()
    {
        var alternators = new PartCaseLine
        {
            Quantity = 3,
            UnitCost = 80,
            CoreEach = 33.335m,
            CoresReturned = 1,
        };
        var invoice = new CreditedInvoice(
            new PricingCase
            {
                Policy = ExampleTests.Case("03-tires-with-companions.json").Policy,
                Jobs = [new PricingJob { Id = "A", Lines = [alternators] }],
            }
        );
        var charged = invoice.Posted.Core;
        Assert.Equal(2, invoice.CoresLeft("A", 0));
        var one = invoice.Credit([new CreditPick("A", 0, 1, IsCore: true)]);
        Assert.Equal((33.34m, 0m, 0m), (one.Core, one.Parts, one.Profit));
        Assert.Equal((1m, 3m), (invoice.CoresLeft("A", 0), invoice.QuantityLeft("A", 0)));
        // What is credited with the parts is less by the one that came alone.
        invoice.Credit([new CreditPick("A", 0, 2)]);
        Assert.Equal(0, invoice.CoresLeft("A", 0));
        var none = Assert.Throws<CaseException>(() => invoice.Credit([new CreditPick("A", 0, null, IsCore: true)]));
        Assert.Equal("lines[0].line", none.Path);
        invoice.CreditAll();
        Assert.Equal((66.67m, 0m), (charged, invoice.Left.Core));
    }

    private static CreditPick? Pick(PricingCase pricing, CreditedInvoice invoice, int choice)
    {
        var left = pricing
            .Jobs.SelectMany(j => j.Lines.Select((_, l) => (Job: j.Id, Line: l)))
            .Where(at => invoice.HasLeft(at.Job, at.Line))
            .ToList();
        if (left.Count == 0)
            return null;
        var (job, line) = left[choice % left.Count];
        if (choice % 4 == 0 && invoice.CoresLeft(job, line) is > 0 and var cores)
            return new CreditPick(job, line, choice % 8 == 0 ? null : Math.Ceiling(cores * 100 / 2) / 100, IsCore: true);
        var part =
            invoice.QuantityLeft(job, line) is { } all and > 0 && choice % 3 != 0 ? Math.Ceiling(all * 100 / 3) / 100 : (decimal?)null;
        return new CreditPick(job, line, part);
    }
}
