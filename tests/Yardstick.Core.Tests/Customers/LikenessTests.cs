using CsCheck;
using Yardstick.Core.Customers;
using Yardstick.Core.Values;
using Yardstick.Core.Vehicles;

namespace Yardstick.Core.Tests.Customers;

/// <summary>Typing slips, one person under two spellings, VINs read wrongly.</summary>
public class LikenessTests
{
    [Theory]
    [InlineData("sorensen", "sorensen", 0)]
    [InlineData("sorenson", "sorensen", 1)]
    [InlineData("sroensen", "sorensen", 1)]
    [InlineData("sorenen", "sorensen", 1)]
    [InlineData("", "abc", 3)]
    [InlineData("ca", "abc", 3)]
    public void Distance_counts_slips_and_a_swap_once(string one, string other, int slips) =>
        Assert.Equal(slips, NameSimilarity.Distance(one, other));

    [Fact]
    public void Distance_is_the_same_both_ways_and_zero_only_for_the_same() =>
        Gen.Select(Gen.String[Gen.Char["abc"], 0, 7], Gen.String[Gen.Char["abc"], 0, 7])
            .Sample(
                (one, other) =>
                {
                    Assert.Equal(NameSimilarity.Distance(one, other), NameSimilarity.Distance(other, one));
                    Assert.Equal(one == other, NameSimilarity.Distance(one, other) == 0);
                    Assert.InRange(
                        NameSimilarity.Distance(one, other),
                        Math.Abs(one.Length - other.Length),
                        Math.Max(one.Length, other.Length)
                    );
                }
            );

    [Theory]
    [InlineData("Müller", "Muller", 0)]
    [InlineData("sorenson", "Imke Sorensen", 1)]
    [InlineData("imke sorenson", "Imke Sorensen", 1)]
    [InlineData("bane", "Priya Banerjee", 0)]
    [InlineData("banrejee", "Priya Banerjee", 1)]
    [InlineData("li", "Lo", null)]
    [InlineData("imke xaver", "Imke Sorensen", null)]
    public void A_typed_name_is_compared_word_by_word(string typed, string name, int? slips) =>
        Assert.Equal(slips, NameSimilarity.Slips(typed, name));

    private static Customer Named(string first, string last, string business = "") =>
        new()
        {
            FirstName = first,
            LastName = last,
            BusinessName = business,
            IsBusiness = business.Length > 0,
        };

    [Fact]
    public void One_person_under_two_spellings_is_alike_and_two_people_are_not()
    {
        Assert.True(DuplicateCheck.Names(Named("Imke", "Sorensen"), Named("Imke", "Sorenson")));
        Assert.True(DuplicateCheck.Names(Named("I", "Sorensen"), Named("Imke", "Sørensen")));
        Assert.True(DuplicateCheck.Names(Named("", "", "Tideline Bakery"), Named("", "", "Tide Line Bakery")));
        Assert.False(DuplicateCheck.Names(Named("Imke", "Sorensen"), Named("Torvald", "Sorensen")));
        Assert.False(DuplicateCheck.Names(Named("Imke", "Cho"), Named("Imke", "Cha")));
        Assert.False(DuplicateCheck.Names(Named("", "Sorensen"), Named("Imke", "Sorensen")));
    }

    // A textbook VIN of ones fits its own check digit; no car has it.
    private const string Fits = "11111111111111111";

    [Fact]
    public void A_misread_character_is_named_with_what_it_could_be()
    {
        var right = Vin.Kept(Fits);
        Assert.True(right.CheckDigitFits);
        Assert.Empty(right.Corrections());
        var misread = Vin.Kept("71111111111111111");
        Assert.False(misread.CheckDigitFits);
        Assert.Contains(right, misread.Corrections());
        Assert.All(misread.Corrections(), v => Assert.True(v.CheckDigitFits));
        var remark = Assert.Single(VinRemarks.Of(misread, 2015));
        Assert.Contains(Fits, remark, StringComparison.Ordinal);
        // Before 1981 there was no check digit.
        Assert.Empty(VinRemarks.Of(misread, 1974));
    }

    [Fact]
    public void Every_single_misreading_is_found_again() =>
        Gen.Select(Gen.String[Gen.Char["ABCDEFGHJKLMNPRSTUVWXYZ0123456789"], 17, 17], Gen.Int[0, 16], Gen.Int[0, 4])
            .Sample(
                (letters, at, pair) =>
                {
                    var pairs = new[] { "5S", "8B", "0D", "2Z", "17" };
                    var text = letters.ToCharArray();
                    text[8] = '0';
                    if (at == 8)
                        return;
                    text[at] = pairs[pair][0];
                    text[8] = Vin.Kept(new string(text)).CheckDigit;
                    var right = Vin.Kept(new string(text));
                    text[at] = pairs[pair][1];
                    var wrong = Vin.Kept(new string(text));
                    if (!wrong.CheckDigitFits)
                        Assert.Contains(right, wrong.Corrections());
                }
            );

    [Theory]
    [InlineData("1TNAAAB10AL000000", 2010)]
    [InlineData("1TNAAA410AL000000", 1980)]
    [InlineData("1TNAAAB10LL000000", 2020)]
    [InlineData("1TNAAA4109L000000", 2009)]
    public void Position_seven_chooses_the_cycle_of_the_year(string vin, int year) => Assert.Equal(year, Vin.Kept(vin).ModelYear);

    [Fact]
    public void A_record_that_says_another_year_than_the_vin_is_remarked()
    {
        var car = new Vehicle
        {
            Vin = Vin.Kept("1TNAAAB10LL000000"),
            Year = 2014,
            Make = "Tarnow",
        };
        var check = car.Vin.CheckDigit;
        car.Vin = Vin.Kept(car.Vin.Text[..8] + check + car.Vin.Text[9..]);
        Assert.Contains("2020", Assert.Single(VinRemarks.Of(car)), StringComparison.Ordinal);
        car.Year = 2020;
        Assert.Empty(VinRemarks.Of(car));
    }

    [Fact]
    public void A_merge_can_be_taken_back_for_a_day_and_once()
    {
        var at = Instant.FromUtc(2026, 11, 23, 15, 0, 0);
        var merge = new Merge { At = at, Moved = new Moved() };
        Assert.Null(merge.Lasting(at.PlusHours(23)));
        Assert.Equal("merge.late", merge.Lasting(at.PlusHours(25))!.Code);
        merge.UndoneAt = at;
        Assert.Equal("merge.undone", merge.Lasting(at)!.Code);
    }

    [Fact]
    public void Figures_of_a_customer_come_from_sums_in_cents()
    {
        var figures = CustomerFigures.Of(3, null, null, 100_00, 40_00, 200_00, 300_00);
        Assert.Equal((100m, 33.33m, 67m, 60m), (figures.Spent, figures.AverageOrder, figures.ShareApprovedPercent, figures.Owed));
        var none = CustomerFigures.Of(0, null, null, 0, 0, 0, 0);
        Assert.Equal((null, null, 0m), (none.AverageOrder, none.ShareApprovedPercent, none.Owed));
    }
}
