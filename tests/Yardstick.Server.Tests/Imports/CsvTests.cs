using System.Text;
using Yardstick.Core;
using Yardstick.Core.Imports;
using Yardstick.Server.Imports;

namespace Yardstick.Server.Tests.Imports;

/// <summary>Tables of text, read and written.</summary>
public class CsvTests
{
    private static CsvFile Read(string text) => CsvFile.Read(Encoding.UTF8.GetBytes(text)).Value;

    [Theory]
    [InlineData("a,b\n1,2")]
    [InlineData("a;b\r\n1;2\r\n")]
    [InlineData("a\tb\r1\t2")]
    [InlineData("a|b\n\n1|2\n\n\n")]
    [InlineData("\"a\",\"b\"\n\"1\",2")]
    public void Any_separator_and_any_end_of_line_is_understood(string text)
    {
        var file = Read(text);
        Assert.Equal(["a", "b"], file.Headings);
        Assert.Equal(["1", "2"], Assert.Single(file.Rows).Cells);
    }

    [Fact]
    public void A_comma_in_a_cell_is_none_between_cells()
    {
        var file = Read("name,notes\n\"Sorensen, Imke\",\"says \"\"hello\"\"\nand goes\"\nBo,\n");
        Assert.Equal(["Sorensen, Imke", "says \"hello\"\nand goes"], file.Rows[0].Cells);
        Assert.Equal(["Bo", ""], file.Rows[1].Cells);
        // The line is that of the file, where somebody looks for it, not the row's place among the rows.
        Assert.Equal([2, 4], file.Rows.Select(r => r.Line));
    }

    [Fact]
    public void Rows_that_are_too_short_or_too_long_lose_nothing_that_has_a_column()
    {
        var rows = Read("First name,Last name,Phone\nAda\nBo,Birk,12,extra,more\n").ByField(["firstName", "lastName", null]);
        Assert.Equal([("Ada", "", ""), ("Bo", "Birk", "")], rows.Select(r => (r["firstName"], r["lastName"], r["phone"])));
    }

    [Fact]
    public async Task What_is_written_is_read_again_and_no_cell_starts_a_formula()
    {
        string[] cells = ["=1+1", "+49", "-5", "@x", "plain", "with, comma", "with \"quotes\"", "two\nlines", "", "Ωνάση"];
        var memory = new MemoryStream();
        await CsvFile.WriteAsync(memory, [cells.Select((_, i) => $"c{i}").ToArray(), cells]);
        var text = Encoding.UTF8.GetString(memory.ToArray());
        Assert.StartsWith("\uFEFF", text, StringComparison.Ordinal);
        foreach (var formula in new[] { "=1+1", "+49", "-5", "@x" })
            Assert.Contains($"'{formula}", text, StringComparison.Ordinal);
        var file = CsvFile.Read(memory.ToArray()).Value;
        var row = file.ByField(cells.Select((_, i) => $"c{i}").ToArray<string?>()).Single();
        Assert.Equal(cells, cells.Select((_, i) => row[$"c{i}"]));
    }

    [Fact]
    public void Every_byte_sequence_is_answered_and_none_throws()
    {
        var random = new Random(11);
        for (var i = 0; i < 400; i++)
        {
            var bytes = new byte[random.Next(0, 300)];
            random.NextBytes(bytes);
            if (i % 3 == 0)
                for (var b = 0; b < bytes.Length; b++)
                    bytes[b] = (byte)"ab,;\"\n\r\t|'= 1"[bytes[b] % 13];
            var read = CsvFile.Read(bytes);
            if (read.Problem is { } problem)
                Assert.False(string.IsNullOrWhiteSpace(problem.Message));
            else
                Assert.NotEmpty(read.Value.Rows);
        }
    }
}
