using Yardstick.Core.Catalog;
using Yardstick.Core.Imports;
using Yardstick.Core.Orders;
using Yardstick.Core.Pricing;

namespace Yardstick.Core.Tests.Imports;

/// <summary>Canned jobs as rows of a file, and back.</summary>
public class CannedRowsTests
{
    private static List<ImportRow> Rows(CannedForm job) => [.. CannedRows.Of(job).Select((cells, i) => new ImportRow(i + 2, cells))];

    [Fact]
    public void What_goes_out_comes_in_again_as_it_was()
    {
        var job = new CannedForm
        {
            Title = "Front pads",
            System = "Brakes",
            Words = "squeal",
            FixedPrice = "189.00",
            CustomerText = "New pads",
            Checklist = "Torque\nRoad test",
            CountUnit = "axle",
            Count = "1",
            Discount = "10%",
            DiscountOn = DiscountBase.Labor,
            Credit = "100%",
            LinesOpen = true,
            Favorite = true,
            Lines =
            [
                new CannedLineForm
                {
                    Kind = LineKind.Labor,
                    Description = "Replace pads",
                    Count = "1.1",
                    LaborRate = "diagnostic",
                    PerCount = true,
                },
                new CannedLineForm
                {
                    Kind = LineKind.Part,
                    Description = "Pads",
                    Number = "BP-1",
                    Count = "1",
                    FactKey = "oil",
                    FollowsFact = true,
                },
                new CannedLineForm
                {
                    Kind = LineKind.Fee,
                    Description = "Disposal",
                    Number = "DIS",
                    Count = "1",
                    Amount = "4.00",
                    PassThrough = true,
                    IsAddition = true,
                },
                new CannedLineForm
                {
                    Kind = LineKind.Sublet,
                    Description = "Machine rotors",
                    Amount = "30.00",
                },
                new CannedLineForm { Kind = LineKind.Text, Description = "Bed the pads in" },
            ],
        };
        var read = CannedRows.Read(Rows(job)).Value;
        Assert.Equal(job.Lines, read.Lines);
        Assert.Equal(job with { Lines = [], Alternatives = [] }, read with { Lines = [], Alternatives = [] });
    }

    [Fact]
    public void A_job_without_lines_a_line_without_a_kind_and_one_that_is_none()
    {
        Assert.Empty(CannedRows.Read(Rows(new CannedForm { Title = "Look", System = "Diagnosis" })).Value.Lines);
        ImportRow Row(string kind, string number) =>
            new(
                2,
                new Dictionary<string, string>
                {
                    ["title"] = "Wipers",
                    ["kind"] = kind,
                    ["description"] = "Blade",
                    ["number"] = number,
                }
            );
        Assert.Equal(LineKind.Part, CannedRows.Read([Row("", "WB-1")]).Value.Lines[0].Kind);
        Assert.Equal(LineKind.Labor, CannedRows.Read([Row("", "")]).Value.Lines[0].Kind);
        Assert.Equal(LineKind.Part, CannedRows.Read([Row("Parts", "")]).Value.Lines[0].Kind);
        Assert.Equal("General", CannedRows.Read([Row("", "")]).Value.System);
        Assert.Equal("import.kind", CannedRows.Read([Row("gadget", "")]).Problem?.Code);
    }
}
