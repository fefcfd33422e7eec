using System.Globalization;
using System.Text.Json;
using CsCheck;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Values;

/// <summary>
/// What is displayed can be typed back and is the same figure: undo and a second look at a cell change nothing. The file holds what
/// the web displays; the web's own test checks it against its functions.
/// </summary>
public class TypedBackTests
{
    public static TheoryData<string, decimal, string> Displayed()
    {
        var rows = new TheoryData<string, decimal, string>();
        using var file = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "typed-back.json")));
        foreach (var kind in file.RootElement.EnumerateObject())
        foreach (var row in kind.Value.EnumerateArray())
            rows.Add(kind.Name, row[0].GetDecimal(), row[1].GetString()!);
        return rows;
    }

    private static decimal Read(string kind, string text) =>
        kind switch
        {
            "quantity" => Quantity.Parse(text).Value.Value,
            "unitAmount" => UnitPrice.Parse(text, "unitPrice").Value.Value,
            "amount" => NumberInput.Amount(text, "amount").Value,
            "hours" => LaborHours.Parse(text).Value.Value,
            "reading" => Odometer.Parse(text).Value.Value,
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "No such kind of figure."),
        };

    [Theory]
    [MemberData(nameof(Displayed))]
    public void A_displayed_figure_is_read_as_itself(string kind, decimal value, string text) => Assert.Equal(value, Read(kind, text));

    [Fact]
    public void Any_figure_is_read_back_from_the_form_that_is_displayed()
    {
        Gen.Int[1, 9_999_999]
            .Select(Gen.Int[0, 9999])
            .Sample(
                (whole, part) =>
                {
                    var four = whole + part / 10_000m;
                    Same("unitAmount", four, four.ToString("#,##0.00##", CultureInfo.InvariantCulture));
                    var three = whole + part / 10 / 1000m;
                    Same("quantity", three, three.ToString("0.###", CultureInfo.InvariantCulture));
                    var two = whole + part / 100 / 100m;
                    Same("amount", two, two.ToString("#,##0.00", CultureInfo.InvariantCulture));
                    Same("hours", two, two.ToString("0.00", CultureInfo.InvariantCulture));
                    if (whole <= 3_000_000)
                        Same("reading", whole, whole.ToString("#,##0", CultureInfo.InvariantCulture));
                }
            );

        void Same(string kind, decimal value, string text) => Assert.Equal(value, Read(kind, text));
    }
}
