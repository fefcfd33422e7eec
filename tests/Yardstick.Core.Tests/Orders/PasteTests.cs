using Yardstick.Core.Orders;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Orders;

/// <summary>Lines that are pasted, and words that find things.</summary>
public class PasteTests
{
    private static Line One(string row) => Assert.Single(PastedLines.Read(row).Lines);

    [Fact]
    public void Rows_of_our_own_sheet_come_back_as_they_were()
    {
        var read = PastedLines.Read(
            "Labor\tReplace pads\t\t1.2 h\t\nPart\tFront pads\tBP-F-310\t2\t71.80\nFee\tState test\tEMIS\t1\t18.50\nText\tSee the note\t\t\t\n"
        );
        Assert.Empty(read.Refused);
        Assert.Equal([LineKind.Labor, LineKind.Part, LineKind.Fee, LineKind.Text], read.Lines.Select(l => l.Kind));
        Assert.Equal(
            (1.2m, 2m, 71.80m, "BP-F-310"),
            (
                read.Lines[0].AsLabor().Hours.Value,
                read.Lines[1].AsPart().Quantity.Value,
                read.Lines[1].AsPart().UnitPrice?.Value,
                read.Lines[1].AsPart().Number
            )
        );
        Assert.Equal((18.50m, "EMIS"), (read.Lines[2].AsFee().UnitAmount.Value, read.Lines[2].AsFee().Code));
    }

    [Theory]
    [InlineData("Brake pads\t2", LineKind.Part, 2)]
    [InlineData("Brake pads\t1/2", LineKind.Part, 0.5)]
    [InlineData("Brake pads\t1,5", LineKind.Part, 1.5)]
    [InlineData("Brake pads\t4x", LineKind.Part, 4)]
    [InlineData("2\tBrake pads", LineKind.Part, 2)]
    [InlineData("\"Brake pads\"\t\"2\"", LineKind.Part, 2)]
    public void Quantities_are_understood_however_they_are_typed(string row, LineKind kind, double quantity) =>
        Assert.Equal((kind, (decimal)quantity), (One(row).Kind, One(row).AsPart().Quantity.Value));

    [Fact]
    public void Hours_make_labor() =>
        Assert.Equal((LineKind.Labor, 1.5m), (One("Diagnose\t1.5h").Kind, One("Diagnose\t1.5h").AsLabor().Hours.Value));

    [Fact]
    public void The_heads_of_a_spreadsheet_are_no_line()
    {
        var read = PastedLines.Read("Description\tQty\tPrice\r\nPads\t1\t$71.80\r\n");
        Assert.Equal("Pads", Assert.Single(read.Lines).Description);
        Assert.Empty(read.Refused);
    }

    [Theory]
    [InlineData("\t\t3\t4")]
    [InlineData("Pads\t-3")]
    [InlineData("Pads\t0")]
    [InlineData("Pads\u0007\t1")]
    public void Rubbish_is_left_out_with_its_reason_and_the_rest_is_taken(string row)
    {
        var read = PastedLines.Read($"Good\t1\n{row}\nGood too\t1");
        Assert.Equal(2, read.Lines.Count);
        Assert.Equal(2, Assert.Single(read.Refused).Row);
    }

    [Fact]
    public void Too_many_rows_are_a_slip()
    {
        var read = PastedLines.Read(string.Join('\n', Enumerable.Range(0, 5000).Select(i => $"Row {i}\t1")));
        Assert.Equal(PastedLines.Most, read.Lines.Count);
        Assert.Single(read.Refused);
    }

    [Fact]
    public void A_whole_book_in_one_cell_is_refused() => Assert.Single(PastedLines.Read(new string('x', 20_000) + "\t1").Refused);

    [Theory]
    [InlineData("front pads", "Front brake pads", true)]
    [InlineData("pads front", "Front brake pads", true)]
    [InlineData("fro pad", "Front brake pads", true)]
    [InlineData("pad", "Front brake pads", true)]
    [InlineData("rear", "Front brake pads", false)]
    [InlineData("ads", "Front brake pads", false)]
    public void Words_find_by_their_beginnings_in_any_order(string typed, string title, bool found) =>
        Assert.Equal(found, new TextSearchScore(typed).Score(title) is not null);

    [Fact]
    public void What_begins_as_typed_and_is_shorter_goes_first()
    {
        var match = new TextSearchScore("front brake pads");
        Assert.True(match.Score("Front brake pads") > match.Score("Front brake pads and rotors"));
        Assert.True(match.Score("Front brake pads and rotors") > match.Score("Pads, front brake"));
        Assert.True(new TextSearchScore("pads").Score("Pads") > new TextSearchScore("pads").Score("Rotors", "pads"));
        Assert.Equal(0, new TextSearchScore(" ").Score("anything"));
    }
}
