using CsCheck;
using Yardstick.Core.Values;

namespace Yardstick.Core.Tests.Values;

/// <summary>Every kind of figure reads what it writes as itself, in the order of its numbers, and says which kind it is.</summary>
public class FigureTests
{
    private static readonly Gen<long> TenThousandths = Gen.Long[1, 99_999_999_999];

    private static T ReadsItself<T>(T figure, Func<string, Result<T>> parse)
        where T : struct
    {
        var read = parse(figure.ToString()!);
        Assert.Equal(figure, read.Value);
        return read.Value;
    }

    [Fact]
    public void A_figure_is_read_back_from_its_own_text() =>
        TenThousandths.Sample(n =>
        {
            ReadsItself(new UnitPrice(n / 10_000m), t => UnitPrice.Parse(t, "price"));
            ReadsItself(new Quantity((n / 10 + 1) / 1000m), t => Quantity.Parse(t));
            ReadsItself(new LaborHours(n / 100 / 100m), t => LaborHours.Parse(t));
            ReadsItself(new Percent(n % 100_000 / 1000m), t => Percent.Parse(t, "percent"));
            ReadsItself(new Odometer((int)(n % (Odometer.Highest + 1))), t => Odometer.Parse(t));
        });

    [Fact]
    public void Figures_stand_in_the_order_of_their_numbers() =>
        Gen.Int[-5, 5]
            .Select(Gen.Int[-5, 5])
            .Sample(
                (a, b) =>
                {
                    Assert.Equal((a < b, (a > b), a <= b, a >= b), Order(new Quantity(a), new Quantity(b)));
                    Assert.Equal((a < b, (a > b), a <= b, a >= b), Order(new LaborHours(a), new LaborHours(b)));
                    Assert.Equal((a < b, (a > b), a <= b, a >= b), Order(new Percent(a), new Percent(b)));
                    Assert.Equal((a < b, (a > b), a <= b, a >= b), Order(new UnitPrice(a), new UnitPrice(b)));
                    var (one, other) = (new Odometer(a + 5), new Odometer(b + 5));
                    Assert.Equal((a < b, (a > b), a <= b, a >= b), (one < other, (one > other), one <= other, one >= other));
                    Assert.Equal(a.CompareTo(b), one.CompareTo(other));
                    Assert.Equal((a - b, a), (one - other, (other + (a - b)).Value - 5));
                }
            );

    private static (bool, bool, bool, bool) Order<T>(T a, T b)
        where T : struct, IFigure<T>
    {
        Assert.Equal(a.Value.CompareTo(b.Value), a.CompareTo(b));
        Assert.Equal(a, T.Of(a.Value));
        return (a < b, (a > b), a <= b, a >= b);
    }

    [Fact]
    public void Counts_and_hours_keep_their_decimals_when_they_are_scaled()
    {
        Assert.Equal(new Quantity(0.667m), new Quantity(1).Times(2 / 3m));
        Assert.Equal(new LaborHours(0.67m), new LaborHours(1).Times(2 / 3m));
        Assert.Equal(new UnitPrice(1.2346m), UnitPrice.Rounded(1.23455m));
        Assert.Equal(7.5m, new UnitPrice(2.5m) * new Quantity(3));
        Assert.Equal(
            (1.5m, 0.5m, -2m),
            (new Quantity(3) / new Quantity(2), new LaborHours(1) / new LaborHours(2), (-new Quantity(2)).Value)
        );
        Assert.Equal((new Quantity(2), new Quantity(3)), (Quantity.Min(new(2), new(3)), Quantity.Max(new(2), new(3))));
    }

    [Fact]
    public void A_plate_and_a_VIN_are_known_or_none_and_read_back_as_they_were_kept()
    {
        Assert.False(Plate.None.IsKnown || Vin.None.IsKnown || Plate.Kept("").IsKnown || Vin.Kept("").IsKnown);
        Assert.Equal((Plate.None, Vin.None, "", ""), (Plate.Kept(""), Vin.Kept(""), Plate.None.ToString(), Vin.None.ToString()));
        Gen.Char["ABCDEFGHJKLMNPRSTUVWXYZ0123456789 "]
            .Array[1, 12]
            .Select(c => new string(c))
            .Where(t => t.Trim().Length > 0)
            .Sample(text =>
            {
                var plate = Plate.Parse(text).Value;
                Assert.Equal((plate, plate), (Plate.Parse(plate.ToString()).Value, Plate.Kept(plate.Text)));
                Assert.Equal(Plate.Normal(text), plate.Searched);
            });
        Gen.Char["ABCDEFGHJKLMNPRSTUVWXYZ0123456789"]
            .Array[17]
            .Select(c => new string(c))
            .Sample(text => Assert.Equal(Vin.Kept(text), Vin.Parse($" {text.ToLowerInvariant()} ").Value));
    }
}
